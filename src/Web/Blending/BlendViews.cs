using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Blending;

/// <summary>A component as it is wished.</summary>
/// <param name="Amount">Percent, parts or a weight, as typed.</param>
public sealed record BlendComponentRequest(Guid LotId, [property: StringLength(40)] string Amount);

/// <summary>Fibres are laid together.</summary>
/// <param name="Components">From one to twelve.</param>
/// <param name="By">How their shares are told.</param>
/// <param name="Total">All of it, as typed; not asked where shares are told by weight.</param>
/// <param name="ToolId">The drum, board, cards or hackle; left out for one that is not the workshop's.</param>
/// <param name="Most">The most per load, as typed; left out for what the tool usually takes.</param>
/// <param name="Layers">About how many layers a load has.</param>
/// <param name="Passes">How often it is split and laid into one another.</param>
/// <param name="SplitIn">Into how many parts each time.</param>
/// <param name="Taken">Thin layers, of two hundred, that a yarn would draw from: for the picture.</param>
/// <param name="Seed">Another seed is another hand: for the picture.</param>
/// <param name="StartedAt">When; left out for now.</param>
public sealed record BlendStart(
    [property: MaxLength(Blend.MostComponents + 8)] IReadOnlyList<BlendComponentRequest> Components,
    SharesBy By = SharesBy.Percent,
    [property: StringLength(60)] string? Total = null,
    Guid? ToolId = null,
    [property: StringLength(60)] string? Most = null,
    BlendOn On = BlendOn.Drum,
    LotForm Gives = LotForm.Batt,
    int Layers = 12,
    int Passes = 2,
    int SplitIn = 4,
    int Taken = 10,
    int Seed = 1,
    DateTimeOffset? StartedAt = null
) : RunStart
{
    internal override IReadOnlyList<Guid> Lots => [.. Components.Select(c => c.LotId)];
}

/// <summary>A component as it is weighed out.</summary>
/// <param name="Share">Of all, as people say it.</param>
/// <param name="Total">All of it.</param>
/// <param name="PerLoad">For each load.</param>
/// <param name="WorstErrorPercent">What half a division of the scale is of that.</param>
/// <param name="Advice">How it is weighed best.</param>
/// <param name="Left">What the lot has.</param>
/// <param name="Shade">Its colour as a code.</param>
public sealed record BlendPortionView(
    Guid LotId,
    string Code,
    string Parentage,
    Fibre Fibre,
    LotForm Form,
    string Share,
    double Fraction,
    MassFigure Total,
    MassFigure PerLoad,
    double WorstErrorPercent,
    WeighAdvice Weigh,
    string Advice,
    MassFigure? Left,
    string Shade
);

/// <summary>A layer as it is laid on.</summary>
/// <param name="Component">Its place among the components, from 0.</param>
public sealed record LayerView(int Component, MassFigure Mass);

/// <summary>How it would look and spin after some passes.</summary>
/// <param name="Layers">The component of each of two hundred thin layers.</param>
/// <param name="Yarn">The colour of each stretch of a yarn drawn from it.</param>
/// <param name="UnevenPercent">How far a stretch is from the recipe.</param>
public sealed record BlendPassView(int Passes, IReadOnlyList<int> Layers, IReadOnlyList<string> Yarn, double? UnevenPercent);

/// <summary>A blend as it is planned.</summary>
/// <param name="Loads">How many.</param>
/// <param name="Laid">The order of each load.</param>
/// <param name="MeanMicron">By mass; null where one is not known.</param>
/// <param name="MeanRegainPercent">At 65 % humidity; null where one is not known.</param>
/// <param name="Price">Of 100 g of the mix, in words; null where one is not known.</param>
/// <param name="Shade">The colour of the mix from afar.</param>
/// <param name="Notes">What is to be known of the mix.</param>
/// <param name="Picture">From no pass on.</param>
/// <param name="FloorPercent">No pass makes it more even than this.</param>
/// <param name="LayersOnPaper">After the planned passes.</param>
public sealed record BlendPlanView(
    int Loads,
    MassFigure PerLoad,
    MassFigure Most,
    MassFigure Total,
    IReadOnlyList<BlendPortionView> Portions,
    IReadOnlyList<LayerView> Laid,
    double? MeanMicron,
    double? MeanRegainPercent,
    string? Price,
    string Shade,
    IReadOnlyList<string> Notes,
    IReadOnlyList<BlendPassView> Picture,
    double FloorPercent,
    double LayersOnPaper
);

/// <summary>A blend as it stands.</summary>
/// <param name="Tool">Null for one that is not the workshop's.</param>
/// <param name="Portions">What each component weighs, for each load and in all.</param>
/// <param name="Laid">The order of each load.</param>
/// <param name="Shades">Colours of the components.</param>
/// <param name="Loads">Laid on in this pass; null where one was not weighed.</param>
/// <param name="Planned">How many there are to be.</param>
/// <param name="Passes">Done after the first time.</param>
/// <param name="Sentence">What comes next.</param>
public sealed record BlendView(
    string? Tool,
    BlendOn On,
    LotForm Gives,
    MassFigure Total,
    MassFigure PerLoad,
    IReadOnlyList<BlendShareView> Portions,
    IReadOnlyList<LayerView> Laid,
    IReadOnlyList<string> Shades,
    IReadOnlyList<MassFigure?> Loads,
    int Planned,
    int Passes,
    int PlannedPasses,
    int SplitIn,
    string Sentence,
    double? MinutesLeft,
    Guid? LastEvent
) : CraftView;

/// <summary>A component of a blend that is under way.</summary>
public sealed record BlendShareView(string Code, string Share, MassFigure Total, MassFigure PerLoad, WeighAdvice Weigh, string Advice);

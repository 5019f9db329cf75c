using System.ComponentModel.DataAnnotations;
using System.Text.Json.Serialization;
using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Dividing;

/// <summary>A colour that strips are named by.</summary>
/// <param name="Name">Short: "a".</param>
/// <param name="LotId">The lot it comes from, whose colour is taken where none is told; left out for a colour alone.</param>
/// <param name="Colour">A code such as <c>#C04020</c>, or a word that is known.</param>
public sealed record ColourRequest(
    [property: StringLength(12)] string Name,
    Guid? LotId = null,
    [property: StringLength(60)] string? Colour = null
);

/// <summary>How a ply is arranged.</summary>
/// <param name="By">Strips that it comes later, where it is offset.</param>
/// <param name="Own">Its own order, as typed.</param>
/// <param name="Plain">Its one colour, where it is plain.</param>
/// <param name="Masses">What its strips were weighed at, as typed and in their order; left out where each is as planned.</param>
public sealed record PlyRequest(
    PlyOrder Order = PlyOrder.Same,
    int By = 1,
    [property: StringLength(2000)] string? Own = null,
    [property: StringLength(60)] string? Plain = null,
    [property: MaxLength(StripOrder.MostStrips)] IReadOnlyList<string>? Masses = null
);

/// <summary>Strips to be arranged and looked at before anything is torn or spun.</summary>
/// <param name="Repeat">The first ply's order: "a b c b".</param>
/// <param name="Times">How often it is gone through; left out for as often as what lies there gives.</param>
/// <param name="Mirrored">Every second time backwards.</param>
/// <param name="Strip">What a strip weighs, as typed.</param>
/// <param name="SinglesTex">How heavy the singles are to be.</param>
/// <param name="SupplyGramsPerMetre">How heavy a strip is for its length; left out when nobody measured.</param>
/// <param name="PieceMillimetres">Pieces for the fold are so long; left out for what staple and hand propose, and where it is spun from the
/// end.</param>
/// <param name="HandMillimetres">The breadth of the hand over its four fingers.</param>
/// <param name="Stitches">Of a row or a round.</param>
/// <param name="MillimetresPerStitch">Of yarn.</param>
/// <param name="TakeUpPercent">By how much the singles are longer than the yarn plied of them; left out for what is typical.</param>
public sealed record RehearseRequest(
    [property: MaxLength(StripOrder.MostColours + 8)] IReadOnlyList<ColourRequest> Colours,
    [property: StringLength(2000)] string Repeat,
    [property: StringLength(60)] string Strip,
    [property: MaxLength(StripOrder.MostPlies + 4)] IReadOnlyList<PlyRequest> Plies,
    int? Times = null,
    bool Mirrored = false,
    [property: JsonConverter(typeof(Tex))] double SinglesTex = 135,
    [property: JsonConverter(typeof(GramsPerMetre))] double? SupplyGramsPerMetre = null,
    [property: JsonConverter(typeof(Millimetres))] double? PieceMillimetres = null,
    [property: JsonConverter(typeof(Millimetres))] double HandMillimetres = FoldPiece.TypicalHand,
    HeldAs Held = HeldAs.Straight,
    YarnStructure Plied = YarnStructure.Plain,
    int Stitches = 30,
    [property: JsonConverter(typeof(Millimetres))] double MillimetresPerStitch = 12,
    double? TakeUpPercent = null
);

/// <summary>A strip in its place.</summary>
/// <param name="Name">Empty for a plain ply.</param>
/// <param name="Colour">As a code.</param>
/// <param name="Metres">Of singles.</param>
/// <param name="Length">The same as the workshop counts it.</param>
/// <param name="Long">The strip's own length in metres; null where the supply was not measured.</param>
public sealed record StripView(string Name, string Colour, MassFigure Mass, double Metres, string Length, double? Long);

/// <summary>A ply.</summary>
/// <param name="Total">All its strips.</param>
/// <param name="Metres">Of singles.</param>
/// <param name="Singles">Colours at even steps from its beginning to the end of the yarn.</param>
/// <param name="Drift">Where it drifts from the first, in words; empty where it does not.</param>
public sealed record PlyView(IReadOnlyList<StripView> Strips, MassFigure Total, double Metres, IReadOnlyList<string> Singles, string Drift);

/// <summary>A knitted patch as an eye sees it.</summary>
/// <param name="Rows">From the top; of each the colours of its spots.</param>
/// <param name="RowsInAll">Rows or rounds that all of the yarn knits.</param>
/// <param name="RowsEach">So many rows or rounds stand behind each that is drawn, so that a whole repeat is in sight.</param>
public sealed record PatchView(IReadOnlyList<IReadOnlyList<string>> Rows, int RowsInAll, int RowsEach);

/// <summary>What strips look like as yarn and as knitting.</summary>
/// <param name="Singles">Of each ply colours at even steps from its beginning to the end of the yarn.</param>
/// <param name="Yarn">The strands that are seen at even steps of the yarn.</param>
/// <param name="YarnMetres">As far as the shortest ply reaches.</param>
/// <param name="YarnLength">The same as the workshop counts it.</param>
public sealed record RehearsedLook(
    IReadOnlyList<IReadOnlyList<string>> Singles,
    IReadOnlyList<IReadOnlyList<string>> Yarn,
    double YarnMetres,
    string YarnLength,
    PatchView InHand,
    PatchView AcrossRoom
);

/// <summary>What each colour needs in all.</summary>
/// <param name="Strips">How many.</param>
/// <param name="Left">What its lot has; null where it comes from none.</param>
/// <param name="Short">What is lacking, in words; empty where nothing is.</param>
public sealed record ColourNeed(string Name, string Colour, int Strips, MassFigure Mass, string? Code, MassFigure? Left, string Short);

/// <summary>Pieces to be folded over a finger.</summary>
/// <param name="Millimetres">How long each is.</param>
/// <param name="Length">The same as the workshop counts it.</param>
/// <param name="Pieces">How many; null where nobody measured how heavy a strip is for its length.</param>
/// <param name="Words">The same in words, with where the length comes from.</param>
public sealed record FoldView(double Millimetres, string Length, int? Pieces, string Words);

/// <summary>Strips arranged, as yarn and as knitting.</summary>
/// <param name="Fold">Null where it is spun from the end.</param>
/// <param name="YarnMetres">As far as the shortest ply reaches.</param>
/// <param name="YarnLength">The same as the workshop counts it.</param>
/// <param name="Yarn">The strands that are seen at even steps of the yarn.</param>
/// <param name="Times">How often the repeat is gone through.</param>
/// <param name="TakeUpPercent">As it was reckoned with.</param>
/// <param name="Sentences">What the arrangement does: stripes or marl, how long, how many rows, joins.</param>
public sealed record RehearsalView(
    IReadOnlyList<ColourNeed> Needs,
    IReadOnlyList<PlyView> Plies,
    double YarnMetres,
    string YarnLength,
    FoldView? Fold,
    IReadOnlyList<IReadOnlyList<string>> Yarn,
    PatchView InHand,
    PatchView AcrossRoom,
    int Times,
    double TakeUpPercent,
    IReadOnlyList<string> Sentences
);

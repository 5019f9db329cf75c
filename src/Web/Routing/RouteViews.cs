using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Routing;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Routing;

/// <summary>A step ahead.</summary>
/// <param name="Mass">What there will be after it; half of all fleeces bring less.</param>
/// <param name="Low">One in ten brings less.</param>
/// <param name="High">One in ten brings more.</param>
/// <param name="Hours">At the bench.</param>
public sealed record RouteStepView(
    StepKind Step,
    string Because,
    MassFigure? Mass,
    MassFigure? Low,
    MassFigure? High,
    NumberFigure? Yield,
    NumberFigure? Hours,
    NumberFigure? Litres
);

/// <summary>A case in which another preparation would come first.</summary>
public sealed record OtherAdvice(string If, PreparedAs Then);

/// <summary>A way to the end, looked down.</summary>
/// <param name="Output">What comes out in the end.</param>
/// <param name="CostPer100Grams">Of 100 g of it, null when not known.</param>
/// <param name="Experience">How much of the forecast is the workshop's own log, in words.</param>
public sealed record RouteView(
    PreparedAs Preparation,
    IReadOnlyList<string> For,
    IReadOnlyList<string> Against,
    IReadOnlyList<RouteStepView> Steps,
    MassFigure? Output,
    MassFigure? Low,
    MassFigure? High,
    NumberFigure? TotalYield,
    NumberFigure? Hours,
    NumberFigure? Litres,
    string? CostPer100Grams,
    string Experience,
    bool Chosen
);

/// <summary>The routes of a lot for an aim.</summary>
/// <param name="Holdings">Of what is ready to be spun the ways of holding it, the best first; empty for the rest.</param>
/// <param name="NearlyEqual">The first two are as good as each other: a small trial of both says more than any rule.</param>
public sealed record RoutesPage(
    Guid LotId,
    string Code,
    LotForm Form,
    Fibre Fibre,
    MassFigure? Left,
    string Colour,
    Aim Aim,
    IReadOnlyList<RouteView> Routes,
    IReadOnlyList<HoldingView> Holdings,
    IReadOnlyList<OtherAdvice> WouldChange,
    bool NearlyEqual,
    IReadOnlyList<string> Missing
);

/// <summary>A way of holding and drafting what is ready to be spun.</summary>
/// <param name="For">What speaks for it, the weightiest first.</param>
/// <param name="Against">What speaks against it.</param>
/// <param name="Order">How the fibres lie as they enter the twist.</param>
/// <param name="Draw">The draw that suits.</param>
/// <param name="Gives">The yarn it gives, in words.</param>
public sealed record HoldingView(
    Holding Holding,
    IReadOnlyList<string> For,
    IReadOnlyList<string> Against,
    FibreOrder Order,
    Draw Draw,
    string Gives,
    bool Chosen
);

/// <param name="Preparation">The way; left out where fibre that is ready is only held in one way or another.</param>
/// <param name="Holding">How fibre that is ready is held; left out for a preparation.</param>
public sealed record ChooseRoute(Aim Aim, PreparedAs? Preparation = null, Holding? Holding = null);

/// <summary>What is known of a lot at a station.</summary>
/// <param name="Sentence">What speaks against it; null where nothing does.</param>
public sealed record KnownHereView(string? Sentence);

/// <summary>How much has to go in.</summary>
public sealed record NeededView(MassFigure Wanted, MassFigure AtMedian, MassFigure NineInTen, NumberFigure Yield, string Experience);

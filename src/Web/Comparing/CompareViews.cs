using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Comparing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Routing;
using EarthyTuft.Core.Sampling;
using EarthyTuft.Web.Dividing;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.LotPages;
using EarthyTuft.Web.Sampling;

namespace EarthyTuft.Web.Comparing;

/// <summary>A way in which a lot was prepared.</summary>
/// <param name="Name">What it is called beside the others: "punis", or "batts by opening, carding" where another came to batts too.</param>
/// <param name="Lots">What it became.</param>
/// <param name="Rest">Noil; null where there was none.</param>
/// <param name="Lost">What is missing of what was taken.</param>
/// <param name="PreparingHours">For 100 g; null where minutes are not noted at each step.</param>
/// <param name="SpinningHours">For 100 g, joins included; null where no sample tells it.</param>
/// <param name="Hours">Both, in words.</param>
/// <param name="Untimed">Steps at which nobody noted the minutes.</param>
/// <param name="Notes">What was noted at its entries: loads, passes, how it was rolled.</param>
/// <param name="Holding">How it was held; null where nobody said.</param>
/// <param name="Spun">Bobbins and skeins that were made of it.</param>
/// <param name="Samples">Kept of it, the newest first.</param>
public sealed record CompareWayView(
    string Name,
    LotForm Form,
    IReadOnlyList<StepKind> Road,
    Holding? Holding,
    IReadOnlyList<LotRef> Lots,
    MassFigure Taken,
    MassFigure Made,
    MassFigure? Rest,
    MassFigure Lost,
    double? PreparingHours,
    double? SpinningHours,
    string Hours,
    int Untimed,
    IReadOnlyList<string> Notes,
    IReadOnlyList<SpunRef> Spun,
    IReadOnlyList<SampleView> Samples
);

/// <summary>A bobbin or a skein of a column.</summary>
/// <param name="Mass">What it was made with; null where not known.</param>
public sealed record SpunRef(Guid Id, string Code, LotForm Form, string? Mass);

/// <summary>What was judged by hand on one scale, a mark for each column; null where nobody did.</summary>
public sealed record JudgedLine(SampleScale Scale, IReadOnlyList<double?> Marks);

/// <summary>A lot by its code.</summary>
public sealed record LotRef(Guid Id, string Code);

/// <summary>A figure of a comparison.</summary>
/// <param name="Text">With its unit; null where it is not known.</param>
/// <param name="GiveOrTake">One standard deviation, in words; null with it.</param>
public sealed record CompareCell(string? Text, string? GiveOrTake, Standing Standing);

/// <summary>One line of a comparison, with a cell for each way.</summary>
public sealed record CompareLineView(ComparedBy By, IReadOnlyList<CompareCell> Cells, bool Differs);

/// <summary>A part that was divided off and is not prepared yet: a trial that waits.</summary>
/// <param name="At">Where it waits; null where it is on no way.</param>
/// <param name="Preparation">What it is to become, where a route says so.</param>
public sealed record WaitingTrial(Guid Id, string Code, MassFigure? Left, StepKind? At, PreparedAs? Preparation);

/// <summary>The preparations of a lot beside one another.</summary>
/// <param name="Otherwise">What differed besides the preparation.</param>
/// <param name="Sentences">What the comparison says.</param>
public sealed record ComparePage(
    LotLine Lot,
    Fibre Fibre,
    IReadOnlyList<CompareWayView> Ways,
    IReadOnlyList<CompareLineView> Lines,
    IReadOnlyList<JudgedLine> Judged,
    IReadOnlyList<Otherwise> Otherwise,
    IReadOnlyList<string> Sentences,
    IReadOnlyList<WaitingTrial> Waiting
);

/// <summary>A photograph of what became of a rehearsal.</summary>
/// <param name="Of">The code of the yarn or the sample.</param>
public sealed record RealPhotograph(Guid Id, string Caption, string Of);

/// <summary>Strips as they were rehearsed, beside the yarn that came of them.</summary>
/// <param name="RehearsedAt">When the chart was begun; null where no chart stands behind the lot.</param>
/// <param name="Rehearsed">As it was rehearsed; null with it.</param>
/// <param name="Came">The same strips as thick as they were spun; null where nobody measured the yarn.</param>
/// <param name="Sentences">What came out otherwise.</param>
/// <param name="Photographs">Of the yarn and of its samples, the newest first.</param>
public sealed record RealYarnPage(
    DateTimeOffset? RehearsedAt,
    RehearsedLook? Rehearsed,
    RehearsedLook? Came,
    IReadOnlyList<string> Sentences,
    IReadOnlyList<RealPhotograph> Photographs
);

/// <summary>A small trial of several preparations in one sitting.</summary>
/// <param name="Aim">What the fibre is wanted for.</param>
/// <param name="Preparations">From two to four, each another.</param>
/// <param name="Each">How much of each, as typed; left out for five grams.</param>
public sealed record TrialRequest(
    Aim Aim,
    [property: MaxLength(8)] IReadOnlyList<PreparedAs> Preparations,
    [property: StringLength(60)] string? Each = null
);

/// <summary>A trial that was set up.</summary>
/// <param name="Lots">One for each preparation, on its way there.</param>
public sealed record TrialView(IReadOnlyList<LotRef> Lots, string Sentence);

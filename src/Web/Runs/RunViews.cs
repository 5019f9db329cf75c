using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Runs;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Runs;

/// <summary>Begins a run. Each craft has its own shape, told by <c>craft</c>.</summary>
public abstract record RunStart
{
    /// <summary>The lots it holds.</summary>
    internal abstract IReadOnlyList<Guid> Lots { get; }
}

/// <summary>What is particular to a craft, for its own bench.</summary>
public abstract record CraftView;

/// <summary>A lot that a run holds.</summary>
/// <param name="Grams">So much of it; null for all.</param>
public sealed record RunLot(Guid Id, string Code, string Parentage, double? Grams = null);

/// <summary>What a part of a run calls for.</summary>
/// <param name="Part">The event that began it, or the run itself.</param>
/// <param name="Name">Which part, in words; empty where the run has only one.</param>
/// <param name="Act">What to do.</param>
/// <param name="Since">When it began.</param>
/// <param name="DueAt">When; null when nothing hurries or it cannot be told.</param>
/// <param name="GiveOrTakeMinutes">Half the width of the band that holds eight in ten.</param>
/// <param name="AlarmAt">When every screen says so; null for never.</param>
/// <param name="SoftAt">When a soft tone tells that it may be done from now on; null for never.</param>
/// <param name="Hurries">Somebody has to be near.</param>
/// <param name="Sentence">The same in a sentence.</param>
/// <param name="Tap">The one tap that answers it, null where it takes more.</param>
public sealed record RunCallView(
    Guid Part,
    string Name,
    RunAct Act,
    DateTimeOffset Since,
    DateTimeOffset? DueAt,
    double? GiveOrTakeMinutes,
    DateTimeOffset? AlarmAt,
    DateTimeOffset? SoftAt,
    bool Hurries,
    string Sentence,
    RunCommand? Tap
);

/// <summary>What a run fills in of the entry that logs it.</summary>
/// <param name="Gives">What it makes, null for the station's usual.</param>
/// <param name="Mass">Its weight as it was typed last; empty where it is weighed later.</param>
/// <param name="State">What that weight is logged as; null for the station's usual.</param>
/// <param name="Minutes">How long it took; null where it was not timed.</param>
/// <param name="Spent">In the workshop's currency.</param>
/// <param name="Notes">In words.</param>
public sealed record RunEntry(
    LotForm? Gives = null,
    string Mass = "",
    WeighingState? State = null,
    double? Minutes = null,
    decimal? Spent = null,
    string Notes = ""
)
{
    /// <summary>Of what was spun: what was measured of the first heap.</summary>
    public Yarns.YarnRequest? Yarn { get; init; }

    /// <summary>What else it made, such as noil.</summary>
    public IReadOnlyList<RunHeap> More { get; init; } = [];

    /// <summary>Losses that were weighed on the way.</summary>
    public IReadOnlyList<RunLoss> Losses { get; init; } = [];
}

/// <summary>A heap that a run made beside its product.</summary>
/// <param name="Mass">Its weight, as it would be typed.</param>
/// <param name="Yarn">Of what was spun: what was measured of it.</param>
public sealed record RunHeap(LotForm Form, string Mass, Yarns.YarnRequest? Yarn = null);

/// <summary>A loss that was weighed at a run.</summary>
/// <param name="Mass">Its weight, as it would be typed.</param>
public sealed record RunLoss(LossKind Kind, string Mass);

/// <summary>A run as every screen sees it.</summary>
/// <param name="Craft">The station it is done at.</param>
/// <param name="MayBeLogged">All that was planned is done.</param>
/// <param name="Calls">What its parts call for.</param>
/// <param name="Entry">What it fills in of the entry that logs it.</param>
/// <param name="Details">What is particular to the craft.</param>
/// <param name="Taps">The keys of the newest taps in it: a screen that shows its own taps before they are answered counts each once.</param>
/// <param name="MayGoOn">What is done can be logged as a part, and the work goes on with the rest.</param>
public sealed record RunView(
    Guid Id,
    StepKind Craft,
    IReadOnlyList<RunLot> Lots,
    DateTimeOffset StartedAt,
    string Who,
    bool MayBeLogged,
    IReadOnlyList<RunCallView> Calls,
    RunEntry Entry,
    CraftView Details,
    IReadOnlyList<Guid> Taps,
    bool MayGoOn
);

/// <summary>Work that was left without an entry.</summary>
/// <param name="Sentence">What was done of it, in words; empty where nothing is to be said.</param>
public sealed record LeftRun(Guid Id, StepKind Craft, DateTimeOffset StartedAt, DateTimeOffset LeftAt, string Who, string Sentence);

/// <summary>A dot on a curve.</summary>
/// <param name="Counts">The curve stands on it; false for a reading that was set aside.</param>
public sealed record CurveDot(DateTimeOffset At, double Value, bool FromInstrument, bool Counts = true);

/// <summary>A point of a fitted line with one standard deviation each way.</summary>
public sealed record CurvePoint(DateTimeOffset At, double Value, double Low, double High);

/// <summary>Times as a sentence has them.</summary>
internal static class RunWords
{
    /// <summary>The hour in the workshop's zone, with the day where it is not near.</summary>
    public static string Clock(DateTimeOffset time, RequestContext context) =>
        TimeZoneInfo
            .ConvertTime(time, context.Workshop.Zone)
            .ToString(
                (time - context.Now).Duration() > TimeSpan.FromHours(20) ? "d MMM HH:mm" : "HH:mm",
                System.Globalization.CultureInfo.InvariantCulture
            );
}

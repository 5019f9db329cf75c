using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Web.Runs;

/// <summary>A run as a craft wants it begun.</summary>
/// <param name="Plan">The plan as its payload.</param>
/// <param name="StartedAt">When.</param>
/// <param name="Events">What happens at once.</param>
/// <param name="Tools">The tools it uses.</param>
/// <param name="RecipeId">The recipe it goes by, if any.</param>
/// <param name="Grams">So much of its one lot; null for all, and where it has several.</param>
public sealed record RunOutset(
    string Plan,
    DateTimeOffset StartedAt,
    IReadOnlyList<RunEventRow> Events,
    IReadOnlyList<Guid> Tools,
    Guid? RecipeId = null,
    double? Grams = null
)
{
    /// <summary>So much of each of several lots; null where all of each is held.</summary>
    public IReadOnlyDictionary<Guid, double>? Portions { get; init; }

    /// <summary>So much of a lot, null for all of it.</summary>
    /// <param name="lot">The lot.</param>
    public double? PortionOf(Guid lot) => Portions?.TryGetValue(lot, out var grams) == true ? grams : Grams;
}

/// <summary>What a craft makes of a run.</summary>
public sealed record DescribedRun(RunSummary Summary, IReadOnlyList<RunCallView> Calls, RunEntry Entry, CraftView Details);

/// <summary>
/// What is particular to the runs of one craft: its three pure functions in Core, fed from rows and told in words. The door is the same for
/// all (<see cref="RunEndpoints"/>).
/// </summary>
public interface ICraft
{
    /// <summary>A place where a lot can only be once at a time; null where portions lie side by side.</summary>
    string? Place { get; }

    /// <summary>Why a lot cannot be begun that lies in <see cref="Place"/> already.</summary>
    Refusal Taken { get; }

    /// <summary>Plans. The lots are held, and there.</summary>
    Task<Result<RunOutset>> Begin(RunStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken);

    /// <summary>What comes of a tap; the run is held.</summary>
    Task<Result<IReadOnlyList<RunEventRow>>> Decide(RunRow run, RunCommand command, CancellationToken cancellationToken);

    /// <summary>Null where an event can be taken back.</summary>
    Refusal? Withdraw(RunRow run, Guid eventId);

    /// <summary>What happens when it ends.</summary>
    IReadOnlyList<RunEventRow> End(RunRow run);

    /// <summary>How the work goes on with the rest, once what is done was logged as a part of its one lot; null where nothing is left to go on
    /// with, or such work does not go on in parts.</summary>
    RunOutset? GoOn(RunRow run) => null;

    /// <summary>After a tap: what it teaches a tool, where instruments hang now. Staged in the caller's transaction.</summary>
    Task Noted(RunRow run, IReadOnlyList<RunEventRow> events, CancellationToken cancellationToken) => Task.CompletedTask;

    /// <summary>After an event was taken back in the middle of the work: what it taught is taken back too. Staged in the caller's
    /// transaction.</summary>
    Task Withdrawn(RunRow run, CancellationToken cancellationToken) => Task.CompletedTask;

    /// <summary>After the end, with what happened at it: what all of it teaches a tool. Staged in the caller's transaction.</summary>
    Task Ended(RunRow run, CancellationToken cancellationToken) => Task.CompletedTask;

    /// <summary>Reads runs for screens.</summary>
    Task<IReadOnlyList<DescribedRun>> Describe(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken);
}

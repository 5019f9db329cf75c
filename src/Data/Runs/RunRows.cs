using System.ComponentModel.DataAnnotations.Schema;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Runs;

/// <summary>Work at a bench that lasts, from its plan to the entry that logs it.</summary>
[Tells(News.Runs)]
[Table("runs")]
public sealed class RunRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid Key { get; set; }

    /// <summary>The station it is done at, which says how plan and events are read.</summary>
    public StepKind Craft { get; set; }

    /// <summary>The plan as the craft's payload: it does not change under the run.</summary>
    public required string Plan { get; set; }
    public Guid? RecipeId { get; set; }
    public DateTimeOffset StartedAt { get; set; }

    /// <summary>It was logged, or left.</summary>
    public DateTimeOffset? EndedAt { get; set; }
    public Guid? EntryId { get; set; }
    public required string Who { get; set; }

    /// <summary>Counts up with every tap, so that what was reckoned of it can be remembered until the next.</summary>
    public int Revision { get; set; }
    public List<RunLotRow> Lots { get; set; } = [];
    public List<RunToolRow> Tools { get; set; } = [];
    public List<RunEventRow> Events { get; set; } = [];
    public List<RunReadingRow> Readings { get; set; } = [];

    /// <summary>Adds events behind those that are there, in the order given. The run is held meanwhile, or new.</summary>
    public void Append(IEnumerable<RunEventRow> events)
    {
        var next = Events.Count == 0 ? 1 : Events.Max(e => e.Ordinal) + 1;
        foreach (var row in events)
        {
            row.RunId = Id;
            row.Ordinal = next++;
            Events.Add(row);
        }
    }

    /// <summary>Its events that count, in the order in which they were noted, as the craft reads them.</summary>
    /// <typeparam name="T">The craft's events.</typeparam>
    public IEnumerable<RunEvent<T>> EventsAs<T>(Func<RunEventRow, T> read) =>
        Events.Where(e => e.WithdrawnAt is null).OrderBy(e => e.Ordinal).Select(e => new RunEvent<T>(e.Id, e.At, read(e)));

    /// <summary>What instruments said of it.</summary>
    public IEnumerable<RunReading> ReadingsAs() => Readings.Select(r => new RunReading(r.Part, r.At, r.Value));
}

/// <summary>The kinds of event by which work at a bench is begun and stopped, in every craft that has a clock: a day's hours are counted by
/// them.</summary>
public static class ClockEvents
{
    public const string On = "handsOn",
        Off = "handsOff";
}

/// <summary>A lot that a run holds.</summary>
[Table("run_lots")]
public sealed class RunLotRow : IWorkshopOwned
{
    public Guid RunId { get; set; }
    public Guid LotId { get; set; }
    public Guid WorkshopId { get; set; }

    /// <summary>So much of it, in reference grams; null for all.</summary>
    public double? Grams { get; set; }

    /// <summary>A place where a lot can only be once at a time, such as the water or the rack; null where portions lie side by
    /// side.</summary>
    public string? Place { get; set; }

    /// <summary>With the run.</summary>
    public DateTimeOffset? EndedAt { get; set; }
    public LotRow? Lot { get; set; }
}

/// <summary>A tool that a run uses.</summary>
[Table("run_tools")]
public sealed class RunToolRow : IWorkshopOwned
{
    public Guid RunId { get; set; }
    public Guid ToolId { get; set; }
    public Guid WorkshopId { get; set; }
    public ToolRow? Tool { get; set; }
}

/// <summary>Something that happened at a run. A slip is withdrawn and stays.</summary>
[Tells(News.Runs)]
[Table("run_events")]
public sealed class RunEventRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid RunId { get; set; }

    /// <summary>Its place among the events of its run, from 1: the order in which they were noted, and in which they are folded.</summary>
    public int Ordinal { get; set; }

    /// <summary>Of the tap; of several events of one tap the first has it.</summary>
    public Guid? Key { get; set; }

    /// <summary>Which of the craft's events, which says how the payload is read.</summary>
    public required string Kind { get; set; }
    public required string Payload { get; set; }

    /// <summary>When it happened: the time of the tap.</summary>
    public DateTimeOffset At { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset? WithdrawnAt { get; set; }
}

/// <summary>What an instrument said of a part of a run; hundreds an hour, so narrow.</summary>
[Tells(News.Runs)]
[Table("run_readings")]
public sealed class RunReadingRow : IWorkshopOwned
{
    public long Id { get; set; }
    public Guid WorkshopId { get; set; }
    public Guid RunId { get; set; }
    public Guid Part { get; set; }
    public DateTimeOffset At { get; set; }
    public double Value { get; set; }
}

/// <summary>Where an instrument hangs: in one part of one run, or nowhere.</summary>
[Tells(News.Runs)]
public sealed class InstrumentPlaceRow : IWorkshopOwned
{
    public Guid InstrumentId { get; set; }
    public Guid WorkshopId { get; set; }
    public Guid RunId { get; set; }
    public Guid Part { get; set; }

    /// <summary>What it said before says nothing of this part.</summary>
    public DateTimeOffset Since { get; set; }

    /// <summary>It still hangs there, and what it says counts no more: the wool was lifted.</summary>
    public DateTimeOffset? Until { get; set; }
}

/// <summary>What a run's part taught of a tool.</summary>
[Tells(News.Tools)]
[Table("tool_lessons")]
public sealed class ToolLessonRow : IWorkshopOwned
{
    public Guid RunId { get; set; }
    public Guid Part { get; set; }

    /// <summary>What is learned, such as <see cref="ToolLessons"/>.</summary>
    public required string What { get; set; }
    public Guid ToolId { get; set; }
    public Guid WorkshopId { get; set; }
    public double Value { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>What tools that work in loads are learned by.</summary>
public static class ToolLessons
{
    /// <summary>What a load on a cloth weighed, in grams.</summary>
    /// <param name="fibreClass">The fibre's class by name, empty when not known.</param>
    public static string Load(string fibreClass) => $"load {fibreClass}".TrimEnd();
}

/// <summary>A figure noted with an entry beside its weights.</summary>
[Tells(News.Log)]
[Table("entry_measures")]
public sealed class MeasureRow : IWorkshopOwned
{
    public Guid EntryId { get; set; }

    /// <summary>Which: the key of one of the station's measures.</summary>
    public required string Key { get; set; }
    public Guid WorkshopId { get; set; }
    public double Value { get; set; }
}

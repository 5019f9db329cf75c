using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Runs;

/// <summary>
/// How the events of one craft are stored: each by its kind, which stands in a column of its own, and a payload with a version
/// (<see cref="StoredPayload"/>). A payload is a record of this project, so that an event of Core may change from day to day and what was
/// stored keeps its meaning.
/// </summary>
/// <typeparam name="TEvent">The craft's events.</typeparam>
/// <param name="craft">What it is called in an error: "an event of carding".</param>
public sealed class StoredEvents<TEvent>(string craft)
    where TEvent : class
{
    private readonly Dictionary<Type, (string Kind, Func<TEvent, string> Write)> writers = [];
    private readonly Dictionary<string, Func<string, TEvent>> readers = [];

    /// <summary>Adds a kind of event.</summary>
    /// <typeparam name="T">The event.</typeparam>
    /// <typeparam name="TPayload">Its payload in the newest version.</typeparam>
    /// <param name="kind">Its stable word.</param>
    /// <param name="version">The version that <typeparamref name="TPayload"/> has the shape of; older ones have the same, or leave out what
    /// they did not know.</param>
    /// <param name="write">Makes the payload.</param>
    /// <param name="read">Makes the event.</param>
    public StoredEvents<TEvent> Add<T, TPayload>(string kind, int version, Func<T, TPayload> write, Func<TPayload, T> read)
        where T : class, TEvent
    {
        writers.Add(typeof(T), (kind, e => StoredPayload.Write(write((T)e), version)));
        readers.Add(kind, stored => read(StoredPayload.Read<TPayload>(stored, version)));
        return this;
    }

    /// <summary>An event as a row, without its place in a run.</summary>
    public RunEventRow Row(RunEvent<TEvent> happened, string who)
    {
        var (kind, write) = writers.TryGetValue(happened.What.GetType(), out var writer)
            ? writer
            : throw new InvalidOperationException($"{happened.What.GetType().Name} is not stored.");
        return new RunEventRow
        {
            Id = happened.Id,
            At = happened.At.ToUniversalTime().ToStored(),
            Who = who,
            Kind = kind,
            Payload = write(happened.What),
        };
    }

    /// <summary>A row as an event.</summary>
    public TEvent Read(RunEventRow row) =>
        readers.TryGetValue(row.Kind, out var read)
            ? read(row.Payload)
            : throw new NotSupportedException($"An event of {craft}, {row.Kind}, was written by a later release.");
}

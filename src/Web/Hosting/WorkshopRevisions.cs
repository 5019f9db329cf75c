using System.Collections.Concurrent;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Web.Hosting;

/// <summary>
/// Counts what has changed in each workshop, as far as this process knows: its own changes as soon as they are committed, those of other
/// processes when their news arrives. What was read under one revision may be shown again until the revision is another; whoever reads
/// takes the revision first, so that a change meanwhile makes what was read old at once.
/// </summary>
public sealed class WorkshopRevisions
{
    private readonly ConcurrentDictionary<(Guid Workshop, News What), long> changes = new();
    private long missed;

    /// <summary>Names this process to itself among the news, so that what it counted when it was committed is not counted again when it
    /// comes back.</summary>
    public Guid Origin { get; } = Guid.NewGuid();

    /// <summary>The revision of some parts of a workshop; it only grows.</summary>
    public long Of(Guid workshop, params ReadOnlySpan<News> parts)
    {
        var revision = Interlocked.Read(ref missed);
        foreach (var part in parts)
        {
            revision += changes.GetValueOrDefault((workshop, part));
        }

        return revision;
    }

    /// <summary>A part of a workshop changed.</summary>
    public void Changed(Guid workshop, News what) => changes.AddOrUpdate((workshop, what), 1, (_, count) => count + 1);

    /// <summary>Anything may have changed: the line to the other processes was down.</summary>
    public void AllChanged() => Interlocked.Increment(ref missed);
}

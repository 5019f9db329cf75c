using System.Collections.Concurrent;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Npgsql;

namespace EarthyTuft.Web.Live;

/// <summary>
/// Hands on what was committed here to every web process. Many changes in a short while are one piece of news, so that a busy bench costs no more
/// than a few notifications a second, and none of them waits in the way of an entry.
/// </summary>
public sealed class NewsDesk(WorkshopRevisions revisions, NpgsqlConnectionStringBuilder connection, ILogger<NewsDesk> log) : BackgroundService, INewsDesk
{
    private static readonly TimeSpan Gather = TimeSpan.FromMilliseconds(80);
    private readonly ConcurrentDictionary<(Guid Workshop, News What), byte> waiting = new();
    private readonly SemaphoreSlim bell = new(0);

    /// <inheritdoc/>
    public void Tell(Guid workshop, News what)
    {
        revisions.Changed(workshop, what);
        if (waiting.TryAdd((workshop, what), 0))
        {
            bell.Release();
        }
    }

    /// <summary>The part of a workshop that an item is about, null when it is about none.</summary>
    internal static News? PartOf(LiveItem item) => item.What switch { "log" => News.Log, "runs" => News.Runs, "tools" => News.Tools, _ => null };

    internal static LiveItem Item(News what) => new(what switch { News.Log => "log", News.Runs => "runs", _ => "tools" });

    protected override async Task ExecuteAsync(CancellationToken cancellationToken)
    {
        await using var source = NpgsqlDataSource.Create(new NpgsqlConnectionStringBuilder(connection.ConnectionString) { MaxPoolSize = 1 }.ConnectionString);
        while (!cancellationToken.IsCancellationRequested)
        {
            await bell.WaitAsync(cancellationToken);
            await Task.Delay(Gather, cancellationToken);
            var items = waiting.Keys.ToArray();
            foreach (var item in items)
            {
                // Before it is sent: what changes meanwhile rings anew.
                waiting.TryRemove(item, out _);
            }

            if (items.Length == 0)
            {
                continue;
            }

            try
            {
                await using var batch = source.CreateBatch();
                foreach (var (workshop, what) in items)
                {
                    batch.BatchCommands.Add(new NpgsqlBatchCommand("select pg_notify($1, $2)")
                    {
                        Parameters = { new() { Value = LiveNews.Channel }, new() { Value = LiveNews.Payload(workshop, Item(what), revisions.Origin) } },
                    });
                }

                await batch.ExecuteNonQueryAsync(cancellationToken);
            }
            catch (Exception e) when (e is NpgsqlException or TimeoutException)
            {
                // When the line stands again every screen asks for everything.
                log.LogWarning("News could not be told ({Reason}).", e.Message);
            }
        }
    }
}

using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Npgsql;

namespace EarthyTuft.Web.Live;

/// <summary>
/// Hands on what was committed here to every web process. Many changes in a short while are one piece of news, so that a busy bench costs
/// no more than a few notifications a second, and none of them waits in the way of an entry.
/// </summary>
public sealed class NewsDesk(WorkshopRevisions revisions, NpgsqlConnectionStringBuilder connection, ILogger<NewsDesk> log)
    : BackgroundService,
        INewsDesk
{
    private static readonly TimeSpan Gather = TimeSpan.FromMilliseconds(80);
    private readonly Dictionary<(Guid Workshop, News What), Guid?> waiting = [];
    private readonly SemaphoreSlim bell = new(0);

    /// <inheritdoc/>
    public void Tell(Guid workshop, News what, Guid? screen)
    {
        revisions.Changed(workshop, what);
        lock (waiting)
        {
            // What several screens did is news to each of them.
            if (waiting.TryGetValue((workshop, what), out var before))
            {
                waiting[(workshop, what)] = before == screen ? screen : null;
                return;
            }

            waiting.Add((workshop, what), screen);
        }

        bell.Release();
    }

    /// <summary>The part of a workshop that an item is about, null when it is about none.</summary>
    internal static News? PartOf(LiveItem item) =>
        item.What switch
        {
            "log" => News.Log,
            "runs" => News.Runs,
            "tools" => News.Tools,
            _ => null,
        };

    internal static LiveItem Item(News what) =>
        new(
            what switch
            {
                News.Log => "log",
                News.Runs => "runs",
                _ => "tools",
            }
        );

    protected override async Task ExecuteAsync(CancellationToken cancellationToken)
    {
        await using var source = NpgsqlDataSource.Create(
            new NpgsqlConnectionStringBuilder(connection.ConnectionString) { MaxPoolSize = 1 }.ConnectionString
        );
        while (!cancellationToken.IsCancellationRequested)
        {
            await bell.WaitAsync(cancellationToken);
            await Task.Delay(Gather, cancellationToken);
            KeyValuePair<(Guid Workshop, News What), Guid?>[] items;
            lock (waiting)
            {
                // Before it is sent: what changes meanwhile rings anew.
                items = [.. waiting];
                waiting.Clear();
            }

            if (items.Length == 0)
            {
                continue;
            }

            try
            {
                await using var batch = source.CreateBatch();
                foreach (var ((workshop, what), screen) in items)
                {
                    batch.BatchCommands.Add(
                        new NpgsqlBatchCommand("select pg_notify($1, $2)")
                        {
                            Parameters =
                            {
                                new() { Value = LiveNews.Channel },
                                new() { Value = LiveNews.Payload(workshop, Item(what) with { By = screen }, revisions.Origin) },
                            },
                        }
                    );
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

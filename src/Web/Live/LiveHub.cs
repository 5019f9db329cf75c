using System.Collections.Concurrent;
using System.Text.Json;
using System.Threading.Channels;
using EarthyTuft.Core.Instruments;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Npgsql;

namespace EarthyTuft.Web.Live;

/// <summary>Something that every open screen of a workshop hears of.</summary>
/// <param name="What"><c>log</c>, <c>runs</c> or <c>tools</c>: that part changed, ask again. <c>reading</c>: an instrument's value follows.
/// <c>clock</c>: the server's time.</param>
/// <param name="Reading">With <c>reading</c>.</param>
/// <param name="Now">The server's time.</param>
/// <param name="Speed">How fast its clock runs, one but for a demo of a long soak.</param>
/// <param name="Person">With <see cref="People"/>, which no screen hears: whose standing changed.</param>
/// <param name="By">With a part that changed: the one screen whose doing it was; null where several were at it, or nobody knows.</param>
/// <param name="SignIn">With <see cref="People"/>: the one sign-in that ended; null when it concerns all of the person's.</param>
public sealed record LiveItem(
    string What,
    LiveReading? Reading = null,
    DateTimeOffset? Now = null,
    double? Speed = null,
    Guid? Person = null,
    Guid? SignIn = null,
    Guid? By = null
)
{
    /// <summary>Between web processes only: what is remembered of a person is looked up anew, and their streams end.</summary>
    public const string People = "people";
}

/// <summary>One open stream.</summary>
internal sealed record Listener(Guid Person, Guid? SignIn, Channel<LiveItem> Channel);

/// <summary>What an instrument said last.</summary>
/// <param name="Value">In grams, degrees Celsius; null when it says that it cannot tell (overload, no contact).</param>
/// <param name="Second">Relative humidity in percent, for air sensors.</param>
/// <param name="Text">As a person would read it.</param>
/// <param name="Stable">It stands still: only then it may be taken.</param>
/// <param name="At">By the server's clock.</param>
/// <param name="Degrees">A probe's or an air sensor's temperature in the workshop's unit, to draw with.</param>
/// <param name="Connected">False when the line is down: then this is the last value, growing old.</param>
public sealed record LiveReading(
    Guid InstrumentId,
    InstrumentKind Kind,
    string Name,
    double? Value,
    double? Second,
    string Text,
    bool Stable,
    DateTimeOffset At,
    bool Connected,
    double? Degrees = null
);

/// <summary>Hands on what happens to the screens that listen on this web process. A slow screen loses the oldest news, never the newest,
/// and never holds up the others.</summary>
public sealed class LiveHub
{
    private const int MostWaiting = 64;
    private readonly ConcurrentDictionary<Guid, ConcurrentDictionary<Listener, byte>> listeners = new();
    private readonly ConcurrentDictionary<(Guid Workshop, Guid Instrument), LiveReading> last = new();

    public ChannelReader<LiveItem> Listen(Guid workshop, Guid person, Guid? signIn, CancellationToken cancellationToken)
    {
        var channel = Channel.CreateBounded<LiveItem>(
            new BoundedChannelOptions(MostWaiting) { FullMode = BoundedChannelFullMode.DropOldest, SingleReader = true }
        );
        var here = listeners.GetOrAdd(workshop, _ => new());
        var listener = new Listener(person, signIn, channel);
        here[listener] = 0;
        cancellationToken.Register(() =>
        {
            here.TryRemove(listener, out _);
            channel.Writer.TryComplete();
        });
        return channel.Reader;
    }

    /// <summary>Ends a person's streams: in one workshop or in all, of one sign-in or of all. A browser that may still listen comes back by
    /// itself.</summary>
    public void Close(Guid person, Guid? workshop, Guid? signIn)
    {
        foreach (var here in listeners.Where(l => workshop is null || l.Key == workshop).Select(l => l.Value))
        {
            foreach (var listener in here.Keys.Where(l => l.Person == person && (signIn is null || l.SignIn == signIn)))
            {
                here.TryRemove(listener, out _);
                listener.Channel.Writer.TryComplete();
            }
        }
    }

    public void Tell(Guid workshop, LiveItem item)
    {
        if (item.Reading is { } reading)
        {
            last[(workshop, reading.InstrumentId)] = reading;
        }

        if (listeners.TryGetValue(workshop, out var here))
        {
            foreach (var listener in here.Keys)
            {
                listener.Channel.Writer.TryWrite(item);
            }
        }
    }

    public void TellAll(LiveItem item)
    {
        foreach (var workshop in listeners.Keys)
        {
            Tell(workshop, item);
        }
    }

    public void Forget(Guid workshop, Guid instrument) => last.TryRemove((workshop, instrument), out _);

    public IReadOnlyList<LiveReading> Last(Guid workshop) =>
        [.. last.Where(l => l.Key.Workshop == workshop).Select(l => l.Value).OrderBy(r => r.Kind).ThenBy(r => r.Name)];
}

/// <summary>News between web processes: PostgreSQL's LISTEN and NOTIFY on one channel. Sent within a transaction it goes out when that is
/// committed, and not before.</summary>
public static class LiveNews
{
    public const string Channel = "earthy_tuft";

    public static Task Announce(this EarthyTuftDb db, Guid workshop, LiveItem item, CancellationToken cancellationToken)
    {
        var payload = Payload(workshop, item);
        return db.Database.ExecuteSqlAsync($"select pg_notify({Channel}, {payload})", cancellationToken);
    }

    internal static string Payload(Guid workshop, LiveItem item, Guid? countedBy = null) =>
        JsonSerializer.Serialize(new Packet(workshop, item, countedBy), JsonSerializerOptions.Web);

    /// <param name="CountedBy">The process whose revisions know of it already, since it was told there when it was committed.</param>
    internal sealed record Packet(Guid Workshop, LiveItem Item, Guid? CountedBy = null);
}

/// <summary>Keeps one connection that listens, and hands the news to the hub. After a lost connection every screen asks again, since news
/// may have been missed.</summary>
public sealed class LiveBridge(
    LiveHub hub,
    WorkshopRevisions revisions,
    IMemoryCache cache,
    NpgsqlConnectionStringBuilder connection,
    ILogger<LiveBridge> log
) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken cancellationToken)
    {
        while (!cancellationToken.IsCancellationRequested)
        {
            try
            {
                await using var listening = new NpgsqlConnection(
                    new NpgsqlConnectionStringBuilder(connection.ConnectionString) { Pooling = false, KeepAlive = 15 }.ConnectionString
                );
                await listening.OpenAsync(cancellationToken);
                listening.Notification += (_, news) => Hand(news.Payload);
                await using (var command = new NpgsqlCommand($"listen {LiveNews.Channel}", listening))
                {
                    await command.ExecuteNonQueryAsync(cancellationToken);
                }

                revisions.AllChanged();
                foreach (var what in Enum.GetValues<News>())
                {
                    hub.TellAll(NewsDesk.Item(what));
                }

                while (true)
                {
                    await listening.WaitAsync(cancellationToken);
                }
            }
            catch (OperationCanceledException) when (cancellationToken.IsCancellationRequested)
            {
                return;
            }
            catch (Exception e)
                when (e is NpgsqlException or IOException or System.Net.Sockets.SocketException or OperationCanceledException)
            {
                log.LogWarning("The line for live news is down ({Reason}); trying again.", e.Message);
                await Task.Delay(TimeSpan.FromSeconds(1), cancellationToken).ContinueWith(_ => { }, CancellationToken.None);
            }
        }
    }

    private void Hand(string payload)
    {
        try
        {
            if (JsonSerializer.Deserialize<LiveNews.Packet>(payload, JsonSerializerOptions.Web) is { } packet)
            {
                Hand(packet);
            }
        }
        catch (JsonException)
        {
            // Somebody else's notification on our channel: not ours to understand.
        }
    }

    private void Hand(LiveNews.Packet packet)
    {
        if (packet.Item is not { What: LiveItem.People, Person: { } person })
        {
            if (NewsDesk.PartOf(packet.Item) is { } part && packet.CountedBy != revisions.Origin)
            {
                revisions.Changed(packet.Workshop, part);
            }

            hub.Tell(packet.Workshop, packet.Item);
            return;
        }

        var workshop = packet.Workshop == Guid.Empty ? (Guid?)null : packet.Workshop;
        if (workshop is { } left)
        {
            MembershipMiddleware.Forget(cache, person, left);
        }

        if (packet.Item.SignIn is { } signIn)
        {
            SignInCookie.Forget(cache, signIn);
        }

        hub.Close(person, workshop, packet.Item.SignIn);
    }
}

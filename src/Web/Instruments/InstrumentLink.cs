using System.Net.Sockets;
using System.Text;
using EarthyTuft.Core.Instruments;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Live;

namespace EarthyTuft.Web.Instruments;

/// <summary>Where an instrument is.</summary>
/// <param name="Unit">What the workshop is shown temperatures in.</param>
/// <param name="Shed">Of a demo's stand-in: which of the sheds it plays; null for a real instrument, which is told nothing.</param>
public sealed record InstrumentPlace(
    Guid Workshop,
    Guid Id,
    InstrumentKind Kind,
    string Name,
    string Host,
    int Port,
    string? Shed = null,
    TemperatureUnit Unit = TemperatureUnit.Celsius
);

/// <summary>
/// Listens to one instrument for as long as it is wanted, and holds what it said last. A line that breaks is taken up again; garbage is
/// passed by; of a flood only the newest words are read, so that it costs neither memory nor the other requests their turn.
/// </summary>
public sealed class InstrumentLink(InstrumentPlace place, TimeProvider clock)
{
    /// <summary>A scale says five lines a second, some twenty bytes each. Of whoever says more at once only the end is read: the newest
    /// words.</summary>
    private const int Flood = 1024;

    /// <summary>So much of a flood's end is read.</summary>
    private const int End = 256;

    /// <summary>A flood is emptied out so often: rarely enough to cost nothing, often enough that what is shown is new.</summary>
    private static readonly TimeSpan Ebb = TimeSpan.FromMilliseconds(50);

    private const int MostAtOnce = 64 * 1024;

    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(5);
    private readonly Lock turn = new();
    private LiveReading? last;
    private double sum;
    private int counted;
    private long heardFrom;
    private double heardTicks;
    private readonly long soughtSince = Environment.TickCount64;

    public InstrumentPlace Place => place;

    /// <summary>What it said last, with whether the line still stands; null before the first word.</summary>
    public LiveReading? Last
    {
        get
        {
            lock (turn)
            {
                return last;
            }
        }
    }

    /// <summary>The mean of what it said since it was last asked, and the mean of when it was heard; null when it said nothing.</summary>
    public (DateTimeOffset At, double Value)? TakeMean()
    {
        lock (turn)
        {
            (DateTimeOffset, double)? mean =
                counted > 0
                    ? (new DateTimeOffset(heardFrom + (long)(heardTicks / counted), TimeSpan.Zero).ToStored(), sum / counted)
                    : null;
            Empty();
            return mean;
        }
    }

    private void Empty() => (sum, counted, heardTicks) = (0, 0, 0);

    public async Task Run(CancellationToken cancellationToken)
    {
        var wait = TimeSpan.FromMilliseconds(300);
        while (!cancellationToken.IsCancellationRequested)
        {
            var began = Environment.TickCount64;
            try
            {
                using var client = new TcpClient { ReceiveBufferSize = MostAtOnce };
                using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancellationToken);
                patience.CancelAfter(Patience);
                await client.ConnectAsync(place.Host, place.Port, patience.Token);
                if (place.Shed is { } shed)
                {
                    await client.GetStream().WriteAsync(Encoding.ASCII.GetBytes($"shed {shed}\n"), patience.Token);
                }

                await Listen(client.GetStream(), cancellationToken);
            }
            catch (Exception e) when (e is SocketException or IOException or OperationCanceledException or ObjectDisposedException)
            {
                // Gone, or not there: it is asked again.
            }

            Lost();
            // One that held for a while is asked again at once, one that never answers ever more rarely.
            wait =
                Environment.TickCount64 - began > 2000
                    ? TimeSpan.FromMilliseconds(300)
                    : TimeSpan.FromMilliseconds(Math.Min(5000, wait.TotalMilliseconds * 1.6));
            await Task.Delay(wait, cancellationToken).ContinueWith(_ => { }, CancellationToken.None);
        }
    }

    private async Task Listen(NetworkStream stream, CancellationToken cancellationToken)
    {
        var cutter = new LineCutter();
        var buffer = new byte[MostAtOnce];
        while (true)
        {
            using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancellationToken);
            patience.CancelAfter(Patience);
            var read = await stream.ReadAsync(buffer, patience.Token);
            if (read == 0)
            {
                return;
            }

            var heard = buffer.AsMemory(0, read);
            if (read > Flood)
            {
                cutter.Skip();
                heard = heard[^End..];
            }

            cutter.Cut(heard.Span, Take);
            if (read > End)
            {
                await Task.Delay(Ebb, cancellationToken);
            }
        }
    }

    private void Take(InstrumentReading reading)
    {
        if (reading.Kind != place.Kind)
        {
            return;
        }

        lock (turn)
        {
            var now = clock.GetUtcNow();
            last = new LiveReading(
                place.Id,
                place.Kind,
                place.Name,
                reading.Value,
                reading.Second,
                Words(reading, place.Unit),
                reading.Stable,
                now.ToStored(),
                true,
                reading.Kind == InstrumentKind.Scale || reading.Value is not { } warmth
                    ? null
                    : Temperature.FromCelsius(warmth).In(place.Unit)
            );
            if (reading.Value is { } value)
            {
                heardFrom = counted == 0 ? now.UtcTicks : heardFrom;
                heardTicks += now.UtcTicks - heardFrom;
                sum += value;
                counted++;
            }
        }
    }

    private void Lost()
    {
        lock (turn)
        {
            // A port where nobody listens and one that says nothing must look alike: neither is told before a silent one could be known.
            if (last is null && Environment.TickCount64 - soughtSince < Patience.TotalMilliseconds)
            {
                return;
            }

            last = last is { } known
                ? known with
                {
                    Connected = false,
                    Stable = false,
                }
                : new LiveReading(place.Id, place.Kind, place.Name, null, null, "not reached", false, clock.GetUtcNow().ToStored(), false);
            Empty();
        }
    }

    private static string Words(InstrumentReading reading, TemperatureUnit unit) =>
        reading switch
        {
            { Kind: InstrumentKind.Scale, Value: null } => "overload",
            { Kind: InstrumentKind.Scale, Value: { } grams } => FormattableString.Invariant($"{grams:0.#} g"),
            { Value: null } => "no contact",
            { Kind: InstrumentKind.Air, Value: { } celsius, Second: { } humidity } => FormattableString.Invariant(
                $"{Temperature.FromCelsius(celsius).Write(unit, 1)}, {humidity:0} %"
            ),
            { Value: { } celsius } => Temperature.FromCelsius(celsius).Write(unit, 1),
        };
}

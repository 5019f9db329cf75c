using System.ComponentModel.DataAnnotations;
using System.Globalization;
using System.Net.Sockets;
using System.Text;
using EarthyTuft.Core.Instruments;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Live;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Instruments;

public sealed record InstrumentView(
    Guid Id,
    InstrumentKind Kind,
    string Name,
    string Host,
    int Port,
    bool On,
    LiveReading? Last,
    uint Version
);

/// <param name="StandIns">The stand-ins run beside this house, and the demo may play with them.</param>
public sealed record InstrumentsPage(IReadOnlyList<InstrumentView> Instruments, bool StandIns);

public sealed record InstrumentRequest(
    InstrumentKind Kind,
    [property: StringLength(60, MinimumLength = 1)] string Name,
    [property: StringLength(60, MinimumLength = 1)] string Host,
    [property: Range(1, 65535)] int Port,
    bool On
);

public enum InstrumentKey
{
    Tare,
    Unit,
}

public sealed record KeyRequest(InstrumentKey Key);

/// <summary>What a hand does to the stand-ins.</summary>
public enum HandDoes
{
    Put,
    Off,
    Fleece,
    Pour,
    Empty,
    Breathe,
}

/// <param name="Numbers">put: grams. fleece: dry grams, water grams, time constant and steady start in minutes. pour: degrees, cooling rate
/// per minute.</param>
public sealed record HandRequest(HandDoes Does, [property: MaxLength(4)] IReadOnlyList<double>? Numbers = null);

public sealed record HandAnswer(string Said);

public static class InstrumentEndpoints
{
    public static void MapInstruments(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/instruments").WithTags("instruments").ForMembers();
        group.MapGet("", Page).Named("listInstruments", "Instruments with what they say.");
        group.MapPost("", Add).Named("addInstrument", "Adds an instrument.").Changes(MemberRole.Owner).NotInDemos();
        group
            .MapPut("/{id:guid}", Change)
            .Named("changeInstrument", "Changes an instrument.")
            .Changes(MemberRole.Owner)
            .ProducesProblem(404);
        group
            .MapDelete("/{id:guid}", Remove)
            .Named("removeInstrument", "Removes an instrument.")
            .Changes(MemberRole.Owner)
            .NotInDemos()
            .ProducesProblem(404);
        group
            .MapPost("/{id:guid}/key", Press)
            .Named("pressKey", "Presses a key of a scale.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(503);
        group
            .MapPost("/hand", Hand)
            .Named("setStandIn", "Lays something on a stand-in.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(503);
    }

    private static int? Control(IConfiguration configuration) => configuration.GetValue<int?>("Instruments:Control");

    private static async Task<InstrumentsPage> Page(
        EarthyTuftDb db,
        RequestContext context,
        LiveHub live,
        IConfiguration configuration,
        CancellationToken cancellationToken
    )
    {
        var last = live.Last(context.Workshop.WorkshopId).ToDictionary(r => r.InstrumentId);
        var rows = await db.Instruments.AsNoTracking().OrderBy(i => i.Kind).ThenBy(i => i.Name).ToListAsync(cancellationToken);
        return new InstrumentsPage(
            [.. rows.Select(r => View(r, r.On ? last.GetValueOrDefault(r.Id) : null))],
            context.Workshop.IsDemo && Control(configuration) is not null
        );
    }

    private static async Task<Results<Ok<InstrumentView>, ProblemHttpResult>> Add(
        InstrumentRequest request,
        EarthyTuftDb db,
        InstrumentNetworks networks,
        CancellationToken cancellationToken
    )
    {
        var row = new InstrumentRow { Name = "", Host = "" };
        if (Set(row, request, networks) is { } wrong)
        {
            return wrong;
        }

        db.Instruments.Add(row);
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.Ok(View(row, null));
    }

    private static async Task<Results<Ok<InstrumentView>, ProblemHttpResult>> Change(
        Guid id,
        InstrumentRequest request,
        EarthyTuftDb db,
        RequestContext context,
        LiveHub live,
        InstrumentNetworks networks,
        CancellationToken cancellationToken
    )
    {
        if (await db.Instruments.SingleOrDefaultAsync(i => i.Id == id, cancellationToken) is not { } row)
        {
            return Problems.NotHere("instrument");
        }

        // In a demo the stand-ins are switched on and off, and stay where they are.
        if (context.Workshop.IsDemo && (row.Host, row.Port, row.Kind) != (request.Host, request.Port, request.Kind))
        {
            return MembershipMiddleware.NotInDemo();
        }

        if (Set(row, request, networks) is { } wrong)
        {
            return wrong;
        }

        await db.SaveChangesAsync(cancellationToken);
        live.Forget(context.Workshop.WorkshopId, id);
        return TypedResults.Ok(View(row, null));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        LiveHub live,
        CancellationToken cancellationToken
    )
    {
        if (await db.Instruments.SingleOrDefaultAsync(i => i.Id == id, cancellationToken) is not { } row)
        {
            return Problems.NotHere("instrument");
        }

        db.Instruments.Remove(row);
        await db.SaveChangesAsync(cancellationToken);
        live.Forget(context.Workshop.WorkshopId, id);
        return TypedResults.NoContent();
    }

    private static ProblemHttpResult? Set(InstrumentRow row, InstrumentRequest request, InstrumentNetworks networks)
    {
        var host = request.Host.Trim().ToLowerInvariant();
        if (string.IsNullOrWhiteSpace(request.Name))
        {
            return Problems.Refused("name", "missing", "An instrument needs a name.");
        }

        if (!networks.Allow(host))
        {
            return Problems.Refused(
                "host",
                "not-in-the-house",
                "An instrument stands on this machine or in a network that the server may ask: localhost, or an address such as 192.168.1.20."
            );
        }

        (row.Kind, row.Name, row.Host, row.Port, row.On) = (request.Kind, request.Name.Trim(), host, request.Port, request.On);
        return null;
    }

    /// <summary>Presses a key on the instrument itself: one that was heard lately, so that no answer tells whether anything listens at an
    /// address.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> Press(
        Guid id,
        KeyRequest request,
        EarthyTuftDb db,
        RequestContext context,
        LiveHub live,
        CancellationToken cancellationToken
    )
    {
        if (await db.Instruments.AsNoTracking().SingleOrDefaultAsync(i => i.Id == id && i.On, cancellationToken) is not { } row)
        {
            return Problems.NotHere("instrument that is on");
        }

        if (!live.Last(context.Workshop.WorkshopId).Any(r => r.InstrumentId == id && r is { Connected: true, Value: not null }))
        {
            return Away();
        }

        await Send(row.Host, row.Port, Shed(context), request.Key.ToString().ToLowerInvariant(), answers: false, cancellationToken);
        return TypedResults.NoContent();
    }

    /// <summary>A demo's stand-ins are those of its own shed.</summary>
    private static string? Shed(RequestContext context) => context.Workshop.IsDemo ? context.Workshop.WorkshopId.ToString() : null;

    private static async Task<Results<Ok<HandAnswer>, ProblemHttpResult>> Hand(
        HandRequest request,
        RequestContext context,
        IConfiguration configuration,
        CancellationToken cancellationToken
    )
    {
        if (!context.Workshop.IsDemo || Control(configuration) is not { } port)
        {
            return Problems.NotHere("stand-in");
        }

        var line = string.Join(
            ' ',
            new[] { request.Does.ToString().ToLowerInvariant() }.Concat(
                (request.Numbers ?? []).Select(n => n.ToString("R", CultureInfo.InvariantCulture))
            )
        );
        return await Send("127.0.0.1", port, Shed(context), line, answers: true, cancellationToken) switch
        {
            null => Away(),
            "?" => Problems.Refused("numbers", "out-of-range", "The stand-ins cannot do that: a number is missing or out of range."),
            { } said => TypedResults.Ok(new HandAnswer(said)),
        };
    }

    private static ProblemHttpResult Away() =>
        Problems.Of(503, "instrument-away", "The instrument does not answer. Everything can be typed as well.");

    /// <summary>Says one line; the answer, an empty word where none is awaited, null when nobody is there.</summary>
    private static async Task<string?> Send(
        string host,
        int port,
        string? shed,
        string line,
        bool answers,
        CancellationToken cancellationToken
    )
    {
        using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancellationToken);
        patience.CancelAfter(TimeSpan.FromSeconds(3));
        try
        {
            using var client = new TcpClient();
            await client.ConnectAsync(host, port, patience.Token);
            var stream = client.GetStream();
            await stream.WriteAsync(Encoding.ASCII.GetBytes((shed is null ? "" : $"shed {shed}\n") + line + "\n"), patience.Token);
            if (!answers)
            {
                await Task.Delay(150, patience.Token);
                return "";
            }

            var buffer = new byte[200];
            var read = await stream.ReadAsync(buffer, patience.Token);
            return Encoding.ASCII.GetString(buffer, 0, read).Trim();
        }
        catch (Exception e)
            when (e is SocketException or IOException or OperationCanceledException && !cancellationToken.IsCancellationRequested)
        {
            return null;
        }
    }

    private static InstrumentView View(InstrumentRow r, LiveReading? last) =>
        new(r.Id, r.Kind, r.Name, r.Host, r.Port, r.On, last, r.Version);
}

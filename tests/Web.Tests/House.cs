using System.Net.Http.Json;
using System.Text.Json;
using EarthyTuft.Data.Store;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace EarthyTuft.Web.Tests;

/// <summary>The whole web process on a database of its own.</summary>
public sealed class House : IAsyncLifetime
{
    private WebApplicationFactory<Program>? factory;

    public string Connection { get; private set; } = "";

    public WebApplicationFactory<Program> Factory => factory!;

    public async ValueTask InitializeAsync()
    {
        Connection = await Postgres.Fresh(Migrate);
        factory = Start(Connection);
    }

    public static WebApplicationFactory<Program> Start(string connection, params (string Key, string Value)[] settings) =>
        new WebApplicationFactory<Program>().WithWebHostBuilder(builder =>
        {
            builder.UseSetting("ConnectionStrings:EarthyTuft", connection);
            builder.UseSetting("Limits:SignInPerMinute", "100000");
            builder.UseSetting("Logging:LogLevel:Default", Environment.GetEnvironmentVariable("EARTHY_TUFT_TEST_LOG") ?? "None");
            foreach (var (key, value) in settings)
            {
                builder.UseSetting(key, value);
            }

            builder.ConfigureTestServices(services => services.AddSingleton<IStartupFilter, Addresses>());
        });

    /// <summary>A further web process on this database, with a clock that the test sets.</summary>
    public WebApplicationFactory<Program> StartWith(TimeProvider clock, params (string Key, string Value)[] settings) =>
        Start(Connection, settings).WithWebHostBuilder(builder => builder.ConfigureTestServices(services => services.AddSingleton(clock)));

    public Task<Person> Register(string name = "Ada", string? invitation = null) => Person.Register(Factory, name, invitation);

    public async ValueTask DisposeAsync() => await Factory.DisposeAsync();

    private static async Task Migrate(string connection)
    {
        await using var db = new EarthyTuftDb(
            new DbContextOptionsBuilder<EarthyTuftDb>().UseNpgsql(connection).UseSnakeCaseNamingConvention().Options,
            new WorkshopScope()
        );
        await db.Database.MigrateAsync();
    }
}

/// <summary>Requests within one process come from nowhere: each says where it comes from, so that one test's wrong passwords do not slow
/// another's.</summary>
internal sealed class Addresses : IStartupFilter
{
    public const string Header = "X-Test-Address";

    public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) =>
        app =>
        {
            app.Use(
                (context, then) =>
                {
                    context.Connection.RemoteIpAddress = System.Net.IPAddress.TryParse(context.Request.Headers[Header], out var address)
                        ? address
                        : null;
                    return then(context);
                }
            );
            next(app);
        };
}

/// <summary>A clock that stands until it is set forward.</summary>
internal sealed class SettableClock(DateTimeOffset now) : TimeProvider
{
    public void Forward(TimeSpan by) => now += by;

    public override DateTimeOffset GetUtcNow() => now;
}

/// <summary>Someone with a browser: cookies, the token, and JSON.</summary>
/// <param name="from">The address that a proxy says it comes from.</param>
public sealed class Person(HttpClient http, string? from = null)
{
    private readonly string address = new System.Net.IPAddress(System.Security.Cryptography.RandomNumberGenerator.GetBytes(4)).ToString();
    private readonly Dictionary<string, string> cookies = [];
    private string? token;

    public HttpClient Http => http;

    public static async Task<Person> Register(WebApplicationFactory<Program> factory, string name = "Ada", string? invitation = null)
    {
        var person = new Person(factory.CreateClient());
        var mail = $"{Guid.NewGuid():N}@example.org";
        (
            await person.Send(
                HttpMethod.Post,
                "/api/session/register",
                new
                {
                    email = mail,
                    password = "wool and water",
                    name,
                    invitationCode = invitation,
                }
            )
        ).Expect(204);
        await person.Refresh();
        person.Email = mail;
        return person;
    }

    public async Task RegisterHere()
    {
        Email = $"{Guid.NewGuid():N}@example.org";
        (
            await Send(
                HttpMethod.Post,
                "/api/session/register",
                new
                {
                    email = Email,
                    password = "wool and water",
                    name = "Ada",
                }
            )
        ).Expect(204);
        await Refresh();
    }

    /// <summary>Somebody who has a copy of this browser's cookies, at the same server or another one on the same database.</summary>
    public Person Copy(WebApplicationFactory<Program> at)
    {
        var client = at.CreateClient(new WebApplicationFactoryClientOptions { HandleCookies = false });
        client.DefaultRequestHeaders.Add("Cookie", string.Join("; ", cookies.Select(c => $"{c.Key}={c.Value}")));
        return new Person(client) { token = token };
    }

    public string Email { get; private set; } = "";

    public async Task<JsonElement> Refresh()
    {
        var session = await Get("/api/session");
        token = session.GetProperty("token").GetString();
        return session;
    }

    public void LoseToken() => token = null;

    /// <summary>What the person's screen says that it shows; null where nothing is said.</summary>
    public string? Shows { get; set; }

    public async Task<Reply> Send(HttpMethod method, string path, object? body = null, Guid? key = null)
    {
        using var request = new HttpRequestMessage(method, path)
        {
            Content =
                body is HttpContent content ? content
                : body is null ? null
                : JsonContent.Create(body),
        };
        // A large body waits for the server's word before it is sent, as clients that mean well do.
        request.Headers.ExpectContinue = body is ByteArrayContent { Headers.ContentLength: > 1_000_000 };
        if (token is not null)
        {
            request.Headers.Add("X-Token", token);
        }

        if (Shows is not null)
        {
            request.Headers.Add("X-Units", Shows);
        }

        if (key is { } k)
        {
            request.Headers.Add("Idempotency-Key", k.ToString());
        }

        request.Headers.Add(Addresses.Header, address);
        if (from is not null)
        {
            request.Headers.Add("X-Forwarded-For", from);
        }

        using var response = await http.SendAsync(request);
        foreach (var cookie in response.Headers.TryGetValues("Set-Cookie", out var set) ? set : [])
        {
            var pair = cookie.Split(';')[0].Split('=', 2);
            cookies[pair[0]] = pair[1];
        }

        var text = await response.Content.ReadAsStringAsync();
        return new Reply(
            (int)response.StatusCode,
            text,
            response.Headers.ToDictionary(h => h.Key, h => string.Join(", ", h.Value)),
            string.Join(", ", response.Content.Headers.Allow.Order())
        );
    }

    public async Task<JsonElement> Get(string path) => (await Send(HttpMethod.Get, path)).Expect(200);

    public Task<Reply> Post(string path, object body, Guid? key = null) => Send(HttpMethod.Post, path, body, key ?? Guid.NewGuid());

    /// <summary>Takes a fleece in and tells its id and code.</summary>
    public async Task<(Guid Id, string Code)> TakeIn(object fleece)
    {
        var taken = (await Post("/api/fleeces", fleece)).Expect(200);
        return (taken.GetProperty("lotId").GetGuid(), taken.GetProperty("code").GetString()!);
    }

    /// <summary>Logs a step that must be kept, and tells the first lot it made.</summary>
    public async Task<(Guid Id, string Code)> Log(object step)
    {
        var answer = (await Post("/api/entries", step)).Expect(200);
        Assert.True(answer.GetProperty("kept").GetBoolean(), answer.GetProperty("sentence").GetString());
        var made = answer.GetProperty("made")[0];
        return (made.GetProperty("id").GetGuid(), made.GetProperty("code").GetString()!);
    }

    public async Task<JsonElement> Lot(string code) => await Get("/api/lots/" + code);
}

/// <summary>An answer, read to its end.</summary>
public sealed record Reply(int Status, string Text, IReadOnlyDictionary<string, string> Headers, string Allow = "")
{
    public JsonElement Json => Text.Length == 0 ? default : JsonDocument.Parse(Text).RootElement;

    public JsonElement Expect(int status)
    {
        Assert.True(Status == status, $"Expected {status}, got {Status}: {Text}");
        return Json;
    }

    /// <summary>Expects a problem of a type, and tells the refusals' fields and codes.</summary>
    public string[] Refused(int status = 422, string type = "refused")
    {
        var problem = Expect(status);
        Assert.Equal("/problems/" + type, problem.GetProperty("type").GetString());
        return problem.TryGetProperty("refusals", out var refusals)
            ? [.. refusals.EnumerateArray().Select(r => $"{r.GetProperty("field").GetString()} {r.GetProperty("code").GetString()}")]
            : [];
    }
}

/// <summary>Requests most tests make.</summary>
internal static class Requests
{
    public static object Skirt(Guid lot, string made, params (string Kind, string Mass)[] losses) =>
        new
        {
            step = "skirt",
            from = new[] { new { lotId = lot, rest = "gone" } },
            to = new[] { new { form = "skirted", mass = made } },
            losses = losses.Select(l => new
            {
                kind = l.Kind,
                mass = l.Mass,
                fate = "compost",
            }),
        };

    public static object Wash(Guid lot) =>
        new
        {
            step = "wash",
            from = new[] { new { lotId = lot } },
            to = new[] { new { form = "washed" } },
            losses = new[] { new { kind = "waxAndSuint" } },
        };

    public static object Dry(Guid lot, string made) =>
        new
        {
            step = "dry",
            from = new[] { new { lotId = lot } },
            to = new[] { new { form = "clean", mass = made } },
        };

    public static object Comb(Guid lot, string? taken, string top, string? noil = null) =>
        new
        {
            step = "comb",
            from = new[]
            {
                new
                {
                    lotId = lot,
                    mass = taken,
                    all = taken is null,
                },
            },
            to = new[] { new { form = "top", mass = top } },
            losses = noil is null
                ? []
                : new[]
                {
                    new
                    {
                        kind = "noil",
                        mass = noil,
                        fate = "keptAsLowerGrade",
                    },
                },
        };
}

using System.IO.Compression;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using System.Threading.RateLimiting;
using EarthyTuft.Data.Demo;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web;
using EarthyTuft.Web.Animals;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Comparing;
using EarthyTuft.Web.Course;
using EarthyTuft.Web.Finding;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Instruments;
using EarthyTuft.Web.Ledger;
using EarthyTuft.Web.Live;
using EarthyTuft.Web.LotPages;
using EarthyTuft.Web.Photographs;
using EarthyTuft.Web.Reckoning;
using EarthyTuft.Web.Routing;
using EarthyTuft.Web.Runs;
using EarthyTuft.Web.Sampling;
using EarthyTuft.Web.Session;
using EarthyTuft.Web.Stock;
using EarthyTuft.Web.TakingIn;
using EarthyTuft.Web.Tools;
using EarthyTuft.Web.WeighLog;
using EarthyTuft.Web.Workshops;
using Microsoft.AspNetCore.HostFiltering;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.EntityFrameworkCore;

// The OpenAPI document is made at build time by starting this host: then there is no database to speak of.
var describing = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
var connection = builder.Configuration.GetConnectionString("EarthyTuft")
    ?? (
        describing
            ? "Host=127.0.0.1"
            : throw new InvalidOperationException("ConnectionStrings__EarthyTuft says where the database is; ./start sets it.")
    );

var runKinds = new RunKinds(Crafts.All);

builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.AddServerHeader = false;
    kestrel.Limits.MaxRequestBodySize = 1_000_000;
});
builder.Services.AddSingleton(
    builder.Configuration["Now"] is { Length: > 0 } start
        ? new SetClock(
            DateTimeOffset.Parse(
                start,
                System.Globalization.CultureInfo.InvariantCulture,
                System.Globalization.DateTimeStyles.AssumeUniversal
            ),
            TimeProvider.System,
            builder.Configuration.GetValue("Speed", 1.0)
        )
        : TimeProvider.System
);
builder.Services.AddSingleton<WorkshopRevisions>();
builder.Services.AddSingleton<LotPageCache>();
builder.Services.AddSingleton<NewsDesk>();
builder.Services.AddSingleton<INewsDesk>(services => services.GetRequiredService<NewsDesk>());
builder.Services.AddStorage(connection);
builder.Services.AddScoped<RequestContext>();
builder.Services.AddScoped<BreedBooks>();
builder.Services.AddScoped<Finder>();
builder.Services.AddSingleton<Pictures>();
builder.Services.AddSingleton<IncomingPictures>();
builder.Services.AddSingleton<DemoDoor>();
builder.Services.AddSingleton<UnknownAddress>();
builder.Services.AddSingleton<InstrumentNetworks>();
builder.Services.AddScoped<SignIns>();
builder.Services.AddScoped<SignInPace>();
builder.Services.AddSingleton(Crafts.All);
runKinds.AddServices(builder.Services);
foreach (var craft in Crafts.All)
{
    craft.AddServices(builder.Services);
}

builder.Services.AddSingleton<LiveHub>();
builder.Services.AddSingleton(new Npgsql.NpgsqlConnectionStringBuilder(connection));
if (!describing)
{
    builder.Services.AddHostedService<LiveBridge>();
    builder.Services.AddHostedService(services => services.GetRequiredService<NewsDesk>());
    builder.Services.AddHostedService<InstrumentDesk>();
    builder.Services.AddHostedService<Sweeping>();
    builder.Services.AddHostedService<DemoRehearsal>();
}

builder.Services.AddMemoryCache();
builder
    .Services.AddIdentityCore<AppUser>(identity =>
    {
        identity.User.RequireUniqueEmail = true;
        // Length is what makes a password hard to guess; the rest is a nuisance with wet hands.
        identity.Password.RequiredLength = 10;
        identity.Password.RequireDigit =
            identity.Password.RequireLowercase =
            identity.Password.RequireUppercase =
            identity.Password.RequireNonAlphanumeric =
                false;
    })
    .AddEntityFrameworkStores<EarthyTuftDb>()
    .AddTokenProvider<DataProtectorTokenProvider<AppUser>>(TokenOptions.DefaultProvider);
builder
    .Services.AddAuthentication(IdentityConstants.ApplicationScheme)
    .AddCookie(IdentityConstants.ApplicationScheme, cookie =>
    {
        // A set clock is for the log; a browser judges a cookie by its own.
        cookie.TimeProvider = TimeProvider.System;
        cookie.Cookie.Name = "earthy-tuft";
        cookie.Cookie.HttpOnly = true;
        cookie.Cookie.SameSite = SameSiteMode.Strict;
        cookie.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        cookie.ExpireTimeSpan = TimeSpan.FromDays(30);
        cookie.SlidingExpiration = true;
        cookie.Events.OnValidatePrincipal = SignIns.Validate;
        cookie.Events.OnRedirectToLogin = context => Status(context.Response, StatusCodes.Status401Unauthorized);
        cookie.Events.OnRedirectToAccessDenied = context => Status(context.Response, StatusCodes.Status403Forbidden);
    });
builder.Services.AddAuthorization();
builder.Services.AddAntiforgery(antiforgery =>
{
    antiforgery.HeaderName = "X-Token";
    antiforgery.Cookie.Name = "earthy-tuft-token";
    antiforgery.Cookie.HttpOnly = true;
    antiforgery.Cookie.SameSite = SameSiteMode.Strict;
    antiforgery.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
});
builder.Services.AddRateLimiter(limits =>
{
    limits.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
    limits.OnRejected = async (context, cancellationToken) =>
        await context.HttpContext.Response.WriteAsJsonAsync(
            Problems.Details(429, "too-often", "Too many tries in a short time. Wait a minute."),
            (JsonSerializerOptions?)null,
            "application/problem+json",
            cancellationToken
        );
    limits.AddPolicy("sign-in", http => PerAddress(http, builder.Configuration.GetValue("Limits:SignInPerMinute", 20)));
    limits.AddPolicy("demo", http => PerAddress(http, builder.Configuration.GetValue("Limits:DemosPerMinute", 30)));
    limits.AddPolicy("reckon", http => PerAddress(http, builder.Configuration.GetValue("Limits:ReckonPerMinute", 1200)));
});
builder.Services.ConfigureHttpJsonOptions(json =>
{
    json.SerializerOptions.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
    json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
    json.SerializerOptions.RespectNullableAnnotations = true;
    json.SerializerOptions.RespectRequiredConstructorParameters = true;
    json.SerializerOptions.MaxDepth = 32;
    json.SerializerOptions.AllowOutOfOrderMetadataProperties = true;
    json.SerializerOptions.TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { runKinds.Polymorphic } };
    json.SerializerOptions.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
});
builder.Services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);

// Keys lie in the database as everything does; docs/operating.md says why, and what follows.
builder.Logging.AddFilter("Microsoft.AspNetCore.DataProtection.KeyManagement.XmlKeyManager", LogLevel.Error);
builder.Services.AddValidation();
builder.Services.AddProblemDetails(problems =>
    problems.CustomizeProblemDetails = context =>
    {
        if (context.ProblemDetails is Microsoft.AspNetCore.Http.HttpValidationProblemDetails invalid)
        {
            FieldProblems.Rewrite(invalid);
            context.HttpContext.Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }
        else
        {
            FieldProblems.Name(context.ProblemDetails);
        }
    }
);
builder.Services.AddExceptionHandler<ProblemWriter>();
builder.Services.AddOpenApi(options => Description.Setup(options, Crafts.All.Select(c => c.Tag).OfType<ApiTag>()));
builder.Services.AddResponseCompression(compression => compression.EnableForHttps = false);

// A fifth to a third smaller than the fastest, for less than half a millisecond of an answer of 25 kB: on a phone each kilobyte is five
// milliseconds.
builder.Services.Configure<BrotliCompressionProviderOptions>(brotli => brotli.Level = CompressionLevel.Optimal);

// Who is named in Hosts may be asked for; by default the names of this machine alone, so that no name of somebody else's leads here.
builder.Services.Configure<HostFilteringOptions>(hosts => hosts.AllowedHosts = ["localhost", "127.0.0.1", "[::1]", .. Listed("Hosts")]);
builder.Services.Configure<ForwardedHeadersOptions>(forwarded => ForwardedFrom(forwarded, Listed("Proxies")));

var app = builder.Build();
if (Listed("Proxies").Length > 0)
{
    app.UseForwardedHeaders();
}

app.UseExceptionHandler();
app.UseStatusCodePages();
app.UseSecurityHeaders();
app.UseSameSiteGuard();
app.UseResponseCompression();
app.UseFrontEndFiles();
app.UseRouting();
app.UseAuthentication();
app.UseMembership();
app.UseRateLimiter();
app.UseAuthorization();
app.UseRequestTextGuard();

app.MapSession();
app.MapWorkshop();
app.MapBreeds();
app.MapTakingIn();
app.MapLedger();
app.MapLots();
app.MapAnimals();
app.MapFinding();
app.MapAssessing();
app.MapRouting();
app.MapStock();
app.MapSampling();
app.MapCourse();
app.MapRuns();
app.MapInstruments();
app.MapTools();
app.MapPhotographs();
foreach (var craft in Crafts.All)
{
    craft.MapRoutes(app);
}

app.MapComparing();
app.MapLive();
app.MapReckon();
app.MapWeighLog();
app.MapGet("/api/health", async (EarthyTuftDb db, CancellationToken cancellationToken) =>
    {
        await db.Database.ExecuteSqlAsync($"select 1", cancellationToken);
        return TypedResults.Ok(new { status = "well" });
    })
    .ExcludeFromDescription();
app.MapOpenApi("/api/openapi.json").ExcludeFromDescription();
app.MapFrontEnd();

if (!describing)
{
    try
    {
        if (!await Prepared())
        {
            return;
        }
    }
    catch (Exception e) when (ProblemWriter.IsDatabaseAway(e))
    {
        Console.Error.WriteLine(
            "The database went away while this was starting. Each change of it is made whole or not at all: start again once it is there."
        );
        Environment.ExitCode = 1;
        return;
    }
}

await app.RunAsync();

// Brings the database up to date; false where a command was run and nothing is to be served.
async Task<bool> Prepared()
{
    await using var scope = app.Services.CreateAsyncScope();
    var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
    var workshops = scope.ServiceProvider.GetRequiredService<WorkshopScope>();
    await db.Database.PrepareHistory();
    await workshops.Across(() => db.Database.MigrateAsync());
    await Projections.BringUpToDate(db, workshops, CancellationToken.None);
    await workshops.Across(() => DemoInstruments.PlaceAll(db, app.Services.GetRequiredService<DemoDoor>().PortOf, CancellationToken.None));
    if (!await RowSecurity.IsBinding(db, CancellationToken.None))
    {
        app.Logger.LogWarning(
            "The database role of the connection is bound by no row-level security. Give the web process a role that is no superuser: "
                + "docs/operating.md says how."
        );
    }

    if (builder.Configuration["reset-password"] is { } mail)
    {
        Environment.ExitCode = await ServerCommands.ResetPassword(db, mail, app.Services.GetRequiredService<TimeProvider>().GetUtcNow());
        return false;
    }

    return true;
}

string[] Listed(string setting) =>
    (builder.Configuration[setting] ?? "").Split([';', ',', ' '], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

// Only a proxy that the operator names is believed about where a request comes from.
static void ForwardedFrom(ForwardedHeadersOptions forwarded, string[] proxies)
{
    forwarded.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto | ForwardedHeaders.XForwardedHost;
    forwarded.KnownProxies.Clear();
    forwarded.KnownIPNetworks.Clear();
    foreach (var proxy in proxies)
    {
        if (System.Net.IPNetwork.TryParse(proxy, out var network))
        {
            forwarded.KnownIPNetworks.Add(network);
        }
        else if (System.Net.IPAddress.TryParse(proxy, out var address))
        {
            forwarded.KnownProxies.Add(address);
        }
        else
        {
            throw new InvalidOperationException($"Proxies names {proxy}, which is no address and no network.");
        }
    }
}

static Task Status(HttpResponse response, int status)
{
    response.StatusCode = status;
    return Task.CompletedTask;
}

static RateLimitPartition<string> PerAddress(HttpContext http, int perMinute) =>
    RateLimitPartition.GetFixedWindowLimiter(http.Connection.RemoteIpAddress?.ToString() ?? "", _ => new FixedWindowRateLimiterOptions
    {
        PermitLimit = perMinute,
        Window = TimeSpan.FromMinutes(1),
    });

/// <summary>The web process; named so that the tests can start it.</summary>
public partial class Program;

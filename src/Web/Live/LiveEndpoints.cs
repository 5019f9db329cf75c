using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Live;

/// <summary>The stream that every open screen listens to: what changed, what the instruments say, and what time it is here.</summary>
public static class LiveEndpoints
{
    private static readonly TimeSpan Beat = TimeSpan.FromSeconds(10);

    public static void MapLive(this IEndpointRouteBuilder app) =>
        app.MapGroup("/api/live").WithTags("live").ForMembers().MapGet("", Listen).ExcludeFromDescription();

    private static IResult Listen(
        HttpContext http,
        LiveHub hub,
        RequestContext context,
        TimeProvider clock,
        IHostApplicationLifetime life,
        CancellationToken cancellationToken
    ) =>
        TypedResults.ServerSentEvents(
            Items(hub, context.Workshop.WorkshopId, context.PersonId, SignInCookie.Id(http.User), clock, life, cancellationToken)
        );

    private static async IAsyncEnumerable<SseItem<LiveItem>> Items(
        LiveHub hub,
        Guid workshop,
        Guid person,
        Guid? signIn,
        TimeProvider clock,
        IHostApplicationLifetime life,
        [EnumeratorCancellation] CancellationToken cancellationToken
    )
    {
        // A stopping server ends its streams, or it would wait half a minute for them.
        using var both = CancellationTokenSource.CreateLinkedTokenSource(cancellationToken, life.ApplicationStopping);
        var news = hub.Listen(workshop, person, signIn, both.Token);
        yield return Item(Time());
        foreach (var reading in hub.Last(workshop))
        {
            yield return Item(new LiveItem("reading", reading));
        }

        var next = news.WaitToReadAsync(CancellationToken.None).AsTask();
        while (!both.IsCancellationRequested)
        {
            var beat = Task.Delay(Beat, both.Token);
            if (await Task.WhenAny(next, beat) == beat)
            {
                if (both.IsCancellationRequested)
                {
                    break;
                }

                yield return Item(Time());
                continue;
            }

            if (!await next)
            {
                break;
            }

            while (news.TryRead(out var item))
            {
                yield return Item(item);
            }

            next = news.WaitToReadAsync(CancellationToken.None).AsTask();
        }

        LiveItem Time() => new("clock", Now: clock.GetUtcNow(), Speed: clock.SpeedOf());
        static SseItem<LiveItem> Item(LiveItem item) => new(item, item.What);
    }
}

using System.Diagnostics;
using System.Net;
using SkiaSharp;
using Xunit;

namespace EarthyTuft.Web.Tests.Photographs;

/// <summary>Pictures that hardly come in, at the web process as it really runs.</summary>
public class SlowSenderTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Slow_senders_keep_nobody_out_and_are_cut_off()
    {
        await using var web = await WebProcess.Start(house.Connection);
        var (slow, quick) = (new Person(web.Client()), new Person(web.Client()));
        await slow.RegisterHere();
        await quick.RegisterHere();
        var (theirs, _) = await slow.TakeIn(new { mass = "500" });
        var (own, _) = await quick.TakeIn(new { mass = "500" });
        var watch = Stopwatch.StartNew();
        Task<bool> Trickles() =>
            Task.Run(async () =>
            {
                try
                {
                    var reply = await slow.Send(
                        HttpMethod.Post,
                        $"/api/photographs?of=lot&id={theirs}",
                        new Trickle(bytesPerSecond: 400),
                        Guid.NewGuid()
                    );
                    return reply.Status == 200;
                }
                catch (HttpRequestException)
                {
                    return false;
                }
            });
        Task<bool>[] senders = [.. Enumerable.Range(0, 6).Select(_ => Trickles())];
        await Task.Delay(2000, TestContext.Current.CancellationToken);

        var asked = Stopwatch.StartNew();
        var jpeg = TestPictures.Stripes(SKEncodedImageFormat.Jpeg, 800, 600, SKColors.Red);
        (await quick.Send(HttpMethod.Post, $"/api/photographs?of=lot&id={own}", TestPictures.Body(jpeg), Guid.NewGuid())).Expect(200);
        Assert.True(asked.Elapsed < TimeSpan.FromSeconds(15), $"{asked.Elapsed}");

        Assert.All(await Task.WhenAll(senders), Assert.False);
        Assert.True(watch.Elapsed < TimeSpan.FromSeconds(75), $"{watch.Elapsed}");
        // Their share is free again.
        (await slow.Send(HttpMethod.Post, $"/api/photographs?of=lot&id={theirs}", TestPictures.Body(jpeg), Guid.NewGuid())).Expect(200);
    }

    [Fact]
    public async Task Of_one_workshop_so_many_are_on_their_way_at_a_time()
    {
        await using var web = await WebProcess.Start(house.Connection);
        var ada = new Person(web.Client());
        await ada.RegisterHere();
        var (lot, _) = await ada.TakeIn(new { mass = "500" });
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(TestContext.Current.CancellationToken);
        var senders = Enumerable
            .Range(0, 8)
            .Select(_ => ada.Send(HttpMethod.Post, $"/api/photographs?of=lot&id={lot}", new Trickle(4000, stop.Token), Guid.NewGuid()))
            .ToArray();
        await Task.Delay(2000, TestContext.Current.CancellationToken);
        var jpeg = TestPictures.Stripes(SKEncodedImageFormat.Jpeg, 80, 60, SKColors.Red);
        (await ada.Send(HttpMethod.Post, $"/api/photographs?of=lot&id={lot}", TestPictures.Body(jpeg), Guid.NewGuid())).Refused(
            503,
            "busy"
        );
        await stop.CancelAsync();
        await Task.WhenAll(senders.Select(s => s.ContinueWith(_ => { }, TaskScheduler.Default)));
    }

    /// <summary>A body that comes in drops.</summary>
    private sealed class Trickle(int bytesPerSecond, CancellationToken stop = default) : HttpContent
    {
        private const int Length = 200_000;

        protected override async Task SerializeToStreamAsync(Stream stream, TransportContext? context)
        {
            var drop = new byte[bytesPerSecond / 10];
            for (var sent = 0; sent < Length; sent += drop.Length)
            {
                stop.ThrowIfCancellationRequested();
                await stream.WriteAsync(drop.AsMemory(0, Math.Min(drop.Length, Length - sent)), stop);
                await stream.FlushAsync(stop);
                await Task.Delay(100, stop);
            }
        }

        protected override bool TryComputeLength(out long length)
        {
            length = Length;
            return true;
        }
    }
}

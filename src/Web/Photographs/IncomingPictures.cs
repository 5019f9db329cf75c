using System.Collections.Concurrent;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Server.Kestrel.Core;
using Microsoft.AspNetCore.Server.Kestrel.Core.Features;
using Microsoft.AspNetCore.WebUtilities;

namespace EarthyTuft.Web.Photographs;

/// <summary>
/// Takes in the bodies of pictures. While one is still coming it waits on disk and keeps nobody else out; only once all of it is there it
/// takes one of the few places in which pictures are held in memory and drawn. A workshop has a share of both, and whoever sends next to
/// nothing is cut off.
/// </summary>
public sealed class IncomingPictures(Pictures pictures) : IDisposable
{
    /// <summary>Held in memory at a time, of all workshops and of one.</summary>
    private const int Places = 4,
        PlacesOfOne = 2;

    /// <summary>On their way at a time, of one workshop: so many times ten megabytes on disk at most.</summary>
    internal const int ComingOfOne = 8;

    /// <summary>In memory while it is still coming; what is more lies on disk.</summary>
    private const int HeldWhileComing = 64 * 1024;

    private static readonly TimeSpan LongestWait = TimeSpan.FromSeconds(20);
    private static readonly TimeSpan LongestSending = TimeSpan.FromMinutes(2);

    /// <summary>A kilobyte a second, after half a minute: a weak signal sends more.</summary>
    private static readonly MinDataRate Slowest = new(1024, TimeSpan.FromSeconds(30));

    private readonly SemaphoreSlim places = new(Places);
    private readonly ConcurrentDictionary<Guid, Share> shares = new();

    private sealed class Share
    {
        public readonly SemaphoreSlim Places = new(PlacesOfOne);
        public readonly SemaphoreSlim Coming = new(ComingOfOne);
    }

    /// <summary>Takes a body in and makes a picture of it.</summary>
    /// <param name="request">The request, its body not read yet.</param>
    /// <param name="workshop">Whose it is.</param>
    /// <returns>The picture, or what stands against it: <c>too-large</c>, <c>busy</c>, <c>too-slow</c>, and what is refused of the picture.</returns>
    public async Task<(Picture? Picture, ProblemHttpResult? Trouble)> Take(
        HttpRequest request,
        Guid workshop,
        CancellationToken cancellationToken
    )
    {
        if (request.ContentLength > Pictures.MostBytes)
        {
            return (
                null,
                Problems.Of(413, "too-large", $"That is more than {Pictures.MostBytes / (1024 * 1024)} MB. Send a smaller copy.")
            );
        }

        var share = shares.GetOrAdd(workshop, _ => new Share());
        if (!await share.Coming.WaitAsync(TimeSpan.Zero, cancellationToken))
        {
            return Busy(request, "Several pictures of this workshop are on their way. Send this one when they are in.");
        }

        try
        {
            return await Arrived(request, share, cancellationToken);
        }
        finally
        {
            share.Coming.Release();
        }
    }

    public void Dispose() => places.Dispose();

    private async Task<(Picture? Picture, ProblemHttpResult? Trouble)> Arrived(
        HttpRequest request,
        Share share,
        CancellationToken cancellationToken
    )
    {
        if (request.HttpContext.Features.Get<IHttpMinRequestBodyDataRateFeature>() is { } rate)
        {
            rate.MinDataRate = Slowest;
        }

        using var sending = CancellationTokenSource.CreateLinkedTokenSource(cancellationToken);
        sending.CancelAfter(LongestSending);
        await using var body = new FileBufferingReadStream(request.Body, HeldWhileComing, Pictures.MostBytes, Path.GetTempPath());
        try
        {
            await body.DrainAsync(sending.Token);
        }
        catch (Exception e) when (IsTooSlow(e) && !cancellationToken.IsCancellationRequested)
        {
            return (null, Problems.Of(408, "too-slow", "The picture did not arrive in time. Send it again, or a smaller copy."));
        }

        body.Position = 0;
        if (!await share.Places.WaitAsync(LongestWait, cancellationToken))
        {
            return Busy(request);
        }

        try
        {
            if (!await places.WaitAsync(LongestWait, cancellationToken))
            {
                return Busy(request);
            }

            try
            {
                var file = new byte[body.Length];
                await body.ReadExactlyAsync(file, cancellationToken);
                var made = await pictures.Of(file, cancellationToken);
                return made.IsRefused ? (null, Problems.Refused(made.Refusals)) : (made.Value, null);
            }
            finally
            {
                places.Release();
            }
        }
        finally
        {
            share.Places.Release();
        }
    }

    private static bool IsTooSlow(Exception e) =>
        e
            is OperationCanceledException
                or Microsoft.AspNetCore.Http.BadHttpRequestException { StatusCode: StatusCodes.Status408RequestTimeout };

    private static (Picture? Picture, ProblemHttpResult? Trouble) Busy(
        HttpRequest request,
        string words = "Several pictures are coming in just now. Send it again in a moment."
    )
    {
        request.HttpContext.Response.Headers.RetryAfter = "5";
        return (null, Problems.Of(503, "busy", words));
    }
}

using System.Diagnostics;
using System.Net.Sockets;
using Xunit;

namespace EarthyTuft.Web.Tests;

/// <summary>The web process as it really runs: on its own, on a loopback port, to be killed.</summary>
internal sealed class WebProcess : IAsyncDisposable
{
    private readonly Process process;
    private readonly Uri address;

    private WebProcess(Process process, Uri address)
    {
        this.process = process;
        this.address = address;
    }

    /// <summary>Runs a command of the server's and tells what it printed.</summary>
    public static async Task<(int Exit, string Said)> Command(string connection, params string[] arguments)
    {
        var start = new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location, .. arguments])
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            Environment = { ["ConnectionStrings__EarthyTuft"] = connection, ["Logging__LogLevel__Default"] = "None" },
        };
        using var process = Process.Start(start)!;
        var said = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        return (process.ExitCode, said);
    }

    public static async Task<WebProcess> Start(string connection, int? onPort = null, params (string Key, string Value)[] settings)
    {
        var port = onPort ?? FreePort();
        var start = new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location])
        {
            Environment =
            {
                ["ConnectionStrings__EarthyTuft"] = connection,
                ["ASPNETCORE_URLS"] = $"http://127.0.0.1:{port}",
                ["Logging__LogLevel__Default"] = "None",
            },
        };
        foreach (var (key, value) in settings)
        {
            start.Environment[key] = value;
        }

        var web = new WebProcess(Process.Start(start)!, new Uri($"http://127.0.0.1:{port}"));
        using var client = web.Client();
        for (var i = 0; i < 900; i++)
        {
            try
            {
                if ((await client.GetAsync("/api/health")).IsSuccessStatusCode)
                {
                    return web;
                }
            }
            catch (HttpRequestException)
            {
                // Not up yet.
            }

            await Task.Delay(100);
        }

        throw new TimeoutException("The web process did not answer within 90 seconds.");
    }

    public HttpClient Client() =>
        new(new SocketsHttpHandler { UseCookies = true }) { BaseAddress = address, Timeout = TimeSpan.FromSeconds(60) };

    public int Port => address.Port;

    /// <summary>kill -9: no shutdown, no flush.</summary>
    public async Task Kill()
    {
        process.Kill();
        await process.WaitForExitAsync();
    }

    public async ValueTask DisposeAsync()
    {
        if (!process.HasExited)
        {
            await Kill();
        }

        process.Dispose();
    }

    private static int FreePort()
    {
        var listener = new TcpListener(System.Net.IPAddress.Loopback, 0);
        listener.Start();
        var port = ((System.Net.IPEndPoint)listener.LocalEndpoint).Port;
        listener.Stop();
        return port;
    }
}

public class KillTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_killed_process_loses_no_acknowledged_entry_and_stores_none_twice()
    {
        var web = await WebProcess.Start(house.Connection);
        var client = web.Client();
        var ada = new Person(client);
        (
            await ada.Send(
                HttpMethod.Post,
                "/api/session/register",
                new
                {
                    email = $"{Guid.NewGuid():N}@example.org",
                    password = "wool and water",
                    name = "Ada",
                }
            )
        ).Expect(204);
        await ada.Refresh();

        var keys = Enumerable.Range(0, 400).Select(_ => Guid.NewGuid()).ToArray();
        var acknowledged = new System.Collections.Concurrent.ConcurrentDictionary<Guid, string>();
        var burst = Parallel.ForEachAsync(keys, new ParallelOptions { MaxDegreeOfParallelism = 8 }, async (key, _) =>
        {
            try
            {
                var reply = await ada.Post("/api/fleeces", new { mass = "500" }, key);
                if (reply.Status == 200)
                {
                    acknowledged[key] = reply.Json.GetProperty("code").GetString()!;
                }
            }
            catch (Exception e) when (e is HttpRequestException or System.Net.Sockets.SocketException or IOException)
            {
                // The process died under this one: it may be stored or not, and is sent again below.
            }
        });
        while (acknowledged.Count < 60)
        {
            await Task.Delay(5, TestContext.Current.CancellationToken);
        }

        await web.Kill();
        await burst;
        Assert.InRange(acknowledged.Count, 60, 399);

        await using var again = await WebProcess.Start(house.Connection, web.Port);
        await Parallel.ForEachAsync(keys, new ParallelOptions { MaxDegreeOfParallelism = 8 }, async (key, _) =>
        {
            var code = (await ada.Post("/api/fleeces", new { mass = "500" }, key)).Expect(200).GetProperty("code").GetString();
            Assert.Equal(acknowledged.GetValueOrDefault(key, code!), code);
        });
        var rows = (await ada.Send(HttpMethod.Get, "/api/weigh-log")).Text.Trim().Split("\r\n").Length - 1;
        Assert.Equal(keys.Length, rows);
        await web.DisposeAsync();
    }
}

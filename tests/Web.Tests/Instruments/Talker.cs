using System.Net;
using System.Net.Sockets;
using System.Text;

namespace EarthyTuft.Web.Tests;

/// <summary>An instrument on a loopback port, for as long as it is held: says the next line again and again to whoever listens.</summary>
internal sealed class Talker : IDisposable
{
    private readonly TcpListener listener = new(IPAddress.Loopback, 0);
    private readonly CancellationTokenSource stop = new();

    public Talker(Func<int, string> line, TimeSpan every, Func<int, bool>? hangUpAfter = null)
    {
        listener.Start();
        _ = Task.Run(async () =>
        {
            for (var said = 0; !stop.IsCancellationRequested; )
            {
                using var client = await listener.AcceptTcpClientAsync(stop.Token);
                Visits++;
                try
                {
                    do
                    {
                        await client.GetStream().WriteAsync(Encoding.ASCII.GetBytes(line(said++)), stop.Token);
                        if (every > TimeSpan.Zero)
                        {
                            await Task.Delay(every, stop.Token);
                        }
                    } while (hangUpAfter?.Invoke(said) is not true);
                }
                catch (IOException)
                {
                    // Whoever listened has gone.
                }
            }
        });
    }

    public int Port => ((IPEndPoint)listener.LocalEndpoint).Port;

    /// <summary>How many came to listen so far.</summary>
    public int Visits { get; private set; }

    public void Dispose()
    {
        stop.Cancel();
        listener.Dispose();
        stop.Dispose();
    }
}

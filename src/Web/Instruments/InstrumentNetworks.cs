using System.Net;
using System.Net.Sockets;

namespace EarthyTuft.Web.Instruments;

/// <summary>
/// Where instruments may stand. By default this machine and private networks; the operator's setting <c>Instruments:Networks</c> takes
/// their place. An address is numbers, or localhost: a name could lead anywhere.
/// </summary>
public sealed class InstrumentNetworks(IConfiguration configuration)
{
    private const string Usual = "127.0.0.0/8 ::1/128 10.0.0.0/8 172.16.0.0/12 192.168.0.0/16 fc00::/7";

    private readonly IPNetwork[] allowed =
    [
        .. (configuration["Instruments:Networks"] is { Length: > 0 } set ? set : Usual)
            .Split([';', ',', ' '], StringSplitOptions.RemoveEmptyEntries)
            .Select(n =>
                IPNetwork.TryParse(n, out var network)
                    ? network
                    : throw new InvalidOperationException($"Instruments:Networks names {n}, which is no network such as 192.168.1.0/24.")
            ),
    ];

    public bool Allow(string host)
    {
        if (!IPAddress.TryParse(host == "localhost" ? "127.0.0.1" : host, out var address))
        {
            return false;
        }

        // Only as it is usually written: 0x7f.1 and 2130706433 are read as addresses too.
        if (address.AddressFamily == AddressFamily.InterNetwork && host != "localhost" && address.ToString() != host)
        {
            return false;
        }

        address = address.IsIPv4MappedToIPv6 ? address.MapToIPv4() : address;
        return allowed.Any(n => n.BaseAddress.AddressFamily == address.AddressFamily && n.Contains(address));
    }
}

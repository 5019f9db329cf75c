using System.Globalization;

namespace EarthyTuft.Bench;

/// <summary>What the web process holds once nobody asks it anything.</summary>
internal static class WebProcess
{
    private static readonly TimeSpan Rest = TimeSpan.FromMinutes(1);

    /// <summary>Its memory, from the kernel, after a minute of rest.</summary>
    public static async Task<double> MegabytesAtRest()
    {
        var busy = Resident();
        await Task.Delay(Rest);
        Console.Error.WriteLine(FormattableString.Invariant($"the web process held {busy:0} MB while it was busy"));
        return Resident();
    }

    private static double Resident()
    {
        var status = File.ReadLines($"/proc/{Environment.GetEnvironmentVariable("WEB_PID")}/status");
        var line = status.First(l => l.StartsWith("VmRSS:", StringComparison.Ordinal));
        return double.Parse(line.Split(' ', StringSplitOptions.RemoveEmptyEntries)[1], CultureInfo.InvariantCulture) / 1024;
    }
}

using Xunit;

namespace EarthyTuft.Core.Tests;

/// <summary>Measured figures: <c>figure NAME VALUE AIM</c>, on the test's output and, where ./test asks for them, in its file.</summary>
internal static class Figures
{
    private static readonly Lock OneAtATime = new();

    public static void Say(this ITestOutputHelper output, string name, double value, string aim)
    {
        var line = FormattableString.Invariant($"figure {name} {value:0.###} {aim}");
        output.WriteLine(line);
        if (Environment.GetEnvironmentVariable("EARTHY_TUFT_FIGURES") is { Length: > 0 } file)
        {
            lock (OneAtATime)
            {
                File.AppendAllText(file, line + "\n");
            }
        }
    }
}

using System.Diagnostics;

namespace EarthyTuft.Bench;

/// <summary>Seconds until a new browser has a demo of its own; the median of nine, one after the other, the first left out.</summary>
internal static class DemoWorkshop
{
    private const int Times = 9;

    public static async Task<double> Measure(Uri address)
    {
        var seconds = new List<double>();
        for (var i = 0; i <= Times; i++)
        {
            using var http = new HttpClient { BaseAddress = address };
            var start = Stopwatch.GetTimestamp();
            using var answer = await http.PostAsync("/api/session/demo", null);
            answer.EnsureSuccessStatusCode();
            if (i > 0)
            {
                seconds.Add(Stopwatch.GetElapsedTime(start).TotalSeconds);
            }
        }

        return seconds.Order().ElementAt(Times / 2);
    }
}

using System.Text.Json;

namespace EarthyTuft.Web.Hosting;

/// <summary>What a page is drawn with, named in its head: the browser asks for all of it at once, while it still reads the first
/// scripts.</summary>
/// <param name="pages">By the page's path as the front end writes it (<c>lots/:code</c>), and under <c>*</c> what every page needs.</param>
internal sealed class PagePreloads(IReadOnlyDictionary<string, PagePreloads.Needs> pages)
{
    private const string EveryPage = "*";

    private readonly (string[] Segments, Needs Needs)[] _pages =
    [
        .. pages.Where(p => p.Key != EveryPage).Select(p => (p.Key.Split('/'), p.Value)),
    ];

    /// <summary>Reads what the build of the front end wrote (vite.config.ts); nothing is named where it wrote nothing.</summary>
    public static PagePreloads Of(string root)
    {
        var file = Path.Combine(root, "preload.json");
        return new PagePreloads(
            File.Exists(file)
                ? JsonSerializer.Deserialize<Dictionary<string, Needs>>(File.ReadAllText(file), JsonSerializerOptions.Web) ?? []
                : []
        );
    }

    /// <summary>The links for a page's head; <paramref name="path"/> is as the browser asked for it.</summary>
    public string Links(PathString path)
    {
        string[] asked = [.. (path.Value ?? "").Trim('/').Split('/').Select(Uri.EscapeDataString)];
        var scripts = new List<string>();
        var answers = new List<string>(pages.TryGetValue(EveryPage, out var every) ? every.Answers : []);
        foreach (var (segments, needs) in _pages.Where(p => Fits(p.Segments, asked)))
        {
            scripts.AddRange(needs.Scripts);
            answers.AddRange(needs.Answers.Select(a => Filled(a, segments, asked)));
        }

        return string.Join(
            '\n',
            scripts
                .Distinct()
                .Select(s => $"<link rel=\"modulepreload\" crossorigin href=\"/{s}\" />")
                .Concat(answers.Distinct().Select(a => $"<link rel=\"preload\" as=\"fetch\" crossorigin href=\"{a}\" />"))
        );
    }

    private static bool Fits(string[] pattern, string[] asked) =>
        pattern.Length == asked.Length && pattern.Zip(asked).All(pair => IsName(pair.First) || pair.First == pair.Second);

    private static bool IsName(string segment) => segment.StartsWith(':');

    /// <summary>An address with what stands in the page's own address in place of the names.</summary>
    private static string Filled(string answer, string[] pattern, string[] asked) =>
        pattern
            .Zip(asked)
            .Where(pair => IsName(pair.First))
            .Aggregate(answer, (address, pair) => address.Replace(pair.First, pair.Second, StringComparison.Ordinal));

    /// <param name="Scripts">Beside those of every page.</param>
    /// <param name="Answers">Addresses its loader asks, with the names of its path in them.</param>
    internal sealed record Needs(string[] Scripts, string[] Answers);
}

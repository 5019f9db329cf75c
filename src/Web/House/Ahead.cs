using System.Text.Json;

namespace EarthyTuft.Web.House;

/// <summary>What a page is drawn with, told to the browser with the page itself: it asks for all of it at once, while it still reads the first scripts.</summary>
/// <param name="scripts">By the page's path as the front end writes it (<c>lots/:code</c>): its scripts beside those of every page.</param>
internal sealed class Ahead(IReadOnlyDictionary<string, string[]> scripts)
{
    // What the frame round every screen asks for (web/src/api/queries.ts, firstAnswers).
    private static readonly string[] Everywhere = ["/api/session", "/api/course", "/api/course/stations", "/api/runs"];

    // What a page asks for first, where the same stands in its path.
    private static readonly Dictionary<string, Func<string[], string[]>> Answers = new()
    {
        [""] = _ => ["/api/drafts"],
        ["lots/:code"] = path => [$"/api/lots/{path[1]}"],
        ["station/:step"] = path => [$"/api/lots?step={path[1]}", "/api/drafts", "/api/course/air", "/api/course/cautions"],
    };

    private readonly (string[] Segments, string Pattern)[] _pages = [.. scripts.Keys.Union(Answers.Keys).Select(p => (p.Split('/'), p))];

    /// <summary>Reads what the build of the front end wrote; nothing is told ahead where it wrote nothing.</summary>
    public static Ahead Of(string root)
    {
        var file = Path.Combine(root, "ahead.json");
        return new Ahead(File.Exists(file) ? JsonSerializer.Deserialize<Dictionary<string, string[]>>(File.ReadAllText(file)) ?? [] : []);
    }

    /// <summary>The links for a page's head; <paramref name="path"/> is as the browser asked for it.</summary>
    public string Links(PathString path)
    {
        string[] asked = [.. (path.Value ?? "").Trim('/').Split('/').Select(Uri.EscapeDataString)];
        var fitting = _pages.Where(p => Fits(p.Segments, asked)).Select(p => p.Pattern).ToList();
        var answers = Everywhere.Concat(fitting.SelectMany(p => Answers.TryGetValue(p, out var of) ? of(asked) : []));
        return string.Join('\n', fitting.SelectMany(p => scripts.GetValueOrDefault(p, [])).Distinct().Select(s => $"<link rel=\"modulepreload\" crossorigin href=\"/{s}\" />")
            .Concat(answers.Select(a => $"<link rel=\"preload\" as=\"fetch\" crossorigin href=\"{a}\" />")));
    }

    private static bool Fits(string[] pattern, string[] asked) => pattern.Length == asked.Length && pattern.Zip(asked).All(pair => pair.First == pair.Second || pair.First.StartsWith(':'));
}

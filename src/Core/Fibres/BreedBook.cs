using System.Text;

namespace EarthyTuft.Core.Fibres;

/// <summary>A breed as a workshop sees it.</summary>
/// <param name="Breed">Its figures.</param>
/// <param name="IsOwn">The workshop's own values, standing before the general ones or without any.</param>
public sealed record BookedBreed(Breed Breed, bool IsOwn);

/// <summary>The general reference with a workshop's own values before it. Names are found however they are spelled.</summary>
public sealed class BreedBook
{
    private readonly Dictionary<string, BookedBreed> byName = new(StringComparer.Ordinal);

    /// <summary>A book.</summary>
    /// <param name="general">The general reference.</param>
    /// <param name="own">The workshop's own values; one with the name of a general breed stands before it.</param>
    public BreedBook(IReadOnlyList<Breed> general, IReadOnlyList<Breed> own)
    {
        var shadowed = own.Select(b => Plain(b.Name)).ToHashSet();
        All =
        [
            .. own.Select(b => new BookedBreed(b, true))
                .Concat(general.Where(b => !shadowed.Contains(Plain(b.Name))).Select(b => new BookedBreed(b, false)))
                .OrderBy(b => b.Breed.Name, StringComparer.OrdinalIgnoreCase),
        ];
        foreach (var one in All)
        {
            byName[Plain(one.Breed.Name)] = one;
        }

        foreach (var one in All)
        {
            foreach (var other in one.Breed.AlsoKnownAs ?? [])
            {
                byName.TryAdd(Plain(other), one);
            }
        }
    }

    /// <summary>Every breed, by name.</summary>
    public IReadOnlyList<BookedBreed> All { get; }

    /// <summary>The breed of a name or an old name, whatever its spelling of capitals, accents and hyphens.</summary>
    /// <param name="name">A name.</param>
    /// <returns>Null when there is none.</returns>
    public Breed? Find(string name) => byName.GetValueOrDefault(Plain(name))?.Breed;

    /// <summary>Breeds whose name begins like, contains or nearly is what was typed; the nearest first.</summary>
    /// <param name="typed">What was typed.</param>
    /// <param name="most">How many at most.</param>
    public IReadOnlyList<BookedBreed> Search(string typed, int most)
    {
        var word = Plain(typed);
        return word.Length == 0
            ? [.. All.Take(most)]
            :
            [
                .. All.Select(b => (Breed: b, Far: (b.Breed.AlsoKnownAs ?? []).Prepend(b.Breed.Name).Min(n => Distance(word, Plain(n)))))
                    .Where(b => b.Far < int.MaxValue)
                    .OrderBy(b => b.Far)
                    .ThenBy(b => b.Breed.Breed.Name, StringComparer.OrdinalIgnoreCase)
                    .Take(most)
                    .Select(b => b.Breed),
            ];
    }

    /// <summary>Letters and figures only, small, without accents.</summary>
    /// <param name="name">Any text.</param>
    public static string Plain(string name)
    {
        var plain = new StringBuilder();
        foreach (var letter in name.ToLowerInvariant())
        {
            plain.Append(
                letter switch
                {
                    'à' or 'á' or 'â' or 'ä' or 'å' or 'ã' => "a",
                    'æ' => "ae",
                    'ç' => "c",
                    'è' or 'é' or 'ê' or 'ë' => "e",
                    'ì' or 'í' or 'î' or 'ï' => "i",
                    'ñ' => "n",
                    'ò' or 'ó' or 'ô' or 'ö' or 'ø' or 'õ' => "o",
                    'ß' => "ss",
                    'ù' or 'ú' or 'û' or 'ü' => "u",
                    _ when char.IsLetterOrDigit(letter) => letter.ToString(),
                    _ => "",
                }
            );
        }

        return plain.ToString();
    }

    // 0 the very name, 1 its beginning, 2 somewhere in it, then by slips of the pen; a longer word may have more of them.
    private static int Distance(string word, string name)
    {
        if (word == name)
        {
            return 0;
        }

        if (name.StartsWith(word, StringComparison.Ordinal))
        {
            return 1;
        }

        if (word.Length >= 3 && name.Contains(word, StringComparison.Ordinal))
        {
            return 2;
        }

        var allowed =
            word.Length < 4 ? 0
            : word.Length < 7 ? 1
            : word.Length < 11 ? 2
            : 3;
        // Only the beginning is compared while someone is still typing.
        var slips = Enumerable
            .Range(word.Length - 1, 3)
            .Where(n => n <= name.Length)
            .Select(n => Slips(word, name[..n]))
            .Append(Slips(word, name))
            .Min();
        return slips <= allowed ? 2 + slips : int.MaxValue;
    }

    // Letters left out, added, changed or exchanged with their neighbour.
    private static int Slips(string a, string b)
    {
        var rows = new int[a.Length + 1, b.Length + 1];
        for (var i = 0; i <= a.Length; i++)
        {
            for (var j = 0; j <= b.Length; j++)
            {
                rows[i, j] =
                    i == 0 || j == 0
                        ? i + j
                        : Math.Min(Math.Min(rows[i - 1, j] + 1, rows[i, j - 1] + 1), rows[i - 1, j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1));
                if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1])
                {
                    rows[i, j] = Math.Min(rows[i, j], rows[i - 2, j - 2] + 1);
                }
            }
        }

        return rows[a.Length, b.Length];
    }
}

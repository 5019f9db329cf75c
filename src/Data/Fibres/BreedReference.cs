using System.Globalization;
using CsvHelper;
using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Data.Fibres;

/// <summary>The general breed reference that ships with the product, read from <c>breeds.csv</c> (docs/formats.md).</summary>
public static class BreedReference
{
    private static readonly Lazy<IReadOnlyList<Breed>> Shipped = new(Load);
    private static readonly Lazy<Dictionary<string, Breed>> ByName = new(() => All.ToDictionary(b => b.Name, StringComparer.OrdinalIgnoreCase));

    public static IReadOnlyList<Breed> All => Shipped.Value;

    public static Breed? Find(string name) => ByName.Value.GetValueOrDefault(name.Trim());

    private static List<Breed> Load()
    {
        using var stream = typeof(BreedReference).Assembly.GetManifestResourceStream("breeds.csv")!;
        using var csv = new CsvReader(new StreamReader(stream), CultureInfo.InvariantCulture);
        csv.Read();
        csv.ReadHeader();
        var breeds = new List<Breed>();
        while (csv.Read())
        {
            Span Range(string name, double scale = 1) => new(csv.GetField<double>(name + "_low") * scale, csv.GetField<double>(name + "_high") * scale);
            breeds.Add(new Breed(
                csv.GetField("name")!,
                csv.GetField<Fibre>("fibre"),
                csv.GetField<FleeceClass>("class"),
                Range("micron"),
                Range("staple_mm"),
                csv.GetField<Wave>("wave"),
                string.IsNullOrEmpty(csv.GetField("crimps_per_cm_low")) ? null : Range("crimps_per_cm"),
                Range("fleece_kg"),
                Range("clean_percent", 0.01)));
        }

        return breeds;
    }
}

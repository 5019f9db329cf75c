using System.Globalization;
using CsvHelper;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Fibres;

/// <summary>The general breed reference that ships with the product, read from <c>breeds.csv</c> (docs/formats.md), and a workshop's own
/// values before it.</summary>
public static class BreedReference
{
    private static readonly Lazy<IReadOnlyList<Breed>> Shipped = new(Load);

    public static IReadOnlyList<Breed> All => Shipped.Value;

    /// <summary>The book of the scope's workshop.</summary>
    public static async Task<BreedBook> Book(EarthyTuftDb db, CancellationToken cancellationToken) =>
        new(All, [.. (await db.Breeds.AsNoTracking().ToListAsync(cancellationToken)).Select(b => b.Breed)]);

    private static List<Breed> Load()
    {
        using var stream = typeof(BreedReference).Assembly.GetManifestResourceStream("breeds.csv")!;
        using var csv = new CsvReader(new StreamReader(stream), CultureInfo.InvariantCulture);
        csv.Read();
        csv.ReadHeader();
        var breeds = new List<Breed>();
        while (csv.Read())
        {
            Span Range(string name, double scale = 1) =>
                new(csv.GetField<double>(name + "_low") * scale, csv.GetField<double>(name + "_high") * scale);
            string[] List(string name) =>
                csv.GetField(name)!.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
            breeds.Add(
                new Breed(
                    csv.GetField("name")!,
                    csv.GetField<Fibre>("fibre"),
                    csv.GetField<FleeceClass>("class"),
                    Range("micron"),
                    Range("staple_mm"),
                    csv.GetField<Wave>("wave"),
                    string.IsNullOrEmpty(csv.GetField("crimps_per_cm_low")) ? null : Range("crimps_per_cm"),
                    Range("fleece_kg"),
                    Range("clean_percent", 0.01),
                    csv.GetField<Lustre>("lustre"),
                    csv.GetField<FeltingGrade>("felts"),
                    csv.GetField<Coat>("coat"),
                    List("uses"),
                    csv.GetField("conservation_concern") == "yes",
                    List("also_known_as")
                )
            );
        }

        return breeds;
    }
}

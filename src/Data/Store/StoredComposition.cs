using System.Text.Json;
using System.Text.Json.Serialization;
using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Data.Store;

/// <summary>
/// A composition of several parts as it is stored with its lot. One part is not stored: it is the lot's fibre and breed. The version tells
/// how to read it; old ones are read for ever.
/// </summary>
public static class StoredComposition
{
    // Since the second version it is told where nobody knows the shares.
    private const int Version = 2;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { Converters = { new JsonStringEnumConverter() } };

    /// <summary>Null for one part.</summary>
    public static string? Write(Composition composition) =>
        !composition.IsMixed
            ? null
            : JsonSerializer.Serialize(
                new Payload(Version, [.. composition.Parts.Select(p => new Part(p.Fibre, p.Breed, p.Share))], composition.SharesKnown),
                Json
            );

    /// <summary>The composition of a lot from what is stored of it.</summary>
    public static Composition Read(string? stored, Fibre fibre, string parentage)
    {
        if (stored is null)
        {
            return Composition.Of(fibre, parentage);
        }

        var payload = JsonSerializer.Deserialize<Payload>(stored, Json)!;
        return payload.V <= Version
            ? Composition.Read([.. payload.Parts.Select(p => new FibrePart(p.Fibre, p.Breed, p.Share))], payload.SharesKnown).Value
            : throw new NotSupportedException($"A composition of version {payload.V} was written by a later release.");
    }

    private sealed record Payload(int V, IReadOnlyList<Part> Parts, bool SharesKnown = true);

    private sealed record Part(Fibre Fibre, string Breed, double Share);
}

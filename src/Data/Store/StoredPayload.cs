using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;

namespace EarthyTuft.Data.Store;

/// <summary>
/// What is stored as JSON has records of its own in this project and a version <c>v</c>; old versions are read for ever. A view of a screen
/// may change from day to day, what was stored must not change its meaning with it.
/// </summary>
internal static class StoredPayload
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    };

    /// <summary>Writes a payload with its version.</summary>
    public static string Write<T>(T payload, int version)
    {
        var json = JsonSerializer.SerializeToNode(payload, Json)!.AsObject();
        json.Insert(0, "v", version);
        return json.ToJsonString(Json);
    }

    /// <summary>Reads a payload of any version up to the newest; one without a version is version 0.</summary>
    /// <param name="stored">As it stands in its column.</param>
    /// <param name="newest">The version that <typeparamref name="T"/> has the shape of.</param>
    /// <param name="upgrade">Brings a payload of an older version into the newest shape; null where the older ones have the same.</param>
    public static T Read<T>(string stored, int newest, Action<JsonObject, int>? upgrade = null)
    {
        var json = JsonNode.Parse(stored)!.AsObject();
        var version = json["v"]?.GetValue<int>() ?? 0;
        if (version > newest)
        {
            throw new NotSupportedException($"A {typeof(T).Name} of version {version} was written by a later release.");
        }

        if (version < newest)
        {
            upgrade?.Invoke(json, version);
        }

        return json.Deserialize<T>(Json)!;
    }
}

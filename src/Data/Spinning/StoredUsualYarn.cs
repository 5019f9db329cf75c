using EarthyTuft.Core.Spinning;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Spinning;

/// <summary>A workshop's own table of what things usually take, as it is stored with the workshop.</summary>
public sealed record StoredUsualYarn(IReadOnlyList<StoredUsualYarn.Row> Things)
{
    private const int Version = 1;

    public sealed record Row(string Thing, double Metres);

    /// <summary>Null for no table of its own.</summary>
    public static string? Write(IReadOnlyList<UsualYarn>? things) =>
        things is null ? null : StoredPayload.Write(new StoredUsualYarn([.. things.Select(t => new Row(t.Thing, t.Metres))]), Version);

    /// <summary>The typical table where there is no own one.</summary>
    public static IReadOnlyList<UsualYarn> Read(string? stored) =>
        stored is null
            ? Enough.Typical
            : [.. StoredPayload.Read<StoredUsualYarn>(stored, Version).Things.Select(t => new UsualYarn(t.Thing, t.Metres))];
}

using EarthyTuft.Core.Sampling;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Sampling;

/// <summary>Judgements by hand as they are stored with their sample.</summary>
public sealed record StoredJudged(IReadOnlyList<StoredJudged.Row> Marks)
{
    private const int Version = 1;

    public sealed record Row(SampleScale Scale, int Mark);

    /// <summary>Null where nothing was judged.</summary>
    public static string? Write(IReadOnlyList<ScaleMark> marks) =>
        marks.Count == 0 ? null : StoredPayload.Write(new StoredJudged([.. marks.Select(m => new Row(m.Scale, m.Mark))]), Version);

    public static IReadOnlyList<ScaleMark> Read(string? stored) =>
        stored is null ? [] : [.. StoredPayload.Read<StoredJudged>(stored, Version).Marks.Select(m => new ScaleMark(m.Scale, m.Mark))];
}

using System.Text.Json.Nodes;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;

namespace EarthyTuft.Data.Ledger;

/// <summary>A step as it was typed, kept with a draft.</summary>
public sealed record StoredStep(
    StepKind Step,
    IReadOnlyList<StoredTaking> From,
    IReadOnlyList<StoredGiving> To,
    IReadOnlyList<StoredLosing>? Losses,
    IReadOnlyList<StoredGaining>? Gains,
    DateTimeOffset? DoneAt,
    string? Who,
    int? Minutes,
    string? Notes,
    double? HumidityPercent,
    decimal? Spent,
    bool IntoReserve,
    IReadOnlyDictionary<string, double>? Measures,
    Guid? RunId,
    StoredDyeing? Dyeing = null,
    string? ColourName = null,
    bool GoesOn = false,
    bool SourcesEarlier = false
)
{
    private const int Version = 1;

    public string Write() => StoredPayload.Write(this, Version);

    public static StoredStep Read(string stored) => StoredPayload.Read<StoredStep>(stored, Version, Upgrade);

    // Version 0 had a field for each thing that could be counted, and named what was watched instead of the run.
    private static void Upgrade(JsonObject step, int from)
    {
        var measures = new JsonObject();
        foreach (var (was, now) in new[] { ("plucked", "plucked"), ("hairsCounted", "hairs"), ("pinchGrams", "pinch") })
        {
            if (step[was] is { } value)
            {
                step.Remove(was);
                measures[now] = value;
            }
        }

        step["measures"] = measures.Count > 0 ? measures : null;
        step["runId"] = step["watchedId"]?.DeepClone();
    }
}

/// <summary>What was typed of a lot that a step takes from.</summary>
/// <param name="RestIsThere">Whether its rest was said to be still there, or to be gone; null where nothing was said.</param>
public sealed record StoredTaking(Guid LotId, uint? Version, string? Mass, WeighingState? State, bool All = true, bool? RestIsThere = null);

/// <summary>What was typed of a lot that a step makes.</summary>
public sealed record StoredGiving(
    LotForm Form,
    string? Mass,
    WeighingState? State,
    string? Notes,
    decimal? Worth,
    StoredTypedYarn? Yarn = null
);

/// <summary>What was typed of a loss.</summary>
public sealed record StoredLosing(LossKind Kind, string? Mass, Fate? Fate, WeighingState? State, decimal? Worth);

/// <summary>What was typed of a gain.</summary>
public sealed record StoredGaining(GainKind Kind, string Mass);

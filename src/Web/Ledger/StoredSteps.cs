using EarthyTuft.Data.Ledger;
using EarthyTuft.Web.Yarns;

namespace EarthyTuft.Web.Ledger;

/// <summary>A typed step on its way into a draft and back.</summary>
internal static class StoredSteps
{
    public static StoredStep Of(StepRequest r) =>
        new(
            r.Step,
            [
                .. r.From.Select(t => new StoredTaking(
                    t.LotId,
                    t.Version,
                    t.Mass,
                    t.State,
                    t.All,
                    t.Rest is { } rest ? rest == RestOfLot.There : null
                )),
            ],
            [.. r.To.Select(g => new StoredGiving(g.Form, g.Mass, g.State, g.Notes, g.Worth, g.Yarn?.ToStored()))],
            r.Losses?.Select(l => new StoredLosing(l.Kind, l.Mass, l.Fate, l.State, l.Worth)).ToArray(),
            r.Gains?.Select(g => new StoredGaining(g.Kind, g.Mass)).ToArray(),
            r.DoneAt,
            r.Who,
            r.Minutes,
            r.Notes,
            r.HumidityPercent,
            r.Spent,
            r.IntoReserve,
            r.Measures,
            r.RunId,
            r.Dyeing is { } dyeing ? StoredDyeing.Of(dyeing.ToNotes()) : null,
            r.Dyeing?.ColourName,
            r.GoesOn,
            r.SourcesEarlier
        );

    public static StepRequest ToRequest(this StoredStep s) =>
        new(
            s.Step,
            [
                .. s.From.Select(t => new TakingRequest(
                    t.LotId,
                    t.Version,
                    t.Mass,
                    t.State,
                    t.All,
                    t.RestIsThere switch
                    {
                        true => RestOfLot.There,
                        false => RestOfLot.Gone,
                        null => null,
                    }
                )),
            ],
            [.. s.To.Select(g => new GivingRequest(g.Form, g.Mass, g.State, g.Notes, g.Worth, YarnRequest.Of(g.Yarn)))],
            s.Losses?.Select(l => new LosingRequest(l.Kind, l.Mass, l.Fate, l.State, l.Worth)).ToArray(),
            s.Gains?.Select(g => new GainingRequest(g.Kind, g.Mass)).ToArray(),
            s.DoneAt,
            s.Who,
            s.Minutes,
            s.Notes,
            s.HumidityPercent,
            Spent: s.Spent,
            IntoReserve: s.IntoReserve,
            Measures: s.Measures,
            RunId: s.RunId,
            Dyeing: s.Dyeing is { } d
                ? new DyeingRequest(
                    d.Dyestuff,
                    d.DosePercent,
                    d.Mordant,
                    d.MordantPercent,
                    d.ColourBefore,
                    d.ColourAfter,
                    d.Dried,
                    s.ColourName
                )
                : null,
            GoesOn: s.GoesOn,
            SourcesEarlier: s.SourcesEarlier
        );
}

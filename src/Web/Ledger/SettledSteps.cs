using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Stations;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Web.Ledger;

/// <summary>A step whose loss, found by difference, the weights of an entry tell for the first time: the entry itself, or the wash before the
/// drying. It comes out unlike what usually goes there.</summary>
/// <param name="Entry">The step with what is usual there.</param>
/// <param name="IsOwn">Whether it is the entry itself.</param>
/// <param name="Explanations">What would bring it inside, likeliest first.</param>
internal sealed record SettledStep(Entry Entry, bool IsOwn, Balance Balance, IReadOnlyList<Explanation> Explanations)
{
    /// <summary>More came out than went in: it is asked before it is logged.</summary>
    public bool IsImpossible => Balance.Status == BalanceStatus.Impossible;

    public string Sentence(MassUnit unit) =>
        BalanceWords.Unlike(Balance, unit, Entry.Step, Explanations.Count == 0 ? null : Explanations[0]);
}

/// <summary>Holds what nothing weighs against against experience (docs/craft.md, section 4, "One weight alone").</summary>
internal static class SettledSteps
{
    /// <summary>The steps that an entry would settle, and that come out unlike what is usual; mostly none.</summary>
    public static async Task<IReadOnlyList<SettledStep>> Of(
        EarthyTuftDb db,
        StepCommand command,
        StepOutcome outcome,
        Mass? usualBowl,
        CancellationToken cancellationToken
    )
    {
        var isOwn = outcome.Balance is { Usual: not null, Status: BalanceStatus.Unusual or BalanceStatus.Impossible };
        if (!isOwn && (command.From.All(t => t.Lot.Left is not null) || outcome.Balance.Kept is null))
        {
            return [];
        }

        var family = await Family.Of(db, [.. command.From.Select(t => t.Lot.Id)], cancellationToken);
        // The store names a weighing by its flow.
        var added = new Entry(
            Guid.CreateVersion7(),
            command.Station.Kind,
            [.. outcome.Flows.Select(f => f.Flow.Weighing is { } w ? f.Flow with { Id = w.Id } : f.Flow)]
        )
        {
            Usual = isOwn ? outcome.Balance.Usual : null,
        };
        Entry[] entries = [.. family.Entries, added];
        var masses = MassSolver.Of(entries);
        var closed = family
            .Entries.Where(e =>
                e.FindsByDifference
                && family.Masses.BalanceAt(e.Id).ByDifference is null
                && masses.BalanceAt(e.Id) is { ByDifference: not null, In.Mass.Grams: > 0 }
            )
            .ToArray();
        if (closed.Length == 0 && !isOwn)
        {
            return [];
        }

        var usual = isOwn ? new Dictionary<Guid, UsualLoss> { [added.Id] = outcome.Balance.Usual! } : [];
        if (closed.Length > 0)
        {
            var losses = await UsualLosses.Read(db, [.. closed.Select(e => e.Step).Distinct()], cancellationToken);
            var kinds = family.Flows.Where(f => f.LossKind is not null).ToDictionary(f => f.FlowId, f => f.LossKind!.Value);
            foreach (var entry in closed)
            {
                if (losses.Of(entry, masses, id => family.Lots[id], id => kinds[id]) is { } known)
                {
                    usual[entry.Id] = known;
                }
            }
        }

        var judged = masses.With(usual);
        var unlike = entries
            .Where(e => usual.ContainsKey(e.Id) && judged.BalanceAt(e.Id).Status is BalanceStatus.Unusual or BalanceStatus.Impossible)
            .ToArray();
        if (unlike.Length == 0)
        {
            return [];
        }

        var agreeing = Reconciliation.Of(family.Entries, usualBowl, family.Masses).Checked;
        var habits = await db.ReadSlipHabits(usualBowl, cancellationToken);
        return
        [
            .. unlike.Select(e => new SettledStep(
                e,
                e.Id == added.Id,
                judged.BalanceAt(e.Id),
                Explanations.OfDifference(entries, judged, agreeing, e.Id, added.Id, habits)
            )),
        ];
    }

    /// <summary>It was so: what an entry settled is answered with it, and the log knows one more such yield.</summary>
    public static async Task Answer(
        EarthyTuftDb db,
        IReadOnlyList<SettledStep> settled,
        DateTimeOffset at,
        string by,
        CancellationToken cancellationToken
    )
    {
        foreach (var step in settled.Where(s => !s.IsOwn))
        {
            if (await db.Entries.FindAsync([step.Entry.Id], cancellationToken) is { } entry && Asked.Is(entry))
            {
                (entry.Answer, entry.AnsweredAt, entry.AnsweredBy, entry.AnsweredGapGrams) = (GapAnswer.AsItIs, at, by, entry.GapGrams);
            }
        }

        await db.SaveChangesAsync(cancellationToken);
    }
}

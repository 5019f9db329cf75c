using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Lots;

/// <summary>What a lot cost, with how that came about.</summary>
public static class LotCosts
{
    public static Costing Of(Family family, decimal? hourlyRate)
    {
        var outlays = family
            .Flows.GroupBy(f => f.EntryId)
            .ToDictionary(g => g.Key, g => new Outlay(Spent(g.First(), g), g.First().Minutes));
        var worth = family
            .Flows.Where(f => f is { Worth: not null, Role: FlowRole.Out or FlowRole.Loss })
            .ToDictionary(f => f.FlowId, f => f.Worth!.Value);
        return Costing.Of(family.Entries, family.Masses, outlays, worth, hourlyRate);
    }

    /// <summary>Money for 100 g, told for the workshop's amount; null when a price on the way is not known.</summary>
    public static NumberFigure? Per100Grams(Costing costing, Family family, StoredLot lot, WorkshopSettings workshop) =>
        costing.Per100Grams(lot.Id, family.Masses) is not { } cost
            ? null
            : new NumberFigure(
                (double)cost,
                PerAmount(cost, workshop),
                Provenance.Reckoned,
                new Working(
                    "(fibre that went in + what was spent"
                        + (workshop.HourlyRate is null ? "" : " + hours")
                        + " \u2212 worth of second grades) / main output",
                    [
                        new("cost of the lot when it was made", Money(costing.Of(lot.Id)!.Value, workshop.Currency)),
                        new("made", family.Masses.Made(lot.Id)!.Estimate.Mass.Write(workshop.Unit)),
                        new(
                            "an hour counts for",
                            workshop.HourlyRate is { } rate ? Money(rate, workshop.Currency) : "nothing: hours are not counted"
                        ),
                    ],
                    "money follows the mass"
                )
            );

    /// <summary>A price of 100 g as the workshop tells it: for 100 g, or for an ounce.</summary>
    public static string PerAmount(decimal per100Grams, WorkshopSettings workshop) =>
        Money(per100Grams * (decimal)workshop.Amount, workshop.Currency);

    public static string Money(decimal amount, string currency) => new Money(amount, currency).Write();

    // A fleece's price stands on its lot, its carriage on the entry.
    private static decimal? Spent(FamilyFlow first, IEnumerable<FamilyFlow> flows) =>
        first.Step == StepKind.TakeIn ? flows.First().Lot?.Price + (first.Spent ?? 0) : first.Spent;
}

using EarthyTuft.Core.Course;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Comparing;

/// <summary>A figure with one standard deviation of doubt.</summary>
/// <param name="Value">The figure.</param>
/// <param name="Doubt">Zero or more, in the same unit.</param>
public sealed record Known(double Value, double Doubt);

/// <summary>What is known of the work of an entry beside its weights.</summary>
/// <param name="Minutes">At the bench; null where nobody noted them.</param>
/// <param name="Who">Whose work it was.</param>
/// <param name="At">When it was done.</param>
/// <param name="RestGrams">Noil that was kept or lost there, in reference grams; null where there was none or nobody knows.</param>
public sealed record WorkDone(int? Minutes, string Who, DateTimeOffset At, double? RestGrams);

/// <summary>One way in which a lot was prepared: all that went the same steps to the same form.</summary>
/// <param name="Road">The steps from the lot to the preparation, in order; bags that were only parted or joined are no step.</param>
/// <param name="Form">What it became.</param>
/// <param name="Lots">The lots it became, oldest first.</param>
/// <param name="Entries">The entries on the way.</param>
/// <param name="Taken">Taken from the lot for it, in reference grams.</param>
/// <param name="Made">What came of it, in reference grams.</param>
/// <param name="Rest">Noil on the way, in reference grams; zero where there was none.</param>
/// <param name="Minutes">At the bench, all steps together; null where one of them has none noted.</param>
/// <param name="Timed">How many of the entries have their minutes noted.</param>
/// <param name="Who">Whose work it was.</param>
/// <param name="From">When the first of it was done.</param>
/// <param name="To">When the last of it was done.</param>
public sealed record PreparedWay(
    IReadOnlyList<StepKind> Road,
    LotForm Form,
    IReadOnlyList<Guid> Lots,
    IReadOnlyList<Guid> Entries,
    Known Taken,
    Known Made,
    double Rest,
    double? Minutes,
    int Timed,
    IReadOnlyList<string> Who,
    DateTimeOffset From,
    DateTimeOffset To
)
{
    // People write down quarters of an hour, and of a short try the minutes.
    private const double LeastMinutesDoubt = 1;
    private const double LeastTimeDoubt = 0.05;

    /// <summary>Made over taken; the weighings are taken as independent, which makes the doubt rather too large.</summary>
    public Known Yield => Ratio(Made.Value / Taken.Value, Relative(Made), Relative(Taken));

    /// <summary>Noil over noil and product together; null where there was none.</summary>
    public Known? RestShare => Rest > 0 ? Ratio(Rest / (Rest + Made.Value), Relative(Made), Relative(Made)) : null;

    /// <summary>Grams of product in an hour; null without minutes.</summary>
    public Known? GramsPerHour => Minutes is { } minutes and > 0 ? Ratio(Made.Value * 60 / minutes, Relative(Made), TimeDoubt) : null;

    /// <summary>Hours at the bench for 100 g of product; null without minutes.</summary>
    public Known? HoursPer100Grams =>
        Minutes is { } minutes and > 0 ? Ratio(minutes / 60 / Made.Value * 100, Relative(Made), TimeDoubt) : null;

    private double TimeDoubt => DoubtOfMinutes(Minutes!.Value, Timed);

    /// <summary>How far minutes that were noted so many times may be off, as a fraction.</summary>
    internal static double DoubtOfMinutes(double minutes, int noted) =>
        Math.Max(LeastMinutesDoubt * Math.Sqrt(noted) / minutes, LeastTimeDoubt);

    internal static double Relative(Known of) => of.Doubt / of.Value;

    internal static Known Ratio(double value, params double[] relative) => new(value, value * Math.Sqrt(relative.Sum(r => r * r)));
}

/// <summary>Where something spun belongs in a comparison.</summary>
/// <param name="Way">Which of the ways.</param>
/// <param name="Holding">How the preparation was held; null where nobody said.</param>
public readonly record struct SpunColumn(int Way, Holding? Holding);

/// <summary>Finds the ways in which a lot was prepared, in the entries around it.</summary>
public static class PreparedWays
{
    /// <summary>
    /// The ways of a lot, in the order in which they were begun. What was made of it together with other fibre is left out, because it says
    /// nothing of this one; of a preparation that was prepared on (carded first, combed second) only what stayed as it was counts. What an
    /// entry took and what it cost in time is spread over what it made by mass; noil carries neither.
    /// </summary>
    /// <param name="source">The lot.</param>
    /// <param name="family">The entries around it, oldest first.</param>
    /// <param name="masses">Their masses.</param>
    /// <param name="formOf">The form of a lot of the family.</param>
    /// <param name="workOf">The work of an entry of the family.</param>
    public static IReadOnlyList<PreparedWay> Of(
        Guid source,
        IReadOnlyCollection<Entry> family,
        MassSolver masses,
        Func<Guid, LotForm> formOf,
        Func<Guid, WorkDone> workOf
    )
    {
        var behind = new Dictionary<Guid, Behind>();
        var wentOn = new Dictionary<Guid, double>();
        var shares = TakenShares.Of(family, masses);
        foreach (var entry in family.Where(e => e.Step != StepKind.TakeIn))
        {
            var takings = entry.Flows.Where(f => f.Role == FlowRole.In).ToArray();
            var made = entry.Flows.Where(f => f.Role == FlowRole.Out && formOf(f.LotId!.Value) != LotForm.Noil).ToArray();
            var grams = made.Select(f => masses.Of(f)?.Grams).ToArray();
            // What was spun of a preparation was not prepared on: it is what the preparation was for.
            if (
                made.Length == 0
                || made.Any(f => formOf(f.LotId!.Value).IsSpun())
                || grams.Any(g => g is not > 0)
                || Taken(source, takings, behind, masses) is not { } taken
            )
            {
                continue;
            }

            var moves = AllStations.Find(entry.Step)?.OnlyMoves == true;
            var all = taken.And(entry, workOf(entry.Id), moves);
            foreach (var (flow, mass) in made.Zip(grams))
            {
                behind[flow.LotId!.Value] = all.Share(mass!.Value / grams.Sum()!.Value);
            }

            foreach (var taking in takings)
            {
                wentOn[taking.LotId!.Value] = wentOn.GetValueOrDefault(taking.LotId.Value) + (shares.Of(taking) ?? 1);
            }
        }

        return
        [
            .. behind
                .Where(b =>
                    formOf(b.Key).IsPrepared()
                    && b.Value.Road.Count > 0
                    && masses.Made(b.Key) is { Grams: > 0 }
                    && wentOn.GetValueOrDefault(b.Key) < 1 - 1e-6
                )
                .Select(b =>
                    (
                        Lot: b.Key,
                        Way: b.Value.Share(1 - wentOn.GetValueOrDefault(b.Key)),
                        Made: masses.Made(b.Key)!.Estimate,
                        Stayed: 1 - wentOn.GetValueOrDefault(b.Key)
                    )
                )
                .GroupBy(p => (Form: formOf(p.Lot), Road: string.Join(' ', p.Way.Road)))
                .Select(g => Way(g.Key.Form, [.. g]))
                .OrderBy(w => w.From),
        ];
    }

    /// <summary>What was spun of ways: of each such lot the way that all of it came from, and how that was held. What was spun or plied of
    /// several ways, or of what was held in several, is left out.</summary>
    /// <param name="ways">The ways.</param>
    /// <param name="family">The entries around the lot, oldest first.</param>
    /// <param name="formOf">The form of a lot of the family.</param>
    /// <param name="heldAt">How fibre was held in an entry of spinning; null where nobody said.</param>
    public static IReadOnlyDictionary<Guid, SpunColumn> SpunOf(
        IReadOnlyList<PreparedWay> ways,
        IReadOnlyCollection<Entry> family,
        Func<Guid, LotForm> formOf,
        Func<Guid, Holding?> heldAt
    )
    {
        var of = ways.SelectMany((w, i) => w.Lots.Select(l => (Lot: l, Way: i))).ToDictionary(p => p.Lot, p => p.Way);
        var spun = new Dictionary<Guid, SpunColumn>();
        foreach (var entry in family)
        {
            SpunColumn?[] from =
            [
                .. entry
                    .Flows.Where(f => f.Role == FlowRole.In)
                    .Select(f =>
                        of.TryGetValue(f.LotId!.Value, out var way) ? new SpunColumn(way, heldAt(entry.Id))
                        : spun.TryGetValue(f.LotId!.Value, out var before) ? before
                        : (SpunColumn?)null
                    )
                    .Distinct(),
            ];
            if (from is not [{ } one])
            {
                continue;
            }

            foreach (var flow in entry.Flows.Where(f => f.Role == FlowRole.Out && formOf(f.LotId!.Value).IsSpun()))
            {
                spun[flow.LotId!.Value] = one;
            }
        }

        return spun;
    }

    private static PreparedWay Way(LotForm form, (Guid Lot, Behind Way, Estimate Made, double Stayed)[] parts) =>
        new(
            parts[0].Way.Road,
            form,
            [.. parts.Select(p => p.Lot)],
            [.. parts.SelectMany(p => p.Way.Entries).Distinct()],
            new Known(parts.Sum(p => p.Way.Grams), Math.Sqrt(parts.Sum(p => p.Way.Variance))),
            new Known(
                parts.Sum(p => p.Made.Mass.Grams * p.Stayed),
                Math.Sqrt(parts.Sum(p => p.Made.Sigma * p.Made.Sigma * p.Stayed * p.Stayed))
            ),
            parts.Sum(p => p.Way.Rest),
            parts.Any(p => p.Way.Minutes is null) ? null : parts.Sum(p => p.Way.Minutes),
            parts.SelectMany(p => p.Way.Timed).Distinct().Count(),
            [.. parts.SelectMany(p => p.Way.Who).Distinct()],
            parts.Min(p => p.Way.From),
            parts.Max(p => p.Way.To)
        );

    /// <summary>What stands behind all that an entry took; null where some of it is of elsewhere, went other ways, or has no known
    /// mass.</summary>
    private static Behind? Taken(Guid source, IReadOnlyList<Flow> takings, Dictionary<Guid, Behind> behind, MassSolver masses)
    {
        Behind? sum = null;
        foreach (var taking in takings)
        {
            var lot = taking.LotId!.Value;
            if (masses.Of(taking) is not { Grams: > 0 } mass)
            {
                return null;
            }

            var part =
                lot == source ? Behind.Begun(mass.Estimate)
                : behind.TryGetValue(lot, out var before) && masses.Made(lot) is { Grams: > 0 } whole
                    ? before.Share(Math.Min(1, mass.Grams / whole.Grams))
                : null;
            if (part is null || (sum is not null && !sum.Road.SequenceEqual(part.Road)))
            {
                return null;
            }

            sum = sum is null ? part : sum.Plus(part);
        }

        return sum;
    }

    // Of the source, and of the work since.
    private sealed record Behind(
        double Grams,
        double Variance,
        double Rest,
        double? Minutes,
        IReadOnlyList<StepKind> Road,
        IReadOnlyList<Guid> Entries,
        IReadOnlyList<Guid> Timed,
        IReadOnlyList<string> Who,
        DateTimeOffset From,
        DateTimeOffset To
    )
    {
        public static Behind Begun(Estimate taken) =>
            new(taken.Mass.Grams, taken.Sigma * taken.Sigma, 0, 0, [], [], [], [], DateTimeOffset.MaxValue, DateTimeOffset.MinValue);

        public Behind Share(double share) =>
            this with
            {
                Grams = Grams * share,
                Variance = Variance * share * share,
                Rest = Rest * share,
                Minutes = Minutes * share,
            };

        public Behind Plus(Behind other) =>
            new(
                Grams + other.Grams,
                Variance + other.Variance,
                Rest + other.Rest,
                Minutes + other.Minutes,
                Road,
                [.. Entries.Union(other.Entries)],
                [.. Timed.Union(other.Timed)],
                [.. Who.Union(other.Who)],
                From < other.From ? From : other.From,
                To > other.To ? To : other.To
            );

        public Behind And(Entry entry, WorkDone work, bool moves) =>
            moves
                ? this
                : this with
                {
                    Rest = Rest + (work.RestGrams ?? 0),
                    Minutes = Minutes + work.Minutes,
                    Road = [.. Road, entry.Step],
                    Entries = [.. Entries, entry.Id],
                    Timed = work.Minutes is null ? Timed : [.. Timed, entry.Id],
                    Who = [.. Who.Append(work.Who).Distinct()],
                    From = work.At < From ? work.At : From,
                    To = work.At > To ? work.At : To,
                };
    }
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>What to mind at a planned bath.</summary>
public enum BathWarningKind
{
    /// <summary>The hot water, at <see cref="BathWarning.Celsius"/>, is not hot enough: so many <see cref="BathWarning.Litres"/> come from
    /// the kettle.</summary>
    Kettle,

    /// <summary>It has to be poured at <see cref="BathWarning.Celsius"/>, and no kettle is that hot.</summary>
    TooHotToPour,

    /// <summary>It has to be poured at <see cref="BathWarning.Celsius"/>, colder than the cold water.</summary>
    TooColdToPour,

    /// <summary>The pour scalds at once.</summary>
    Scalds,

    /// <summary>It starts below the floor of <see cref="BathWarning.Celsius"/>.</summary>
    BelowFloor,

    /// <summary>It reaches the floor of <see cref="BathWarning.Celsius"/> after so many <see cref="BathWarning.Minutes"/>, before the
    /// <see cref="BathWarning.PlannedMinutes"/>.</summary>
    CoolsTooSoon,

    /// <summary>As a release before 2026-11-27 had it: a sentence in <see cref="BathWarning.Said"/>.</summary>
    Said,
}

/// <summary>A warning with its figures; what a kind does not speak of is null.</summary>
/// <param name="Kind">Which.</param>
/// <param name="Celsius">A temperature.</param>
/// <param name="Litres">Of water.</param>
/// <param name="Minutes">Until then.</param>
/// <param name="PlannedMinutes">How long it was to lie.</param>
/// <param name="Said">A sentence that was stored as such.</param>
public sealed record BathWarning(
    BathWarningKind Kind,
    double? Celsius = null,
    double? Litres = null,
    double? Minutes = null,
    double? PlannedMinutes = null,
    string? Said = null
);

/// <summary>One bath as planned, for one batch.</summary>
/// <param name="Kind">What kind.</param>
/// <param name="Litres">Water.</param>
/// <param name="Celsius">Where it settles with the wool in it.</param>
/// <param name="PourCelsius">How hot it is poured, so that cold wool and tub bring it there.</param>
/// <param name="HotLitres">Of the hot water; null when the pour cannot be reached with what there is.</param>
/// <param name="ColdLitres">Of the cold water; null with the hot.</param>
/// <param name="DoseGrams">Agent.</param>
/// <param name="Minutes">How long.</param>
/// <param name="MinutesToFloor">When it would reach the floor; null when never, or where no floor counts.</param>
/// <param name="LiftedCelsius">What it has cooled to by then.</param>
/// <param name="StepCelsius">How far the wool that goes in is from it; null for the first bath, where dry wool warms slowly from within the
/// water.</param>
/// <param name="Warnings">What to mind, empty mostly.</param>
/// <param name="KettleLitres">From the kettle, where the hot water alone is not hot enough; null where none is needed.</param>
public sealed record PlannedBath(
    BathKind Kind,
    double Litres,
    double Celsius,
    double PourCelsius,
    double? HotLitres,
    double? ColdLitres,
    double DoseGrams,
    double Minutes,
    double? MinutesToFloor,
    double LiftedCelsius,
    double? StepCelsius,
    IReadOnlyList<BathWarning> Warnings,
    double? KettleLitres = null
);

/// <summary>Prices of what a wash uses; what is null is left out of the cost.</summary>
/// <param name="WaterPerCubicMetre">Of water.</param>
/// <param name="PerKilowattHour">Of heat.</param>
public sealed record ScourPrices(decimal? WaterPerCubicMetre = null, decimal? PerKilowattHour = null);

/// <summary>A wash as planned: batches, baths and what it takes.</summary>
/// <param name="School">The way of washing.</param>
/// <param name="Batches">How the fleece is shared out.</param>
/// <param name="Baths">In order, for one batch; empty when it is not washed.</param>
/// <param name="FloorCelsius">What wash baths must stay above.</param>
/// <param name="WaterLitres">All batches.</param>
/// <param name="KilowattHours">All batches.</param>
/// <param name="AgentGrams">All batches.</param>
/// <param name="DoseGramsPerKilogram">For a kilogram of greasy wool.</param>
/// <param name="Cost">Of agent, water and heat as far as prices are known; null when none is.</param>
/// <param name="Minutes">In the baths, one batch after another.</param>
/// <param name="Risk">That it felts.</param>
/// <param name="Notes">What to know before starting, in sentences.</param>
public sealed record ScourPlan(
    ScourSchool School,
    ScourBatches Batches,
    IReadOnlyList<PlannedBath> Baths,
    double FloorCelsius,
    double WaterLitres,
    double KilowattHours,
    double AgentGrams,
    double DoseGramsPerKilogram,
    decimal? Cost,
    double Minutes,
    FeltingRisk Risk,
    IReadOnlyList<string> Notes
)
{
    /// <summary>Five days of cold soak (typical).</summary>
    public const double SoakMinutes = 5 * 24 * 60;

    /// <summary>A bowl for washing lock by lock, and what goes through it before it is changed.</summary>
    private const double BowlLitres = 2,
        BowlGrams = 60;

    /// <summary>Plans a wash.</summary>
    /// <param name="subject">What is to be washed.</param>
    /// <param name="tub">The tub at hand.</param>
    /// <param name="water">The water at hand.</param>
    /// <param name="wish">How it is wanted.</param>
    /// <param name="prices">What things cost.</param>
    /// <returns>Refused where a figure set by hand lies outside what there can be; a pour that cannot be reached is a warning in its
    /// bath.</returns>
    public static Result<ScourPlan> Of(ScourSubject subject, ScourTub tub, ScourWater water, ScourWish wish, ScourPrices prices)
    {
        var guard = new Guard(WashFields.Subjects)
            .Positive(subject.GreasyGrams, "greasyGrams")
            .Need(subject.GreasyGrams <= 500_000, "greasyGrams", "out-of-range", "is more than half a tonne: plan it in parts")
            .Within(tub.Litres, 0.5, 5000, "tubLitres")
            .Within(tub.LitresEquivalent, 0, 500, "tubLitresEquivalent")
            .Within(water.HotCelsius, 0, 100, "hotWater")
            .Within(water.ColdCelsius, 0, 100, "coldWater")
            .Need(!(water.HotCelsius < water.ColdCelsius), "hotWater", "cannot-be-reached", "is colder than the cold water")
            .Within(water.AirCelsius, -20, 45, "air")
            .Within(water.FleeceCelsius ?? 15, -20, 60, "fleece");
        var wished = ScourWish.Check(wish);
        if (!guard.Passed || wished.IsRefused)
        {
            return Result<ScourPlan>.Refused([.. guard.Refusals, .. wished.Refusals]);
        }

        return new Planner(subject, tub, water, wish, prices).Plan();
    }

    /// <summary>What differs between two wishes, in words: an entry logs only the departures from its recipe.</summary>
    /// <param name="recipe">As the recipe has it.</param>
    /// <param name="done">As it was done.</param>
    /// <param name="unit">What temperatures are told in.</param>
    public static IReadOnlyList<string> Departures(ScourWish recipe, ScourWish done, TemperatureUnit unit)
    {
        var words = new List<string>();
        void Tell(string what, object? was, object? now)
        {
            if (!Equals(was, now))
            {
                words.Add(FormattableString.Invariant($"{what} {now ?? "as usual"} instead of {was ?? "as usual"}"));
            }
        }

        void Degrees(string what, double? was, double? now) =>
            Tell(
                what,
                was is { } before ? Temperature.FromCelsius(before).Write(unit, 1) : null,
                now is { } after ? Temperature.FromCelsius(after).Write(unit, 1) : null
            );

        Tell("school", recipe.School.Words(), done.School.Words());
        Tell("batches", recipe.Batches, done.Batches);
        Tell("litres per kg", recipe.LitresPerKilogram, done.LitresPerKilogram);
        Tell("wash baths", recipe.Washes, done.Washes);
        Tell("rinses", recipe.Rinses, done.Rinses);
        Degrees("bath", recipe.Celsius, done.Celsius);
        Tell("minutes", recipe.Minutes, done.Minutes);
        Tell("dose g per kg", recipe.DoseGramsPerKilogram, done.DoseGramsPerKilogram);
        Degrees("floor", recipe.FloorCelsius, done.FloorCelsius);
        Tell("movement", recipe.Agitation.Words(), done.Agitation.Words());
        Tell("agent", recipe.Agent?.Name, done.Agent?.Name);
        foreach (
            var i in (recipe.Baths ?? new Dictionary<int, BathWish>())
                .Keys.Union((done.Baths ?? new Dictionary<int, BathWish>()).Keys)
                .Order()
        )
        {
            BathWish was = recipe.Baths?.GetValueOrDefault(i) ?? new(),
                now = done.Baths?.GetValueOrDefault(i) ?? new();
            Degrees($"bath {i + 1}", was.Celsius, now.Celsius);
            Tell($"bath {i + 1} minutes", was.Minutes, now.Minutes);
            Tell($"bath {i + 1} litres", was.Litres, now.Litres);
            Tell($"bath {i + 1} dose g", was.DoseGrams, now.DoseGrams);
        }

        return words;
    }

    private sealed class Planner(ScourSubject subject, ScourTub tub, ScourWater water, ScourWish wish, ScourPrices prices)
    {
        private readonly ScourHabits habits = ScourHabits.Of(subject.Class);
        private readonly List<string> notes = [];

        public ScourPlan Plan()
        {
            var school = wish.School;
            var level = habits.Level(subject.Wax);
            var floor = wish.FloorCelsius ?? wish.Agent?.FloorCelsius ?? (habits.WaxPercent.High <= 3 ? 30 : Cooling.FloorCelsius);
            var batches = Batches();
            var washes =
                school == ScourSchool.None
                    ? 0
                    : wish.Washes
                        ?? (
                            school == ScourSchool.SuintSoak
                                ? Math.Min(level, 1)
                                : Math.Clamp(
                                    habits.Washes
                                        + (
                                            subject.Wax is HowMuch.Much ? 1
                                            : subject.Wax is HowMuch.None or HowMuch.Little ? -1
                                            : 0
                                        ),
                                    1,
                                    3
                                )
                        );
            var rinses = school == ScourSchool.None ? 0 : wish.Rinses ?? (school == ScourSchool.SuintSoak ? 1 : 2);
            var perKilogram = wish.DoseGramsPerKilogram
                ?? wish.Agent?.DoseGramsPerKilogram
                ?? ScourHabits.Dose(level).Middle * (school == ScourSchool.SuintSoak ? 0.5 : 1);
            Know(school);

            var kinds = Enumerable
                .Repeat(BathKind.Soak, school == ScourSchool.SuintSoak ? 1 : 0)
                .Concat(Enumerable.Repeat(BathKind.Wash, washes))
                .Concat(Enumerable.Repeat(BathKind.Rinse, rinses))
                .ToArray();
            var shares = washes == 0 ? [] : ScourHabits.Shares(washes);
            var first = Math.Max(FirstCelsius(school), wish.Celsius is null ? floor + 5 : 0);
            var baths = new List<PlannedBath>();
            var wool = water.FleeceCelsius ?? water.AirCelsius;
            for (var i = 0; i < kinds.Length; i++)
            {
                var nth = kinds.Take(i).Count(k => k == kinds[i]);
                var dose = kinds[i] == BathKind.Wash ? perKilogram * batches.Grams / 1000 * shares[nth] : 0;
                baths.Add(Bath(i, kinds[i], batches, wool, first, floor, dose));
                wool = baths[^1].LiftedCelsius;
            }

            var litres = batches.Count * baths.Sum(b => b.Litres);
            var heat = batches.Count * baths.Sum(b => BathWater.KilowattHours(b.Litres, b.PourCelsius, water.ColdCelsius));
            var agent = batches.Count * baths.Sum(b => b.DoseGrams);
            var step = baths.Max(b => (double?)b.StepCelsius) ?? 0;
            var risk = FeltingRisk.Of(
                subject.Felts,
                subject.FeltsFrom == Provenance.Yours,
                wish.Agitation,
                baths.Count == 0 ? 0 : step,
                baths.Count == 0 ? 0 : baths.Max(b => b.Celsius),
                wish.Agent?.Alkaline ?? false
            );
            // A soak runs beside everything else; the batches after it one by one.
            var minutes =
                baths.Where(b => b.Kind == BathKind.Soak).Sum(b => b.Minutes)
                + batches.Count * baths.Where(b => b.Kind != BathKind.Soak).Sum(b => b.Minutes);
            return new ScourPlan(
                school,
                batches,
                baths,
                floor,
                litres,
                heat,
                agent,
                perKilogram,
                Cost(agent, litres, heat),
                minutes,
                risk,
                notes
            );
        }

        /// <summary>The warmth of what the bath lies in, as litres of water: a bowl's share of the tub's, by what it holds.</summary>
        private double Vessel =>
            wish.School == ScourSchool.LockByLock ? tub.LitresEquivalent * BowlLitres / tub.Litres : tub.LitresEquivalent;

        private ScourBatches Batches()
        {
            var perKilogram = wish.LitresPerKilogram ?? ScourBatches.LitresPerKilogram;
            if (wish.School == ScourSchool.LockByLock)
            {
                var bowls = wish.Batches ?? (int)Math.Max(1, Math.Ceiling(subject.GreasyGrams / BowlGrams - 1e-9));
                return new ScourBatches(bowls, subject.GreasyGrams / bowls, BowlLitres);
            }

            var planned = wish.Batches is { } count
                ? ScourBatches.Of(subject.GreasyGrams, count, perKilogram)
                : ScourBatches.Of(subject.GreasyGrams, tub.Litres, perKilogram);
            if (planned.Litres > tub.Litres * (1 + 1e-9))
            {
                notes.Add(
                    FormattableString.Invariant(
                        $"Each bath would take {planned.Litres:0.#} L and the tub holds {tub.Litres:0.#}: more batches, or less water for a kilogram."
                    )
                );
            }

            return planned;
        }

        private void Know(ScourSchool school)
        {
            if (subject.Class == FleeceClass.Angora && school != ScourSchool.None)
            {
                notes.Add("Angora rabbit is not washed: it felts at a touch and hardly has wax.");
            }
            else if (subject.Fibre is Fibre.Silk)
            {
                notes.Add("Silk caps and tops are not scoured; cocoons are degummed instead.");
            }
            else if (subject.Class == FleeceClass.Camelid && school != ScourSchool.None)
            {
                notes.Add("Shake the dust out first: there is more of it than wax. A cool, gentle wash is enough.");
            }

            if (school == ScourSchool.SuintSoak)
            {
                notes.Add("It smells. Keep it outdoors, under a lid; the water is good for the next fleece too.");
            }
            else if (school == ScourSchool.None)
            {
                notes.Add("It is spun in the grease or as it is: wax slows cards and yellows in store, so use it soon.");
            }
        }

        private double FirstCelsius(ScourSchool school) =>
            wish.Celsius
            ?? school switch
            {
                ScourSchool.Hot => Math.Max(habits.Celsius.High, habits.WaxPercent.High <= 3 ? 0 : 55),
                ScourSchool.LockByLock => habits.Celsius.High,
                ScourSchool.SuintSoak => 45,
                _ => habits.Celsius.Low,
            };

        private PlannedBath Bath(int i, BathKind kind, ScourBatches batches, double wool, double first, double floor, double dose)
        {
            var set = wish.Baths?.GetValueOrDefault(i) ?? new BathWish();
            var litres = set.Litres ?? batches.Litres;
            var dry = i == 0;
            var celsius = set.Celsius
                ?? kind switch
                {
                    BathKind.Soak => water.ColdCelsius,
                    // Wool from the bath before is never warmed by more than it is cooled: five degrees.
                    BathKind.Wash => dry || wish.School == ScourSchool.SuintSoak ? first : Math.Min(first, wool + FeltingRisk.GentleStep),
                    _ => dry ? water.ColdCelsius : Math.Max(water.ColdCelsius, Math.Floor(wool - FeltingRisk.GentleStep + 1)),
                };
            var minutes = set.Minutes
                ?? kind switch
                {
                    BathKind.Soak => SoakMinutes,
                    BathKind.Wash => wish.Minutes
                        ?? wish.School switch
                        {
                            ScourSchool.HandHot => 25,
                            ScourSchool.LockByLock => 10,
                            _ => 20,
                        },
                    _ => wish.School == ScourSchool.LockByLock ? 2 : 5,
                };
            var kilograms = batches.Grams / 1000;
            var pour = kind == BathKind.Soak ? celsius : BathWater.Pour(litres, celsius, kilograms, wool, Vessel);
            var warnings = new List<BathWarning>();
            double? hot = null,
                cold = null,
                kettle = null;
            if (pour > water.HotCelsius && pour <= BathWater.KettleCelsius)
            {
                kettle = BathWater.HotLitres(litres, pour, BathWater.KettleCelsius, water.HotCelsius);
                (hot, cold) = (litres - kettle, 0);
                warnings.Add(new(BathWarningKind.Kettle, water.HotCelsius, kettle));
            }
            else if (pour <= water.HotCelsius && pour >= water.ColdCelsius)
            {
                hot = BathWater.HotLitres(litres, pour, water.HotCelsius, water.ColdCelsius);
                cold = litres - hot;
            }
            else
            {
                warnings.Add(new(pour > water.HotCelsius ? BathWarningKind.TooHotToPour : BathWarningKind.TooColdToPour, pour));
            }

            if (pour > BathWater.HotPourCelsius)
            {
                warnings.Add(new(BathWarningKind.Scalds, pour));
            }

            var cooling = tub.Rate.Bath(celsius, water.AirCelsius);
            var counts = kind == BathKind.Wash;
            var toFloor = counts ? cooling.MinutesTo(floor) : null;
            if (counts && toFloor < minutes)
            {
                warnings.Add(
                    toFloor <= 0
                        ? new(BathWarningKind.BelowFloor, floor)
                        : new(BathWarningKind.CoolsTooSoon, floor, Minutes: toFloor, PlannedMinutes: minutes)
                );
                minutes = set.Minutes ?? Math.Max(1, Math.Floor(toFloor!.Value));
            }

            double? step = dry || kind == BathKind.Soak || wish.School == ScourSchool.SuintSoak && i == 1 ? null : Math.Abs(celsius - wool);
            var lifted = kind == BathKind.Soak ? celsius : cooling.At(minutes);
            return new PlannedBath(
                kind,
                litres,
                celsius,
                pour,
                hot,
                cold,
                set.DoseGrams ?? dose,
                minutes,
                toFloor,
                lifted,
                step,
                warnings,
                kettle
            );
        }

        private decimal? Cost(double agentGrams, double litres, double heat)
        {
            decimal?[] parts =
            [
                wish.Agent?.PricePerKilogram is { } price ? price * (decimal)(agentGrams / 1000) : null,
                prices.WaterPerCubicMetre * (decimal)(litres / 1000),
                prices.PerKilowattHour * (decimal)heat,
            ];
            return parts.Any(p => p is not null) ? parts.Sum(p => p ?? 0) : null;
        }
    }
}

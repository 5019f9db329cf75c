using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Spinning;

/// <summary>What a yarn is made of, as far as it tells what can come of it.</summary>
/// <param name="Grams">So much fibre is there, above zero; null when not known.</param>
/// <param name="PlyBackWraps">Wraps that ply-backs are wanted at; null where none are read.</param>
/// <param name="Wraps">Wraps of what is made, as they are expected; null when not known.</param>
/// <param name="Tex">Its grist, as it is expected; null when not known.</param>
/// <param name="Metres">So long it can become, above zero; null when that cannot be told.</param>
public sealed record SpunFrom(double? Grams, double? PlyBackWraps, double? Wraps, double? Tex, double? Metres)
{
    /// <summary>Nothing is known: nothing is asked about.</summary>
    public static readonly SpunFrom Unknown = new(null, null, null, null, null);

    /// <summary>The preparation, which can be held in some ways only; null when not known.</summary>
    public LotForm? Form { get; init; }

    /// <summary>Of a plan of singles.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="grams">Fibre that is there, null when not known.</param>
    public static SpunFrom Of(SpinPlan plan, double? grams) =>
        new(grams, plan.Wish.WrapsPerInch, plan.ToldWraps, plan.Wish.Figures.SinglesTex(plan.ToldWraps), null);

    /// <summary>Of a plan of plying.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="grams">Singles that are there, null when not known.</param>
    public static SpunFrom Of(PlyPlan plan, double? grams) =>
        new(
            grams,
            null,
            plan.FreshWraps,
            plan.Of.Count > 0 && plan.Of.All(s => s.Tex is not null)
                ? Plying.Tex(plan.Of.Average(s => s.Tex!.Value), plan.Strands, plan.TakeUpPercent)
                : null,
            plan.Forecast()?.Metres
        );

    /// <summary>Asks about figures that hardly can be.</summary>
    /// <param name="state">As it stands.</param>
    /// <param name="what">What would be noted.</param>
    /// <param name="unit">What weights are told in.</param>
    /// <returns><c>unlikely</c> at the field, or null.</returns>
    public Refusal? Unlikely(SpinState state, SpinEvent what, MassUnit unit) =>
        what switch
        {
            PlyBackRead { Trial.WrapsPerInch: var wraps } when PlyBackWraps is { } wanted => AskWraps(
                wraps,
                wanted,
                state.Trials.Select(t => t.Read.Trial.WrapsPerInch)
            ),
            BobbinFilled filled => AskMass(state, filled, unit)
                ?? AskLength(state, filled)
                ?? (
                    Wraps is { } expected
                        ? AskWraps(
                            filled.Measured.WrapsPerInch,
                            expected,
                            state.Bobbins.Select(b => b.Filled.Measured.WrapsPerInch).OfType<double>()
                        )
                        : null
                ),
            _ => null,
        };

    private static Refusal? AskWraps(double? wraps, double wanted, IEnumerable<double> own) =>
        TypedFigures.Figure(
            "wraps",
            wraps,
            TypedFigures.Wraps(wanted, own),
            $"About {Number(wanted)} wraps an inch are looked for here.",
            Number,
            wanted
        );

    private Refusal? AskMass(SpinState state, BobbinFilled filled, MassUnit unit)
    {
        if (Grams is not { } there)
        {
            return null;
        }

        // What was believed of the bobbins before does not make this one unlikely.
        var free = Math.Max(there - Math.Min(state.Grams, there), 0);
        return TypedFigures.Weight(
            "mass",
            filled.Grams,
            new Span(0, free + ((TypedFigures.MoreThanThere - 1) * there)),
            $"{Mass.FromGrams(free).Write(unit)} are left to make it of.",
            unit,
            // A skein is most of what lies there; of bobbins several are filled.
            PlyBackWraps is null
                ? free
                : null
        );
    }

    private Refusal? AskLength(SpinState state, BobbinFilled filled)
    {
        var metres = filled.Measured.Metres;
        if (Metres is { } longest && metres > 0)
        {
            var left = Math.Max(longest - Math.Min(state.Metres, longest), 0);
            var asked = Ask(
                new Span(0, left + ((TypedFigures.MoreThanThere - 1) * longest)),
                $"About {Number(left)} m can still come of it.",
                left
            );
            if (asked is not null)
            {
                return asked;
            }
        }

        if (Tex is not { } tex || (filled.Grams ?? Grams) is not { } grams)
        {
            return null;
        }

        var usual = grams / tex * 1000;
        return Ask(
            new Span(filled.Grams is null ? 0 : usual / TypedFigures.GristDiffers, usual * TypedFigures.GristDiffers),
            $"Of so much fibre about {Number(Math.Round(usual))} m were looked for.",
            filled.Grams is null ? null : usual
        );

        Refusal? Ask(Span can, string because, double? usual) =>
            TypedFigures.Figure("length", metres, can, because, m => Number(m) + " m", usual, LinearDensity.MetresPerYard);
    }

    private static string Number(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);
}

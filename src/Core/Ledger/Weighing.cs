using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>The state the fibre was in when it was weighed. Wool changes weight by several percent with the air.</summary>
public enum WeighingState
{
    /// <summary>Hours in room air.</summary>
    Rested,

    /// <summary>Straight off the heat, drier than the room.</summary>
    Warm,

    /// <summary>Still holding liquid water: the fibre in it cannot be told.</summary>
    Damp,

    /// <summary>A seller's weight, taken to stand at the agreed allowance.</summary>
    AsSold,

    /// <summary>Dry to the hand, and not yet confirmed by two weighings that agree: counted as rested, with more doubt.</summary>
    Provisional,
}

/// <summary>One reading of a scale, as it was logged.</summary>
/// <param name="Id">Names the weighing; a corrected one keeps its id.</param>
/// <param name="Logged">What the scale said, zero or more.</param>
/// <param name="State">The state the fibre was in.</param>
/// <param name="HumidityPercent">Relative humidity of the room, 0 to 100, null when nobody read it.</param>
/// <param name="ScaleStep">The scale's division.</param>
/// <param name="Session">The workshop's day: weighings of one day in one shed share their room's error.</param>
public sealed record Weighing(Guid Id, Mass Logged, WeighingState State, double? HumidityPercent, Mass ScaleStep, DateOnly Session);

/// <summary>What a weighed thing is made of, as far as moisture is concerned.</summary>
/// <param name="Composition">The fibres in it, null for what is no fibre (dirt, wax, oil): it is counted at its weight.</param>
/// <param name="Preparation">Combed or carded, for weights as sold.</param>
/// <param name="CleanFraction">In the grease: how much of the weight is clean fibre. Null when it is clean.</param>
public sealed record Nature(Composition? Composition, Preparation Preparation, Span? CleanFraction)
{
    /// <summary>Not fibre: no moisture correction.</summary>
    public static readonly Nature Inert = new(null, Preparation.Carded, null);

    /// <summary>The nature of what is lost: as greasy as what it came from, unless it is no fibre at all.</summary>
    /// <param name="kind">The kind of loss.</param>
    /// <param name="source">The nature of what went in.</param>
    public static Nature OfLoss(LossKind kind, Nature source) => kind.IsFibre() ? source : Inert;

    /// <summary>The nature of a lot.</summary>
    /// <param name="composition">What it is made of.</param>
    /// <param name="form">Its form.</param>
    /// <param name="cleanYield">The clean yield expected of it when it is in the grease.</param>
    public static Nature Of(Composition composition, LotForm form, Span cleanYield) =>
        new(composition, form.Preparation(), form.IsGreasy() ? cleanYield : null);
}

/// <summary>
/// A weighing brought to reference mass (rested at 65 % humidity), with its uncertainty in two parts: one of its own and one that it
/// shares with every weighing of its session. The variance of it alone is <c>OwnVariance + Shared * Shared</c>.
/// </summary>
/// <param name="Id">The weighing's id.</param>
/// <param name="Session">Which weighings it shares its room with.</param>
/// <param name="Logged">What the scale said, in grams.</param>
/// <param name="Grams">Reference mass in grams.</param>
/// <param name="OwnVariance">In square grams.</param>
/// <param name="Shared">The session's term <c>g</c>, in grams.</param>
public sealed record ReferenceWeighing(Guid Id, DateOnly Session, double Logged, double Grams, double OwnVariance, double Shared)
{
    /// <summary>The scale's division in grams: no figure is surer than half of it. Nothing where it is no weighing.</summary>
    public double Step { get; init; }

    /// <summary>What wool straight off the heat is taken to hold: the regain at this humidity, in percent (typical).</summary>
    public const double WarmHumidity = 30;

    /// <summary>How badly that is known, as a fraction of dry mass (typical).</summary>
    public const double WarmUncertainty = 0.03;

    /// <summary>How much water a provisional weight may still hold, as a fraction of it (typical): one standard deviation.</summary>
    public const double ProvisionalUncertainty = 0.03;

    /// <summary>
    /// Brings a weighing to reference mass: <c>m * s</c> with <c>s = (1 + R65) / (1 + R)</c>, and
    /// <c>u^2 = s^2 [step^2/12 + (0.001 m)^2] + g^2</c>, <c>g = s m uR / (1 + R)</c> (docs/craft.md, section 4).
    /// In the grease only the clean fraction c takes part: <c>m (1 + c (s - 1))</c>, and not knowing c widens the first part; so does not
    /// knowing the shares of a kit.
    /// </summary>
    /// <param name="weighing">What was logged.</param>
    /// <param name="nature">What was weighed.</param>
    /// <returns>Null for damp fibre: its water cannot be told from the fibre.</returns>
    public static ReferenceWeighing? Of(Weighing weighing, Nature nature)
    {
        if (weighing.State == WeighingState.Damp)
        {
            return null;
        }

        var m = weighing.Logged.Grams;
        var scale = (weighing.ScaleStep.Grams * weighing.ScaleStep.Grams / 12) + (0.001 * m * 0.001 * m);
        if (nature.Composition is not { HasRegain: true } fibre)
        {
            return new ReferenceWeighing(weighing.Id, weighing.Session, m, m, scale, 0) { Step = weighing.ScaleStep.Grams };
        }

        double Regain(Composition of) =>
            weighing.State switch
            {
                WeighingState.Warm => of.Regain(WarmHumidity),
                WeighingState.AsSold => of.Allowance(nature.Preparation),
                _ => of.Regain(weighing.HumidityPercent ?? Fibres.Regain.ReferenceHumidity),
            };
        var r = Regain(fibre);
        var uR =
            weighing.State == WeighingState.Warm
                ? WarmUncertainty
                : fibre.RegainUncertainty(weighing.State != WeighingState.AsSold && weighing.HumidityPercent is not null);
        var s = (1 + fibre.Regain(Fibres.Regain.ReferenceHumidity)) / (1 + r);
        var clean = nature.CleanFraction?.Middle ?? 1;
        var cleanSpread = nature.CleanFraction?.Spread ?? 0;
        var factor = 1 + (clean * (s - 1));
        var still = weighing.State == WeighingState.Provisional ? ProvisionalUncertainty * m : 0;
        var own =
            (factor * factor * scale)
            + Math.Pow(m * (s - 1) * cleanSpread, 2)
            + (still * still)
            + Math.Pow(m * fibre.SharesUncertainty(Regain), 2);
        return new ReferenceWeighing(weighing.Id, weighing.Session, m, m * factor, own, clean * s * m * uR / (1 + r))
        {
            Step = weighing.ScaleStep.Grams,
        };
    }
}

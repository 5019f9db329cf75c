using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;

namespace EarthyTuft.Web.Ledger;

/// <summary>How a question of the log can be answered.</summary>
public enum AnswerKind
{
    /// <summary>It was lost: all that is missing, of one kind.</summary>
    Lost,

    /// <summary>It was weighed wrongly: set right with the weight that fits.</summary>
    Weighing,

    /// <summary>Another heap was made.</summary>
    Heap,

    /// <summary>The rest of the lot is still there: what was taken was a part.</summary>
    RestIsThere,

    /// <summary>Another lot was meant, or was taken as well.</summary>
    OtherLot,

    /// <summary>The weights are right as they stand.</summary>
    AsItIs,

    /// <summary>Nobody knows: it is not asked again.</summary>
    NotKnown,
}

/// <summary>One tap that answers.</summary>
/// <param name="Loss">For a loss: of which kind.</param>
/// <param name="Form">For a heap: what it is.</param>
/// <param name="FlowId">For a weighing: which, with its entry and how often it was set right already. Where the rest is there: the
/// taking.</param>
/// <param name="Mass">For a weighing: what it probably was, as one would type it.</param>
/// <param name="Words">For a weighing: which one it is and what it would be. Where the rest is there: of which lot.</param>
/// <param name="Field">For a weighing of a draft that is not logged yet: its field.</param>
public sealed record AnswerTap(
    AnswerKind Kind,
    LossKind? Loss = null,
    LotForm? Form = null,
    Guid? EntryId = null,
    Guid? FlowId = null,
    int? Revision = null,
    string? Mass = null,
    string? Words = null,
    string? Field = null
)
{
    /// <summary>For a weighing: <c>Mass</c> is only near what it was, and the person types it.</summary>
    public bool Open { get; init; }

    /// <summary>For another lot: which. Its field (of a draft) or its flow is the taking in whose place it comes; none where it was taken as
    /// well.</summary>
    public Guid? LotId { get; init; }
}

/// <summary>Says a weighing that may be the slip as one tap.</summary>
internal static class AnswerTaps
{
    internal static AnswerTap Weighing(Explanation told, Family family, MassUnit unit)
    {
        var flow = family.Flows.First(f => f.FlowId == told.FlowId);
        var right = Rounded(told.Likelier).Write(unit);
        return new AnswerTap(
            AnswerKind.Weighing,
            EntryId: told.EntryId,
            FlowId: told.FlowId,
            Revision: flow.Revision,
            Mass: right,
            Words: $"{DoubtViews.Suspect(flow, unit).Words}: {Was(told, right, unit)}"
        )
        {
            Open = told.Open is not null,
        };
    }

    /// <summary>What a weight was instead, and by which slip.</summary>
    internal static string Was(Explanation told, string right, MassUnit unit) =>
        told.Open is { } open
            ? $"a digit is missing, {Mass.FromGrams(open.Low).Write(unit)} to {Mass.FromGrams(open.High).Write(unit)}"
            : $"it was {right}{Kind(told.Kind)}";

    /// <summary>A weight as a scale would say it.</summary>
    internal static Mass Rounded(double grams) => Mass.FromGrams(grams >= 20 ? Math.Round(grams) : Math.Round(grams, 1));

    /// <summary>The kind of slip, to stand behind a figure.</summary>
    internal static string Kind(SlipKind? kind) =>
        kind switch
        {
            SlipKind.DampWeight => " once dry",
            SlipKind.UsualBowl => " without the usual bowl",
            SlipKind.ForgottenTare => " without what was weighed along",
            SlipKind.TenTimes => ", a digit too many or too few",
            SlipKind.FirstDigitLost => ", the first digit missing",
            SlipKind.DigitLost => ", a digit missing",
            SlipKind.DigitAdded => ", a digit too many",
            SlipKind.DigitsExchanged => ", two digits exchanged",
            SlipKind.PoundsForKilograms => ", pounds for kilograms",
            SlipKind.OuncesForGrams => ", ounces for grams",
            _ => "",
        };
}

using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace EarthyTuft.Web.Spinning;

/// <summary>Something to look at.</summary>
/// <param name="Words">What to look at and what to do.</param>
/// <param name="Own">This lot's own facts speak for it.</param>
public sealed record FaultCheckView(string Words, bool Own);

/// <summary>What goes wrong, with what to look at in order.</summary>
/// <param name="Symptom">As it is seen.</param>
/// <param name="Checks">The likeliest first.</param>
public sealed record FaultView(YarnFault Fault, string Symptom, IReadOnlyList<FaultCheckView> Checks);

/// <summary>What is wrong? Ordered checks by symptom, with a lot's own facts.</summary>
public static class FaultEndpoints
{
    private static readonly FaultFacts Nothing = new(null, null, null, false, false, false);

    internal static async Task<Results<Ok<IReadOnlyList<FaultView>>, ProblemHttpResult>> List(
        CodeParameter? lot,
        EarthyTuftDb db,
        BreedBooks books,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var facts = Nothing;
        if (lot is { } code)
        {
            if (await LotDossier.Of(db, code.Value, cancellationToken) is not { } dossier)
            {
                return Problems.NotHere("lot");
            }

            facts = Of(dossier, await books.Here(cancellationToken), context);
        }

        IReadOnlyList<FaultView> all =
        [
            .. Enum.GetValues<YarnFault>()
                .Select(f => new FaultView(
                    f,
                    Symptom(f),
                    [
                        .. Faults
                            .Of(f, facts)
                            .Select(c => new FaultCheckView(Words(c, facts, context.Workshop.LengthUnit), Faults.Speaks(c, facts))),
                    ]
                )),
        ];
        return TypedResults.Ok(all);
    }

    private static FaultFacts Of(LotDossier dossier, BreedBook book, RequestContext context)
    {
        var (lot, family) = (dossier.Lot, dossier.Family);
        var fleece = FactsOf.Lot(dossier, book, context.Workshop.LengthUnit).Facts;
        var compacted = Compactions.Of(
            lot.Id,
            lot.MadeAt,
            family.Entries,
            id => family.Lots.TryGetValue(id, out var one) && one.CameDyed,
            context.Now
        );
        return new FaultFacts(fleece.StapleMillimetres, lot.Form, lot.Fibre, compacted is not null, fleece.IsWeak, fleece.HasGuardHair);
    }

    private static string Symptom(YarnFault of) =>
        of switch
        {
            YarnFault.Lumps => "Lumps in the yarn",
            YarnFault.WillNotDraft => "It will not draft",
            YarnFault.Breaks => "It breaks while I spin",
            YarnFault.BreaksInWinding => "It breaks in winding or plying",
            YarnFault.Ropey => "The plied yarn is ropey",
            YarnFault.OpenLoop => "A gap in the loop of the ply-back",
            YarnFault.Sticky => "It sticks to the hands",
            YarnFault.Flyaway => "It flies about and clings",
            YarnFault.Prickles => "The yarn prickles",
            YarnFault.NotDrawnIn => "The wheel does not draw it in",
            YarnFault.Snatched => "The wheel snatches it from the hand",
            YarnFault.Kinks => "It kinks before it winds on",
            YarnFault.TwistInSupply => "Twist runs into the supply",
            YarnFault.Wobbles => "The spindle wobbles",
            YarnFault.TurnsBack => "The spindle turns back",
            YarnFault.CopCollapses => "The cop collapses",
            _ => "Holes where chain loops join",
        };

    private static string Words(FaultCheck check, FaultFacts facts, LengthUnit unit) =>
        check switch
        {
            FaultCheck.HandsApart => facts.StapleMillimetres is { } staple
                ? $"Hands farther apart than the staple: this one is {Figures.Length(staple, unit)}, so about "
                    + $"{Figures.Length(staple * 1.5, unit)} to pre-draft, and a little less than {Figures.Length(staple, unit)} at a time in a "
                    + $"short draw."
                : "Hands farther apart than the staple; closer, they hold both ends of the same fibres.",
            FaultCheck.GripLoose => "Hold the supply so loosely that it could fall.",
            FaultCheck.TwistInSupply => "Let the twist out of the supply: turn it back, or tear off what has it.",
            FaultCheck.OtherEnd => "Try the other end: rolags, punis, sliver and dyed top have a better one. Mark it.",
            FaultCheck.Compacted => facts.IsCompacted
                ? "It is compacted, by dye or by lying long: snap it open across its length, air it, and try both ends."
                : "Compacted by dye or by lying long? Snap it open across its length and air it.",
            FaultCheck.Wax => facts.Form?.IsGreasy() == true
                ? "It is still in the grease: warm it, or wash it first."
                : "Wax left in it drags: warm it a little, or wash it once more.",
            FaultCheck.Dry => "Dry and charged: damp the air, mist it, or a little dressing.",
            FaultCheck.Preparation => facts.Form == LotForm.Top
                ? "Neps in top were made before the combs: one more transfer, or pick them out."
                : "Neps and short bits come from the preparation: a lighter load, another pass, or combs.",
            FaultCheck.PinchAtTriangle =>
                "Pinch at the drafting triangle, never inside the supply: that pulls lumps and lets twist run on.",
            FaultCheck.ThinPlaces => "Twist gathers in thin places: untwist a little between the hands and draw the thick ones out.",
            FaultCheck.MoreTwist => facts.StapleMillimetres is { } millimetres && millimetres < Faults.ShortStaple
                ? string.Create(
                    CultureInfo.InvariantCulture,
                    $"More twist: a staple of {Figures.Length(millimetres, unit)} needs about "
                        + $"{YarnAim.FewestTurnsInStaple / millimetres * 1000:0} turns in a metre to be held."
                )
                : "More twist: more treadles for a draw, or a smaller whorl.",
            FaultCheck.LessTwist => "Less twist: fewer treadles for a draw, a larger whorl, or more pull.",
            FaultCheck.LessPull => "Less pull: loosen the brake or the drive by small steps.",
            FaultCheck.MorePull => "More pull, by small steps, until slack yarn is drawn in without kinking.",
            FaultCheck.CleanPath => "Look at the way of the yarn: orifice, hooks, a dry shaft, a leader thicker than the yarn.",
            FaultCheck.MoveHook => "Move the hook, or change the bobbin: a full one pulls otherwise.",
            FaultCheck.Tender => facts.IsTender
                ? "A lock of this fleece was found tender: spin it thicker, with little pull, from a carded preparation."
                : "Is the staple tender? Snap a lock beside the ear.",
            FaultCheck.Thicker => "Thicker: too few fibres lie side by side for this pull.",
            FaultCheck.BalancePly => "Ply by the angle: the plies should lie as steep as the ply-back did.",
            FaultCheck.WashFirst => "Wash it first: much of that settles.",
            FaultCheck.GuardHair => facts.HasGuardHair
                ? "It has two coats: part the hair from the down before the rest is spun."
                : "Guard hair, kemp or coarse ends: part them before the rest is spun.",
            FaultCheck.Direction => "Was it plied the other way round than it was spun?",
            FaultCheck.CentreCop => "Wind the cop round the middle of the shaft, and straighten the hook.",
            FaultCheck.WindOnSooner => "Stop it before it turns back: wind on sooner, or park it.",
            FaultCheck.CrossLayers => "Cross the layers: up steep and down close, as a cone.",
            FaultCheck.RollOverLoop => "Roll the twist over each loop before the next one is pulled.",
            _ => "Dry hands, a cloth on the knee, powder if you like.",
        };
}

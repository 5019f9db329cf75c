using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using EarthyTuft.Web.Runs;
using EarthyTuft.Web.Tools;

namespace EarthyTuft.Web.Combing;

/// <summary>A plan with what it stands on.</summary>
/// <param name="Portion">So much of its one lot; null for all.</param>
internal sealed record PlannedCombs(CombPlan Plan, ToolRow? Tool, ToolRow? Diz, double? Portion, IReadOnlyList<CombCaution> Cautions);

/// <summary>Plans loads of combs: the same for the preview and for the start.</summary>
public sealed class CombPlanner(EarthyTuftDb db, RequestContext context, BreedBooks books, LoadDesk loads)
{
    private const string Section = "docs/craft.md, section 10";

    internal async Task<Result<PlannedCombs>> Plan(CombStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var tool = await loads.Tool(start.ToolId, cancellationToken);
        var diz = await loads.Tool(start.DizId, cancellationToken);
        var typed = loads.Read(start.Mass, start.Most, lots, "comb the others by themselves");
        // A flick takes locks, one after another: there is no load to size by it.
        var sizes = tool?.Kind.HasTines() == true;
        var isOther = start.ToolId is not null && tool?.Kind != start.Way.Needs();
        Refusal[] refusals =
        [
            .. isOther
                ? [new Refusal("toolId", "not-here", "This workshop has no such tool for that way of working.")]
                : Array.Empty<Refusal>(),
            .. start.DizId is not null && diz?.Kind != ToolKind.Diz
                ? [new Refusal("dizId", "not-here", "There is no such diz in this workshop.")]
                : Array.Empty<Refusal>(),
            .. !sizes && !isOther && !typed.IsRefused && typed.Value.Most is null
                ? [new Refusal("most", "missing", "Say how much is worked at once, or choose combs of the workshop.")]
                : Array.Empty<Refusal>(),
            .. typed.Refusals,
        ];
        if (refusals.Length > 0)
        {
            return Result<PlannedCombs>.Refused(refusals);
        }

        var book = await books.Here(cancellationToken);
        var of = lots.Select(l => OwnLog.ClassOf(book, l.Parentage, l.Fibre)).Distinct().ToArray() is [var one] ? one : null;
        var usual = sizes ? await loads.Usual(tool!, CombLoad.Typical(tool!.Combs.Tines, of), of, cancellationToken) : null;
        var left = lots.All(l => l.LeftGrams is not null) ? lots.Sum(l => l.LeftGrams) : null;
        var hole = start.DrawnOff == DrawnOff.Diz ? diz?.Diz.Diz.HoleMillimetres ?? start.DizMillimetres : null;
        var plan = CombRun.Plan(
            [.. lots.Select(l => l.Form)],
            typed.Value.Portion ?? left,
            new CombPlan(
                0,
                typed.Value.Most is { } grams ? new LoadSize(grams, 0, IsSaid: true) : usual!,
                start.Way,
                start.LashedBy,
                start.Wanted,
                start.AtLeast,
                start.DrawnOff,
                hole,
                of?.ToString() ?? ""
            )
        );
        if (plan.IsRefused)
        {
            return Result<PlannedCombs>.Refused(plan.Refusals);
        }

        var cautions =
            start.Way == CombWay.Flicked
                ? []
                : CombFit.Cautions(await Known(lots, book, of, cancellationToken), plan.Value, sizes ? tool!.Combs.Tines : null);
        return new PlannedCombs(plan.Value, tool, start.DrawnOff == DrawnOff.Diz ? diz : null, typed.Value.Portion, cautions);
    }

    // What one of the lots is known to be, all of them are careful about.
    private async Task<CombFibre> Known(IReadOnlyList<LotRow> lots, BreedBook book, FleeceClass? of, CancellationToken cancellationToken)
    {
        var (tender, wax) = (false, false);
        foreach (var lot in lots)
        {
            if (await LotDossier.Of(db, lot.Code, cancellationToken) is not { } dossier)
            {
                continue;
            }

            tender |= FactsOf.Lot(dossier, book, context.Workshop.LengthUnit).Facts.IsWeak;
            wax |= WashedView.Of(dossier)?.Judged?.Decision is WashDecision.UseSoon or WashDecision.WaxAccepted;
        }

        return new CombFibre(of, lots.Min(l => l.StapleMillimetres), tender, wax);
    }

    /// <summary>The plan in figures and words.</summary>
    internal CombPlanView View(CombPlan plan, ToolRow? tool, IReadOnlyList<CombCaution> cautions)
    {
        var tines = tool?.Kind.HasTines() == true ? tool.Combs.Tines : null;
        return new CombPlanView(
            plan.Loads,
            loads.PerLoad(plan.Grams, plan.Most, Section),
            loads.Most(
                plan.Most,
                "grams on a centimetre of width for so many rows, times the width; the lower end for fine fibre",
                tines is null ? null : new WorkingInput("tines", ToolWords.Size(tines, context.Workshop.LengthUnit)),
                Section
            ),
            Mass.FromGrams(plan.Grams).ToFigure(context.Workshop.Unit, Provenance.Measured),
            plan.Transfers,
            plan.HasTransfers,
            CombEnds.Leading(plan.LashedBy, plan.Transfers),
            plan.TakesOneMore,
            plan.Gives,
            tines is null
                ? []
                :
                [
                    .. Enumerable
                        .Range(0, plan.Transfers + 1)
                        .Select(t => Math.Round(CombLoad.Fill(plan.GramsPerLoad, CombLoad.Guide(tines).High, t), 3)),
                ],
            [.. cautions.Select(c => Words(c, plan, tool))]
        );
    }

    private string Words(CombCaution caution, CombPlan plan, ToolRow? tool)
    {
        var most = tool?.Kind.HasTines() == true ? CombLoad.Guide(tool.Combs.Tines).High : 0;
        return caution switch
        {
            CombCaution.StapleShort =>
                $"Its staple is shorter than {Figures.Length(CombingStation.ShortestMillimetres, context.Workshop.LengthUnit)}: it falls "
                    + $"through the tines and becomes noil. Card it.",
            CombCaution.ShortAndFine =>
                "Combs hold down, silk and cotton badly: card it lightly, or take very fine combs and very small loads.",
            CombCaution.Tender =>
                "A lock of it was found tender: combing tears it, and the torn half becomes noil. Comb a small load first and look at its noil, or card it.",
            CombCaution.WaxLeft =>
                "After its wash it was judged to have wax left: it drags in the tines and leaves more noil. Wash it again, or comb it warm, in small loads.",
            CombCaution.Overload =>
                $"That is more than half the tines of {tool!.Name} take, which is about {Mass.FromGrams(most).Write(context.Workshop.Unit)}: "
                    + $"fibre swells with each transfer. Lash on less.",
            CombCaution.AboveThePoints => $"After {plan.Transfers} transfers it would stand above the points of {tool!.Name}. Lash on "
                + $"{Mass.FromGrams(plan.GramsPerLoad / CombLoad.Fill(plan.GramsPerLoad, most, plan.Transfers)).Write(context.Workshop.Unit)} at "
                + $"the most, or transfer less often.",
            _ => throw new ArgumentOutOfRangeException(nameof(caution)),
        };
    }
}

using System.Globalization;
using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using EarthyTuft.Web.Tools;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Carding;

/// <summary>A plan with what it stands on.</summary>
/// <param name="Portion">So much of its one lot; null for all.</param>
internal sealed record PlannedCards(CardPlan Plan, ToolRow? Tool, double? Portion, IReadOnlyList<CardCaution> Cautions, Span? Micron);

/// <summary>Plans loads: the same for the preview and for the start.</summary>
public sealed class CardPlanner(RequestContext context, BreedBooks books, LoadDesk loads)
{
    private const string Section = "docs/craft.md, section 9";

    internal async Task<Result<PlannedCards>> Plan(CardStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var tool = await loads.Tool(start.ToolId, cancellationToken);
        var typed = loads.Read(start.Mass, start.Most, lots, "card the others by themselves");
        Refusal[] refusals =
        [
            .. start.ToolId is not null && tool?.Kind.CardsInLoads() != true
                ? [new Refusal("toolId", "not-here", "There are no such cards in this workshop.")]
                : Array.Empty<Refusal>(),
            .. start.ToolId is null && !typed.IsRefused && typed.Value.Most is null
                ? [new Refusal("most", "missing", "Say how much goes on the cards at once, or choose cards of the workshop.")]
                : Array.Empty<Refusal>(),
            .. typed.Refusals,
        ];
        if (refusals.Length > 0)
        {
            return Result<PlannedCards>.Refused(refusals);
        }

        var book = await books.Here(cancellationToken);
        var of = lots.Select(l => OwnLog.ClassOf(book, l.Parentage, l.Fibre)).Distinct().ToArray() is [var one] ? one : null;
        var usual = tool is null ? null : await loads.Usual(tool, CardLoad.Typical(tool.Kind, tool.Cards.Cloth, of), of, cancellationToken);
        var load = typed.Value.Most is { } grams ? new LoadSize(grams, 0, IsSaid: true) : usual!;
        var left = lots.All(l => l.LeftGrams is not null) ? lots.Sum(l => l.LeftGrams) : null;
        var plan = CardRun.Plan(
            [.. lots.Select(l => l.Form)],
            typed.Value.Portion ?? left,
            load,
            start.Gives,
            start.LaidOn,
            start.TakenOff,
            of?.ToString() ?? ""
        );
        if (plan.IsRefused)
        {
            return Result<PlannedCards>.Refused(plan.Refusals);
        }

        var micron = Micron(lots, book);
        var cautions = tool is null
            ? []
            : CardFit.Cautions(
                tool.Kind,
                tool.Cards.Cloth,
                of,
                micron,
                lots.Max(l => l.StapleMillimetres),
                usual!,
                plan.Value.GramsPerLoad
            );
        return new PlannedCards(plan.Value, tool, typed.Value.Portion, cautions, micron);
    }

    // Of one breed what the book says of it; of several, or of an unknown fleece, nothing.
    private static Span? Micron(IReadOnlyList<LotRow> lots, BreedBook book) =>
        lots.Select(l => book.Find(l.Parentage)?.Micron).Distinct().ToArray() is [{ } one] ? one : null;

    /// <summary>The plan in figures and words.</summary>
    internal CardPlanView View(CardPlan plan, ToolRow? tool, IReadOnlyList<CardCaution> cautions, Span? micron) =>
        new(
            plan.Loads,
            loads.PerLoad(plan.Grams, plan.Most, Section),
            loads.Most(
                plan.Most,
                "area of the cloth times what is typical for it, half for fine fibre",
                tool is null ? null : new WorkingInput("cloth", ToolWords.Size(tool.Cards.Cloth, context.Workshop.LengthUnit)),
                Section
            ),
            Mass.FromGrams(plan.Grams).ToFigure(context.Workshop.Unit, Provenance.Measured),
            plan.TakenOff,
            plan.Order,
            // That a staple is too long for any cards the station says itself, whatever cards are chosen.
            [.. cautions.Where(c => c != CardCaution.StapleTooLong).Select(c => Words(c, tool!, micron, context.Workshop.LengthUnit))]
        );

    private static string Words(CardCaution caution, ToolRow tool, Span? micron, LengthUnit lengths) =>
        caution switch
        {
            CardCaution.StapleLong =>
                $"Its staple is longer than {Figures.Length(CardFit.CardsWellMillimetres, lengths)}: lay thin loads on crosswise, give few "
                    + "strokes, and lift it off loose.",
            CardCaution.DownOnDrum =>
                "Very fine down and cotton break into neps on a drum: take hand cards with a close cloth, and few strokes.",
            CardCaution.ClothTooOpen => string.Create(
                CultureInfo.InvariantCulture,
                $"The cloth of {tool.Name} has {tool.Cards.Cloth.TeethPerSquareInch:0} teeth to the square inch; fibre of {micron!.Low:0} to "
                    + $"{micron.High:0} µm wants {CardFit.Teeth(micron.High).Low:0} or more, else it breaks and leaves neps. Take a closer cloth, or "
                    + $"thin loads and few strokes."
            ),
            CardCaution.ClothTooClose => string.Create(
                CultureInfo.InvariantCulture,
                $"The cloth of {tool.Name} has {tool.Cards.Cloth.TeethPerSquareInch:0} teeth to the square inch; fibre of {micron!.Low:0} to "
                    + $"{micron.High:0} µm runs better on {CardFit.Teeth(micron.Low).High:0} or fewer. Take a more open cloth, or thin loads."
            ),
            CardCaution.Overload => "That is more than half the teeth take: the web will not be opened through. Make more loads of it.",
            _ => throw new ArgumentOutOfRangeException(nameof(caution)),
        };
}

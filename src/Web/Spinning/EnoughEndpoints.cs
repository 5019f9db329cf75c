using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.House;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using static System.FormattableString;

namespace EarthyTuft.Web.Spinning;

/// <summary>Yarn that is needed, or a lot to be spun: the one from the other.</summary>
/// <param name="Wraps">Of the washed yarn, as typed.</param>
/// <param name="Length">That is needed, as typed; left out to ask what the lot suffices for.</param>
/// <param name="Plies">Strands of it.</param>
/// <param name="LotId">What it is spun from; left out where that is not said.</param>
/// <param name="Spare">For swatch, ends and slips, in percent.</param>
public sealed record EnoughRequest([property: StringLength(120)] string? Wraps, [property: StringLength(40)] string? Length = null, int Plies = 2, Guid? LotId = null, double Spare = 10);

/// <summary>Whether there is enough.</summary>
/// <param name="Yarn">What the yarn weighs; null where no length was told and no lot is there.</param>
/// <param name="Prepared">The fibre it takes, ready to be spun: at the median.</param>
/// <param name="PreparedNineInTen">And so that it is enough nine times in ten.</param>
/// <param name="IsEnough">Of the lot, nine times in ten; null where none was named or its mass is not known.</param>
/// <param name="Sentences">The same in words, with what it stands on.</param>
/// <param name="SufficesFor">Things that the lot's yarn suffices for, with their usual metres.</param>
public sealed record EnoughView(MassFigure? Yarn, MassFigure? Prepared, MassFigure? PreparedNineInTen, bool? IsEnough, IReadOnlyList<string> Sentences, IReadOnlyList<string> SufficesFor);

/// <summary>Is it enough? From metres of yarn back through the yields to fibre, and from a lot on to what can be made of it.</summary>
public static class EnoughEndpoints
{
    internal static async Task<Results<Ok<EnoughView>, ProblemHttpResult>> Enough(EnoughRequest request, EarthyTuftDb db, BreedBooks books, SkeinBook skeins, RequestContext context, CancellationToken cancellationToken)
    {
        LotRow? lot = null;
        if (request.LotId is { } id && (lot = await db.Lots.AsNoTracking().SingleOrDefaultAsync(l => l.Id == id && l.VoidedAt == null, cancellationToken)) is null)
        {
            return Problems.Refused("lotId", "not-here", "It names a lot that is not here.");
        }

        var wraps = WrapsReading.Read(request.Wraps, "wraps");
        var length = string.IsNullOrWhiteSpace(request.Length) ? (Result<YarnLength>?)null : YarnLength.Read(request.Length, "length");
        var guard = new Guard()
            .Need(request.Plies is >= 1 and <= Plying.MostPlies, "plies", "out-of-range", $"must be a whole number from 1 to {Plying.MostPlies}")
            .Within(request.Spare, 0, 200, "spare");
        Refusal[] refusals = [.. wraps.Refusals, .. length?.Refusals ?? [], .. guard.Refusals];
        if (refusals.Length > 0)
        {
            return Problems.Refused(refusals);
        }

        var book = await books.Here(cancellationToken);
        var of = lot is null ? null : OwnLog.ClassOf(book, lot.Parentage, lot.Fibre);
        var own = await skeins.Of(of, cancellationToken);
        var density = own.FinishedDensity?.Value ?? YarnWish.DensityOf(lot?.Fibre, lot?.Form);
        var tex = Wraps.Tex(wraps.Value.PerInch, density);
        StepKind[] steps = [StepKind.Spin, .. request.Plies > 1 ? [StepKind.Ply] : Array.Empty<StepKind>(), StepKind.Finish];
        if (lot?.Form.IsSpun() == true)
        {
            steps = lot.Form switch { LotForm.Singles => steps[1..], LotForm.Plied => [StepKind.Finish], _ => [] };
        }

        var yields = await OwnLog.Yields(db, book, steps, cancellationToken);
        var chain = YieldForecast.Chain([.. steps.Select(s => AllStations.Typical(s, of) is { } range ? YieldForecast.Of(range, yields.For(s, of, lot?.Parentage ?? "")) : null).OfType<YieldForecast>()]);
        return TypedResults.Ok(View(request, lot, wraps.Value, length?.Value, tex, own.FinishedDensity?.Count ?? 0, chain, context.Workshop.Unit));
    }

    private static EnoughView View(EnoughRequest request, LotRow? lot, WrapsReading wraps, YarnLength? length, double tex, int own, YieldForecast chain, MassUnit unit)
    {
        MassFigure Figure(double grams) => Mass.FromGrams(grams).ToFigure(unit, Provenance.Reckoned);
        var sentences = new List<string>();
        var stands = $"{AimWords.Grist(tex)} by {(own == 0 ? "the typical wrap density, which is rough" : own == 1 ? "one own yarn" : $"{own} own yarns")}.";
        MassFigure? yarn = null, median = null, sure = null;
        bool? enough = null;
        if (length is { } needed)
        {
            var grams = Core.Spinning.Enough.Grams(needed.Metres * (1 + request.Spare / 100), tex);
            var (atMedian, nineInTen) = chain.Needed(grams);
            (yarn, median, sure) = (Figure(grams), Figure(atMedian), Figure(nineInTen));
            sentences.Add(Invariant($"{needed.Write()} of {wraps.PerInch:0.#} WPI and {request.Spare:0.#} % to spare weigh {yarn.Text}: {stands}"));
            sentences.Add($"It takes about {median.Text} of what is spun; {sure.Text} are enough nine times in ten.");
            if (lot?.LeftGrams is { } left)
            {
                enough = left >= nineInTen;
                sentences.Add(enough == true ? $"{lot.Code} holds {Figure(left).Text}: enough, with {Figure(left - nineInTen).Text} over."
                    : left >= atMedian ? $"{lot.Code} holds {Figure(left).Text}: it may just be enough; swatch first."
                    : $"{lot.Code} holds {Figure(left).Text}: {Figure(nineInTen - left).Text} are missing.");
            }
        }

        var suffices = new List<string>();
        if (lot?.LeftGrams is { } there)
        {
            var metres = there * chain.Lower / tex * 1000 / (1 + request.Spare / 100);
            suffices.AddRange(Core.Spinning.Enough.SufficesFor(metres, wraps.PerInch).Select(t => $"{Word(t)}, about {Core.Spinning.Enough.UsualMetres(t, wraps.PerInch):0} m"));
            sentences.Add(Invariant($"{lot.Code} gives {new YarnLength(metres).Write()} of {wraps.PerInch:0.#} WPI nine times in ten."));
            if (Core.Spinning.Enough.Next(metres, wraps.PerInch) is { } next)
            {
                sentences.Add($"For {Word(next.Of)} {new YarnLength(next.MissingMetres).Write()} are missing.");
            }
        }

        return new EnoughView(yarn, median, sure, enough, sentences, suffices);
    }

    private static string Word(MadeOfYarn of) => of switch
    {
        MadeOfYarn.Hat => "a hat",
        MadeOfYarn.Mittens => "mittens",
        MadeOfYarn.Socks => "socks",
        MadeOfYarn.Scarf => "a scarf",
        MadeOfYarn.Shawl => "a shawl",
        MadeOfYarn.Waistcoat => "a waistcoat",
        MadeOfYarn.Jumper => "a jumper",
        _ => "a blanket",
    };
}

using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace EarthyTuft.Web.Spinning;

/// <summary>How fast a preparation was spun in one way of drawing it.</summary>
/// <param name="From">The preparation.</param>
/// <param name="Draw">How it was drawn; null where nobody said.</param>
/// <param name="Metres">In an hour, in words; empty where never measured.</param>
/// <param name="Mass">In an hour, in words; empty where never weighed.</param>
/// <param name="Of">How often and how long, in words.</param>
public sealed record SpinPaceView(LotForm From, Draw? Draw, string Metres, string Mass, string Of);

/// <summary>When the hook is moved.</summary>
/// <param name="Draws">After so many.</param>
public sealed record HookView(int Draws);

/// <summary>How fast one spins, by preparation and draw, and when the hook of a flyer is moved.</summary>
public static class PaceEndpoints
{
    internal static async Task<Ok<IReadOnlyList<SpinPaceView>>> Pace(
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var unit = context.Workshop.Unit;
        return TypedResults.Ok<IReadOnlyList<SpinPaceView>>([
            .. SpinPace
                .Of(await SpunTimes.Read(db, cancellationToken))
                .Select(p => new SpinPaceView(
                    p.From,
                    p.Draw,
                    Rate(p.Metres, m => Figures.Metres(Math.Round(m), context.Workshop.LengthUnit)),
                    Rate(p.Grams, g => Mass.FromGrams(g).Write(unit)),
                    $"{Figures.Hours(p.Hours)}, {Times(Math.Max(p.Grams?.Times ?? 0, p.Metres?.Times ?? 0))}"
                )),
        ]);
    }

    internal static Results<Ok<HookView>, ProblemHttpResult> Hook([StringLength(40)] string every, double drawMillimetres)
    {
        var draws = YarnLength.Read(every, "every").Then(length => HookPrompt.DrawsFor(length.Metres, drawMillimetres));
        return draws.IsRefused ? Problems.Refused(draws.Refusals) : TypedResults.Ok(new HookView(draws.Value));
    }

    private static string Rate(HourlyRate? rate, Func<double, string> write) =>
        rate switch
        {
            null => "",
            { Times: 1 } => write(rate.PerHour),
            _ => $"{write(rate.PerHour)} ({write(rate.Least)} to {write(rate.Most)})",
        };

    private static string Times(int times) => times == 1 ? "once" : $"{times} times";
}

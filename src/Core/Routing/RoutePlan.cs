using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Routing;

/// <summary>A route that was chosen for a lot: it goes with whatever is made of it, and what was really done moves it on.</summary>
/// <param name="Aim">What the fibre is wanted for.</param>
/// <param name="Preparation">How it is prepared in the end.</param>
/// <param name="Steps">Its steps with their stages, as they stood when it was chosen.</param>
/// <param name="Holding">How it is to be held and drafted in the end; null where nobody chose that.</param>
public sealed record RoutePlan(Aim Aim, PreparedAs Preparation, IReadOnlyList<(StepKind Step, int Stage)> Steps, Holding? Holding = null)
{
    /// <summary>The plan of a route.</summary>
    /// <param name="aim">What the fibre is wanted for.</param>
    /// <param name="route">The route.</param>
    public static RoutePlan Of(Aim aim, Route route) => new(aim, route.Preparation, [.. route.Steps.Select(s => (s.Step, s.Stage))]);

    /// <summary>A way of holding fibre that is ready to spin: no step is ahead of it.</summary>
    /// <param name="aim">What the fibre is wanted for.</param>
    /// <param name="form">What it is, ready to be spun.</param>
    /// <param name="fibre">Its fibre.</param>
    /// <param name="holding">How it is to be held.</param>
    public static RoutePlan Of(Aim aim, LotForm form, Fibre fibre, Holding holding) => new(aim, PreparedFrom(form, fibre), [], holding);

    private static PreparedAs PreparedFrom(LotForm form, Fibre fibre) =>
        form switch
        {
            LotForm.Top => PreparedAs.Top,
            LotForm.Rolag => PreparedAs.Rolags,
            LotForm.Puni or LotForm.Cloud => PreparedAs.Punis,
            LotForm.Roving when fibre == Fibre.Silk => PreparedAs.FlickedLocks,
            LotForm.Batt or LotForm.Roving => PreparedAs.Batts,
            _ => throw new ArgumentOutOfRangeException(nameof(form)),
        };

    /// <summary>The next step of a lot on its way, null when it has arrived.</summary>
    /// <param name="form">What the lot is.</param>
    /// <param name="madeBy">The step that made it.</param>
    public StepKind? Next(LotForm form, StepKind? madeBy)
    {
        var done = Waiting.Reached(form, madeBy);
        return Steps.Where(s => s.Stage > done).Select(s => (StepKind?)s.Step).FirstOrDefault();
    }

    /// <summary>The steps as one line, <c>Skirt@10 Wash@40</c>.</summary>
    public string WriteSteps() => string.Join(' ', Steps.Select(s => FormattableString.Invariant($"{s.Step}@{s.Stage}")));

    /// <summary>Reads what <see cref="WriteSteps"/> wrote.</summary>
    /// <param name="aim">The aim.</param>
    /// <param name="preparation">The preparation.</param>
    /// <param name="steps">The line.</param>
    /// <param name="holding">How it is to be held.</param>
    public static RoutePlan Read(Aim aim, PreparedAs preparation, string steps, Holding? holding = null) =>
        new(
            aim,
            preparation,
            [
                .. steps
                    .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                    .Select(s => s.Split('@'))
                    .Select(s => (Enum.Parse<StepKind>(s[0]), int.Parse(s[1], CultureInfo.InvariantCulture))),
            ],
            holding
        );
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Runs;

/// <summary>What somebody typed of loads.</summary>
/// <param name="Portion">So much of the one lot, null for all.</param>
/// <param name="Most">The most per load, null for what the tool usually takes.</param>
public sealed record TypedLoads(double? Portion, double? Most);

/// <summary>What the crafts share that work in loads: how they are typed, what a tool's own loads tell, what new ones teach it.</summary>
public sealed class LoadDesk(EarthyTuftDb db, RequestContext context)
{
    /// <summary>Reads what was typed of loads.</summary>
    /// <param name="mass">So much of the one lot; empty for all.</param>
    /// <param name="most">The most per load; empty for what the tool usually takes.</param>
    /// <param name="lots">Of which lots.</param>
    /// <param name="others">What to do with several lots.</param>
    public Result<TypedLoads> Read(string? mass, string? most, IReadOnlyList<LotRow> lots, string others)
    {
        var unit = context.Workshop.Unit;
        var portion = string.IsNullOrWhiteSpace(mass) ? (Result<Mass>?)null : MassReader.Read(mass, unit, "mass");
        var load = string.IsNullOrWhiteSpace(most) ? (Result<Mass>?)null : MassReader.Read(most, unit, "most");
        Refusal[] refusals =
        [
            .. portion is not null && lots.Count > 1
                ? [new Refusal("mass", "one-lot", $"A part is weighed of one lot: {others}, or take all of each.")]
                : Array.Empty<Refusal>(),
            .. portion?.Refusals ?? [],
            .. load?.Refusals ?? [],
            .. portion is { IsRefused: false } part && lots is [var lot] && lot.Lacks(part.Value, unit) is { } lacking
                ? [lacking]
                : Array.Empty<Refusal>(),
        ];
        return refusals.Length > 0 ? Result<TypedLoads>.Refused(refusals) : new TypedLoads(portion?.Value.Grams, load?.Value.Grams);
    }

    /// <summary>A tool of the workshop that was not put away, null where there is none or none is named.</summary>
    public async Task<ToolRow?> Tool(Guid? id, CancellationToken cancellationToken) =>
        id is null ? null : await db.Tools.AsNoTracking().SingleOrDefaultAsync(t => t.Id == id && t.RetiredAt == null, cancellationToken);

    /// <summary>What a tool usually takes of such fibre.</summary>
    /// <param name="tool">The tool.</param>
    /// <param name="typical">What is typical.</param>
    /// <param name="of">The fibre's class, null when not known.</param>
    public async Task<LoadSize> Usual(ToolRow tool, LoadSize typical, FleeceClass? of, CancellationToken cancellationToken)
    {
        var what = ToolLessons.Load(of?.ToString() ?? "");
        var own = await db
            .ToolLessons.AsNoTracking()
            .Where(l => l.ToolId == tool.Id && l.What == what)
            .OrderByDescending(l => l.At)
            .ThenByDescending(l => l.Part)
            .Take(LoadSize.Remembered)
            .Select(l => l.Value)
            .ToListAsync(cancellationToken);
        return LoadSize.Learned(typical, own);
    }

    /// <summary>Keeps what the loads of a run teach its tool, in place of what that run taught before. Staged in the caller's
    /// transaction.</summary>
    public async Task Teach(
        Guid run,
        Guid tool,
        string fibreClass,
        IEnumerable<(Guid Part, DateTimeOffset At, double Grams)> loads,
        CancellationToken cancellationToken
    )
    {
        await db.ToolLessons.Where(l => l.RunId == run).ExecuteDeleteAsync(cancellationToken);
        db.ToolLessons.AddRange(
            loads
                .Take(LoadSize.Remembered)
                .Select(l => new ToolLessonRow
                {
                    RunId = run,
                    Part = l.Part,
                    What = ToolLessons.Load(fibreClass),
                    ToolId = tool,
                    Value = l.Grams,
                    At = l.At.ToUniversalTime().ToStored(),
                })
        );
    }

    /// <summary>What each load is to weigh, with its working.</summary>
    public MassFigure PerLoad(double all, LoadSize most, string section)
    {
        var unit = context.Workshop.Unit;
        var (loads, each) = LoadSize.Equal(all, most.Grams);
        return Mass.FromGrams(each)
            .ToFigure(
                unit,
                Provenance.Reckoned,
                new Working(
                    "all of it / number of loads; so many loads that none is above the most",
                    [
                        new("all of it", Mass.FromGrams(all).Write(unit)),
                        new("most per load", Mass.FromGrams(most.Grams).Write(unit)),
                        new("loads", FormattableString.Invariant($"{loads}")),
                    ],
                    section
                )
            );
    }

    /// <summary>The most per load, with where it comes from.</summary>
    /// <param name="most">The load.</param>
    /// <param name="typical">How the typical one is reckoned.</param>
    /// <param name="tool">The tool's own figure, as words; null where the tool is not the workshop's.</param>
    /// <param name="section">Where that stands.</param>
    public MassFigure Most(LoadSize most, string typical, WorkingInput? tool, string section)
    {
        var mass = Mass.FromGrams(most.Grams);
        return most.IsSaid || tool is null
            ? mass.ToFigure(context.Workshop.Unit, Provenance.Yours, new Working("as it was typed for this work", [], "what was typed"))
            : mass.ToFigure(
                context.Workshop.Unit,
                most.Own > 0 ? Provenance.Yours : Provenance.Typical,
                new Working(
                    most.Own > 0 ? "the middle of your newest loads of such fibre on this tool" : typical,
                    [new("own loads", FormattableString.Invariant($"{most.Own}")), tool],
                    section
                )
            );
    }
}

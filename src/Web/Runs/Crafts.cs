using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Blending;
using EarthyTuft.Web.Carding;
using EarthyTuft.Web.Combing;
using EarthyTuft.Web.Dividing;
using EarthyTuft.Web.Drying;
using EarthyTuft.Web.Scouring;
using EarthyTuft.Web.Spinning;

namespace EarthyTuft.Web.Runs;

/// <summary>A run as a craft wants it begun.</summary>
/// <param name="Plan">The plan as its payload.</param>
/// <param name="StartedAt">When.</param>
/// <param name="Events">What happens at once.</param>
/// <param name="Tools">The tools it uses.</param>
/// <param name="RecipeId">The recipe it goes by, if any.</param>
/// <param name="Grams">So much of its one lot; null for all, and where it has several.</param>
public sealed record RunOutset(string Plan, DateTimeOffset StartedAt, IReadOnlyList<RunEventRow> Events, IReadOnlyList<Guid> Tools, Guid? RecipeId = null, double? Grams = null)
{
    /// <summary>So much of each of several lots; null where all of each is held.</summary>
    public IReadOnlyDictionary<Guid, double>? Portions { get; init; }

    /// <summary>So much of a lot, null for all of it.</summary>
    /// <param name="lot">The lot.</param>
    public double? PortionOf(Guid lot) => Portions?.TryGetValue(lot, out var grams) == true ? grams : Grams;
}

/// <summary>What a craft makes of a run.</summary>
public sealed record CraftSeen(RunSummary Summary, IReadOnlyList<RunCallView> Calls, RunEntry Entry, CraftView Details);

/// <summary>
/// What is particular to the runs of one craft: its three pure functions in Core, fed from rows and told in words. The door is the same for
/// all (<see cref="RunEndpoints"/>).
/// </summary>
public interface ICraft
{
    /// <summary>A place where a lot can only be once at a time; null where portions lie side by side.</summary>
    string? Place { get; }

    /// <summary>Why a lot cannot be begun that lies in <see cref="Place"/> already.</summary>
    Refusal Taken { get; }

    /// <summary>Plans. The lots are held, and there.</summary>
    Task<Result<RunOutset>> Begin(RunStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken);

    /// <summary>What comes of a tap; the run is held.</summary>
    Task<Result<IReadOnlyList<RunEventRow>>> Decide(RunRow run, RunCommand command, CancellationToken cancellationToken);

    /// <summary>Null where an event can be taken back.</summary>
    Refusal? Withdraw(RunRow run, Guid eventId);

    /// <summary>What happens when it ends.</summary>
    IReadOnlyList<RunEventRow> End(RunRow run);

    /// <summary>After a tap: what it teaches a tool, where instruments hang now. Staged in the caller's transaction.</summary>
    Task Settle(RunRow run, IReadOnlyList<RunEventRow> happened, CancellationToken cancellationToken);

    /// <summary>Reads runs for screens.</summary>
    Task<IReadOnlyList<CraftSeen>> See(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken);
}

/// <summary>A craft and the records by which it is spoken to.</summary>
public sealed record Craft(StepKind Station, Type Service, Type Start, Type View, IReadOnlyList<Type> Commands);

/// <summary>The list of the crafts that have runs. A new one is a line here.</summary>
public static class Crafts
{
    public static readonly IReadOnlyList<Craft> All =
    [
        new(StepKind.Wash, typeof(WashCraft), typeof(WashStart), typeof(WashView), [typeof(BeginBath), typeof(ReadBath), typeof(HangProbe), typeof(LiftBath)]),
        new(StepKind.Card, typeof(CardCraft), typeof(CardStart), typeof(CardView), [typeof(CardOneLoad), typeof(CountCardLoads), typeof(WeighCardLoad), typeof(BeginCardPass), typeof(CountNeps), typeof(CountProducts), typeof(WeighCardWaste)]),
        new(StepKind.Comb, typeof(CombCraft), typeof(CombStart), typeof(CombView),
            [typeof(TransferFibre), typeof(CombOneLoad), typeof(CountCombLoads), typeof(WeighCombLoad), typeof(WeighTufts), typeof(KeepEnds), typeof(WeighCombWaste), typeof(WeighSliver), typeof(CountNests)]),
        new(StepKind.Blend, typeof(BlendCraft), typeof(BlendStart), typeof(BlendView), [typeof(BlendOneLoad), typeof(CountBlendLoads), typeof(PassBlend)]),
        new(StepKind.Divide, typeof(StripCraft), typeof(StripStart), typeof(StripChartView), [typeof(TickStrip), typeof(ReplanStrips), typeof(NoteBetterEnd)]),
        new(StepKind.Spin, typeof(SpinCraft), typeof(SpinStart), typeof(SpinView),
            [typeof(ReadPlyBack), typeof(SitDown), typeof(StandUp), typeof(BeginBobbin), typeof(FillBobbin), typeof(CountSpun), typeof(NoteDraw), typeof(RestSingles)]),
        new(StepKind.Ply, typeof(PlyCraft), typeof(PlyStart), typeof(PlyingView),
            [typeof(ReadPlyAngle), typeof(SitDown), typeof(StandUp), typeof(FillBobbin), typeof(CountSpun), typeof(RestSingles)]),
        new(StepKind.Dry, typeof(RackCraft), typeof(RackStart), typeof(RackView), [typeof(WeighRack), typeof(BelieveWeight)]),
    ];

    /// <summary>Whose runs are begun with such a record.</summary>
    public static Craft Of(RunStart start) => All.Single(c => c.Start == start.GetType());

    public static IServiceCollection AddCrafts(this IServiceCollection services)
    {
        services.AddSingleton<RunFits>();
        services.AddScoped<RunDesk>();
        services.AddScoped<LoadDesk>();
        foreach (var craft in All)
        {
            services.AddKeyedScoped(typeof(ICraft), craft.Station, craft.Service);
        }

        return services;
    }

    /// <summary>Tells the serializer which records stand behind a start, a tap and a view.</summary>
    public static void Polymorphic(JsonTypeInfo type)
    {
        if (type.Type == typeof(RunStart))
        {
            Tell(type, "craft", All.Select(c => (c.Start, Name(c.Station.ToString()))));
        }
        else if (type.Type == typeof(CraftView))
        {
            Tell(type, "craft", All.Select(c => (c.View, Name(c.Station.ToString()))));
        }
        else if (type.Type == typeof(RunCommand))
        {
            Tell(type, "kind", All.SelectMany(c => c.Commands).Distinct().Select(c => (c, Name(c.Name))));
        }
    }

    private static string Name(string of) => JsonNamingPolicy.CamelCase.ConvertName(of);

    private static void Tell(JsonTypeInfo type, string by, IEnumerable<(Type Type, string Name)> records)
    {
        type.PolymorphismOptions = new JsonPolymorphismOptions { TypeDiscriminatorPropertyName = by };
        foreach (var (record, name) in records)
        {
            type.PolymorphismOptions.DerivedTypes.Add(new JsonDerivedType(record, name));
        }
    }
}

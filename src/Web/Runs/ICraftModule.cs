using EarthyTuft.Core.Course;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Stations;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Runs;

/// <summary>
/// A craft says here, once, what it adds to the web process. The host goes over the list of modules (<c>Crafts.All</c>) and knows no craft
/// by name; whoever adds a bench writes one of these and a line in that list.
/// </summary>
public interface ICraftModule
{
    /// <summary>The tag of its addresses in the API's description; null where it has none of its own.</summary>
    ApiTag? Tag => null;

    /// <summary>Its runs; a station that is only logged has none.</summary>
    IReadOnlyList<RunKind> Runs => [];

    /// <summary>Stations where it tries something on a little of a lot; those that lots pass through are in Core's own list.</summary>
    IReadOnlyList<Station> Trials => [];

    /// <summary>Adds what it needs to be made.</summary>
    void AddServices(IServiceCollection services) { }

    /// <summary>Maps its addresses.</summary>
    void MapRoutes(IEndpointRouteBuilder app) { }

    /// <summary>Adds its part to a demo that was just made, within the caller's transaction; the modules are asked in the order of their
    /// list.</summary>
    Task AddToDemo(DemoScene demo, CancellationToken cancellationToken) => Task.CompletedTask;
}

/// <summary>The runs of one station, and the records by which they are spoken to.</summary>
/// <param name="Station">Where they are done.</param>
/// <param name="Craft">The class that moves them, an <see cref="ICraft"/>.</param>
/// <param name="Start">The record that begins one, a <see cref="RunStart"/>.</param>
/// <param name="View">What its bench is shown, a <see cref="CraftView"/>.</param>
/// <param name="Commands">What can be tapped, each a <see cref="Core.Runs.RunCommand"/>.</param>
public sealed record RunKind(StepKind Station, Type Craft, Type Start, Type View, IReadOnlyList<Type> Commands)
{
    /// <summary>Nothing of it is logged: what came of it is kept otherwise, and that it ends without an entry is no news.</summary>
    public bool EndsWithoutEntry { get; init; }
}

/// <summary>A demo that is being made: whoever adds to it works in its workshop, as its owner.</summary>
public sealed record DemoScene(IServiceProvider Services, EarthyTuftDb Db, RequestContext Context);

/// <summary>Stations, those of trials among them.</summary>
public static class CraftStations
{
    /// <summary>A station by its step; null for a step that takes in, leaves or counts.</summary>
    public static Station? Station(this IReadOnlyList<ICraftModule> crafts, StepKind step) =>
        AllStations.Find(step) ?? crafts.SelectMany(c => c.Trials).FirstOrDefault(s => s.Kind == step);
}

using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Runs;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Runs;

/// <summary>The kinds of run that the modules bring.</summary>
public sealed class RunKinds(IEnumerable<ICraftModule> modules)
{
    private readonly RunKind[] all = [.. modules.SelectMany(m => m.Runs)];

    /// <summary>The stations whose runs end with an entry.</summary>
    public StepKind[] EndWithAnEntry => [.. all.Where(k => !k.EndsWithoutEntry).Select(k => k.Station)];

    /// <summary>Whose runs are begun with such a record.</summary>
    public RunKind Of(RunStart start) => all.Single(k => k.Start == start.GetType());

    /// <summary>Adds what every run needs, and each kind's craft under its station.</summary>
    public void AddServices(IServiceCollection services)
    {
        services.AddSingleton(this);
        services.AddSingleton<RunFits>();
        services.AddScoped<RunDesk>();
        services.AddScoped<LoadDesk>();
        foreach (var kind in all)
        {
            services.AddKeyedScoped(typeof(ICraft), kind.Station, kind.Craft);
        }
    }

    /// <summary>Tells the serializer which records stand behind a start, a tap and a view.</summary>
    public void Polymorphic(JsonTypeInfo type)
    {
        // The figures of a tap may be typed with their unit, as those of every other request.
        if (type.Type.IsAssignableTo(typeof(RunCommand)))
        {
            TypedFigure.Of(type);
        }

        if (type.Type == typeof(RunStart))
        {
            Tell(type, "craft", all.Select(k => (k.Start, Name(k.Station.ToString()))));
        }
        else if (type.Type == typeof(CraftView))
        {
            Tell(type, "craft", all.Select(k => (k.View, Name(k.Station.ToString()))));
        }
        else if (type.Type == typeof(RunCommand))
        {
            Tell(type, "kind", all.SelectMany(k => k.Commands).Distinct().Select(c => (c, Name(c.Name))));
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

using System.Reflection;
using System.Text.RegularExpressions;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Runs;
using NetArchTest.Rules;
using Xunit;

namespace EarthyTuft.Web.Tests;

/// <summary>
/// Holds the arrows: web -> Web -> Data -> Core, and within each of the three between its rooms. A room is the first part of a namespace
/// behind the project's. Shared rooms stand in an order and know only those before them; any other room is a craft's own, and knows shared
/// rooms and no other craft; rooms that bring crafts together stand in an order behind them. So there is no circle, and a new room needs no
/// line here.
/// </summary>
public class ArchitectureTests
{
    private static readonly Floor[] Floors =
    [
        new(
            "Core",
            typeof(Balance).Assembly,
            ["Quantities", "Fibres", "Runs", "Tools", "Lots", "Yarns", "Ledger", "Stations"],
            ["Course", "Routing", "Reckoning", "Comparing"]
        ),
        new(
            "Data",
            typeof(EarthyTuftDb).Assembly,
            ["Store", "Fibres", "Runs", "Yarns", "Ledger", "Lots", "Animals", "Assessing", "Photographs"],
            ["WeighLog", "Workshops", "Demo"]
        ),
        new(
            "Web",
            typeof(ICraftModule).Assembly,
            [
                "Hosting",
                "Live",
                "Breeds",
                "Tools",
                "Instruments",
                "Yarns",
                "Runs",
                "Ledger",
                "Lots",
                "Assessing",
                "Stock",
                "Photographs",
                "Animals",
            ],
            ["Sampling", "Routing", "LotPages", "Course", "Comparing", "Session", "Workshops"]
        ),
    ];

    /// <summary>The benches: on whichever floor one has a room, no other bench and no shared room of any floor knows it.</summary>
    private static readonly string[] Benches =
    [
        "Skirting",
        "Ginning",
        "Silk",
        "Scouring",
        "Drying",
        "Opening",
        "Dehairing",
        "Dyeing",
        "Carding",
        "Combing",
        "Blending",
        "Dividing",
        "Spinning",
        .. Crafts.All.Select(c => c.GetType().Namespace!.Split('.')[2]),
    ];

    public static TheoryData<string, string> Rooms() => [.. Floors.SelectMany(f => f.Rooms.Select(r => (f.Name, r)))];

    [Theory]
    [MemberData(nameof(Rooms))]
    public void A_room_knows_only_rooms_before_it_and_no_other_craft(string floor, string room)
    {
        var of = Floors.Single(f => f.Name == floor);
        Knows(of, room, [.. of.After(room).Select(r => $"EarthyTuft.{floor}.{r}")]);
    }

    [Theory]
    [MemberData(nameof(Rooms))]
    public void No_bench_and_no_shared_room_knows_a_bench_of_another_name_on_any_floor(string floor, string room)
    {
        var of = Floors.Single(f => f.Name == floor);
        if (!of.Gathering.Contains(room) && (of.Shared.Contains(room) || Benches.Contains(room)))
        {
            Knows(of, room, [.. Benches.Where(b => b != room).Distinct().SelectMany(b => Floors.Select(f => $"EarthyTuft.{f.Name}.{b}"))]);
        }
    }

    /// <summary>The API's description knows records by their short names: two of one name in two rooms would become one without a
    /// word.</summary>
    [Fact]
    public void No_two_public_types_of_core_and_web_have_one_name() =>
        Assert.Empty(
            Floors
                .Where(f => f.Name != "Data")
                .SelectMany(f => f.Assembly.GetExportedTypes())
                .Where(t => !t.IsNested && !t.IsGenericType)
                .GroupBy(t => t.Name)
                .Where(g => g.Count() > 1)
                .Select(g => string.Join(" and ", g.Select(t => t.FullName)))
        );

    [Fact]
    public void The_lists_name_rooms_that_are_there()
    {
        Assert.All(Floors, f => Assert.Empty(f.Shared.Concat(f.Gathering).Except(f.Rooms)));
        Assert.Empty(Benches.Except(Floors.SelectMany(f => f.Rooms)));
    }

    [Fact]
    public void Core_knows_no_web_no_database_and_no_json() =>
        Assert.DoesNotContain(typeof(Balance).Assembly.GetReferencedAssemblies().Select(a => a.Name!), name =>
            Regex.IsMatch(name, "AspNetCore|EntityFramework|Npgsql|Json|CsvHelper|EarthyTuft")
        );

    [Fact]
    public void Core_has_no_clock_no_ids_and_no_chance_of_its_own()
    {
        var source = Directory
            .GetFiles(Path.Combine(Root(), "src/Core"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/"));
        Assert.All(source, file =>
            Assert.DoesNotMatch(
                @"DateTime(Offset)?\.(Utc)?Now|TimeProvider\.System|Stopwatch|CreateVersion7|NewGuid|new Random\(\)",
                File.ReadAllText(file)
            )
        );
    }

    [Fact]
    public void Data_knows_core_and_not_the_web() =>
        Assert.DoesNotContain(typeof(EarthyTuftDb).Assembly.GetReferencedAssemblies().Select(a => a.Name!), name =>
            name is "EarthyTuft.Web" or "Microsoft.AspNetCore.Http.Abstractions"
        );

    [Fact]
    public void Where_combing_begins_stands_in_one_line()
    {
        var lines = Directory
            .GetFiles(Path.Combine(Root(), "src"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/") && !f.Contains("/Migrations/") && !f.Contains("/Demo/"))
            .SelectMany(f =>
                File.ReadAllLines(f)
                    .Where(l => Regex.IsMatch(l, @"(?<![\w.])125(?![\w.])(?!.*FleeceClass)"))
                    .Select(l => $"{Path.GetFileName(f)}: {l.Trim()}")
            );
        Assert.Equal("CardingStation.cs: public const double LongestMillimetres = 125;", Assert.Single(lines));
    }

    /// <summary>CSharpier breaks code at 140 columns; sentences and comments it leaves as they are.</summary>
    [Fact]
    public void No_line_of_the_product_is_longer_than_160_columns()
    {
        var wide = Directory
            .GetFiles(Path.Combine(Root(), "src"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/") && !f.Contains("/Migrations/"))
            .SelectMany(f => File.ReadLines(f).Where(l => l.Length > 160).Select(l => $"{Path.GetFileName(f)}: {l.Trim()}"));
        Assert.Empty(wide);
    }

    private static void Knows(Floor floor, string room, string[] forbidden)
    {
        var inside = Types.InAssembly(floor.Assembly).That().ResideInNamespaceMatching($@"^EarthyTuft\.{floor.Name}\.{room}(\.|$)");
        if (inside.ShouldNot().HaveDependencyOnAny(forbidden).GetResult().IsSuccessful)
        {
            return;
        }

        var known = forbidden.SelectMany(f =>
            (inside.ShouldNot().HaveDependencyOn(f).GetResult().FailingTypeNames ?? []).Select(t => $"{t} knows {f}")
        );
        Assert.Fail(string.Join(Environment.NewLine, known));
    }

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "EarthyTuft.slnx")))
        {
            folder = folder.Parent!;
        }

        return folder.FullName;
    }

    /// <summary>A project with its rooms.</summary>
    /// <param name="Shared">In their order: each knows those before it.</param>
    /// <param name="Gathering">Rooms that bring others together, in their order.</param>
    private sealed record Floor(string Name, Assembly Assembly, string[] Shared, string[] Gathering)
    {
        public string[] Rooms { get; } =
        [
            .. Assembly
                .GetTypes()
                .Select(t => t.Namespace?.Split('.'))
                .Where(n => n is ["EarthyTuft", _, _, ..] && n[1] == Name && n[2] != "Migrations")
                .Select(n => n![2])
                .Distinct()
                .Order(),
        ];

        public IEnumerable<string> After(string room)
        {
            var (shared, gathering) = (Array.IndexOf(Shared, room), Array.IndexOf(Gathering, room));
            return shared >= 0 ? Rooms.Except(Shared[..(shared + 1)])
                : gathering >= 0 ? Gathering[(gathering + 1)..]
                : Rooms.Except(Shared).Where(r => r != room);
        }
    }
}

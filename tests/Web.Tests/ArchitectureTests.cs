using System.Reflection;
using System.Text.RegularExpressions;
using NetArchTest.Rules;
using Xunit;

namespace EarthyTuft.Web.Tests;

/// <summary>Holds the arrows of the house: web -> Web -> Data -> Core, and no room into another room's inside.</summary>
public class ArchitectureTests
{
    private static readonly Assembly Core = typeof(Core.Ledger.Balance).Assembly;
    private static readonly Assembly Data = typeof(Data.Store.EarthyTuftDb).Assembly;
    private static readonly Assembly Web = typeof(EarthyTuft.Web.Runs.Crafts).Assembly;

    /// <summary>What every room may use.</summary>
    private static readonly string[] Shared = ["Quantities", "Fibres", "Lots", "Ledger", "Stations", "Runs", "Tools"];

    /// <summary>Rooms that exist to bring others together.</summary>
    private static readonly string[] Gathering = ["Course", "Routing", "Reckoning", "Comparing"];

    [Fact]
    public void Core_knows_no_web_no_database_and_no_json() => Assert.DoesNotContain(
        Core.GetReferencedAssemblies().Select(a => a.Name!),
        name => Regex.IsMatch(name, "AspNetCore|EntityFramework|Npgsql|Json|CsvHelper|EarthyTuft"));

    [Fact]
    public void Core_has_no_clock_of_its_own()
    {
        var source = Directory.GetFiles(Path.Combine(Root(), "src/Core"), "*.cs", SearchOption.AllDirectories).Where(f => !f.Contains("/obj/"));
        Assert.All(source, file => Assert.DoesNotMatch(@"DateTime(Offset)?\.(Utc)?Now|TimeProvider\.System|Stopwatch", File.ReadAllText(file)));
    }

    [Fact]
    public void Data_knows_core_and_not_the_web() => Assert.DoesNotContain(Data.GetReferencedAssemblies().Select(a => a.Name!), name => name is "EarthyTuft.Web" or "Microsoft.AspNetCore.Http.Abstractions");

    [Fact]
    public void No_room_of_core_uses_another_rooms_inside()
    {
        var rooms = Core.GetTypes().Select(Room).OfType<string>().Distinct().ToArray();
        Assert.Empty(Shared.Except(rooms));
        foreach (var room in rooms.Except(Gathering))
        {
            var foreign = rooms.Except(Shared).Where(r => r != room).Select(r => $"EarthyTuft.Core.{r}").ToArray();
            var result = Types.InAssembly(Core).That().ResideInNamespace($"EarthyTuft.Core.{room}").ShouldNot().HaveDependencyOnAny(foreign).GetResult();
            Assert.True(result.IsSuccessful, $"{room} reaches into another room: {string.Join(", ", result.FailingTypeNames ?? [])}");
        }
    }

    [Fact]
    public void The_shared_rooms_stand_in_their_order()
    {
        string[] Above(string room) => [.. new[] { "Stations", "Ledger", "Lots", "Fibres", "Tools", "Runs", "Quantities" }.TakeWhile(r => r != room).Select(r => $"EarthyTuft.Core.{r}")];
        foreach (var room in new[] { "Quantities", "Runs", "Tools", "Fibres", "Lots", "Ledger" })
        {
            Assert.True(Types.InAssembly(Core).That().ResideInNamespace($"EarthyTuft.Core.{room}").ShouldNot().HaveDependencyOnAny(Above(room)).GetResult().IsSuccessful, room);
        }
    }

    /// <summary>What is particular to a craft is known in its own rooms; outside stand the lists of doors, of crafts and of what a demo shows.</summary>
    [Theory]
    [InlineData("Scouring", "Program", "Crafts", "DemoDoor")]
    [InlineData("Drying", "Crafts", "DemoWashHouse")]
    public void A_craft_is_known_in_its_own_rooms_and_in_the_lists(string room, params string[] lists)
    {
        foreach (var assembly in new[] { Data, Web })
        {
            var inside = $"{assembly.GetName().Name}.{room}";
            var knowing = Types.InAssembly(assembly).That().DoNotResideInNamespace(inside).And().HaveDependencyOnAny($"EarthyTuft.Data.{room}", $"EarthyTuft.Web.{room}").GetTypes().Select(t => t.Name.Split('<')[0]).Where(n => n.Length > 0).Distinct();
            Assert.Empty(knowing.Except(lists));
        }
    }

    [Fact]
    public void The_list_of_stations_knows_no_routes() =>
        Assert.True(Types.InAssembly(Core).That().ResideInNamespace("EarthyTuft.Core.Course").ShouldNot().HaveDependencyOnAny("EarthyTuft.Core.Routing", "EarthyTuft.Core.Reckoning").GetResult().IsSuccessful);

    [Fact]
    public void Where_combing_begins_stands_in_one_line()
    {
        var lines = Directory.GetFiles(Path.Combine(Root(), "src"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/") && !f.Contains("/Migrations/") && !f.Contains("/Demo/"))
            .SelectMany(f => File.ReadAllLines(f).Where(l => Regex.IsMatch(l, @"(?<![\w.])125(?![\w.])(?!.*FleeceClass)")).Select(l => $"{Path.GetFileName(f)}: {l.Trim()}"));
        Assert.Equal("CardingStation.cs: public const double LongestMillimetres = 125;", Assert.Single(lines));
    }

    [Fact]
    public void The_front_end_asks_only_over_http_and_reckons_no_rule()
    {
        var source = Directory.GetFiles(Path.Combine(Root(), "web/src"), "*.ts*", SearchOption.AllDirectories);
        // The regain table, the allowances and the bound of a balance live in Core; a figure of theirs here would be a rule told twice.
        Assert.All(source, file => Assert.DoesNotMatch(@"0\.1825|1\.145\b|453\.59|28\.3495", File.ReadAllText(file)));
    }

    private static string? Room(Type type) => type.Namespace?.Split('.') is ["EarthyTuft", "Core", var room, ..] ? room : null;

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "EarthyTuft.slnx")))
        {
            folder = folder.Parent!;
        }

        return folder.FullName;
    }
}

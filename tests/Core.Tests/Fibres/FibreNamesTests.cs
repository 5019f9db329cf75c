using EarthyTuft.Core.Fibres;
using Xunit;

namespace EarthyTuft.Core.Tests.Fibres;

/// <summary>Fibres by the names that people write.</summary>
public class FibreNamesTests
{
    [Theory]
    [InlineData("Cotton", Fibre.Cotton)]
    [InlineData(" musk ox ", Fibre.MuskOx)]
    [InlineData("sheep's wool", Fibre.Wool)]
    [InlineData("POLYAMIDE", Fibre.Nylon)]
    [InlineData("12", null)]
    [InlineData("cotton 2", null)]
    [InlineData("cotton / wool", null)]
    [InlineData("Gotland", null)]
    [InlineData("", null)]
    [InlineData(null, null)]
    public void A_fibre_is_read_by_its_name_and_nothing_else_is(string? text, Fibre? fibre) => Assert.Equal(fibre, FibreNames.Read(text));

    [Fact]
    public void Every_fibre_is_read_by_its_own_name() =>
        Assert.All(Enum.GetValues<Fibre>(), fibre => Assert.Equal(fibre, FibreNames.Read(fibre.ToString())));
}

using EarthyTuft.Core.Lots;
using Xunit;

namespace EarthyTuft.Core.Tests.Lots;

public class LotCodeGrammarTests
{
    [Theory]
    [InlineData("G-01", "G-01")]
    [InlineData("g-01.2", "G-01.2")]
    [InlineData(" ABCD-999999.9999 ", "ABCD-999999.9999")]
    public void A_code_reads(string text, string code) => Assert.Equal(code, LotCode.Read(text, "lot").Value);

    [Theory]
    [InlineData("")]
    [InlineData("..")]
    [InlineData("a/b")]
    [InlineData("G-1")]
    [InlineData("G-00")]
    [InlineData("G-2147483647")]
    [InlineData("G-01.2147483647")]
    [InlineData("G-01.10000")]
    [InlineData("G-01.1")]
    [InlineData("G-01.0")]
    [InlineData("G-01.02")]
    [InlineData("G--01")]
    [InlineData("ABCDE-01")]
    [InlineData("\u0393-01")]
    [InlineData("SM-01")]
    public void Anything_else_is_refused(string text) => Assert.Equal("not-a-code", Assert.Single(LotCode.Read(text, "lot").Refusals).Code);

    [Fact]
    public void A_line_break_is_no_part_of_a_code() => Assert.Null(LotCode.Parts("G-01\n"));

    [Fact]
    public void What_is_made_here_reads_up_to_the_bounds()
    {
        Assert.Equal(("G", LotCode.LargestRoot, null), LotCode.Parts(LotCode.Root("G", LotCode.LargestRoot)));
        Assert.Equal(("G", 7, LotCode.LargestChild), LotCode.Parts(LotCode.Child(LotCode.Root("G", 7), LotCode.LargestChild)));
    }
}

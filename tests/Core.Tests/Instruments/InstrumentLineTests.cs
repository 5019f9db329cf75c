using System.Text;
using CsCheck;
using EarthyTuft.Core.Instruments;
using Xunit;

namespace EarthyTuft.Core.Tests.Instruments;

public class InstrumentLineTests
{
    [Theory]
    [InlineData("scale 412.6 g stable", InstrumentKind.Scale, 412.6, null, true)]
    [InlineData("scale -3 g moving", InstrumentKind.Scale, -3.0, null, false)]
    [InlineData("scale 1.25 kg stable", InstrumentKind.Scale, 1250.0, null, true)]
    [InlineData("scale 2 lb stable", InstrumentKind.Scale, 907.18474, null, true)]
    [InlineData("scale over", InstrumentKind.Scale, null, null, false)]
    [InlineData("probe 54.2 C", InstrumentKind.Probe, 54.2, null, true)]
    [InlineData("probe none", InstrumentKind.Probe, null, null, true)]
    [InlineData("air 18.4 C 62.1 %", InstrumentKind.Air, 18.4, 62.1, true)]
    [InlineData("  probe   54.2   C \r", InstrumentKind.Probe, 54.2, null, true)]
    public void A_line_of_the_protocol_reads(string line, InstrumentKind kind, double? value, double? second, bool stable)
    {
        var reading = InstrumentLine.Read(line)!;
        Assert.Equal((kind, second, stable), (reading.Kind, reading.Second, reading.Stable));
        Assert.Equal(value ?? -1, reading.Value ?? -1, 0.5e-6);
    }

    [Theory]
    [InlineData("")]
    [InlineData("scale")]
    [InlineData("scale 412.6 g")]
    [InlineData("scale 412,6 g stable")]
    [InlineData("scale 1e3 g stable")]
    [InlineData("scale 412.6 stone stable")]
    [InlineData("scale 900000 g stable")]
    [InlineData("scale NaN g stable")]
    [InlineData("probe 54.2 F")]
    [InlineData("probe 4000 C")]
    [InlineData("air 18.4 C 162 %")]
    [InlineData("air 18.4 C")]
    [InlineData("toast 18.4 C")]
    [InlineData("probe 54.2 C and more of it")]
    public void Anything_else_is_no_reading(string line) => Assert.Null(InstrumentLine.Read(line));

    private static (List<InstrumentReading> Read, int Garbage) Cut(params byte[][] pieces)
    {
        var cutter = new LineCutter();
        var read = new List<InstrumentReading>();
        var garbage = pieces.Sum(p => cutter.Cut(p, read.Add));
        return (read, garbage);
    }

    [Fact]
    public void Pieces_may_end_anywhere() =>
        Gen.Int[1, 12]
            .Array[60]
            .Sample(sizes =>
            {
                var whole = Encoding.ASCII.GetBytes(string.Concat(Enumerable.Range(0, 20).Select(i => $"probe {i}.5 C\n")));
                var pieces = new List<byte[]>();
                var at = 0;
                foreach (var size in sizes)
                {
                    pieces.Add([.. whole.Skip(at).Take(size)]);
                    at += size;
                }

                pieces.Add([.. whole.Skip(at)]);
                Assert.Equal(Enumerable.Range(0, 20).Select(i => i + 0.5), Cut([.. pieces]).Read.Select(r => r.Value!.Value));
            });

    [Fact]
    public void Random_bytes_between_good_lines_cost_nothing_but_themselves() =>
        Gen
            .Byte.Array[0, 400]
            .Sample(noise =>
            {
                var (read, _) = Cut(noise, Encoding.ASCII.GetBytes("\nprobe 50 C\n"));
                Assert.Equal(50, read[^1].Value);
            });

    [Fact]
    public void An_endless_line_is_thrown_away_and_the_next_one_reads()
    {
        var (read, garbage) = Cut(Enumerable.Repeat((byte)'9', 1_000_000).ToArray(), Encoding.ASCII.GetBytes("\nprobe 50 C\n"));
        Assert.Equal(1, garbage);
        Assert.Equal(50, Assert.Single(read).Value);
    }

    [Fact]
    public void After_something_was_left_out_the_rest_of_the_line_goes_too()
    {
        var cutter = new LineCutter();
        var heard = new List<InstrumentReading>();
        cutter.Cut("scale 41"u8, heard.Add);
        cutter.Skip();
        cutter.Cut("scale 7 g stable\nscale 8 g stable\n"u8, heard.Add);
        Assert.Equal(8, Assert.Single(heard).Value);
    }
}

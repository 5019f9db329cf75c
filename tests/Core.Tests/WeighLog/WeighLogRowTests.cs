using CsCheck;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.WeighLog;
using Xunit;

namespace EarthyTuft.Core.Tests.WeighLog;

public class WeighLogRowTests
{
    private static readonly Gen<string> Text = Gen.OneOf(Gen.String[Gen.Char.AlphaNumeric, 0, 12], Pick.Of("=1+1", "-3", "@x", "+4", "'quoted", "''", "'", "a,b \"c\"\nd", "\t", "\u00E4\u20AC"));

    private static readonly Gen<WeighLogRow> Rows = Gen.Select(
        Gen.Select(Gen.Enum<RowKind>(), Gen.Enum<StepKind>(), Gen.Enum<LossKind>(), Gen.Enum<GainKind>(), Pick.Maybe(Gen.Enum<Fate>()), Pick.Maybe(Gen.Enum<LotForm>()), Pick.Maybe(Gen.Enum<Fibre>())),
        Gen.Select(Text, Text, Text, Text, Text, Text),
        Gen.Select(Gen.Int[1, 9999], Gen.Int[1, 60], Pick.Maybe(Gen.Int[0, 600]), Gen.Double[0, 90_000], Pick.Maybe(Gen.Double[0, 100]), Gen.Long[0, 40_000_000], Gen.Bool),
        (kinds, texts, numbers) => new WeighLogRow
        {
            Flow = kinds.Item1,
            Step = kinds.Item2,
            Loss = kinds.Item1 == RowKind.Loss ? kinds.Item3 : null,
            Gain = kinds.Item1 == RowKind.Gain ? kinds.Item4 : null,
            Fate = kinds.Item5,
            Form = kinds.Item6,
            Fibre = kinds.Item7,
            Who = texts.Item1,
            Notes = texts.Item2,
            ConfirmedBecause = texts.Item3,
            Breed = texts.Item4,
            Animal = texts.Item5,
            Colour = texts.Item6,
            Lot = "G-01",
            Entry = numbers.Item1,
            Line = numbers.Item2,
            Minutes = numbers.Item3,
            MassGrams = numbers.Item4,
            HumidityPercent = numbers.Item5,
            DoneAt = DateTimeOffset.UnixEpoch.AddSeconds(numbers.Item6),
            EmptiesLot = kinds.Item1 == RowKind.In && numbers.Item7,
            Amount = Amount.Weighed,
            State = WeighingState.Rested,
            ScaleStepGrams = 0.1,
            WeighedOn = new DateOnly(2026, 5, 14),
            ShornOn = new DateOnly(2025, 6, 1),
            Price = 12.50m,
        });

    private static Result<WeighLogRow> Read(IReadOnlyList<string> cells) => WeighLogRow.FromCells(column => cells[WeighLogRow.Columns.ToList().IndexOf(column)]);

    [Fact]
    public void A_row_survives_a_round_trip() => Rows.Sample(row => Assert.Equal(row, Read(row.ToCells()).Value));

    [Fact]
    public void No_cell_can_be_taken_for_a_formula() =>
        Rows.Sample(row => Assert.All(row.ToCells().Where(c => c.Length > 0), cell => Assert.DoesNotContain(cell[0], "=+-@\t\r")));

    [Fact]
    public void Any_text_comes_back_from_its_harmless_form() => Gen.String.Sample(text => Assert.Equal(text, WeighLogRow.AsMeant(WeighLogRow.Harmless(text))));

    [Theory]
    [InlineData("mass_g", "12,5", "out-of-range")]
    [InlineData("mass_g", "-1", "out-of-range")]
    [InlineData("mass_g", "1e99", "out-of-range")]
    [InlineData("mass_g", "", "empty")]
    [InlineData("step", "boil", "not-a-word")]
    [InlineData("step", "", "empty")]
    [InlineData("done_at", "yesterday", "not-a-time")]
    [InlineData("shorn_on", "14/5/2026", "not-a-day")]
    [InlineData("entry", "0", "out-of-range")]
    [InlineData("line", "", "empty")]
    [InlineData("empties_lot", "perhaps", "not-a-word")]
    [InlineData("humidity_percent", "120", "out-of-range")]
    public void A_bad_cell_is_named_by_its_column(string column, string value, string code)
    {
        var cells = new WeighLogRow { Entry = 1, Line = 1, Flow = RowKind.In, Lot = "G-01", Step = StepKind.Skirt, DoneAt = DateTimeOffset.UnixEpoch, MassGrams = 5 }.ToCells().ToArray();
        cells[WeighLogRow.Columns.ToList().IndexOf(column)] = value;
        var refusal = Assert.Single(Read(cells).Refusals);
        Assert.Equal((column, code), (refusal.Field, refusal.Code));
    }
}

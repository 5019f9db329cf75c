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
    private static readonly Gen<string> Text = Gen.OneOf(
        Gen.String[Gen.Char.AlphaNumeric, 0, 12],
        Pick.Of(
            "=1+1",
            "-3",
            "@x",
            "+4",
            "'quoted",
            "''",
            "'",
            "a,b \"c\"\nd",
            "\t",
            "a;=1+1",
            "x\n=2",
            "x\r\n'=2",
            "a\t-b;'c;@",
            "\u00E4\u20AC"
        )
    );

    private static readonly Gen<WeighLogRow> Rows = Gen.Select(
        Gen.Select(
            Gen.Enum<RowKind>(),
            Gen.Enum<StepKind>(),
            Gen.Enum<LossKind>(),
            Gen.Enum<GainKind>(),
            Pick.Maybe(Gen.Enum<Fate>()),
            Pick.Maybe(Gen.Enum<LotForm>()),
            Pick.Maybe(Gen.Enum<Fibre>())
        ),
        Gen.Select(Text, Text, Text, Text, Text, Text),
        Gen.Select(
            Gen.Int[1, 9999],
            Gen.Int[1, 60],
            Pick.Maybe(Gen.Int[0, 600]),
            Gen.Double[0.001, 90_000],
            Pick.Maybe(Gen.Double[0, 100]),
            Gen.Long[0, 40_000_000],
            Gen.Bool
        ),
        (kinds, texts, numbers) =>
            new WeighLogRow
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
            }
    );

    private static Result<WeighLogRow> Read(IReadOnlyList<string> cells) =>
        WeighLogRow.FromCells(column => cells[WeighLogRow.Columns.ToList().IndexOf(column)]);

    [Fact]
    public void A_row_survives_a_round_trip() => Rows.Sample(row => Assert.Equal(row, Read(row.ToCells()).Value));

    [Fact]
    public void No_cell_can_be_taken_for_a_formula() =>
        Rows.Sample(row => Assert.All(row.ToCells().Where(c => c.Length > 0), cell => Assert.DoesNotContain(cell[0], "=+-@\t\r")));

    [Fact]
    public void Nor_can_any_piece_of_one_that_another_reader_would_cut_out() =>
        Rows.Sample(row =>
            Assert.All(row.ToCells().SelectMany(c => c.Split(';', '\t', '\n', '\r').Skip(1)).Where(c => c.Length > 0), piece =>
                Assert.DoesNotContain(piece[0], "=+-@")
            )
        );

    [Theory]
    [InlineData("2026-05-14", "2026-05-14")]
    [InlineData("2026/5/4", "2026-05-04")]
    [InlineData("14.05.2026", "2026-05-14")]
    [InlineData("4.5.2026", "2026-05-04")]
    [InlineData("14/05/2026", "2026-05-14")]
    [InlineData("05/14/2026", "2026-05-14")]
    [InlineData("5-14-2026", "2026-05-14")]
    [InlineData("04/04/2026", "2026-04-04")]
    public void A_day_is_read_however_a_spreadsheet_has_written_it(string text, string day) =>
        Assert.Equal(DateOnly.Parse(day, System.Globalization.CultureInfo.InvariantCulture), WeighLogDay.Read(text).Day);

    [Theory]
    [InlineData("03/04/2026", true)]
    [InlineData("3-4-2026", true)]
    [InlineData("30.02.2026", false)]
    [InlineData("14/05/26", false)]
    [InlineData("45791", false)]
    [InlineData("2026-05", false)]
    [InlineData("0000-01-01", false)]
    public void A_day_that_reads_two_ways_or_none_is_refused(string text, bool unclear) =>
        Assert.Equal((null, unclear), (WeighLogDay.Read(text).Day, WeighLogDay.Read(text).IsUnclear));

    [Theory]
    [InlineData("12,5", 12.5)]
    [InlineData("1234,25", 1234.25)]
    [InlineData("12.5", 12.5)]
    [InlineData("0.125", 0.125)]
    [InlineData("540", 540)]
    public void A_decimal_comma_is_one_where_commas_part_no_cells(string text, double grams) =>
        Assert.Equal(grams, Comma(text).Value.MassGrams);

    [Theory]
    [InlineData("1.234", "unclear-decimal")]
    [InlineData("1.234,5", "unclear-decimal")]
    [InlineData("1,2,3", "out-of-range")]
    public void A_number_that_reads_two_ways_is_refused(string text, string code) =>
        Assert.Equal(code, Assert.Single(Comma(text).Refusals).Code);

    private static Result<WeighLogRow> Comma(string mass)
    {
        var cells = new WeighLogRow
        {
            Entry = 1,
            Line = 1,
            Flow = RowKind.In,
            Lot = "G-01",
            Step = StepKind.Skirt,
            DoneAt = DateTimeOffset.UnixEpoch,
            MassGrams = 5,
        }
            .ToCells()
            .ToArray();
        cells[WeighLogRow.Columns.ToList().IndexOf("mass_g")] = mass;
        return WeighLogRow.FromCells(column => cells[WeighLogRow.Columns.ToList().IndexOf(column)], commaParts: false);
    }

    [Fact]
    public void Any_text_comes_back_from_its_harmless_form() =>
        Gen.String.Sample(text => Assert.Equal(text, WeighLogRow.AsMeant(WeighLogRow.Harmless(text))));

    [Theory]
    [InlineData("mass_g", "12,5", "out-of-range")]
    [InlineData("mass_g", "-1", "out-of-range")]
    [InlineData("mass_g", "1e99", "out-of-range")]
    [InlineData("mass_g", "", "empty")]
    [InlineData("step", "boil", "not-a-word")]
    [InlineData("step", "", "empty")]
    [InlineData("done_at", "yesterday", "not-a-time")]
    [InlineData("shorn_on", "3/4/2026", "unclear-day")]
    [InlineData("shorn_on", "30/2/2026", "not-a-day")]
    [InlineData("done_at", "03/04/2026 09:30", "unclear-day")]
    [InlineData("done_at", "0001-01-01T00:00:00Z", "not-a-time")]
    [InlineData("mass_g", "0.0000000001", "out-of-range")]
    [InlineData("notes", "bell\u0007", "not-text")]
    [InlineData("entry", "0", "out-of-range")]
    [InlineData("line", "", "empty")]
    [InlineData("empties_lot", "perhaps", "not-a-word")]
    [InlineData("humidity_percent", "120", "out-of-range")]
    public void A_bad_cell_is_named_by_its_column(string column, string value, string code)
    {
        var cells = new WeighLogRow
        {
            Entry = 1,
            Line = 1,
            Flow = RowKind.In,
            Lot = "G-01",
            Step = StepKind.Skirt,
            DoneAt = DateTimeOffset.UnixEpoch,
            MassGrams = 5,
        }
            .ToCells()
            .ToArray();
        cells[WeighLogRow.Columns.ToList().IndexOf(column)] = value;
        var refusal = Assert.Single(Read(cells).Refusals);
        Assert.Equal((column, code), (refusal.Field, refusal.Code));
    }
}

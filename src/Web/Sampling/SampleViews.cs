using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Sampling;
using EarthyTuft.Data.Sampling;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;

namespace EarthyTuft.Web.Sampling;

/// <summary>A sample as the wall shows it.</summary>
/// <param name="WrapsPlaces">Wraps at several places, as typed; null where nobody read them.</param>
/// <param name="Unevenness">What they tell, in words; null with them.</param>
/// <param name="Judged">By hand, in the order of the scales.</param>
/// <param name="KindWords">What its kind is called here, with the two axes; null where the draw was not noted.</param>
public sealed record SampleView(
    Guid Id,
    string Code,
    Guid LotId,
    string LotCode,
    string Parentage,
    LotForm Form,
    Fibre Fibre,
    Draw? Draw,
    Holding? Holding,
    IReadOnlyList<Holding> Holdings,
    YarnKind? Kind,
    double? WrapsPerInch,
    double? DiameterMillimetres,
    int? Plies,
    double? TwistAngleDegrees,
    string Verdict,
    IReadOnlyList<string> Uses,
    DateTimeOffset MadeAt,
    string Who,
    MassFigure? SpunMass,
    int? SpinningMinutes,
    string? Joins,
    string? Lumps,
    string? WrapsPlaces,
    string? Unevenness,
    SwatchView? Swatch,
    IReadOnlyList<ScaleMark> Judged,
    string? KindWords,
    uint Version
)
{
    public static SampleView Of(
        SampleRow row,
        string lotCode,
        string parentage,
        Fibre fibre,
        WorkshopSettings workshop,
        FibreOrder? lies = null
    ) =>
        new(
            row.Id,
            row.Code,
            row.LotId,
            lotCode,
            parentage,
            row.Form,
            fibre,
            row.Draw,
            row.Holding,
            Core.Lots.Holdings.Of(row.Form),
            row.Sample.Kind,
            row.WrapsPerInch,
            row.Sample.DiameterMillimetres,
            row.Plies,
            row.TwistAngleDegrees,
            row.Verdict,
            row.Uses,
            row.MadeAt,
            row.Who,
            Figures.ToFigure(row.SpunGrams, null, workshop.Unit, Provenance.Measured),
            row.SpinningMinutes,
            Counted(row.JoinsPer10Metres, workshop.LengthUnit),
            Counted(row.LumpsPer10Metres, workshop.LengthUnit),
            row.WrapsPlaces,
            Uneven(row),
            SwatchView.Of(StoredSwatch.Read(row.Swatch), workshop.LengthUnit),
            StoredJudged.Read(row.Judged),
            Called(
                row,
                (row.Holding is { } held ? Core.Lots.Holdings.OrderOf(row.Form, held, lies) : lies) ?? row.Form.UsualOrder(),
                workshop.Schools.Semi
            ),
            row.Version
        );

    private static string? Called(SampleRow row, FibreOrder? order, SemiNamedBy by) =>
        row.Sample.Kind is { } kind
            ? $"{kind.Words(by)}: {Lies(order)}, twist "
                + $"{(row.Draw == Core.Lots.Draw.Long ? "let in" : "held back")}"
                + $"{(kind is YarnKind.SemiWoollen or YarnKind.SemiWorsted ? $"; named here after {(by == SemiNamedBy.Draw ? "the draw" : "the fibre")}" : "")}"
            : null;

    /// <summary>Joins or lumps as they may be typed again.</summary>
    internal static string? Counted(double? per10Metres, LengthUnit unit) =>
        per10Metres is { } count ? CountedOver.OfYarn(unit).Write(count, CountedOver.TenMetres) : null;

    private static string Lies(FibreOrder? order) =>
        order switch
        {
            FibreOrder.Parallel => "parallel fibre",
            FibreOrder.Mostly => "mostly parallel fibre",
            _ => "jumbled fibre",
        };

    private static string? Uneven(SampleRow row) =>
        row.Sample.Spun?.Places is { } places && Core.Quantities.Unevenness.Of([places]) is { } uneven
            ? $"{Figures.Percent(uneven.Fraction)} from place to place"
            : null;
}

/// <summary>A sample on the wall with the lock it hangs by.</summary>
/// <param name="Lock">The middle one of those that stand for its lot, null when none was measured.</param>
/// <param name="LongestMillimetres">The longest of them, 0 when there is none.</param>
public sealed record HungSample(SampleView Sample, LockView? Lock, double LongestMillimetres, string Colour)
{
    public static HungSample Of(SampleView sample, IReadOnlyList<LockRow> locks, string colour, LengthUnit unit)
    {
        var inOrder = locks.OrderBy(l => l.LengthMillimetres).ToArray();
        return new(
            sample,
            inOrder.Length == 0 ? null : LockView.Of(inOrder[inOrder.Length / 2], unit),
            inOrder.Length == 0 ? 0 : inOrder[^1].LengthMillimetres,
            colour
        );
    }
}

/// <summary>Samples on the wall, the newest first.</summary>
/// <param name="Next">The code after which it goes on, null at its end.</param>
/// <param name="All">How many there are.</param>
public sealed record SampleWall(IReadOnlyList<HungSample> Hung, string? Next, int All);

/// <summary>The whole card: sample, lock and the way back to the raw fleece.</summary>
/// <param name="Felting">How readily its fibre felts.</param>
public sealed record SampleCard(
    SampleView Sample,
    StapleView Staple,
    RibbonView Ribbon,
    IReadOnlyList<OriginView> Origins,
    NumberFigure? TotalYield,
    MassFigure? Raw,
    MassFigure? Prepared,
    IReadOnlyList<SampleChange> Changes,
    KnownFeltingView Felting
);

/// <summary>Something of a sample that was noted otherwise before.</summary>
public sealed record SampleChange(string What, string From, string To, string Who, DateTimeOffset At);

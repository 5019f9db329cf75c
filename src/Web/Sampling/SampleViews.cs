using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Sampling;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.House;
using EarthyTuft.Web.Lots;

namespace EarthyTuft.Web.Sampling;

/// <summary>A sample as the wall shows it.</summary>
public sealed record SampleView(
    Guid Id,
    string Code,
    Guid LotId,
    string LotCode,
    string Parentage,
    LotForm Form,
    Fibre Fibre,
    Draw? Draw,
    YarnKind? Kind,
    double? WrapsPerInch,
    double? DiameterMillimetres,
    int? Plies,
    double? TwistAngleDegrees,
    string Verdict,
    IReadOnlyList<string> Uses,
    DateTimeOffset MadeAt,
    string Who,
    uint Version)
{
    public static SampleView Of(SampleRow row, string lotCode, string parentage, Fibre fibre) => new(
        row.Id, row.Code, row.LotId, lotCode, parentage, row.Form, fibre, row.Draw, row.Sample.Kind, row.WrapsPerInch, row.Sample.DiameterMillimetres,
        row.Plies, row.TwistAngleDegrees, row.Verdict, row.Uses, row.MadeAt, row.Who, row.Version);
}

/// <summary>A sample on the wall with the lock it hangs by.</summary>
public sealed record HungSample(SampleView Sample, StapleView Staple);

/// <summary>The whole card: sample, lock and the way back to the raw fleece.</summary>
public sealed record SampleCard(SampleView Sample, StapleView Staple, RibbonView Ribbon, IReadOnlyList<OriginView> Origins, NumberFigure? TotalYield, MassFigure? Raw, MassFigure? Prepared, IReadOnlyList<SampleChange> Changes);

/// <summary>Something of a sample that was noted otherwise before.</summary>
public sealed record SampleChange(string What, string From, string To, string Who, DateTimeOffset At);

using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Sampling;

/// <summary>A needle or a hook, in millimetres: <c>4</c>, <c>"4 mm"</c>, <c>"US 6"</c>, <c>"old UK 8"</c>.</summary>
public sealed class NeedleSize : TypedFigure
{
    /// <inheritdoc/>
    protected override Result<double> Read(string typed) => Needles.Read(typed, "tool");
}

using EarthyTuft.Web.Blending;
using EarthyTuft.Web.Carding;
using EarthyTuft.Web.Combing;
using EarthyTuft.Web.Dehairing;
using EarthyTuft.Web.Dividing;
using EarthyTuft.Web.Drying;
using EarthyTuft.Web.Felting;
using EarthyTuft.Web.Runs;
using EarthyTuft.Web.Scouring;
using EarthyTuft.Web.Spinning;

namespace EarthyTuft.Web;

/// <summary>The list of the crafts. A new bench is a line here.</summary>
public static class Crafts
{
    /// <summary>In the order in which a demo is furnished.</summary>
    public static readonly IReadOnlyList<ICraftModule> All =
    [
        new ScouringModule(),
        new DryingModule(),
        new DehairingModule(),
        new CardingModule(),
        new CombingModule(),
        new BlendingModule(),
        new SpinningModule(),
        new DividingModule(),
        new FeltingModule(),
    ];
}

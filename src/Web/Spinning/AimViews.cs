using System.ComponentModel.DataAnnotations;
using System.Text.Json.Serialization;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Spinning;

/// <summary>A fresh ply-back.</summary>
/// <param name="Wraps">In an inch, as typed: "14" or "13-14".</param>
/// <param name="Degrees">Left out where nobody read the angle.</param>
/// <param name="Treadles">It was spun with so many for a draw.</param>
/// <param name="DrawMillimetres">And with so long a draw.</param>
/// <param name="Neps">Counted in it.</param>
/// <param name="Handle">How it feels.</param>
/// <param name="Mass">What a bit of it weighs, as typed: with its length it tells how lofty it is.</param>
/// <param name="Length">Of that bit, as typed.</param>
public sealed record PlyBackRequest(
    [property: StringLength(120)] string? Wraps,
    double? Degrees = null,
    double? Treadles = null,
    [property: JsonConverter(typeof(Millimetres))] double? DrawMillimetres = null,
    int? Neps = null,
    [property: StringLength(80)] string? Handle = null,
    [property: StringLength(40)] string? Mass = null,
    [property: StringLength(40)] string? Length = null
)
{
    internal ReadPlyBack ToCommand(DateTimeOffset? at) =>
        new(Wraps, Degrees, Treadles, DrawMillimetres, At: at, Neps: Neps, Handle: Handle, Mass: Mass, Length: Length);
}

/// <summary>A yarn that is wanted, and what was tried for it.</summary>
/// <param name="Wraps">Of the washed yarn, in an inch, as typed: "14" or "13-14"; or its grist: "400 tex", "250 m/100 g".</param>
/// <param name="Degrees">Of the plies in it, or of the fibre where it stays singles; left out for what suits the fibre.</param>
/// <param name="Plies">Strands that lie side by side; left out for what suits the fibre.</param>
/// <param name="LotId">What it is spun from; left out where that is not said.</param>
/// <param name="FinishedDensity">Wrap density of the washed yarn in g/cm3; left out for what is typical.</param>
/// <param name="BloomPercent">By how much the wraps fall in the wash; left out for what is typical.</param>
/// <param name="TakeUpPercent">Length that plying takes up; left out for what is typical.</param>
/// <param name="ExtraTurnsPercent">More turns in the singles than balance asks for.</param>
/// <param name="Ratio">Of the whorl; left out where no tool is said.</param>
/// <param name="DrawMillimetres">Yarn made before it winds on; left out for what suits the fibre.</param>
/// <param name="MostTreadles">More for a draw are not wanted; left out for what is typical.</param>
/// <param name="By">What is counted for a draw; of a spindle the ratio may be left out.</param>
/// <param name="SupplyGramsPerMetre">How heavy the fibre in the hand is for its length; left out where nobody measured.</param>
/// <param name="Firmness">How firmly the singles are twisted.</param>
/// <param name="Direction">The twist that is seen in the yarn; left out where it does not matter.</param>
/// <param name="Trials">In the order in which they were made.</param>
public sealed record AimRequest(
    [property: StringLength(30)] string? Wraps,
    double? Degrees = null,
    int? Plies = null,
    YarnStructure Structure = YarnStructure.Plain,
    YarnTolerance Tolerance = YarnTolerance.Usual,
    Guid? LotId = null,
    double? FinishedDensity = null,
    double? BloomPercent = null,
    double? TakeUpPercent = null,
    double ExtraTurnsPercent = 0,
    double? Ratio = null,
    [property: JsonConverter(typeof(Millimetres))] double? DrawMillimetres = null,
    double? MostTreadles = null,
    SpunBy By = SpunBy.Treadles,
    [property: JsonConverter(typeof(GramsPerMetre))] double? SupplyGramsPerMetre = null,
    Firmness Firmness = Firmness.Usual,
    TwistDirection? Direction = null,
    [property: MaxLength(AimEndpoints.MostTrials)] IReadOnlyList<PlyBackRequest>? Trials = null
);

/// <summary>A yarn as it is drawn.</summary>
/// <param name="WrapsPerInch">In an inch.</param>
/// <param name="DiameterMillimetres">One wrap.</param>
/// <param name="Plies">Strands; one for singles.</param>
/// <param name="Degrees">Null where nobody read the angle.</param>
/// <param name="Twist">That is seen in it; null where it does not matter.</param>
public sealed record YarnShape(double WrapsPerInch, double DiameterMillimetres, int Plies, double? Degrees, TwistDirection? Twist = null);

/// <summary>The same singles in another structure.</summary>
/// <param name="Words">Which.</param>
/// <param name="Yarn">Washed.</param>
/// <param name="Made">Skeins that were really made so of the same singles; empty where there are none.</param>
public sealed record BecomesView(string Words, YarnShape Yarn, IReadOnlyList<MadeSkeinView> Made);

/// <summary>A skein that was really made of the singles.</summary>
/// <param name="Code">Its lot.</param>
/// <param name="Yarn">As it was read; before its wash where it was not washed yet.</param>
/// <param name="Sentence">How it stands to what was reckoned.</param>
public sealed record MadeSkeinView(string Code, YarnShape Yarn, string Sentence);

/// <summary>A ply-back beside the aim.</summary>
/// <param name="Yarn">As it was read.</param>
/// <param name="IsThere">Near enough.</param>
/// <param name="Sentence">How it stands.</param>
/// <param name="Next">What to change, in words with figures; empty where nothing is to be.</param>
/// <param name="Settings">The same as figures; null where the settings were not noted, or nothing is to be changed.</param>
/// <param name="Washed">What it would be after the wash, in the structure that is wanted.</param>
/// <param name="Becomes">And in others.</param>
/// <param name="Noted">How even, how lofty, neps, how it feels; empty for nothing.</param>
/// <param name="Against">How it differs from each of the trail, in its order; empty for itself and where the trail is longer than can be
/// overlooked.</param>
public sealed record PlyBackView(
    YarnShape Yarn,
    bool IsThere,
    string Sentence,
    string Next,
    SettingsView? Settings,
    string Washed,
    IReadOnlyList<BecomesView> Becomes,
    string Noted,
    IReadOnlyList<string> Against
);

/// <summary>Settings for the next ply-back.</summary>
/// <param name="Treadles">For a draw.</param>
/// <param name="DrawMillimetres">So long.</param>
/// <param name="Draw">The same as the workshop counts it.</param>
/// <param name="Words">Both.</param>
public sealed record SettingsView(int Treadles, double DrawMillimetres, string Draw, string Words);

/// <summary>A simulated hand is asked to spin a little: a demo has one, to try the trail with.</summary>
/// <param name="Seed">The same seed is the same hand.</param>
/// <param name="Wraps">Of the singles it aims at.</param>
/// <param name="TurnsPerMetre">That its settings would give.</param>
public sealed record SpinnersHandRequest(int Seed, double Wraps, double TurnsPerMetre);

/// <summary>What it read off its ply-back.</summary>
public sealed record SpinnersHandView(double Wraps, double Degrees);

/// <summary>A yarn that a fibre asks for, or a bound of what it can become.</summary>
/// <param name="WrapsPerInch">Of a washed two-ply.</param>
/// <param name="Words">Which.</param>
/// <param name="Because">Why.</param>
public sealed record FibreWantView(double WrapsPerInch, string Words, string Because);

/// <summary>A class of yarn, to begin from.</summary>
/// <param name="Words">What it is called.</param>
/// <param name="WrapsPerInch">In its middle.</param>
/// <param name="Needle">That usually goes with it, by region.</param>
/// <param name="AlsoCalled">Elsewhere.</param>
/// <param name="Verdict">Whether a two-ply of it can be spun from the lot; null where no lot is named.</param>
public sealed record YarnClassView(string Words, double WrapsPerInch, string Needle, string AlsoCalled, CanBeSpun? Verdict);

/// <summary>What to spin for a yarn.</summary>
/// <param name="Target">The washed yarn.</param>
/// <param name="Class">Its class, and the one that other charts may say.</param>
/// <param name="Singles">Each strand, under the wheel's tension.</param>
/// <param name="PlyBack">What a fresh ply-back of two must read now.</param>
/// <param name="Sentences">What to spin, in words.</param>
/// <param name="Verdict">Whether it can be done.</param>
/// <param name="Against">What is against it, with what would make it possible.</param>
/// <param name="Standing">What it stands on: the fibre, and figures that are typical.</param>
/// <param name="FinishedDensity">As it was reckoned with.</param>
/// <param name="BloomPercent">As it was reckoned with.</param>
/// <param name="TakeUpPercent">As it was reckoned with.</param>
/// <param name="Trials">In their order.</param>
/// <param name="Next">Settings for the next ply-back: what the last one asks for, or what was reckoned; null where no tool is said.</param>
/// <param name="ToldWraps">Wraps of the singles that this person is to aim at, who usually misses them.</param>
/// <param name="Learned">What own skeins say of that; empty where there are none.</param>
/// <param name="Drafting">How to draft this fibre.</param>
/// <param name="Like">What became of like fibre, by the samples of it.</param>
/// <param name="Begins">Why the angle begins where it does; empty where one was asked for.</param>
/// <param name="Draw">As it was reckoned with: asked for, or what suits the fibre; empty where neither is known.</param>
public sealed record AimView(
    YarnShape Target,
    string Class,
    YarnShape Singles,
    YarnShape PlyBack,
    IReadOnlyList<string> Sentences,
    CanBeSpun Verdict,
    IReadOnlyList<string> Against,
    IReadOnlyList<string> Standing,
    double FinishedDensity,
    double BloomPercent,
    double TakeUpPercent,
    IReadOnlyList<PlyBackView> Trials,
    SettingsView? Next,
    double ToldWraps,
    string Learned,
    IReadOnlyList<string> Drafting,
    IReadOnlyList<string> Like,
    string Begins,
    string Draw
);

using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Sampling;

/// <summary>What a sample is judged by in the hand, each on a scale of five with described ends (docs/craft.md, section 16).</summary>
public enum SampleScale
{
    /// <summary>At the neck: from scratches to soft.</summary>
    Softness,

    /// <summary>From limp to jumps back.</summary>
    Spring,

    /// <summary>From stands by itself to falls in folds.</summary>
    Drape,

    /// <summary>From chalky to mirrors the light.</summary>
    Lustre,

    /// <summary>From bare to a halo.</summary>
    Halo,

    /// <summary>From lumpy to even.</summary>
    Evenness,

    /// <summary>From pills soon to wears for years.</summary>
    Wear,

    /// <summary>Of preparing: from a struggle to goes by itself.</summary>
    Ease,

    /// <summary>From never again to any day.</summary>
    Pleasure,
}

/// <summary>A judgement by hand.</summary>
/// <param name="Scale">Of what.</param>
/// <param name="Mark">From 1, its lower end, to 5.</param>
public sealed record ScaleMark(SampleScale Scale, int Mark)
{
    /// <summary>The ends of a scale.</summary>
    public const int Least = 1,
        Most = 5;

    /// <summary>Checks judgements.</summary>
    /// <param name="marks">As they were given.</param>
    /// <returns>The same in the order of the scales; <c>out-of-range</c>, <c>twice</c>.</returns>
    public static Result<IReadOnlyList<ScaleMark>> Check(IReadOnlyList<ScaleMark> marks)
    {
        var guard = new Guard(SampleFields.Subjects);
        for (var i = 0; i < marks.Count; i++)
        {
            var scale = marks[i].Scale;
            guard
                .Need(
                    marks[i].Mark is >= Least and <= Most,
                    $"judged[{i}].mark",
                    "out-of-range",
                    $"must be a whole number from {Least} to {Most}"
                )
                .Need(marks.Take(i).All(m => m.Scale != scale), $"judged[{i}].scale", "twice", "is judged twice");
        }

        return guard.Then<IReadOnlyList<ScaleMark>>(() => marks.OrderBy(m => m.Scale).ToArray());
    }
}

namespace EarthyTuft.Core.Quantities;

/// <summary>Why an input cannot be taken. Wrong input is answered with refusals; exceptions are for bugs.</summary>
/// <param name="Field">The input's name in camelCase, with a path for lists: <c>to[0].mass</c>.</param>
/// <param name="Code">A stable kebab-case word a program can act on.</param>
/// <param name="Reason">One sentence for the person: what was wrong and what would do.</param>
/// <param name="Choices">Where the refusal is a question: what the field could be set to instead, the likeliest first; null
/// otherwise.</param>
public record Refusal(string Field, string Code, string Reason, IReadOnlyList<string>? Choices = null);

/// <summary>Either a value or the refusals that stand in its way.</summary>
/// <typeparam name="T">The value's type.</typeparam>
public readonly struct Result<T>
{
    private readonly T? value;
    private readonly IReadOnlyList<Refusal>? refusals;

    private Result(T? value, IReadOnlyList<Refusal>? refusals)
    {
        this.value = value;
        this.refusals = refusals;
    }

    /// <summary>True when there is no value.</summary>
    public bool IsRefused => refusals is { Count: > 0 };

    /// <summary>The refusals, empty when there is a value.</summary>
    public IReadOnlyList<Refusal> Refusals => refusals ?? [];

    /// <summary>The value. Throws <see cref="InvalidOperationException"/> when refused: look at <see cref="IsRefused"/> first.</summary>
    public T Value =>
        IsRefused ? throw new InvalidOperationException("Refused: " + string.Join("; ", Refusals.Select(r => r.Reason))) : value!;

    /// <summary>A value is a result.</summary>
    /// <param name="value">The value.</param>
    public static implicit operator Result<T>(T value) => new(value, null);

    /// <summary>A refusal is a result.</summary>
    /// <param name="refusal">The one reason.</param>
    public static implicit operator Result<T>(Refusal refusal) => new(default, [refusal]);

    /// <summary>A result refused for several reasons.</summary>
    /// <param name="refusals">At least one.</param>
    public static Result<T> Refused(IEnumerable<Refusal> refusals)
    {
        var all = refusals.ToArray();
        return all.Length > 0 ? new(default, all) : throw new ArgumentException("A refusal needs a reason.", nameof(refusals));
    }

    /// <summary>Carries the value on, or the refusals unchanged.</summary>
    /// <typeparam name="TNext">The next value's type.</typeparam>
    /// <param name="next">What to do with the value.</param>
    public Result<TNext> Then<TNext>(Func<T, Result<TNext>> next) => IsRefused ? Result<TNext>.Refused(Refusals) : next(Value);
}

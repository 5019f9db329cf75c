using System.Globalization;

namespace EarthyTuft.Core.Quantities;

/// <summary>An amount in a currency. Amounts of different currencies are never added: nobody here knows a rate.</summary>
/// <param name="Amount">May be negative: what a step earned.</param>
/// <param name="Currency">Three capital letters, as ISO 4217 has them.</param>
public readonly record struct Money(decimal Amount, string Currency)
{
    /// <summary>As it is shown: <c>12.50 EUR</c>.</summary>
    public string Write() => Amount.ToString("0.00", CultureInfo.InvariantCulture).Replace('-', '\u2212') + " " + Currency;

    /// <summary>The sum.</summary>
    /// <exception cref="InvalidOperationException">The currencies differ.</exception>
    public static Money operator +(Money a, Money b) =>
        a.Currency == b.Currency
            ? a with
            {
                Amount = a.Amount + b.Amount,
            }
            : throw new InvalidOperationException($"{a.Currency} and {b.Currency} are not added.");

    /// <summary>Reads an amount: <c>12.50</c>, <c>12,5</c>, <c>12.50 EUR</c>. Another currency than the workshop's is refused, not turned
    /// into it.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="currency">The workshop's currency.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>Zero or more and at most a million, or a refusal: <c>empty</c>, <c>not-a-price</c>, <c>out-of-range</c>.</returns>
    public static Result<Money> Read(string? text, string currency, string field) =>
        TypedQuantity
            .Read<byte>(text, field, "price", $"12.50 or 12.50 {currency}", word =>
                word.Length == 0 || word.Equals(currency, StringComparison.OrdinalIgnoreCase) ? (byte)1 : null
            )
            .Then<Money>(read =>
                read.Number is >= 0 and <= 1_000_000
                    ? new Money((decimal)read.Number, currency)
                    : new Refusal(field, "out-of-range", "A price here is from nothing to a million.")
            );
}

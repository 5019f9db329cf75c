namespace EarthyTuft.Web.House;

/// <summary>An enum's name as words, for texts that are stored or joined on the server: <c>WorstedHard</c> reads "worsted hard".</summary>
public static class EnumWords
{
    public static string Words<T>(this T value)
        where T : struct, Enum => string.Concat(value.ToString().Select((letter, i) => char.IsUpper(letter) ? (i > 0 ? " " : "") + char.ToLowerInvariant(letter) : letter.ToString()));
}

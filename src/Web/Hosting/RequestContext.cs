using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Web.Hosting;

/// <summary>What a request needs to know of the person's workshop.</summary>
public sealed record WorkshopSettings(
    Guid WorkshopId,
    string WorkshopName,
    MemberRole Role,
    string PersonName,
    MassUnit Unit,
    TemperatureUnit TemperatureUnit,
    LengthUnit LengthUnit,
    TimeZoneInfo Zone,
    string Currency,
    double ScaleStepGrams,
    double? UsualBowlGrams,
    bool IsDemo,
    decimal? HourlyRate,
    Schools Schools,
    Guid? ExampleEntryId
)
{
    /// <summary>By what a figure for 100 g is multiplied for the amount that this workshop tells prices and hours for.</summary>
    public double Amount => Mass.Priced(Unit).Grams / 100;

    /// <summary>What that amount is called.</summary>
    public string AmountName => Mass.Priced(Unit).Name;
}

/// <summary>Who asks, in which workshop, and when: set before any handler of a workshop runs.</summary>
public sealed class RequestContext(TimeProvider clock)
{
    private WorkshopSettings? workshop;

    public Guid PersonId { get; private set; }

    public WorkshopSettings Workshop => workshop ?? throw new InvalidOperationException("This address needs a workshop.");

    public bool IsSet => workshop is not null;

    public DateTimeOffset Now => clock.GetUtcNow().ToStored();

    public DateOnly Today => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(Now, Workshop.Zone).DateTime);

    public DateOnly DayOf(DateTimeOffset time) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(time, Workshop.Zone).DateTime);

    public Mass? UsualBowl => Workshop.UsualBowlGrams is { } grams ? Mass.FromGrams(grams) : null;

    /// <summary>Who did something: as it was typed, else the person who asks.</summary>
    public string NameOf(string? typed) => string.IsNullOrWhiteSpace(typed) ? Workshop.PersonName : typed.Trim();

    public void Enter(Guid personId, WorkshopSettings at)
    {
        PersonId = personId;
        workshop = at;
    }
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;

namespace EarthyTuft.Data.Store;

/// <summary>A lot with what only the store keeps of it: the step that made it, where it waits, its route, and its version.</summary>
public sealed record StoredLot : Lot
{
    public StoredLot(Lot lot)
        : base(lot) { }

    /// <summary>The step that made it.</summary>
    public StepKind MadeBy { get; init; }

    /// <summary>Where it waits, null when it is prepared.</summary>
    public StepKind? WaitsAt { get; init; }

    public Aim? RouteAim { get; init; }

    public PreparedAs? RoutePreparation { get; init; }

    public string? RouteSteps { get; init; }

    public Holding? RouteHolding { get; init; }

    /// <summary>How heavy prepared fibre is for its length, as a weighed length of it told; null where nobody measured.</summary>
    public double? SupplyGramsPerMetre { get; init; }

    public uint Version { get; init; }

    /// <summary>The animal of a lot that came in under a name; null for everything made here.</summary>
    public Guid? AnimalId { get; init; }

    /// <summary>The route it is on, null when none was chosen.</summary>
    public RoutePlan? Route =>
        RouteAim is { } aim && RoutePreparation is { } preparation
            ? RoutePlan.Read(aim, preparation, RouteSteps ?? "", RouteHolding)
            : null;
}

/// <summary>A lot. What it holds is a projection of the flows, kept here so that a heap is one sum away.</summary>
[Tells(News.Log)]
public sealed class LotRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public required string Code { get; set; }
    public LotForm Form { get; set; }
    public Fibre Fibre { get; set; }
    public required string Parentage { get; set; }

    /// <summary>The parts of what is made of several, as <see cref="StoredComposition"/> writes them; null for one.</summary>
    public string? Parts { get; set; }
    public double CleanYieldLow { get; set; }
    public double CleanYieldHigh { get; set; }
    public string Animal { get; set; } = "";

    /// <summary>The animal of a lot that came in under a name (<see cref="Animals.AnimalBook"/>); null for everything made here.</summary>
    public Guid? AnimalId { get; set; }
    public string Colour { get; set; } = "";
    public string Notes { get; set; } = "";
    public DateOnly? ShornOn { get; set; }

    /// <summary>What had been done to it before it came in, in words.</summary>
    public string Before { get; set; } = "";
    public bool CameDyed { get; set; }
    public decimal? Price { get; set; }
    public DateTimeOffset MadeAt { get; set; }

    /// <summary>When it was made or last taken from.</summary>
    public DateTimeOffset ChangedAt { get; set; }
    public DateTimeOffset? UsedUpAt { get; set; }

    /// <summary>What it was made with, in reference grams; null when that cannot be told yet.</summary>
    public double? MadeGrams { get; set; }
    public double? LeftGrams { get; set; }

    /// <summary>How far off that may be as it is told: one standard deviation, and never less than half a division of a scale.</summary>
    public double? LeftSigma { get; set; }

    /// <summary>Mean of the locks measured on it or on what it was made of.</summary>
    public double? StapleMillimetres { get; set; }

    /// <summary>The step that made it.</summary>
    public StepKind MadeBy { get; set; } = StepKind.TakeIn;

    /// <summary>Projection: where it waits, null when it is prepared.</summary>
    public StepKind? WaitsAt { get; set; }

    /// <summary>The route that was chosen for it or for what it was made of.</summary>
    public Aim? RouteAim { get; set; }
    public PreparedAs? RoutePreparation { get; set; }
    public string? RouteSteps { get; set; }
    public Holding? RouteHolding { get; set; }

    /// <summary>How heavy prepared fibre is for its length, as a weighed length of it told; null where nobody measured.</summary>
    public double? SupplyGramsPerMetre { get; set; }
    public double? ReservedGrams { get; set; }
    public string? ReservedFor { get; set; }

    /// <summary>What 100 g of the like cost ready-made, for comparison.</summary>
    public decimal? ReadyMadePer100Grams { get; set; }
    public Content Content { get; set; }

    /// <summary>The entry that made it was voided.</summary>
    public DateTimeOffset? VoidedAt { get; set; }
    public uint Version { get; set; }

    public Span CleanYield => new(CleanYieldLow, CleanYieldHigh);

    public Composition Composition => StoredComposition.Read(Parts, Fibre, Parentage);

    /// <summary>What it is, as its makers and what is made of it have it.</summary>
    public LotTraits Traits
    {
        get => new(Composition, CleanYield, Animal, Colour, ShornOn, StapleMillimetres, Content);
        init
        {
            Compose(value.Composition);
            (CleanYieldLow, CleanYieldHigh, Animal, Colour, ShornOn, StapleMillimetres, Content) = (
                value.CleanYield.Low,
                value.CleanYield.High,
                value.Animal,
                value.Colour,
                value.ShornOn,
                value.StapleMillimetres,
                value.Content
            );
        }
    }

    /// <summary>Notes what it is made of.</summary>
    public void Compose(Composition composition) =>
        (Fibre, Parentage, Parts) = (composition.Main, composition.WrittenParentage(), StoredComposition.Write(composition));

    public Reserve? Reserve => ReservedGrams is { } grams ? new Reserve(Mass.FromGrams(grams), ReservedFor ?? "") : null;

    public RoutePlan? Route =>
        RouteAim is { } aim && RoutePreparation is { } preparation
            ? RoutePlan.Read(aim, preparation, RouteSteps ?? "", RouteHolding)
            : null;

    /// <summary>Brings the waiting place up to date with form, length and route.</summary>
    public void Place() => WaitsAt = Waiting.At(Form, MadeBy, StapleMillimetres, Route, Fibre, MadeGrams);

    /// <summary>The lot of a row: the one place where a row becomes a lot.</summary>
    public StoredLot ToLot() =>
        new(
            new Lot(Id, Code, Form, Traits)
            {
                Parentage = Parentage,
                Notes = Notes,
                Before = Before,
                CameDyed = CameDyed,
                Price = Price,
                ReadyMadePer100Grams = ReadyMadePer100Grams,
                MadeAt = MadeAt,
                ChangedAt = ChangedAt,
                UsedUpAt = UsedUpAt,
                MadeGrams = MadeGrams,
                LeftGrams = LeftGrams,
                LeftSigma = LeftSigma,
                Reserve = Reserve,
            }
        )
        {
            MadeBy = MadeBy,
            WaitsAt = WaitsAt,
            RouteAim = RouteAim,
            RoutePreparation = RoutePreparation,
            RouteSteps = RouteSteps,
            RouteHolding = RouteHolding,
            SupplyGramsPerMetre = SupplyGramsPerMetre,
            AnimalId = AnimalId,
            Version = Version,
        };

    /// <summary>The row of a lot as it was read, to be changed and stored.</summary>
    public static LotRow Of(StoredLot lot, Guid workshop) =>
        new()
        {
            Id = lot.Id,
            WorkshopId = workshop,
            Code = lot.Code,
            Form = lot.Form,
            Traits = lot.Traits,
            Parentage = lot.Parentage,
            Notes = lot.Notes,
            Before = lot.Before,
            CameDyed = lot.CameDyed,
            Price = lot.Price,
            ReadyMadePer100Grams = lot.ReadyMadePer100Grams,
            MadeAt = lot.MadeAt,
            ChangedAt = lot.ChangedAt,
            UsedUpAt = lot.UsedUpAt,
            MadeGrams = lot.MadeGrams,
            LeftGrams = lot.LeftGrams,
            LeftSigma = lot.LeftSigma,
            ReservedGrams = lot.Reserve?.Mass.Grams,
            ReservedFor = lot.Reserve?.For,
            MadeBy = lot.MadeBy,
            WaitsAt = lot.WaitsAt,
            RouteAim = lot.RouteAim,
            RoutePreparation = lot.RoutePreparation,
            RouteSteps = lot.RouteSteps,
            RouteHolding = lot.RouteHolding,
            SupplyGramsPerMetre = lot.SupplyGramsPerMetre,
            AnimalId = lot.AnimalId,
            Version = lot.Version,
        };
}

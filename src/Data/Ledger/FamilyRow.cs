using System.Text.RegularExpressions;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Store;
using Npgsql;

namespace EarthyTuft.Data.Ledger;

/// <summary>What the queries tell. What belongs to the flow comes first: of an entry and of a lot, which stand in many rows of the joined
/// query, the rest is read only once.</summary>
internal enum FamilyColumn
{
    EntryId,
    FlowId,
    FlowRole,
    FlowAmount,
    FlowLotId,
    FlowLossKind,
    FlowFate,
    FlowGainKind,
    FlowEmptiesLot,
    FlowSettledGrams,
    FlowSettledSigma,
    WeighingGrams,
    WeighingTyped,
    WeighingState,
    WeighingHumidityPercent,
    WeighingScaleStepGrams,
    WeighingSession,
    WeighingRevision,
    FlowWorth,
    FlowOrdinal,
    EntryStep,
    EntryDoneAt,
    EntryWho,
    EntryMinutes,
    EntryNotes,
    EntryConfirmedBecause,
    EntrySpent,
    EntryRecordedAt,
    LotCode,
    LotForm,
    LotFibre,
    LotParentage,
    LotCleanYieldLow,
    LotCleanYieldHigh,
    LotAnimal,
    LotColour,
    LotNotes,
    LotShornOn,
    LotPrice,
    LotMadeAt,
    LotChangedAt,
    LotUsedUpAt,
    LotMadeGrams,
    LotLeftGrams,
    LotLeftSigma,
    LotStapleMillimetres,
    LotMadeBy,
    LotWaitsAt,
    LotRouteAim,
    LotRoutePreparation,
    LotRouteSteps,
    LotRouteHolding,
    LotSupplyGramsPerMetre,
    LotReservedGrams,
    LotReservedFor,
    LotReadyMadePer100grams,
    LotContent,
    LotXmin,
    LotParts,
    EntryUsualKind,
    EntryUsualLeastGrams,
    EntryUsualMostGrams,
    EntryUsualAllowanceGrams,
    EntryAnswer,
    FlowAddedAt,
    FlowAddedBy,
    LotBefore,
    LotCameDyed,
    EntryDyeing,
    LotAnimalId,
}

/// <summary>The row of a family query that is read just now, by the names of its columns, and what it tells.</summary>
internal sealed class FamilyRow(NpgsqlDataReader reader, FamilyColumn[] columns)
{
    internal static readonly FamilyColumn[] All = Enum.GetValues<FamilyColumn>();
    internal static readonly FamilyColumn[] OfEntry = [.. All.Where(c => Table(c) == "Entry")];
    internal static readonly FamilyColumn[] OfLot = [FamilyColumn.FlowLotId, .. All.Where(c => Table(c) == "Lot")];
    internal static readonly FamilyColumn[] OfFlow = [FamilyColumn.EntryId, .. All.Where(c => Table(c) is "Flow" or "Weighing")];

    private readonly int[] places = [.. All.Select(c => Array.IndexOf(columns, c))];

    private T Of<T>(FamilyColumn column) => reader.GetFieldValue<T>(places[(int)column]);

    private T? Maybe<T>(FamilyColumn column)
        where T : struct => reader.IsDBNull(places[(int)column]) ? null : Of<T>(column);

    private T? Word<T>(FamilyColumn column)
        where T : struct, Enum => Text(column) is { } word ? Words<T>.Of(word) : null;

    private string? Text(FamilyColumn column) => reader.IsDBNull(places[(int)column]) ? null : reader.GetString(places[(int)column]);

    /// <summary>A flow with the id of its entry, before entry and lot are put to it.</summary>
    internal static (Guid Entry, FamilyFlow Flow) FlowAlone(FamilyRow r) =>
        (
            r.Of<Guid>(FamilyColumn.EntryId),
            new FamilyFlow(
                null!,
                r.Of<Guid>(FamilyColumn.FlowId),
                r.Word<FlowRole>(FamilyColumn.FlowRole)!.Value,
                r.Word<Amount>(FamilyColumn.FlowAmount)!.Value,
                r.Maybe<Guid>(FamilyColumn.FlowLotId),
                r.Word<LossKind>(FamilyColumn.FlowLossKind),
                r.Word<Fate>(FamilyColumn.FlowFate),
                r.Word<GainKind>(FamilyColumn.FlowGainKind),
                r.Of<bool>(FamilyColumn.FlowEmptiesLot),
                r.Maybe<double>(FamilyColumn.FlowSettledGrams),
                r.Maybe<double>(FamilyColumn.FlowSettledSigma),
                r.Maybe<double>(FamilyColumn.WeighingGrams),
                r.Text(FamilyColumn.WeighingTyped),
                r.Word<WeighingState>(FamilyColumn.WeighingState),
                r.Maybe<double>(FamilyColumn.WeighingHumidityPercent),
                r.Maybe<double>(FamilyColumn.WeighingScaleStepGrams),
                r.Maybe<DateOnly>(FamilyColumn.WeighingSession),
                r.Maybe<int>(FamilyColumn.WeighingRevision),
                r.Maybe<decimal>(FamilyColumn.FlowWorth),
                r.Of<int>(FamilyColumn.FlowOrdinal),
                null
            )
            {
                Added = r.Maybe<DateTimeOffset>(FamilyColumn.FlowAddedAt) is { } at ? (at, r.Text(FamilyColumn.FlowAddedBy)!) : null,
            }
        );

    internal static FamilyEntry Entry(FamilyRow r) =>
        new(
            r.Of<Guid>(FamilyColumn.EntryId),
            r.Word<StepKind>(FamilyColumn.EntryStep)!.Value,
            r.Of<DateTimeOffset>(FamilyColumn.EntryDoneAt),
            r.Text(FamilyColumn.EntryWho)!,
            r.Maybe<int>(FamilyColumn.EntryMinutes),
            r.Text(FamilyColumn.EntryNotes)!,
            r.Text(FamilyColumn.EntryConfirmedBecause),
            r.Maybe<decimal>(FamilyColumn.EntrySpent),
            r.Of<DateTimeOffset>(FamilyColumn.EntryRecordedAt)
        )
        {
            Usual = Family.Usual(
                r.Word<LossKind>(FamilyColumn.EntryUsualKind),
                r.Maybe<double>(FamilyColumn.EntryUsualLeastGrams),
                r.Maybe<double>(FamilyColumn.EntryUsualMostGrams),
                r.Maybe<double>(FamilyColumn.EntryUsualAllowanceGrams)
            ),
            Answer = r.Word<GapAnswer>(FamilyColumn.EntryAnswer),
            Dyeing = r.Text(FamilyColumn.EntryDyeing),
        };

    // The one place where a row becomes a lot.
    internal static StoredLot Lot(FamilyRow r) =>
        new(
            new Lot(
                r.Of<Guid>(FamilyColumn.FlowLotId),
                r.Text(FamilyColumn.LotCode)!,
                r.Word<LotForm>(FamilyColumn.LotForm)!.Value,
                new LotTraits(
                    StoredComposition.Read(
                        r.Text(FamilyColumn.LotParts),
                        r.Word<Fibre>(FamilyColumn.LotFibre)!.Value,
                        r.Text(FamilyColumn.LotParentage)!
                    ),
                    new Span(r.Of<double>(FamilyColumn.LotCleanYieldLow), r.Of<double>(FamilyColumn.LotCleanYieldHigh)),
                    r.Text(FamilyColumn.LotAnimal)!,
                    r.Text(FamilyColumn.LotColour)!,
                    r.Maybe<DateOnly>(FamilyColumn.LotShornOn),
                    r.Maybe<double>(FamilyColumn.LotStapleMillimetres),
                    r.Word<Content>(FamilyColumn.LotContent)!.Value
                )
            )
            {
                Parentage = r.Text(FamilyColumn.LotParentage)!,
                Notes = r.Text(FamilyColumn.LotNotes)!,
                Before = r.Text(FamilyColumn.LotBefore)!,
                CameDyed = r.Of<bool>(FamilyColumn.LotCameDyed),
                Price = r.Maybe<decimal>(FamilyColumn.LotPrice),
                MadeAt = r.Of<DateTimeOffset>(FamilyColumn.LotMadeAt),
                ChangedAt = r.Of<DateTimeOffset>(FamilyColumn.LotChangedAt),
                UsedUpAt = r.Maybe<DateTimeOffset>(FamilyColumn.LotUsedUpAt),
                MadeGrams = r.Maybe<double>(FamilyColumn.LotMadeGrams),
                LeftGrams = r.Maybe<double>(FamilyColumn.LotLeftGrams),
                LeftSigma = r.Maybe<double>(FamilyColumn.LotLeftSigma),
                Reserve = r.Maybe<double>(FamilyColumn.LotReservedGrams) is { } kept
                    ? new Reserve(Mass.FromGrams(kept), r.Text(FamilyColumn.LotReservedFor) ?? "")
                    : null,
                ReadyMadePer100Grams = r.Maybe<decimal>(FamilyColumn.LotReadyMadePer100grams),
            }
        )
        {
            MadeBy = r.Word<StepKind>(FamilyColumn.LotMadeBy)!.Value,
            WaitsAt = r.Word<StepKind>(FamilyColumn.LotWaitsAt),
            RouteAim = r.Word<Aim>(FamilyColumn.LotRouteAim),
            RoutePreparation = r.Word<PreparedAs>(FamilyColumn.LotRoutePreparation),
            RouteSteps = r.Text(FamilyColumn.LotRouteSteps),
            RouteHolding = r.Word<Holding>(FamilyColumn.LotRouteHolding),
            SupplyGramsPerMetre = r.Maybe<double>(FamilyColumn.LotSupplyGramsPerMetre),
            AnimalId = r.Maybe<Guid>(FamilyColumn.LotAnimalId),
            Version = r.Of<uint>(FamilyColumn.LotXmin),
        };

    /// <summary>A column as the query names it: <c>EntryDoneAt</c> is <c>e.done_at</c>.</summary>
    internal static string Sql(FamilyColumn column)
    {
        var table = Table(column);
        var words = Regex.Replace(column.ToString()[table.Length..], "(?<!^)([A-Z])", "_$1").ToLowerInvariant();
        return $"{char.ToLowerInvariant(table[0])}.{words}";
    }

    private static string Table(FamilyColumn column) => new[] { "Entry", "Flow", "Weighing", "Lot" }.First(column.ToString().StartsWith);

    /// <summary>The values of an enum by their stored words: looked up, for parsing them a hundred thousand times is slow.</summary>
    private static class Words<T>
        where T : struct, Enum
    {
        private static readonly Dictionary<string, T> ByWord = Enum.GetValues<T>().ToDictionary(v => v.ToString());

        public static T Of(string word) => ByWord[word];
    }
}

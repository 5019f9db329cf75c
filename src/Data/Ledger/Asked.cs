using System.Linq.Expressions;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Ledger;

/// <summary>Which entries the log asks about: something does not fit, nobody gave a reason, and nobody has answered yet.</summary>
public static class Asked
{
    /// <summary>As a query.</summary>
    public static readonly Expression<Func<EntryRow, bool>> Any = e =>
        e.VoidedAt == null
        && e.Answer == null
        && e.ConfirmedBecause == null
        && (e.Status == BalanceStatus.Suspicious || e.Status == BalanceStatus.Impossible || e.Status == BalanceStatus.Unusual);

    /// <summary>Of an entry at hand.</summary>
    public static bool Is(EntryRow entry) => entry.VoidedAt is null && Is(entry.Status, entry.Answer, entry.ConfirmedBecause);

    /// <summary>The same of what is known of an entry that counts.</summary>
    public static bool Is(BalanceStatus? status, GapAnswer? answer, string? confirmedBecause) =>
        status is BalanceStatus.Suspicious or BalanceStatus.Impossible or BalanceStatus.Unusual
        && answer is null
        && confirmedBecause is null;
}

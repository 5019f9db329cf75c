using System.Linq.Expressions;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Ledger;

/// <summary>Which entries the log asks about: something does not fit, nobody gave a reason, and nobody has answered yet.</summary>
public static class Asked
{
    /// <summary>As a query.</summary>
    public static readonly Expression<Func<EntryRow, bool>> Any = e => e.VoidedAt == null && e.Answer == null && e.ConfirmedBecause == null
        && (e.Status == BalanceStatus.Suspicious || e.Status == BalanceStatus.Impossible);

    private static readonly Func<EntryRow, bool> Compiled = Any.Compile();

    /// <summary>Of an entry at hand.</summary>
    public static bool Is(EntryRow entry) => Compiled(entry);
}

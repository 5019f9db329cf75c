namespace EarthyTuft.Core.Ledger;

/// <summary>Ids of flows that nobody weighed and that a reconciliation adds to an entry: always the same for the same entry.</summary>
internal static class InferredFlow
{
    /// <summary>An id made of the entry's.</summary>
    /// <param name="entry">The entry.</param>
    /// <param name="kind">Which of its inferred flows, 1 to 255: they differ from the entry, and from each other, in their last
    /// byte.</param>
    public static Guid Of(Guid entry, byte kind)
    {
        Span<byte> bytes = stackalloc byte[16];
        entry.TryWriteBytes(bytes);
        bytes[^1] ^= kind;
        return new Guid(bytes);
    }
}

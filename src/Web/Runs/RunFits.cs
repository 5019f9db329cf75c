using EarthyTuft.Data.Runs;
using Microsoft.Extensions.Caching.Memory;

namespace EarthyTuft.Web.Runs;

/// <summary>Remembers what was reckoned of a run until something happens at it: of ten screens that ask after one tap the first reckons for
/// all.</summary>
public sealed class RunFits(IMemoryCache cache)
{
    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(10);

    /// <summary>What is reckoned of a part of a run.</summary>
    /// <param name="run">The run, with its events and readings.</param>
    /// <param name="part">Which part of it.</param>
    /// <param name="on">What it stands on beside the run itself, such as the rate of a tub; compared by value.</param>
    /// <param name="reckon">A pure function of all that.</param>
    public T Of<T>(RunRow run, Guid part, object on, Func<T> reckon)
    {
        var key = (run.Id, part, run.Revision, run.Readings.Count, on);
        return cache
            .GetOrCreate(key, entry =>
            {
                entry.SlidingExpiration = Kept;
                return new Lazy<T>(reckon);
            })!
            .Value;
    }
}

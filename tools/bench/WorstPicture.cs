using System.Diagnostics;
using EarthyTuft.Web.Tests.Photographs;
using SkiaSharp;

namespace EarthyTuft.Bench;

/// <summary>Milliseconds until the slowest of the heaviest pictures that are accepted is drawn; of each the median of five.</summary>
internal static class WorstPicture
{
    private const int Times = 5;

    public static async Task<double> Milliseconds(Uri address)
    {
        using var visitor = await Visitor.Register(address);
        var worst = 0.0;
        (string Name, byte[] File)[] files =
        [
            ("png", HardPictures.Png(4000, 4000, 8)),
            ("png-16-bits", HardPictures.Png(4000, 2000, 16)),
            ("png-texts", HardPictures.Png(100, 100, 8, texts: 1000)),
            ("jpeg-scans", HardPictures.Jpeg(6300, 6300, 12)),
            ("jpeg-many-scans", HardPictures.Jpeg(2200, 2200, 98)),
            ("webp", WebP(lossless: false)),
            ("webp-lossless", WebP(lossless: true)),
        ];
        foreach (var (name, file) in files)
        {
            var times = new List<double>();
            for (var i = 0; i < Times; i++)
            {
                var start = Stopwatch.GetTimestamp();
                await visitor.Send("/api/photographs/colours", file);
                times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
            }

            var median = times.Order().ElementAt(Times / 2);
            Console.WriteLine(FormattableString.Invariant($"  {name} of {file.Length / 1e6:0.0} MB: {median:0} ms"));
            worst = Math.Max(worst, median);
        }

        return worst;
    }

    // As rough as still goes through the door.
    private static byte[] WebP(bool lossless)
    {
        using var bitmap = new SKBitmap(new SKImageInfo(4000, 4000, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        var bytes = new byte[bitmap.ByteCount];
        var dice = new Random(3);
        for (var i = 0; i < bytes.Length; i++)
        {
            bytes[i] = (byte)(
                i % 4 == 3 ? 255
                : lossless ? ((i * 7) + (i / 16000 * 13)) ^ (dice.Next(16) == 0 ? 3 : 0)
                : (i / 64) + dice.Next(24)
            );
        }

        System.Runtime.InteropServices.Marshal.Copy(bytes, 0, bitmap.GetPixels(), bytes.Length);
        using var dots = bitmap.PeekPixels();
        using var encoded = dots.Encode(
            new SKWebpEncoderOptions(lossless ? SKWebpEncoderCompression.Lossless : SKWebpEncoderCompression.Lossy, lossless ? 75 : 10)
        );
        return encoded!.ToArray();
    }
}

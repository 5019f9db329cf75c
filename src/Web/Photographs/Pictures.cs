using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using SkiaSharp;

namespace EarthyTuft.Web.Photographs;

/// <summary>A picture as it was made here.</summary>
/// <param name="Width">In dots, upright.</param>
/// <param name="Height">In dots, upright.</param>
/// <param name="Large">JPEG, no edge longer than <see cref="Pictures.LargeEdge"/>.</param>
/// <param name="Small">JPEG for lists, no edge longer than <see cref="Pictures.SmallEdge"/>.</param>
public sealed record Picture(int Width, int Height, byte[] Large, byte[] Small);

/// <summary>
/// Makes a picture of whatever comes in at the door. What a file says of itself is not believed: it is decoded and drawn anew, upright and
/// in sRGB, and of the file nothing goes on but what is seen; where it was taken, and whatever else hangs on it, is left behind. Its size
/// is looked at before a dot of it is decoded, and pictures are decoded one at a time, so that memory stays bounded however many come at
/// once.
/// </summary>
public sealed class Pictures : IDisposable
{
    public const int MostBytes = 10 * 1024 * 1024;
    public const long MostDots = 40_000_000;

    /// <summary>Of PNG and WebP, which are not drawn down while they are decoded: every dot costs time and memory.</summary>
    public const long MostDotsWhole = 16_000_000;

    /// <summary>Dots times scans of a JPEG: the largest picture in as many scans as programs write (ten, and some to spare).</summary>
    public const long MostScannedDots = 12 * MostDots;
    public const int LargeEdge = 2048;
    public const int SmallEdge = 360;

    private const int LargeQuality = 86;
    private const int SmallQuality = 82;
    private const string Field = "picture";

    private static readonly SKEncodedImageFormat[] Read = [SKEncodedImageFormat.Jpeg, SKEncodedImageFormat.Png, SKEncodedImageFormat.Webp];

    // As they stand in the header of a file of this family.
    private static readonly string[] HighEfficiency = ["heic", "heix", "heim", "heis", "hevc", "hevx", "mif1", "msf1", "avif"];

    private readonly SemaphoreSlim one = new(1);

    /// <summary>The picture, or <c>empty</c>, <c>heic</c>, <c>not-a-picture</c>, <c>cut-off</c>, <c>too-many-dots</c>, <c>too-many-scans</c> of the field
    /// <c>picture</c>.</summary>
    public async Task<Result<Picture>> Of(byte[] file, CancellationToken cancellationToken)
    {
        await one.WaitAsync(cancellationToken);
        try
        {
            return Draw(file);
        }
        finally
        {
            one.Release();
        }
    }

    /// <summary>The dots of a picture that was made here.</summary>
    public static Shade[] Dots(byte[] small)
    {
        using var bitmap = SKBitmap.Decode(small);
        return [.. bitmap.Pixels.Select(p => new Shade(p.Red, p.Green, p.Blue))];
    }

    public void Dispose() => one.Dispose();

    private static Result<Picture> Draw(byte[] file)
    {
        if (file.Length == 0)
        {
            return Refused("empty", "Nothing came with it. Choose a picture.");
        }

        if (
            file.Length > 12
            && file.AsSpan(4, 4).SequenceEqual("ftyp"u8)
            && HighEfficiency.Contains(System.Text.Encoding.ASCII.GetString(file, 8, 4))
        )
        {
            return Refused(
                "heic",
                "That is a HEIC picture, which cannot be read here. Set the camera to JPEG (“most compatible”), or send a copy saved as JPEG."
            );
        }

        using var data = SKData.CreateCopy(PictureFile.WithoutUnseen(file));
        using var codec = SKCodec.Create(data);
        if (codec is null || !Read.Contains(codec.EncodedFormat) || codec.Info is not { Width: > 0, Height: > 0 })
        {
            return Refused("not-a-picture", "That is no picture that can be read here: JPEG, PNG and WebP can.");
        }

        var dots = (long)codec.Info.Width * codec.Info.Height;
        var most =
            codec.EncodedFormat == SKEncodedImageFormat.Jpeg ? MostDots
            : PictureFile.BitsAChannel(file) > 8 ? MostDotsWhole / 2
            : MostDotsWhole;
        if (dots > most)
        {
            return Refused(
                "too-many-dots",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"That picture has {dots / 1e6:0} megapixels; up to {most / 1_000_000} can be taken. Send a smaller copy."
                )
            );
        }

        if (dots * PictureFile.JpegScans(file) > MostScannedDots)
        {
            return Refused(
                "too-many-scans",
                "That picture is stored in so many passes that drawing it would take too long. Save it as an ordinary JPEG, or send a smaller copy."
            );
        }

        var size = DecodedSize(codec);
        using var space = SKColorSpace.CreateSrgb();
        using var bitmap = new SKBitmap();
        var info = new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Premul, space);
        if (!bitmap.TryAllocPixels(info) || codec.GetPixels(info, bitmap.GetPixels()) is not SKCodecResult.Success)
        {
            return Refused("cut-off", "That picture is cut off or damaged. Send it again, or another.");
        }

        using var whole = SKImage.FromBitmap(bitmap);
        using var large = Upright(whole, codec.EncodedOrigin, LargeEdge, space);
        using var small = Upright(large, SKEncodedOrigin.TopLeft, SmallEdge, space);
        return new Picture(large.Width, large.Height, Jpeg(large, LargeQuality), Jpeg(small, SmallQuality));
    }

    // JPEG can be decoded at a fraction of its size: as small as it may be and still not smaller than it is kept.
    private static SKSizeI DecodedSize(SKCodec codec)
    {
        var edge = Math.Max(codec.Info.Width, codec.Info.Height);
        return new[] { 1 / 8f, 2 / 8f, 3 / 8f, 4 / 8f, 5 / 8f, 6 / 8f, 7 / 8f }
            .Select(codec.GetScaledDimensions)
            .Append(codec.Info.Size)
            .First(s => s == codec.Info.Size || Math.Max(s.Width, s.Height) >= Math.Min(edge, LargeEdge));
    }

    private static SKImage Upright(SKImage image, SKEncodedOrigin origin, int mostEdge, SKColorSpace space)
    {
        var lies =
            origin is SKEncodedOrigin.LeftTop or SKEncodedOrigin.RightTop or SKEncodedOrigin.RightBottom or SKEncodedOrigin.LeftBottom;
        var scale = Math.Min(1f, mostEdge / (float)Math.Max(image.Width, image.Height));
        var (w, h) = (Math.Max(1, (int)MathF.Round(image.Width * scale)), Math.Max(1, (int)MathF.Round(image.Height * scale)));
        using var surface = SKSurface.Create(new SKImageInfo(lies ? h : w, lies ? w : h, SKColorType.Rgba8888, SKAlphaType.Opaque, space));
        // What was see-through lies on paper.
        surface.Canvas.Clear(SKColors.White);
        var turn = Turn(origin, w, h);
        surface.Canvas.SetMatrix(in turn);
        surface.Canvas.DrawImage(image, new SKRect(0, 0, w, h), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        return surface.Snapshot();
    }

    // How a picture that was stored as the sensor saw it is turned (EXIF 2.3, orientation 1 to 8).
    private static SKMatrix Turn(SKEncodedOrigin origin, float w, float h) =>
        origin switch
        {
            SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, w, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, w, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new SKMatrix(0, -1, h, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, h, -1, 0, w, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, w, 0, 0, 1),
            _ => SKMatrix.Identity,
        };

    private static byte[] Jpeg(SKImage image, int quality)
    {
        using var data = image.Encode(SKEncodedImageFormat.Jpeg, quality);
        return data.ToArray();
    }

    private static Result<Picture> Refused(string code, string reason) => new Refusal(Field, code, reason);
}

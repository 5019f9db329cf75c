using System.IO.Compression;
using System.Text;
using SkiaSharp;

namespace EarthyTuft.Web.Tests.Photographs;

/// <summary>Pictures as cameras and as enemies make them.</summary>
internal static class TestPictures
{
    public static ByteArrayContent Body(byte[] picture)
    {
        var body = new ByteArrayContent(picture);
        body.Headers.ContentType = new("application/octet-stream");
        return body;
    }

    /// <summary>Upright stripes of colours, left to right.</summary>
    public static byte[] Stripes(SKEncodedImageFormat format, int width, int height, params SKColor[] colours)
    {
        using var bitmap = new SKBitmap(width, height);
        using (var canvas = new SKCanvas(bitmap))
        {
            for (var i = 0; i < colours.Length; i++)
            {
                using var paint = new SKPaint { Color = colours[i] };
                canvas.DrawRect(new SKRect(width * i / (float)colours.Length, 0, width * (i + 1) / (float)colours.Length, height), paint);
            }
        }

        using var data = bitmap.Encode(format, 95);
        return data.ToArray();
    }

    public static byte[] Png(int width, int height) => Stripes(SKEncodedImageFormat.Png, width, height, SKColors.Red);

    /// <summary>A JPEG whose camera lay on its side and knew where it was: EXIF with an orientation and a line of text.</summary>
    public static byte[] Lying(byte[] jpeg, ushort orientation, string place)
    {
        var text = Encoding.ASCII.GetBytes(place + "\0");
        var tiff = new List<byte>("II*\0"u8.ToArray());
        void Short(int v) => tiff.AddRange([(byte)v, (byte)(v >> 8)]);
        void Long(int v) => tiff.AddRange([(byte)v, (byte)(v >> 8), (byte)(v >> 16), (byte)(v >> 24)]);
        Long(8);
        Short(2);
        // Image description, which lies behind the table.
        Short(0x010E);
        Short(2);
        Long(text.Length);
        Long(8 + 2 + 24 + 4);
        Short(0x0112);
        Short(3);
        Long(1);
        Short(orientation);
        Short(0);
        Long(0);
        tiff.AddRange(text);
        byte[] exif = [.. "Exif\0\0"u8, .. tiff];
        byte[] segment = [0xFF, 0xE1, (byte)((exif.Length + 2) >> 8), (byte)(exif.Length + 2), .. exif];
        return [.. jpeg[..2], .. segment, .. jpeg[2..]];
    }

    /// <summary>A PNG of a few hundred bytes that says it is very large.</summary>
    public static byte[] Bomb(int width, int height)
    {
        using var zipped = new MemoryStream();
        using (var zip = new ZLibStream(zipped, CompressionLevel.Optimal, leaveOpen: true))
        {
            zip.Write(new byte[1000]);
        }

        byte[] header = [.. HardPictures.Big(width), .. HardPictures.Big(height), 8, 2, 0, 0, 0];
        return
        [
            0x89,
            .. "PNG\r\n\u001a\n"u8,
            .. HardPictures.Chunk("IHDR", header),
            .. HardPictures.Chunk("IDAT", zipped.ToArray()),
            .. HardPictures.Chunk("IEND", []),
        ];
    }
}

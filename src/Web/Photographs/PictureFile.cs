using System.Buffers.Binary;
using System.Text;

namespace EarthyTuft.Web.Photographs;

/// <summary>
/// What can be read of a file before it is decoded, and what of it need not be decoded at all: a file of a few megabytes can hold work for
/// minutes in places that add nothing to what is seen.
/// </summary>
public static class PictureFile
{
    /// <summary>The chunks of a PNG that make the picture: dots, palette, what is see-through, colours, and how it lies (PNG 3rd edition,
    /// section 11).</summary>
    private static readonly HashSet<string> Seen = ["IHDR", "PLTE", "tRNS", "IDAT", "IEND", "gAMA", "cHRM", "sRGB", "iCCP", "cICP", "eXIf"];

    private static ReadOnlySpan<byte> PngSignature => [0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A];

    /// <summary>A PNG without the chunks that are not seen: each of a thousand packed texts would be unpacked to megabytes.</summary>
    /// <param name="file">Any file.</param>
    /// <returns>The file itself where it is no PNG, or is cut off: decoding tells.</returns>
    public static byte[] WithoutUnseen(byte[] file)
    {
        if (!IsPng(file))
        {
            return file;
        }

        using var kept = new MemoryStream(file.Length);
        kept.Write(PngSignature);
        var at = PngSignature.Length;
        while (at + 12 <= file.Length)
        {
            var length = BinaryPrimitives.ReadUInt32BigEndian(file.AsSpan(at));
            if (length > file.Length - at - 12)
            {
                return file;
            }

            var whole = (int)length + 12;
            if (Seen.Contains(Encoding.ASCII.GetString(file, at + 4, 4)))
            {
                kept.Write(file, at, whole);
            }

            at += whole;
        }

        return kept.ToArray();
    }

    /// <summary>The bits of one channel of a dot: 16 for a deep PNG, else 8 or fewer.</summary>
    public static int BitsAChannel(ReadOnlySpan<byte> file) => IsPng(file) && file.Length > 24 ? file[24] : 8;

    /// <summary>How many scans a JPEG is stored in: 1 as cameras write it, about ten where it is progressive. Each goes over all dots.</summary>
    /// <returns>0 where it is no JPEG.</returns>
    public static int JpegScans(ReadOnlySpan<byte> file)
    {
        if (!file.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8]))
        {
            return 0;
        }

        var (scans, at) = (0, 2);
        while (at + 4 <= file.Length)
        {
            var next = file[at..].IndexOf((byte)0xFF);
            if (next < 0 || at + next + 4 > file.Length)
            {
                break;
            }

            at += next;
            switch (file[at + 1])
            {
                // Within a scan: a byte that is no marker, a restart; before a marker: a filler.
                case 0x00 or (>= 0xD0 and <= 0xD9) or 0x01:
                    at += 2;
                    break;
                case 0xFF:
                    at++;
                    break;
                default:
                    scans += file[at + 1] == 0xDA ? 1 : 0;
                    at += 2 + BinaryPrimitives.ReadUInt16BigEndian(file[(at + 2)..]);
                    break;
            }
        }

        return scans;
    }

    private static bool IsPng(ReadOnlySpan<byte> file) => file.StartsWith(PngSignature);
}

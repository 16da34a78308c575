using System.Buffers.Binary;
using System.Security.Cryptography;

namespace LucidLattice.Drawing;

/// <summary>An image as its file has it, known by its content: outputs keep the same one once, however often it is drawn.</summary>
public sealed class ImageContent
{
    /// <summary>Larger files are refused.</summary>
    public const int MostBytes = 8 << 20;

    /// <summary>An image with more of them would take too much memory where it is drawn.</summary>
    public const int MostPixels = 40_000_000;

    private ImageContent(byte[] bytes, string mediaType, (int Width, int Height) size)
        => (Bytes, MediaType, Name, Width, Height) =
            (bytes, mediaType, Convert.ToHexStringLower(SHA256.HashData(bytes)), size.Width, size.Height);

    public ReadOnlyMemory<byte> Bytes { get; }

    /// <summary>In pixels; of an SVG file, in its own units.</summary>
    public int Width { get; }
    public int Height { get; }

    /// <summary>image/png, image/jpeg or image/svg+xml.</summary>
    public string MediaType { get; }

    /// <summary>The same for the same bytes, and for no others (SHA-256).</summary>
    public string Name { get; }

    /// <summary>Takes a PNG, JPEG or SVG file, told by its first bytes (PNG: ISO/IEC 15948, 5.2; JPEG: ITU-T T.81, B.1.1.3).</summary>
    /// <exception cref="FormatException">Another kind of file, or one that is too large.</exception>
    public static ImageContent Read(byte[] bytes)
    {
        if (bytes.Length > MostBytes)
            throw new FormatException($"The image has {bytes.Length >> 20} MB; {MostBytes >> 20} MB is the most.");
        if (bytes is [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A, ..])
            return new ImageContent(bytes, "image/png", Checked(PngSize(bytes)));
        if (bytes is [0xFF, 0xD8, 0xFF, ..]) return new ImageContent(bytes, "image/jpeg", Checked(JpegSize(bytes)));
        if (SvgImage.Looks(bytes)) return new ImageContent(bytes, "image/svg+xml", Checked(SvgImage.Check(bytes)));
        throw new FormatException("This is neither a PNG, nor a JPEG, nor an SVG file.");
    }

    private static (int Width, int Height) Checked((int Width, int Height) size) =>
        size.Width < 1 || size.Height < 1 ? throw new FormatException("The image has no size.")
        : (long)size.Width * size.Height > MostPixels
            ? throw new FormatException(
                $"The image has {size.Width} × {size.Height} pixels; {MostPixels / 1_000_000} million are the most.")
        : size;

    /// <summary>Of its first chunk (ISO/IEC 15948, 11.2.2).</summary>
    private static (int Width, int Height) PngSize(ReadOnlySpan<byte> bytes) => bytes.Length < 24
        ? throw new FormatException("The PNG file is cut off.")
        : (BinaryPrimitives.ReadInt32BigEndian(bytes[16..]), BinaryPrimitives.ReadInt32BigEndian(bytes[20..]));

    /// <summary>Of its frame header (ITU-T T.81, B.2.2): the first marker from C0 to CF but for C4, C8 and CC.</summary>
    private static (int Width, int Height) JpegSize(ReadOnlySpan<byte> bytes)
    {
        for (var at = 2; at + 9 < bytes.Length;)
        {
            if (bytes[at] != 0xFF) break;
            var marker = bytes[at + 1];
            if (marker is >= 0xC0 and <= 0xCF and not (0xC4 or 0xC8 or 0xCC))
                return (BinaryPrimitives.ReadUInt16BigEndian(bytes[(at + 7)..]), BinaryPrimitives.ReadUInt16BigEndian(bytes[(at + 5)..]));
            // Fill bytes and markers without a length stand alone.
            at += marker is 0xFF ? 1 : marker is 0x01 or (>= 0xD0 and <= 0xD7) ? 2
                : 2 + BinaryPrimitives.ReadUInt16BigEndian(bytes[(at + 2)..]);
        }
        throw new FormatException("The JPEG file is cut off.");
    }
}

using System.Security.Cryptography;

namespace LucidLattice.Core.Drawing;

/// <summary>An image as its file has it, known by its content: outputs keep the same one once, however often it is drawn.</summary>
public sealed class ImageContent
{
    /// <summary>Larger files are refused.</summary>
    public const int MostBytes = 8 << 20;

    private ImageContent(byte[] bytes, string mediaType)
        => (Bytes, MediaType, Name) = (bytes, mediaType, Convert.ToHexStringLower(SHA256.HashData(bytes)));

    public ReadOnlyMemory<byte> Bytes { get; }

    /// <summary>image/png or image/jpeg.</summary>
    public string MediaType { get; }

    /// <summary>The same for the same bytes, and for no others (SHA-256).</summary>
    public string Name { get; }

    /// <summary>Takes a PNG or JPEG file, told by its first bytes (PNG: ISO/IEC 15948, 5.2; JPEG: ITU-T T.81, B.1.1.3).</summary>
    /// <exception cref="FormatException">Another kind of file, or one that is too large.</exception>
    public static ImageContent Read(byte[] bytes)
    {
        if (bytes.Length > MostBytes)
            throw new FormatException($"The image has {bytes.Length >> 20} MB; {MostBytes >> 20} MB is the most.");
        if (bytes is [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A, ..]) return new ImageContent(bytes, "image/png");
        if (bytes is [0xFF, 0xD8, 0xFF, ..]) return new ImageContent(bytes, "image/jpeg");
        throw new FormatException("This is neither a PNG nor a JPEG file.");
    }
}

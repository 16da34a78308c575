using System.Runtime.InteropServices;

namespace LucidLattice.Data;

/// <summary>
/// Remembers the codes of texts seen lately, by their UTF-8 bytes: names and codes come again and again, and are found
/// here without decoding them. What two texts fight for goes to the later one, so it never grows.
/// </summary>
internal sealed class RecentTexts
{
    private const int Slots = 512;
    private const int Longest = 96;
    private readonly byte[]?[] _texts = new byte[]?[Slots];
    private readonly int[] _codes = new int[Slots];

    /// <summary>The code of a text, or -1.</summary>
    public int Find(ReadOnlySpan<byte> utf8)
    {
        if (utf8.Length > Longest) return -1;
        var slot = Slot(utf8);
        return _texts[slot] is { } text && utf8.SequenceEqual(text) ? _codes[slot] : -1;
    }

    public void Remember(ReadOnlySpan<byte> utf8, int code)
    {
        if (utf8.Length > Longest) return;
        var slot = Slot(utf8);
        _texts[slot] = utf8.ToArray();
        _codes[slot] = code;
    }

    private static int Slot(ReadOnlySpan<byte> utf8)
    {
        var hash = (ulong)utf8.Length * 0x9E3779B97F4A7C15;
        for (; utf8.Length >= 8; utf8 = utf8[8..]) hash = (hash ^ MemoryMarshal.Read<ulong>(utf8)) * 0x9E3779B97F4A7C15;
        foreach (var b in utf8) hash = (hash ^ b) * 0x9E3779B97F4A7C15;
        return (int)(hash >> 55);
    }
}

namespace LucidLattice.Data;

/// <summary>A growing list of bits, all false at first: one bit a row tells whether it is empty.</summary>
public sealed class BitSet
{
    private ulong[] _words = [];

    public bool this[int index]
    {
        get => index >> 6 < _words.Length && (_words[index >> 6] & (1UL << (index & 63))) != 0;
        set
        {
            var word = index >> 6;
            if (word >= _words.Length)
            {
                if (!value) return;
                Array.Resize(ref _words, Math.Max(word + 1, _words.Length * 2));
            }
            if (value) _words[word] |= 1UL << (index & 63);
            else _words[word] &= ~(1UL << (index & 63));
        }
    }

    /// <summary>False if no bit was ever set.</summary>
    public bool Any => _words.Length > 0;

    public long Bytes => _words.Length * 8L;
}

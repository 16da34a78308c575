using System.Globalization;

namespace LucidLattice.Data;

/// <summary>Decimals: as whole numbers of their last place as long as 64 bits hold them, and wide from then on.</summary>
public sealed partial class ColumnBuilder
{
    /// <summary>Decimals keep up to so many places.</summary>
    public const int MostScale = 12;

    /// <summary>Decimals, once one of them needs more than 64 bits.</summary>
    private decimal[]? _wide;

    /// <summary>The places that decimals are kept with. Where the field declares none, as many as the values so far have.</summary>
    private int _scale = field.Scale ?? 0;

    /// <summary>How many decimals had more places than are kept, and are rounded.</summary>
    public int Longer { get; private set; }

    /// <summary>The first of them.</summary>
    public decimal FirstLonger { get; private set; }

    /// <summary>The places that decimals are kept with.</summary>
    public int Scale => _scale;

    private static bool Shortest(double value, out decimal exact)
    {
        Span<char> text = stackalloc char[32];
        exact = 0;
        return value.TryFormat(text, out var length, "R", CultureInfo.InvariantCulture)
            && decimal.TryParse(text[..length], NumberStyles.Float, CultureInfo.InvariantCulture, out exact);
    }

    /// <summary>A number without the last of a double's digits, which are noise: it says how many places were meant.</summary>
    private static decimal Counted(double value, decimal exact)
    {
        if (exact.Scale <= MostScale) return exact;
        Span<char> text = stackalloc char[32];
        return value.TryFormat(text, out var length, "G15", CultureInfo.InvariantCulture)
            && decimal.TryParse(text[..length], NumberStyles.Float, CultureInfo.InvariantCulture, out var counted) ? counted : exact;
    }

    private void Put(decimal value) => Put(value, value);

    /// <param name="counted">The same, without noise: its places are those that were meant.</param>
    private void Put(decimal value, decimal counted)
    {
        if (Field.Scale is null && counted.Scale > _scale && _scale < MostScale) RaiseScale(Math.Min((int)counted.Scale, MostScale));
        var rounded = decimal.Round(value, _scale, MidpointRounding.AwayFromZero);
        if (counted.Scale > _scale && decimal.Round(counted, _scale, MidpointRounding.AwayFromZero) != counted)
        {
            if (Longer++ == 0) FirstLonger = counted;
        }
        var unit = WithPlaces(1, _scale);
        // Asked before it is divided, since the quotient itself may be beyond what a decimal holds.
        if (_wide is null && Math.Abs(value) >= long.MaxValue * unit) Widen(unit);
        if (_wide is null)
        {
            Put((long)(rounded / unit));
            return;
        }
        Grow();
        // Adding nothing with so many places gives it those, as far as its digits leave room for them.
        _wide[Count++] = rounded + WithPlaces(0, _scale);
    }

    private static decimal WithPlaces(int number, int scale) => new(number, 0, 0, false, (byte)scale);

    /// <summary>What is there already gets more places.</summary>
    private void RaiseScale(int scale)
    {
        var (factor, most) = (1L, 0L);
        for (var i = _scale; i < scale; i++) factor *= 10;
        for (var i = 0; _wide is null && i < Count; i++) most = Math.Max(most, Math.Abs(Math.Max(_longs[i], -long.MaxValue)));
        if (most > long.MaxValue / factor) Widen(WithPlaces(1, _scale));
        for (var i = 0; _wide is null && i < Count; i++) _longs[i] *= factor;
        _scale = scale;
    }

    private void Widen(decimal unit)
    {
        _wide = new decimal[_longs.Length];
        for (var i = 0; i < Count; i++) _wide[i] = _longs[i] * unit;
        _longs = [];
    }
}

namespace LucidLattice.Model.Values;

/// <summary>Reads the common ISO 8601 forms without allocating: 2025-01-31, with 06:15 or 06:15:00 after a space or T.</summary>
public static class IsoTime
{
    public static bool TryParse(ReadOnlySpan<char> text, out DateTime time)
    {
        time = default;
        if (text.Length is not (10 or 16 or 19) || text[4] != '-' || text[7] != '-') return false;
        if (!Number(text[..4], out var year) || !Number(text[5..7], out var month) || !Number(text[8..10], out var day)) return false;
        int hour = 0, minute = 0, second = 0;
        if (text.Length > 10)
        {
            if (text[10] is not (' ' or 'T') || text[13] != ':' || !Number(text[11..13], out hour) || !Number(text[14..16], out minute))
                return false;
            if (text.Length == 19 && (text[16] != ':' || !Number(text[17..19], out second))) return false;
        }
        if (year < 1 || month is < 1 or > 12 || day < 1 || day > DateTime.DaysInMonth(year, month) || hour > 23 || minute > 59
            || second > 59) return false;
        time = new DateTime(year, month, day, hour, minute, second);
        return true;
    }

    private static bool Number(ReadOnlySpan<char> digits, out int number)
    {
        number = 0;
        foreach (var c in digits)
        {
            if (!char.IsAsciiDigit(c)) return false;
            number = number * 10 + (c - '0');
        }
        return true;
    }
}

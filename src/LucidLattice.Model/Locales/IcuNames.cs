using System.Globalization;

namespace LucidLattice.Model.Locales;

/// <summary>Reads the names of a language out of ICU.</summary>
internal static unsafe class IcuNames
{
    /// <summary>ICU's own numbers of its lists of symbols (udat.h, unum.h, ucal.h).</summary>
    private const int Pattern = -2, Decimal = 1, Gregorian = 1, FirstDayOfWeek = 1, MinimalDays = 2;

    private static readonly delegate* unmanaged<byte*, byte*, int, int*, int*, int> ForTag =
        (delegate* unmanaged<byte*, byte*, int, int*, int*, int>)IcuLibrary.Export("uc", "uloc_forLanguageTag");
    private static readonly delegate* unmanaged<int, int, byte*, char*, int, char*, int, int*, nint> OpenDates =
        (delegate* unmanaged<int, int, byte*, char*, int, char*, int, int*, nint>)IcuLibrary.Export("i18n", "udat_open");
    private static readonly delegate* unmanaged<nint, int, int, char*, int, int*, int> DateSymbol =
        (delegate* unmanaged<nint, int, int, char*, int, int*, int>)IcuLibrary.Export("i18n", "udat_getSymbols");
    private static readonly delegate* unmanaged<nint, void> CloseDates =
        (delegate* unmanaged<nint, void>)IcuLibrary.Export("i18n", "udat_close");
    private static readonly delegate* unmanaged<int, char*, int, byte*, void*, int*, nint> OpenNumbers =
        (delegate* unmanaged<int, char*, int, byte*, void*, int*, nint>)IcuLibrary.Export("i18n", "unum_open");
    private static readonly delegate* unmanaged<nint, int, char*, int, int*, int> NumberSymbol =
        (delegate* unmanaged<nint, int, char*, int, int*, int>)IcuLibrary.Export("i18n", "unum_getSymbol");
    private static readonly delegate* unmanaged<nint, void> CloseNumbers =
        (delegate* unmanaged<nint, void>)IcuLibrary.Export("i18n", "unum_close");
    private static readonly delegate* unmanaged<char*, int, byte*, int, int*, nint> OpenCalendar =
        (delegate* unmanaged<char*, int, byte*, int, int*, nint>)IcuLibrary.Export("i18n", "ucal_open");
    private static readonly delegate* unmanaged<nint, int, int> CalendarAttribute =
        (delegate* unmanaged<nint, int, int>)IcuLibrary.Export("i18n", "ucal_getAttribute");
    private static readonly delegate* unmanaged<nint, void> CloseCalendar =
        (delegate* unmanaged<nint, void>)IcuLibrary.Export("i18n", "ucal_close");

    /// <param name="name">A BCP 47 tag; empty for no language.</param>
    public static LocaleNames Load(string name)
    {
        var locale = Locale(name);
        var (first, minimal) = Weeks(locale);
        var (dates, numbers, error) = ((nint)0, (nint)0, 0);
        try
        {
            fixed (byte* id = locale)
            {
                fixed (char* pattern = "d") dates = OpenDates(Pattern, Pattern, id, null, 0, pattern, 1, &error);
                numbers = OpenNumbers(Decimal, null, 0, id, null, &error);
                IcuLibrary.Check(error);
            }
            IReadOnlyList<string> Names(int list, int from, int count) =>
                [.. Enumerable.Range(from, count)
                    .Select(i => Text((buffer, size, status) => DateSymbol(dates, list, i, buffer, size, status)))];
            string Sign(int sign) => Text((buffer, size, status) => NumberSymbol(numbers, sign, buffer, size, status));
            return new LocaleNames
            {
                Months = Names(1, 0, 12), ShortMonths = Names(2, 0, 12), NarrowMonths = Names(8, 0, 12),
                MonthsAlone = Names(10, 0, 12), ShortMonthsAlone = Names(11, 0, 12), NarrowMonthsAlone = Names(12, 0, 12),
                Days = Names(3, 1, 7), ShortDays = Names(4, 1, 7), ShorterDays = Names(20, 1, 7), NarrowDays = Names(9, 1, 7),
                Quarters = Names(16, 0, 4), ShortQuarters = Names(17, 0, 4),
                QuartersAlone = Names(18, 0, 4), ShortQuartersAlone = Names(19, 0, 4), HalfDays = Names(5, 0, 2),
                Digits = [Sign(4), .. Enumerable.Range(18, 9).Select(Sign)],
                DecimalSign = Sign(0), GroupSign = Sign(1), Percent = Sign(3), Minus = Sign(6), PerMille = Sign(12),
                FirstDay = first, DaysInFirstWeek = minimal,
            };
        }
        finally
        {
            if (dates != 0) CloseDates(dates);
            if (numbers != 0) CloseNumbers(numbers);
        }
    }

    /// <summary>ICU's name of a language, with the Gregorian calendar.</summary>
    private static byte[] Locale(string name)
    {
        var (buffer, error, read) = (new byte[200], 0, 0);
        int length;
        fixed (byte* tag = System.Text.Encoding.ASCII.GetBytes(name + "\0"))
        fixed (byte* id = buffer) length = ForTag(tag, id, buffer.Length, &read, &error);
        IcuLibrary.Check(error);
        var found = System.Text.Encoding.ASCII.GetString(buffer, 0, length);
        return System.Text.Encoding.ASCII.GetBytes($"{found}{(found.Contains('@') ? ";" : "@")}calendar=gregorian\0");
    }

    private static (DayOfWeek First, int Minimal) Weeks(byte[] locale)
    {
        var error = 0;
        fixed (byte* id = locale)
        {
            var calendar = OpenCalendar(null, 0, id, Gregorian, &error);
            IcuLibrary.Check(error);
            var weeks = ((DayOfWeek)(CalendarAttribute(calendar, FirstDayOfWeek) - 1), CalendarAttribute(calendar, MinimalDays));
            CloseCalendar(calendar);
            return weeks;
        }
    }

    private delegate int Ask(char* buffer, int size, int* error);

    private static string Text(Ask ask)
    {
        var error = 0;
        Span<char> buffer = stackalloc char[160];
        fixed (char* start = buffer)
        {
            var length = ask(start, buffer.Length, &error);
            IcuLibrary.Check(error);
            return new string(start, 0, length);
        }
    }
}

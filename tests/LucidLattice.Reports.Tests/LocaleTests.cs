using System.Globalization;
using System.Runtime.InteropServices;
using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Locales;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Outside reference: ICU itself writes the same dates and numbers, in every language that it has (CLDR's data).</summary>
public sealed unsafe class LocaleTests
{
    private static readonly DateTime[] Days =
    [
        new(2025, 1, 1), new(2024, 12, 30), new(2021, 1, 3), new(2026, 5, 4, 0, 5, 9), new(2027, 8, 17, 13, 45, 0),
        new(2023, 11, 5, 23, 59, 59), new(2000, 2, 29), new(1999, 12, 31), new(2028, 6, 10), new(2022, 10, 1, 12, 0, 0),
    ];

    private static readonly string[] DatePatterns =
        ["d MMMM y", "dd.MM.yy", "LLLL", "LLL", "MMM", "MMMMM", "LLLLL", "EEEE", "EEE", "EEEEE", "EEEEEE", "e", "QQQQ", "QQQ", "qqqq",
        "qqq", "QQ", "w", "ww YYYY", "h:mm a", "HH:mm:ss"];

    private static readonly string[] NumberPatterns = ["#,##0.00", "#,##,##0.#", "0.0 %", "#,##0", "000", "#,##0.00;(#,##0.00)", "0.#‰"];
    private static readonly double[] Numbers = [0, 7, -7.5, 1234567.25, -98765432.125, 0.5, 123456789012, -1.25];

    [Fact]
    public void Dates_are_written_as_ICU_writes_them_in_every_language()
    {
        var open = (delegate* unmanaged<int, int, byte*, char*, int, char*, int, int*, nint>)IcuLibrary.Export("i18n", "udat_open");
        var format = (delegate* unmanaged<nint, double, char*, int, void*, int*, int>)IcuLibrary.Export("i18n", "udat_format");
        var close = (delegate* unmanaged<nint, void>)IcuLibrary.Export("i18n", "udat_close");
        var wrong = new List<string>();
        foreach (var locale in Locales())
            foreach (var pattern in DatePatterns)
            {
                int error = 0;
                nint dates;
                fixed (byte* id = Ascii(locale.Replace('-', '_') + "@calendar=gregorian"))
                fixed (char* text = pattern, zone = "UTC") dates = open(-2, -2, id, zone, 3, text, pattern.Length, &error);
                Assert.True(error <= 0);
                foreach (var day in Days)
                {
                    var expected = Text((buffer, size, status) =>
                        format(dates, (day - DateTime.UnixEpoch).TotalMilliseconds, buffer, size, null, status));
                    var mine = DatePattern.Parse(pattern).Format(day, Languages.Culture(locale));
                    if (expected != mine) wrong.Add($"{locale}, {pattern}, {day:yyyy-MM-dd}: ICU {expected}, here {mine}");
                }
                close(dates);
            }
        Assert.True(wrong.Count == 0, $"{wrong.Count} differ\n" + string.Join("\n", wrong.Take(40)));
    }

    [Fact]
    public void Numbers_are_written_as_ICU_writes_them_in_every_language()
    {
        const int Decimal = 0, MinimumGroupingDigits = 22, RoundingMode = 11, HalfUp = 6;
        var open = (delegate* unmanaged<int, char*, int, byte*, void*, int*, nint>)IcuLibrary.Export("i18n", "unum_open");
        var set = (delegate* unmanaged<nint, int, int, void>)IcuLibrary.Export("i18n", "unum_setAttribute");
        var format = (delegate* unmanaged<nint, double, char*, int, void*, int*, int>)IcuLibrary.Export("i18n", "unum_formatDouble");
        var close = (delegate* unmanaged<nint, void>)IcuLibrary.Export("i18n", "unum_close");
        var wrong = new List<string>();
        foreach (var locale in Locales())
            foreach (var pattern in NumberPatterns)
            {
                int error = 0;
                nint numbers;
                fixed (byte* id = Ascii(locale.Replace('-', '_')))
                fixed (char* text = pattern) numbers = open(Decimal, text, pattern.Length, id, null, &error);
                Assert.True(error <= 0);
                // Halves go away from zero here; ICU has the nearest even digit by default.
                set(numbers, RoundingMode, HalfUp);
                set(numbers, MinimumGroupingDigits, 1);
                foreach (var number in Numbers)
                {
                    var expected = Text((buffer, size, status) => format(numbers, number, buffer, size, null, status));
                    var mine = NumberPattern.Parse(pattern).Format(number, Languages.Culture(locale));
                    if (expected != mine) wrong.Add($"{locale}, {pattern}, {number}: ICU {expected}, here {mine}");
                }
                close(numbers);
            }
        Assert.True(wrong.Count == 0, $"{wrong.Count} differ\n" + string.Join("\n", wrong.Take(40)));
    }

    /// <summary>Yes and no as CLDR 41 has them; what is empty, from memory.</summary>
    [Theory]
    [InlineData("en-GB", "yes no (empty)")]
    [InlineData("de-AT", "ja nein (leer)")]
    [InlineData("pt-BR", "sim não (vazio)")]
    [InlineData("nb-NO", "ja nei (tom)")]
    [InlineData("fa-AF", "بله نه (خالی)")]
    [InlineData("zh-TW", "是 否 (空白)")]
    [InlineData("xx", "yes no (empty)")]
    public void A_report_says_its_few_words_in_its_language(string language, string expected)
    {
        var chart = new ChartElement { Id = "c", Width = 400, Height = 200, Category = new ChartCategory { By = "k" },
            Values = [new ChartValue { Expression = "count(*)" }] };
        var section = new Section { Id = "s", Dataset = "d", ReportHeader = Workshop.Band(Workshop.Part("p", 210, chart)) };
        var report = Workshop.Report(section, new Field { Name = "k", Type = DataType.Text }) with { Language = language };
        var run = Workshop.Run(report, new MemoryRows([Value.Null]));
        var words = new[] { true, false }
            .Select(b => ValueFormat.For(DataType.Bool, null, FieldKind.Plain, null, Languages.Culture(language)).Format(Value.Of(b)))
            .Append(RunCharts.Find(run, "c")!.Content.Numbers.Categories.Single().Label);
        Assert.Equal(expected, string.Join(' ', words));
    }

    private static byte[] Ascii(string text) => System.Text.Encoding.ASCII.GetBytes(text + "\0");

    private delegate int Ask(char* buffer, int size, int* error);

    private static string Text(Ask ask)
    {
        var error = 0;
        Span<char> buffer = stackalloc char[300];
        fixed (char* start = buffer) return new string(start, 0, ask(start, buffer.Length, &error));
    }

    private static List<string> Locales()
    {
        var count = (delegate* unmanaged<int>)IcuLibrary.Export("uc", "uloc_countAvailable");
        var name = (delegate* unmanaged<int, byte*>)IcuLibrary.Export("uc", "uloc_getAvailable");
        return [.. Enumerable.Range(0, count()).Select(i => Marshal.PtrToStringAnsi((nint)name(i))!.Replace('_', '-'))
            .Where(l => !l.EndsWith("-POSIX", StringComparison.Ordinal))];
    }
}

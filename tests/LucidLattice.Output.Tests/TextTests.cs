using LucidLattice.Testing;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Output.Tests;

public class TextTests
{
    private static readonly Font Font = new(FontFamily.Serif, 9);

    [Fact]
    public void Lines_fit_their_width_and_lose_nothing_but_spaces()
    {
        var random = new Random(13);
        string[] bits = ["a", "route", "Holm–Brae", "half-past", "  ", "\n", "Ωμέγα", "Север", "Donaudampfschifffahrtsgesellschaftskapitän",
            "😀", "1,234.50"];
        for (var round = 0; round < 500; round++)
        {
            var text = string.Join(' ', Enumerable.Range(0, random.Next(40)).Select(_ => bits[random.Next(bits.Length)]));
            var width = random.Next(20, 300);
            var lines = TextWrapper.Wrap(Workshop.Measurer, Font, text, width);
            Assert.Equal(Bare(text), Bare(string.Concat(lines)));
            foreach (var line in lines.Where(l => l.EnumerateRunes().Count() > 1))
                Assert.True(Workshop.Measurer.Width(Font, line) <= width + 1e-6, $"“{line}” is wider than {width}");
            Assert.DoesNotContain(lines, l => l.Length > 0 && (char.IsLowSurrogate(l[0]) || char.IsHighSurrogate(l[^1])));
        }
    }

    [Fact]
    public void A_shortened_text_fits_and_ends_with_an_ellipsis()
    {
        for (var width = 12; width < 200; width += 7)
        {
            var text = TextWrapper.Shorten(Workshop.Measurer, Font, "Skerravoe Ferries, an island operator 😀😀", width);
            Assert.True(Workshop.Measurer.Width(Font, text) <= width);
            Assert.True(text.EndsWith('…') || width > 160);
        }
    }

    [Fact]
    public void A_figure_that_is_too_wide_is_set_smaller_and_never_cut()
    {
        var section = new Section { Id = "s", Columns = [new Column { Id = "c", Heading = "", Expression = "n", Width = 30 }],
            Detail = Workshop.Band(Workshop.Part("p", 16, new CellElement { Id = "e", Column = "c" })) };
        var run = Workshop.Run(Workshop.Report(section, new Field { Name = "n", Type = DataType.Whole }),
            new MemoryRows([Value.Of(12L)], [Value.Of(123_456_789L)], [Value.Of(long.MaxValue)]));
        var texts = run.Page(1).Texts().ToList();
        Assert.Equal(["12", "123,456,789", "####"], texts.Select(t => t.Text));
        Assert.True(texts[1].Font.Size < texts[0].Font.Size);
        Assert.All(texts, t => Assert.True(t.Width <= 30.01));
    }

    private static string Bare(string text) => string.Concat(text.Where(c => !char.IsWhiteSpace(c)));
}

public class ParameterTests
{
    private static ReportDefinition Asking(params Parameter[] parameters) =>
        Workshop.Report(new Section { Id = "s" }, new Field { Name = "n", Type = DataType.Whole }) with { Parameters = parameters };

    private static ParameterValues Resolve(ReportDefinition report, params (string Name, string Value)[] given)
        => ParameterValues.Resolve(report, given.ToDictionary(g => g.Name, g => g.Value), new DateTime(2024, 2, 29, 23, 30, 0));

    /// <summary>Common practice, no published source: a default period is "the end date minus one year"; 29 February minus one year is 28
    /// February.</summary>
    [Fact]
    public void Defaults_are_worked_out_from_the_clock_and_from_parameters_before_them()
    {
        var report = Asking(new Parameter { Name = "to", Type = DataType.Date, Default = "CURRENT_DATE" },
            new Parameter { Name = "from", Type = DataType.Date, Default = ":to - INTERVAL '1' YEAR" });
        Assert.Equal(["2024-02-29", "2023-02-28"], Resolve(report).Values.Select(v => v.Invariant));
        var given = Resolve(report, ("to", "2025-06-30"));
        Assert.Equal(["2025-06-30", "2024-06-30"], given.Values.Select(v => v.Invariant));
        Assert.Equal(["to"], given.Given);
    }

    [Fact]
    public void A_default_cannot_use_itself_but_may_use_a_later_parameter()
    {
        var own = Asking(new Parameter { Name = "a", Type = DataType.Whole, Default = ":a + 1" });
        Assert.Contains(ParameterValues.CheckDefaults(own), p => p is { Code: "parameter-cycle", Place: "a" });
        var later = Asking(new Parameter { Name = "a", Type = DataType.Whole, Default = ":b + 1" },
            new Parameter { Name = "b", Type = DataType.Whole, Default = "6" });
        Assert.Empty(ParameterValues.CheckDefaults(later));
        Assert.Equal("7", Resolve(later).Values[0].Invariant);
    }

    [Theory]
    [InlineData(DataType.Whole, "12", true)]
    [InlineData(DataType.Whole, "12.5", false)]
    [InlineData(DataType.Decimal, "12.50", true)]
    [InlineData(DataType.Decimal, "12,50", false)]
    [InlineData(DataType.Double, "1e3", true)]
    [InlineData(DataType.Double, "NaN", false)]
    [InlineData(DataType.Date, "2025-02-29", false)]
    [InlineData(DataType.DateTime, "2025-02-28T06:15", true)]
    [InlineData(DataType.Bool, "yes", true)]
    [InlineData(DataType.Bool, "perhaps", false)]
    [InlineData(DataType.Text, "'; DROP TABLE x; --", true)]
    public void Values_are_read_as_their_declared_type(DataType type, string text, bool fits)
        => Assert.Equal(fits, Resolve(Asking(new Parameter { Name = "p", Type = type }), ("p", text)).Problems.Count == 0);

    [Fact]
    public void Who_may_set_a_parameter_is_enforced()
    {
        var report = Asking(new Parameter { Name = "fixed_one", Type = DataType.Whole, Default = "7", SetBy = SetBy.Nobody });
        Assert.Equal("7", Resolve(report).Values[0].Invariant);
        Assert.Contains(Resolve(report, ("fixed_one", "8")).Problems, p => p is { Code: "parameter-not-settable", IsError: true });
    }

    [Fact]
    public void The_run_clock_is_taken_in_the_time_zone_of_the_report()
    {
        var report = Asking() with { TimeZone = "Pacific/Auckland" };
        Assert.Equal(new DateTime(2026, 3, 15, 23, 0, 0), Workshop.Run(report, new MemoryRows()).AsOf);
        Assert.Contains(Workshop.Run(report with { TimeZone = "Nowhere/City" }, new MemoryRows()).Problems,
            p => p is { Code: "unknown-time-zone", IsError: false });
    }
}

using LucidLattice.Testing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Styles that depend on values: conditions, bars, colours, signs; borders, padding and turned texts.</summary>
public sealed class StyleRuleTests
{
    private static readonly Field[] Fields = [new() { Name = "n", Type = DataType.Whole }, new() { Name = "t", Type = DataType.Text }];

    private static List<DrawItem> Drawn(Style style, long?[] numbers, out IReadOnlyList<Problem> problems)
    {
        var section = new Section
        {
            Id = "s", Columns = [new Column { Id = "c", Heading = "N", Expression = "n", Width = 100 }],
            Detail = Workshop.Band(Workshop.Part("p", 14, new CellElement { Id = "e", Column = "c", Height = 14, Style = style })),
        };
        var run = Workshop.Run(Workshop.Report(section, Fields),
            new MemoryRows([.. numbers.Select(n => new[] { n is { } x ? Value.Of(x) : Value.Null, Value.Of("x") })]));
        problems = run.Problems;
        if (run.Data is null) return [];
        return [.. run.Page(1).Flatten()];
    }

    [Fact]
    public void A_text_looks_as_the_last_condition_that_holds_says()
    {
        var style = new Style
        {
            Color = "#111111",
            Rules = [new StyleRule { When = "n > 10", Color = "#FF0000", Bold = true },
                new StyleRule { When = "n > 20", Color = "#00FF00", Background = "#0000FF" }],
        };
        var items = Drawn(style, [5, 15, 25, null], out var problems);
        Assert.DoesNotContain(problems, p => p.IsError);
        Assert.Equal([("5", "#111111", false), ("15", "#FF0000", true), ("25", "#00FF00", true)],
            items.OfType<TextRun>().Select(t => (t.Text, t.Color, t.Font.Bold)));
        Assert.Equal("#0000FF", Assert.Single(items.OfType<RectItem>()).Fill);
    }

    [Fact]
    public void Settings_come_from_expressions_and_what_does_not_suit_changes_nothing()
    {
        var style = new Style
        {
            Color = "#111111",
            By = new Dictionary<string, string>
            {
                ["color"] = "CASE WHEN n > 10 THEN '#FF0000' WHEN n > 5 THEN 'red' END", ["size"] = "n", ["bold"] = "n > 10",
                ["font"] = "'mono'", ["align"] = "CASE WHEN n = 5 THEN 'left' ELSE 'nowhere' END",
            },
            Rules = [new StyleRule { When = "n > 20", Color = "#00FF00" }],
        };
        var texts = Drawn(style, [5, 8, 15, 25, 500], out var problems).OfType<TextRun>().ToList();
        Assert.DoesNotContain(problems, p => p.IsError);
        Assert.Equal(["#111111", "#111111", "#FF0000", "#00FF00", "#00FF00"], texts.Select(t => t.Color));
        Assert.Equal([5, 8, 15, 25], texts.Take(4).Select(t => t.Font.Size));
        Assert.Equal([false, false, true, true, true], texts.Select(t => t.Font.Bold));
        Assert.All(texts, t => Assert.Equal(FontFamily.Mono, t.Font.Family));
        Assert.True(texts[0].X < texts[1].X - 50);
        // A row is as high as its letters need.
        Assert.True(texts[4].Y - texts[3].Y > 72);
    }

    [Fact]
    public void A_text_takes_as_many_lines_as_its_style_lets_it()
    {
        List<TextRun> Lines(bool? wrap, string text)
        {
            var element = new TextElement { Id = "e", Width = 60, Height = 12, Text = text, Style = new Style { Wrap = wrap } };
            var run = Workshop.Run(Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 14, element)) },
                Fields), new MemoryRows([Value.Of(7L), Value.Of("x")]));
            return [.. run.Page(1).Flatten().OfType<TextRun>()];
        }
        const string Long = "a text that is longer than its place";
        Assert.True(Lines(null, Long).Count > 1);
        Assert.True(Assert.Single(Lines(false, Long)).Font.Size < 9);
        Assert.Single(Lines(null, "{{ n + 123456789012345 }}"));
        Assert.True(Lines(true, "{{ n + 123456789012345 }}").Count > 1);
    }

    [Theory]
    [InlineData("color", "n", "type-mismatch")]
    [InlineData("size", "t", "type-mismatch")]
    [InlineData("shadow", "n", "unknown-setting")]
    [InlineData("color", "nowhere", "unknown-field")]
    public void A_setting_that_cannot_be_given_is_a_problem(string name, string expression, string code)
    {
        Drawn(new Style { By = new Dictionary<string, string> { [name] = expression } }, [1], out var problems);
        Assert.Contains(code, problems.Select(p => p.Code));
    }

    /// <summary>Property: a text in several looks is printed whole, each piece in its look, on lines as wide as there is room.</summary>
    [Fact]
    public void A_text_in_several_looks_wraps_as_one()
    {
        var random = new Random(5);
        string[] words = ["ferry", "boarding", "{{ n }}", "Ålesund", "to", "a-very-long-word-that-takes-more-than-a-line", "שלום", "x"];
        for (var round = 0; round < 60; round++)
        {
            string Words() => string.Join(' ', Enumerable.Range(0, random.Next(1, 12)).Select(_ => words[random.Next(words.Length)]));
            var more = Enumerable.Range(0, random.Next(1, 5)).Select(i => new StyledText
            {
                Text = (random.Next(2) == 0 ? " " : "") + Words(), Bold = random.Next(2) == 0 ? true : null,
                Size = random.Next(3) == 0 ? random.Next(6, 20) : null, Color = $"#00000{i}",
            }).ToList();
            var text = new TextElement { Id = "e", Width = 140, Height = 12, Text = Words(), More = more, Style = new Style { Size = 9 } };
            var section = new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 14, text)) };
            var run = Workshop.Run(Workshop.Report(section, Fields), new MemoryRows([Value.Of(7L), Value.Of("x")]));
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            var drawn = run.Page(1).Flatten().OfType<TextRun>().ToList();
            string Plain(string s) => new([.. s.Where(c => !char.IsWhiteSpace(c)).Order()]);
            Assert.Equal(Plain((text.Text + string.Concat(more.Select(m => m.Text))).Replace("{{ n }}", "7")),
                Plain(string.Concat(drawn.Select(t => t.Text))));
            foreach (var (m, i) in more.Select((m, i) => (m, i)))
                Assert.Equal(Plain(m.Text.Replace("{{ n }}", "7")), Plain(string.Concat(drawn.Where(t => t.Color == $"#00000{i}")
                    .Select(t => t.Text))));
            var left = new PageSetup().Left;
            Assert.All(drawn, t => Assert.InRange(t.X + t.Width, left, left + 140.5));
            Assert.True(drawn.Select(t => t.Y).Distinct().Count() > 1 || drawn.Sum(t => t.Width) < 150);
        }
    }

    /// <summary>Property: a bar is as long as its number in proportion, from zero, to either side.</summary>
    [Fact]
    public void Bars_are_as_long_as_their_numbers_from_zero_on()
    {
        var random = new Random(2);
        for (var round = 0; round < 30; round++)
        {
            var numbers = Enumerable.Range(0, random.Next(2, 20)).Select(_ => (long?)random.Next(round % 2 == 0 ? -50 : 1, 100)).ToArray();
            var bars = Drawn(new Style { Scale = new NumberScale(ScaleForm.Bars, "#AA0000", "#00AA00") }, numbers, out _)
                .OfType<RectItem>().ToList();
            var (least, most) = (Math.Min(0, numbers.Min()!.Value), Math.Max(0, numbers.Max()!.Value));
            var shown = numbers.Where(n => n != 0).ToList();
            Assert.Equal(shown.Count, bars.Count);
            foreach (var (number, bar) in shown.Zip(bars))
            {
                Assert.Equal(100.0 * Math.Abs(number!.Value) / (most - least), bar.Width, 6);
                Assert.Equal(number < 0 ? "#AA0000" : "#00AA00", bar.Fill);
            }
            // All begin at the same zero.
            Assert.Single(shown.Zip(bars).Select(p => Math.Round(p.First < 0 ? p.Second.X + p.Second.Width : p.Second.X, 6)).Distinct());
        }
    }

    [Fact]
    public void Colours_run_from_the_smallest_to_the_largest_and_signs_say_above_or_below_zero()
    {
        var colours = Drawn(new Style { Scale = new NumberScale(ScaleForm.Colors, "#000000", "#FFFFFF") }, [10, 20, 30, null], out _);
        Assert.Equal(["#000000", "#808080", "#FFFFFF"], colours.OfType<RectItem>().Select(r => r.Fill));
        var signs = Drawn(new Style { Scale = new NumberScale(ScaleForm.Signs, "#AA0000", "#00AA00") }, [3, -2, 0, null], out _);
        Assert.Equal(["#00AA00", "#AA0000"], signs.OfType<PathItem>().Select(p => p.Fill));
    }

    [Fact]
    public void Borders_stand_where_they_are_wanted_and_padding_moves_the_text()
    {
        var all = Drawn(new Style { Border = new Border("#123456", 2) }, [1], out _);
        Assert.Equal(4, all.OfType<LineItem>().Count());
        var below = Drawn(new Style { Border = new Border("#123456", 2, [FrameSide.Bottom]), Align = Alignment.Left, Padding = 7 },
            [1], out _);
        var line = Assert.Single(below.OfType<LineItem>());
        Assert.Equal(line.Y1, line.Y2);
        Assert.Equal(7, below.OfType<TextRun>().Single().X - Math.Min(line.X1, line.X2), 6);
    }

    [Fact]
    public void What_cannot_be_is_said_at_the_element()
    {
        string Code(Style style)
        {
            Drawn(style, [1], out var problems);
            var error = problems.First(p => p.IsError);
            Assert.Equal("e", error.Place);
            return error.Code;
        }
        Assert.Equal("bad-color", Code(new Style { Background = "red" }));
        Assert.Equal("bad-color", Code(new Style { Rules = [new StyleRule { When = "n > 1", Color = "javascript:" }] }));
        Assert.Equal("not-a-condition", Code(new Style { Rules = [new StyleRule { When = "n", Color = "#000000" }] }));
        Assert.Equal("too-many-rules", Code(new Style { Rules = [.. Enumerable.Repeat(new StyleRule { When = "n > 1" }, 21)] }));
        Assert.Equal("bad-size", Code(new Style { Padding = double.NaN }));
        Assert.Equal("bad-turn", Code(new Style { Turn = 1e9 }));
    }
}

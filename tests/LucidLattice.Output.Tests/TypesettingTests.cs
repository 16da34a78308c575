using System.Globalization;
using System.Runtime.InteropServices;
using System.Text;
using LucidLattice.Testing;
using HarfBuzzSharp;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output.Typesetting;
using LucidLattice.Reports.Running;
using Xunit;
using Buffer = HarfBuzzSharp.Buffer;
using Font = LucidLattice.Drawing.Font;

namespace LucidLattice.Output.Tests;

public class TypesettingTests
{
    private static readonly ITypesetter Typesetter = Workshop.Measurer;
    private static readonly Font Sans = new(FontFamily.Sans, 10);

    /// <summary>Outside reference: HarfBuzz 14.4 shaping whole texts, beside the sums of advances and kerning pairs that plain texts are
    /// set from.</summary>
    [Theory]
    [InlineData(FontFamily.Sans, false, false)]
    [InlineData(FontFamily.Sans, true, true)]
    [InlineData(FontFamily.Serif, true, false)]
    [InlineData(FontFamily.Mono, false, false)]
    public void Plain_texts_are_as_wide_as_HarfBuzz_shapes_them(FontFamily family, bool bold, bool italic)
    {
        var font = new Font(family, 1000, bold, italic);
        var name = family switch { FontFamily.Serif => "Serif", FontFamily.Mono => "SansMono", _ => "Sans" };
        var style = (bold ? "Bold" : "") + (italic ? "Italic" : "") + (bold || italic ? "" : "Regular");
        var file = $"Noto{name}-{style}.ttf";
        using var stream = Fonts.Open(file)!;
        using var copy = new MemoryStream();
        stream.CopyTo(copy);
        var pinned = GCHandle.Alloc(copy.ToArray(), GCHandleType.Pinned);
        using var shaping =
            new HarfBuzzSharp.Font(new HarfBuzzSharp.Face(new Blob(pinned.AddrOfPinnedObject(), (int)copy.Length, MemoryMode.ReadOnly), 0));
        shaping.SetScale(1000, 1000);
        shaping.SetFunctionsOpenType();
        var random = new Random(4);
        const string Letters =
            "AVTWYLPFKRabcdefgijlorstuvwyfi0123456789 .,;:-–—'’“”()/&ÄÖÜßçñøŁżőĐΑΒΓΔΩαβγδέήίόύώςАБВГДЕЖУФЦЧабвгджзийуфцчъыьэюяёЇї€£№";
        for (var round = 0; round < 3000; round++)
        {
            var text = string.Concat(Enumerable.Range(0, random.Next(1, 30)).Select(_ => Letters[random.Next(Letters.Length)]));
            using var buffer = new Buffer();
            buffer.AddUtf16(text);
            buffer.GuessSegmentProperties();
            buffer.Direction = Direction.LeftToRight;
            shaping.Shape(buffer, new Feature(Tag.Parse("liga"), 0), new Feature(Tag.Parse("clig"), 0), new Feature(Tag.Parse("calt"), 0));
            Assert.True(buffer.GlyphPositions.Sum(p => p.XAdvance) == Typesetter.Width(font, text), $"“{text}”");
        }
        pinned.Free();
    }

    /// <summary>Outside reference: LineBreakTest.txt of Unicode 15.0 (Debian's unicode-data), for texts of one line.</summary>
    [Fact]
    public void Lines_end_where_Unicode_allows_it()
    {
        var (tested, other) = (0, 0);
        foreach (var line in File.ReadLines("/usr/share/unicode/auxiliary/LineBreakTest.txt").Where(l => l.StartsWith('×')))
        {
            var text = new StringBuilder();
            var expected = new List<int>();
            foreach (var token in line.Split('#')[0].Split(' ', '\t').Select(t => t.Trim()).Where(t => t.Length > 0).Skip(1))
            {
                if (token == "÷") expected.Add(text.Length);
                else if (token != "×")
                    text.Append(char.ConvertFromUtf32(int.Parse(token, NumberStyles.HexNumber, CultureInfo.InvariantCulture)));
            }
            tested++;
            if (expected.SequenceEqual(Typesetter.Breaks(text.ToString()).Select(b => b.At))) continue;
            // ICU keeps a hyphen that begins a word, and a sign before a figure (.35), with what follows, as Unicode 16 does too.
            Assert.Matches(@"HYPHEN-MINUS \(HY\).*÷ \[999\.0\]|\(IS\).*÷ \[999\.0\] DIGIT", line);
            other++;
        }
        Assert.InRange(other, 0, 22);
        Assert.True(tested > 5000);
    }

    /// <summary>Outside reference: BidiCharacterTest.txt of Unicode 15.0 (Debian's unicode-data): the visual order of characters.</summary>
    [Fact]
    public void Letters_of_both_directions_stand_in_the_order_that_Unicode_gives_them()
    {
        var tested = 0;
        foreach (var line in File.ReadLines("/usr/share/unicode/BidiCharacterTest.txt").Where(l => l.Length > 0 && l[0] != '#'))
        {
            var fields = line.Split(';');
            var codes = fields[0].Split(' ').Select(c => int.Parse(c, NumberStyles.HexNumber, CultureInfo.InvariantCulture)).ToList();
            // Invisible marks are left out of the order that is given, and accents go with their letters; texts without them can be
            // compared letter by letter. ICU sets no limit of 63 to nested brackets.
            if (fields[3].Contains('x') || codes.Count > 60
                || codes.Any(c => c > 0xFFFF || CharUnicodeInfo.GetUnicodeCategory(c) == UnicodeCategory.NonSpacingMark)) continue;
            tested++;
            var text = string.Concat(codes.Select(c => (char)c));
            var shown = string.Concat(
                Icu.VisualRuns(text, byte.Parse(fields[2], CultureInfo.InvariantCulture))
                .Select(run =>
                run.RightToLeft ? string.Concat(text.Substring(run.Start, run.Length).Reverse()) : text.Substring(run.Start, run.Length)));
            Assert.Equal(string.Concat(fields[4].Trim().Split(' ').Select(i => text[int.Parse(i, CultureInfo.InvariantCulture)])), shown);
        }
        Assert.True(tested > 1000, $"{tested}");
    }

    [Fact]
    public void Spans_go_from_left_to_right_and_change_the_font_where_they_must()
    {
        var spans = Typesetter.Spans(Sans, "Ferry שלום (12) to 日本");
        Assert.Equal("Ferry ", spans[0].Text);
        // Figures keep their own direction inside of what runs the other way, and stand left of the word before them.
        Assert.True(spans.ToList().FindIndex(s => s.Text == "12") < spans.ToList().FindIndex(s => s.Text.Contains('ש')));
        Assert.True(spans.First(s => s.Text.Contains('ש')).RightToLeft);
        Assert.True(spans[^1].Missing);
        Assert.Equal("Noto Sans Hebrew", spans.First(s => s.Text.Contains('ש')).Font.StandIn);
        Assert.Equal(spans.Sum(s => s.Width), Typesetter.Width(Sans, "Ferry שלום (12) to 日本"), 6);
        // A letter with its accent is one piece, whichever way it is written.
        Assert.Equal(Typesetter.Width(Sans, "é"), Typesetter.Width(Sans, "e\u0301"), 6);
    }

    [Fact]
    public void What_no_font_has_is_shown_as_boxes_and_listed_as_a_problem()
    {
        var section = new Section { Id = "s", Columns = [new Column { Id = "c", Heading = "", Expression = "port", Width = 200 }],
            Detail = Workshop.Band(Workshop.Part("p", 16, new CellElement { Id = "e", Column = "c" })) };
        var run = Workshop.Run(Workshop.Report(section, new Field { Name = "port", Type = DataType.Text }),
            new MemoryRows([Value.Of("Voe")], [Value.Of("港口 Voe")], [Value.Of("港口 Voe")]));
        var problem = run.Problems.Single(p => p.Code == "missing-glyphs");
        Assert.Contains("2 characters of “port”", problem.Message);
        Assert.Contains("港 (U+6E2F)", problem.Message);
        Assert.Equal((Severity.Warning, "d", "fields"), (problem.Severity, problem.Place, problem.Property));
        Assert.Equal(4, run.Page(1).Items.OfType<RectItem>().Count());
        Assert.DoesNotContain(run.Page(1).Texts(), t => t.Text.Contains('港'));
        Assert.DoesNotContain(
            Workshop.Run(Workshop.Report(section, new Field { Name = "port", Type = DataType.Text }),
            new MemoryRows([Value.Of("Å Ω Ж ש ب")])).Problems, p => p.Code == "missing-glyphs");
    }

    /// <summary>Property over every language of .NET: whatever prints a box is named by a problem, names of months, signs of money, words
    /// of parameters and of charts among it.</summary>
    [Fact]
    public void Nothing_prints_as_a_box_without_being_listed()
    {
        TextElement Text(string id, string text, double y) => new() { Id = id, Width = 500, Height = 14, Y = y, Text = text };
        var section = new Section
        {
            Id = "s", Dataset = "d",
            ReportHeader = Workshop.Band(Workshop.Part("p", 80,
                Text("when", "{{ min(day) | EEEE d MMMM h:mm a }}", 0), Text("money", "{{ sum(n) | ¤#,##0.00 }}", 16),
                Text("yes", "{{ n_yes }}", 32), Text("said", "{{ CASE WHEN sum(n) > 1 THEN 'ქარი' ELSE 'x' END }}", 48),
                Text("asked", "{{ :wind }}", 64))),
        };
        Field[] fields = [new() { Name = "day", Type = DataType.DateTime }, new() { Name = "n", Type = DataType.Decimal, Scale = 2 },
            new() { Name = "n_yes", Type = DataType.Bool }];
        var rows = new MemoryRows([Value.Of(new DateTime(2025, 5, 7, 14, 30, 0)), Value.Of(12345.5m), Value.Of(true)]);
        var (boxed, languages) = (0, System.Globalization.CultureInfo.GetCultures(System.Globalization.CultureTypes.NeutralCultures));
        foreach (var language in languages.Where(l => l.Name.Length > 0))
            foreach (var currency in new[] { "EUR", "JPY", "THB", "GEL" })
            {
                var report = Workshop.Report(section, fields) with
                {
                    Language = language.Name, Currency = currency,
                    Parameters = [new Parameter { Name = "wind", Type = DataType.Text, Default = "'風'" }],
                };
                var run = Workshop.Run(report, rows);
                var listed = run.Problems.Where(p => p.Code == "missing-glyphs").Select(p => p.Place).ToHashSet();
                Assert.Superset(new HashSet<string?> { "said", "asked" }, listed);
                foreach (var box in run.Page(1).Items.OfType<RectItem>())
                {
                    boxed++;
                    var line = (int)((box.Y + box.Height - run.Report.Page.Top) / 16);
                    Assert.Contains(new[] { "when", "money", "yes", "said", "asked" }[line], listed);
                }
            }
        Assert.True(boxed > 1000, $"{boxed} boxes");
    }

    [Fact]
    public void A_text_that_starts_from_right_to_left_stands_at_the_right_unless_it_is_told_otherwise()
    {
        ReportRun Of(Alignment? align) =>
            Workshop.Run(
                Workshop.Report(
                new Section { Id = "s",
                ReportHeader = Workshop.Band(
                Workshop.Part("p", 20, new TextElement { Id = "t", Width = 300, Text = "שלום", Style = new Style { Align = align } })) }),
                new MemoryRows());
        double Left(ReportRun run) => run.Page(1).Texts().Min(t => t.X) - run.Report.Page.Left;
        Assert.Equal(300 - Typesetter.Width(new Font(FontFamily.Sans, 9), "שלום"), Left(Of(null)), 3);
        Assert.Equal(0, Left(Of(Alignment.Left)), 3);
    }
}

using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using SkiaSharp;
using Xunit;
using ZXing;
using ZXing.Common;

namespace LucidLattice.Output.Tests;

/// <summary>Boxes, images, codes and checkboxes.</summary>
public sealed class PictureTests
{
    private static readonly Field[] Fields = [new() { Name = "t", Type = DataType.Text }, new() { Name = "n", Type = DataType.Whole },
        new() { Name = "b", Type = DataType.Bool }];

    private static ReportDefinition Of(params Element[] elements) => Workshop.Report(
        new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20, elements)) }, Fields);

    private static ReportRun Run(ReportDefinition report, string text = "", long n = 0, bool? b = null) =>
        Workshop.Run(report, new MemoryRows([Value.Of(text), Value.Of(n), b is { } yes ? Value.Of(yes) : Value.Null]));

    private static List<DrawItem> Drawn(ReportRun run) => [.. run.Page(1).Flatten()];

    private const string Svg = "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' viewBox='0 0 40 20'>";

    private static string Base64(string text) => Convert.ToBase64String(System.Text.Encoding.UTF8.GetBytes(text));

    [Theory]
    [InlineData("<script>1</script>", "script")]
    [InlineData("<rect onload='x()'/>", "onload")]
    [InlineData("<foreignObject/>", "foreignObject")]
    [InlineData("<image href='https://example.org/a.png'/>", "fetch")]
    [InlineData("<image href='file:///etc/passwd'/>", "fetch")]
    [InlineData("<use xlink:href='other.svg#a'/>", "fetch")]
    [InlineData("<text x='1'>words</text>", "paths")]
    [InlineData("<g><TEXT><tspan>words</tspan></TEXT></g>", "paths")]
    [InlineData("<style>@import url(x.css);</style>", "fetches")]
    [InlineData("<rect fill='url(https://example.org/x)'/>", "fetches")]
    [InlineData("<rect style='fill:u\\72l(https://example.org/x)'/>", "fetches")]
    [InlineData("<a href='#x'/>", "“a”")]
    [InlineData("<animate attributeName='x'/>", "animate")]
    [InlineData("<image href='data:image/svg+xml;base64,PHN2Zy8+'/>", "fetch")]
    [InlineData("<rect>", "well-formed")]
    public void An_SVG_file_that_does_more_than_show_a_picture_is_refused(string inside, string says)
    {
        var e = Assert.Throws<System.FormatException>(() => ImageContent.Read(System.Text.Encoding.UTF8.GetBytes($"{Svg}{inside}</svg>")));
        Assert.Contains(says, e.Message);
    }

    [Fact]
    public void An_SVG_file_cannot_ask_for_endless_work()
    {
        static void Refused(string text) =>
            Assert.Throws<System.FormatException>(() => ImageContent.Read(System.Text.Encoding.UTF8.GetBytes(text)));
        static string Times(int n, string text) => string.Concat(Enumerable.Repeat(text, n));
        // Each of twenty groups uses the one before it ten times.
        var groups = string.Concat(Enumerable.Range(1, 20).Select(i =>
            $"<g id='g{i}'>{Times(10, $"<use href='#g{i - 1}'/>")}</g>"));
        Refused($"{Svg}<g id='g0'><rect/></g>{groups}</svg>");
        Refused($"{Svg}<g id='a'><use href='#b'/></g><g id='b'><use href='#a'/></g></svg>");
        Refused($"{Svg}<g id='a'>{Times(10_000, "<rect/>")}</g>{Times(50, "<use href='#a'/>")}</svg>");
        Refused($"{Svg}{Times(100, "<g>")}{Times(100, "</g>")}</svg>");
        Refused($"{Svg}{Times(30_000, "<g/>")}</svg>");
        Refused("<!DOCTYPE svg [<!ENTITY a 'aaaa'><!ENTITY b '&a;&a;'>]>" + Svg + "<text>&b;</text></svg>");
    }

    [Fact]
    public void An_SVG_file_is_drawn_in_the_PDF_and_behind_pages()
    {
        var report = Of(new ImageElement { Id = "i", Width = 80, Height = 80, Image = "pic" }) with
        {
            Images = [new ReportImage("pic", "pic.svg", Base64($"{Svg}<rect width='40' height='20' fill='#FF0000'/></svg>"))],
        };
        report = report with { Sheets = [report.Sheets[0] with { Background = new PageBackground("pic", "page_number() = 1", 0.5) }] };
        var run = Run(report);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var images = Drawn(run).OfType<ImageItem>().ToList();
        Assert.Equal((0, 0, report.Page.Width, report.Page.Height), (images[0].X, images[0].Y, images[0].Width, images[0].Height));
        // The picture keeps its proportions of two to one.
        Assert.Equal((80, 40), (images[1].Width, images[1].Height));
        using var painter = new Output.Pdf.SkiaPainter(null);
        using var bitmap = new SKBitmap(600, 850);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.White);
        painter.Paint(canvas, run.Page(1).Items);
        Assert.Equal(SKColors.Red, bitmap.GetPixel((int)images[1].X + 40, (int)(images[1].Y + 20)));
        Assert.InRange(bitmap.GetPixel(300, 700).Green, 120, 135);
    }

    [Fact]
    public void Elements_are_painted_in_the_order_of_their_part()
    {
        TextElement Text(string id, double y) => new() { Id = id, Y = y, Width = 50, Height = 12, Text = id };
        var run = Run(Of(Text("low", 30), Text("high", 0),
            new BoxElement { Id = "box", Y = 0, Width = 90, Height = 50, Fill = "#EEEEEE" }));
        Assert.Equal(["box", "low", "high"], Drawn(run).Select(i => i is TextRun t ? t.Text : "box"));
    }

    /// <summary>Round trip: what ZXing.Net's readers (0.16.11) read from the pixels of what is drawn is what was written.</summary>
    [Theory]
    [InlineData(CodeForm.Qr, "https://example.org/ferry?sailing=4711&seat=12 – Ålesund, Ⓐ, 日本")]
    [InlineData(CodeForm.DataMatrix, "Sailing 4711, seat 12")]
    [InlineData(CodeForm.Aztec, "Sailing 4711, seat 12")]
    [InlineData(CodeForm.Pdf417, "Sailing 4711, seat 12")]
    [InlineData(CodeForm.Code128, "SF-4711/12 a")]
    [InlineData(CodeForm.Code39, "SF-4711")]
    [InlineData(CodeForm.Ean13, "4006381333931")]
    [InlineData(CodeForm.Ean8, "96385074")]
    [InlineData(CodeForm.UpcA, "036000291452")]
    [InlineData(CodeForm.Itf, "12345678")]
    public void A_code_is_read_back_as_it_was_written(CodeForm form, string text)
    {
        var run = Run(Of(new CodeElement { Id = "c", Width = 220, Height = 110, Form = form, Text = "{{ t }}" }), text);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var path = Drawn(run).OfType<PathItem>().Single();
        var (left, top, right, bottom) = path.Path.Bounds;
        using var bitmap = new SKBitmap((int)(right - left) * 6 + 400, (int)(bottom - top) * 6 + 400);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.White);
        var numbers = path.Path.Numbers;
        for (var i = 0; i < numbers.Count; i += 8)
        {
            float At(int j, double from) => (float)((numbers[i + j] - from) * 6 + 200);
            using var paint = new SKPaint { Color = SKColors.Black };
            canvas.DrawRect(new SKRect(At(0, left), At(1, top), At(4, left), At(5, top)), paint);
        }
        var source = new RGBLuminanceSource(bitmap.Bytes, bitmap.Width, bitmap.Height, RGBLuminanceSource.BitmapFormat.RGBA32);
        var read = new MultiFormatReader().decode(new BinaryBitmap(new HybridBinarizer(source)),
            new Dictionary<DecodeHintType, object> { [DecodeHintType.TRY_HARDER] = true });
        Assert.NotNull(read);
        Assert.Equal(text, read.Text);
    }

    [Theory]
    [InlineData(CodeForm.Ean13, "not digits")]
    [InlineData(CodeForm.Ean13, "4006381333930")]
    [InlineData(CodeForm.Itf, "123")]
    [InlineData(CodeForm.Code39, "ä")]
    [InlineData(CodeForm.Code128, "日本")]
    public void What_cannot_be_written_as_a_code_is_said_in_its_place(CodeForm form, string text)
    {
        var run = Run(Of(new CodeElement { Id = "c", Width = 300, Height = 60, Form = form, Text = "{{ t }}" }), text);
        Assert.Contains("cannot be written as", string.Concat(run.Page(1).Texts().Select(t => t.Text)));
    }

    [Fact]
    public void A_code_has_a_most_and_draws_nothing_of_nothing()
    {
        var code = new CodeElement { Id = "c", Width = 300, Height = 60, Text = "{{ t }}" };
        Assert.Contains("too many", Run(Of(code), new string('x', 100_000)).Page(1).Texts().Single().Text);
        Assert.Empty(Drawn(Run(Of(code), "")));
    }

    [Fact]
    public void A_checkbox_says_yes_no_or_nothing_and_is_said_aloud()
    {
        (int Marks, string Says) Ticked(bool? value, bool crossed)
        {
            var run = Run(Of(new CheckboxElement { Id = "c", Width = 12, Height = 12, Checked = "b", Crossed = crossed }), b: value);
            var figure = run.Page(1).Items.OfType<FigureItem>().Single();
            return (figure.Items.OfType<PathItem>().Count(), figure.AlternativeText);
        }
        Assert.Equal((1, "yes"), Ticked(true, false));
        Assert.Equal((0, "no"), Ticked(false, false));
        Assert.Equal((1, "no"), Ticked(false, true));
        Assert.Equal((0, "no"), Ticked(null, true));
        Assert.Contains(Run(Of(new CheckboxElement { Id = "c", Width = 12, Height = 12, Checked = "n + 1" })).Problems, p => p.IsError);
    }

    [Fact]
    public void A_box_lies_behind_and_grows_with_the_texts_that_lie_in_it()
    {
        var box = new BoxElement { Id = "b", X = 0, Y = 4, Width = 200, Height = 30, Fill = "#EEEEEE" };
        var text = new TextElement { Id = "t", X = 5, Y = 8, Width = 60, Height = 12, Text = "{{ t }}" };
        var after = new TextElement { Id = "u", X = 5, Y = 40, Width = 60, Height = 12, Text = "after" };
        (double Height, double Gap) Measured(string words)
        {
            var items = Drawn(Run(Of(text, after, box), words));
            var rect = Assert.IsType<RectItem>(items[0]);
            return (rect.Height, items.OfType<TextRun>().Single(t => t.Text == "after").Y - rect.Y - rect.Height);
        }
        var (one, gap) = Measured("one line");
        Assert.Equal(30, one);
        var (three, same) = Measured("three lines of words that have to wrap");
        Assert.True(three > one + 10);
        Assert.Equal(gap, same, 6);
    }

    private static string Png(int width, int height)
    {
        using var bitmap = new SKBitmap(width, height);
        bitmap.Erase(SKColors.Teal);
        using var data = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return Convert.ToBase64String(data.ToArray());
    }

    private static string Jpeg(int width, int height)
    {
        using var bitmap = new SKBitmap(width, height);
        using var data = bitmap.Encode(SKEncodedImageFormat.Jpeg, 80);
        return Convert.ToBase64String(data.ToArray());
    }

    [Fact]
    public void An_image_keeps_its_proportions_unless_it_is_stretched_and_its_size_is_that_of_the_file()
    {
        foreach (var file in new[] { Png(60, 20), Jpeg(60, 20) })
        {
            var held = Of(new TextElement { Id = "t", Width = 10, Text = "x" });
            var added = new AddElement { Band = BandKind.ReportHeader, Element = new ImageElement { Id = "?", Width = 90, Height = 90 },
                Image = new GivenImage("logo.png", file) }.Apply(held, new DemoCatalog());
            Assert.Single(added.Images);
            var image = Assert.IsType<ImageItem>(Drawn(Run(added)).Single(i => i is ImageItem));
            Assert.Equal((90, 30), (image.Width, image.Height));
            // The same file is held once, and one that is shown no more goes.
            var element = added.AllElements().OfType<ImageElement>().Single();
            var again = new AddElement { Band = BandKind.ReportHeader, Element = element with { Stretch = true },
                Image = new GivenImage("other name.png", file) }.Apply(added, new DemoCatalog());
            Assert.Single(again.Images);
            Assert.Contains(Drawn(Run(again)).OfType<ImageItem>(), i => (i.Width, i.Height) == (90, 90));
            var changed = new SetImage { Element = element.Id, Image = new GivenImage("b.png", Png(5, 5)) }.Apply(added, new DemoCatalog());
            Assert.Equal("b.png", Assert.Single(changed.Images).Name);
        }
    }

    [Fact]
    public void An_image_of_a_row_comes_from_its_text_and_anything_else_is_said()
    {
        var image = new ImageElement { Id = "i", Width = 200, Height = 40, From = "t" };
        Assert.Single(Drawn(Run(Of(image), Png(4, 4))).OfType<ImageItem>());
        Assert.Single(Drawn(Run(Of(image), "data:image/png;base64," + Png(4, 4))).OfType<ImageItem>());
        Assert.Empty(Drawn(Run(Of(image), "")));
        Assert.Contains("No image", Run(Of(image), "nonsense").Page(1).Texts().First().Text);
        // A file that says it is a billion pixels large is not opened.
        var huge = Convert.FromBase64String(Png(4, 4));
        (huge[17], huge[21]) = (0x7F, 0x7F);
        Assert.Contains("pixels", Run(Of(image), Convert.ToBase64String(huge)).Page(1).Texts().First().Text);
        Assert.Throws<EditException>(() => new AddElement { Band = BandKind.ReportHeader, Element = image,
            Image = new GivenImage("a.svg", "PHN2Zy8+") }.Apply(Of(), new DemoCatalog()));
        Assert.Equal("unknown-image", Run(Of(image with { From = null, Image = "none" })).Problems.First(p => p.IsError).Code);
        Assert.Equal("type-mismatch", Run(Of(image with { From = "n" })).Problems.First(p => p.IsError).Code);
    }
}

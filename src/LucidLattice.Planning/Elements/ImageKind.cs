using System.Collections.Concurrent;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>Pictures.</summary>
public sealed class ImageKind : ElementKind<ImageElement>
{
    protected override ImageElement Mapped(ImageElement element, Func<ExpressionPlace, string, string> change) =>
        element.From is { Length: > 0 } from ? element with { From = change(new("image", element.Id), from) } : element;

    protected override IEnumerable<Problem> Checked(ImageElement element, ReportDefinition report)
    {
        if (!(element.Opacity is >= 0 and <= 1))
            yield return new("bad-opacity", Severity.Error, "How strong an image is drawn is a share.", element.Id, "opacity",
                Mends: ["Choose 0 to 1."]);
        if (element.From is { Length: > 0 }) yield break;
        if (element.Image is not { } id)
            yield return new("no-image", Severity.Error, "The image does not say what it shows.", element.Id, "image",
                Mends: ["Choose a file, or a field."]);
        else if (report.Images.All(i => i.Id != id))
            yield return new("unknown-image", Severity.Error, $"The report has no image “{id}”.", element.Id, "image",
                Mends: ["Choose the file again."]);
    }

    protected override ElementPlan Planned(ImageElement element, ElementPlace place)
    {
        var (style, (x, width)) = (place.StyleOf(element, Alignment.Centre), place.Span(element));
        var broken = new BrokenPlan(element, x, width, style);
        if (element.From is { Length: > 0 } from)
        {
            var scope = place.Section.At(place.Place);
            var value = place.Section.Check(element.Id, "from", () => Compiler.Compile(from, scope), scope);
            if (value is { Type: DataType.Text })
                return new ImagePlan(element, x, width, style, null, value) { Link = place.Link(element) };
            if (value is not null)
                place.Problem(element, "type-mismatch", Severity.Error, "An image comes from a text that holds a file in Base64.", "from",
                    "Choose another field.");
            return broken;
        }
        if (place.Section.Report.Images.FirstOrDefault(i => i.Id == element.Image) is not { } image) return broken;
        return new ImagePlan(element, x, width, style, ImagePlan.Read(image.Data, out _), null) { Link = place.Link(element) };
    }
}

/// <param name="Image">The report's own; null where it comes from the row, or cannot be read.</param>
public sealed record ImagePlan(ImageElement Definition, double X, double Width, ResolvedStyle Style, ImageContent? Image, Compiled? From)
    : ElementPlan(Definition, X, Width, Style)
{
    /// <summary>Images of rows that are kept, since the same one often comes again.</summary>
    private const int MostKept = 100;
    private readonly ConcurrentDictionary<string, (ImageContent? Image, string Why)> _kept = new();

    public override bool IsEmpty(Frame frame) => From is not null && frame.Try(From) is not { IsNull: false, Text.Length: > 0 };

    public override void Paint(PlacedElement placed, Painting on)
    {
        if (!on.Begins(placed) || IsEmpty(on.Frame)) return;
        var (image, why) = From is null ? (Image, "the file cannot be read") : OfRow(on.Frame.Try(From).Text);
        var (y, height) = (on.At(placed.Y), placed.Height);
        if (image is null)
        {
            on.Line($"No image: {why}", Style, on.Left + X, Width, y);
            return;
        }
        var scale = Math.Min(Width / image.Width, height / image.Height);
        var (w, h) = Definition.Stretch ? (Width, height) : (image.Width * scale, image.Height * scale);
        var left = Style.Align switch { Alignment.Left => 0, Alignment.Right => Width - w, _ => (Width - w) / 2 };
        var item = new ImageItem(on.Left + X + left, y + (height - h) / 2, w, h, image, Definition.Words ?? "");
        on.Items.Add(Definition.Opacity < 1 ? new GroupItem([item], Opacity: Math.Clamp(Definition.Opacity, 0, 1)) : item);
        on.Region(this, Definition.Words ?? "image", y, height);
    }

    private (ImageContent? Image, string Why) OfRow(string text)
    {
        if (_kept.TryGetValue(text, out var kept)) return kept;
        if (_kept.Count >= MostKept) _kept.Clear();
        return _kept[text] = (Read(text, out var why), why);
    }

    /// <summary>A file in Base64, alone or as a data address (RFC 2397); null if it is none.</summary>
    public static ImageContent? Read(string text, out string why)
    {
        var data = text.StartsWith("data:", StringComparison.OrdinalIgnoreCase) ? text[(text.IndexOf(',') + 1)..] : text;
        try
        {
            why = "";
            if (data.Length > ReportImage.MostBytes * 4L / 3 + 4) throw new FormatException("it has more than 1 MB");
            return ImageContent.Read(Convert.FromBase64String(data));
        }
        catch (FormatException e)
        {
            why = e.Message;
            return null;
        }
    }
}

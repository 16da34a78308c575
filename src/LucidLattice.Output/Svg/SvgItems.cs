using System.Globalization;
using System.Text.Json;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Output.Typesetting;

namespace LucidLattice.Output.Svg;

/// <summary>Writes the items of one drawing.</summary>
/// <param name="prefix">Before every id.</param>
/// <param name="addresses">Makes what can be clicked links of their own; null leaves them to whoever shows the drawing.</param>
internal sealed class SvgItems(XmlBytes xml, string prefix, Func<LinkAction, string?>? addresses = null)
{
    private readonly HashSet<string> _images = [];
    private bool _isPicture;
    private int _clips, _marksOfFigure = -1, _marksOfPage;

    public void Write(DrawItem item)
    {
        switch (item)
        {
            case TextRun run: Text(run); break;
            case LineItem line: Line(line); break;
            case RectItem rect: Rect(rect); break;
            case RegionItem region when addresses is not null: Anchor(region); break;
            case RegionItem region: Region(region); break;
            case FigureItem figure:
                xml.Raw(figure.IsTable ? "<g role=\"table\""u8 : figure.Id is null ? "<g role=\"img\""u8 : "<g role=\"figure\""u8);
                xml.Attribute("aria-label"u8, figure.AlternativeText);
                if (figure.Id is { } id) xml.Attribute("data-figure-id"u8, id);
                if (figure.IsTable) xml.Raw(" data-table=\"\""u8);
                xml.Raw(">"u8);
                _marksOfFigure = 0;
                _isPicture = !figure.IsTable;
                foreach (var inner in figure.Items) Write(inner);
                _marksOfFigure = -1;
                _isPicture = false;
                xml.Raw("</g>"u8);
                break;
            case PathItem path: Path(path); break;
            case CircleItem circle: Circle(circle); break;
            case ImageItem image: Image(image); break;
            case GroupItem group: Group(group); break;
            case RoleStart role: Begin(role); break;
            case RoleEnd: xml.Raw("</g>"u8); break;
            default: throw new NotSupportedException($"SVG has no way yet to draw a {item.GetType().Name}.");
        }
    }

    private void Begin(RoleStart role)
    {
        xml.Raw("<g role=\""u8);
        xml.Raw(role.Role switch
        {
            DrawRole.Heading => "heading"u8,
            DrawRole.Paragraph => "paragraph"u8,
            DrawRole.Table => "table"u8,
            DrawRole.Row => "row"u8,
            DrawRole.ColumnHeader => "columnheader"u8,
            DrawRole.RowHeader => "rowheader"u8,
            _ => "cell"u8,
        });
        xml.Raw("\""u8);
        if (role.Name is { } name) xml.Attribute("aria-label"u8, name);
        if (role.Number > 0) xml.Attribute(role.Role == DrawRole.Heading ? "aria-level"u8 : "aria-colindex"u8, role.Number);
        if (role.Span > 1) xml.Attribute("aria-colspan"u8, role.Span);
        xml.Raw(">"u8);
    }

    private void SeriesOf(DrawItem item)
    {
        if (item.Series is { } series) xml.Attribute("data-series"u8, series);
    }

    private void Path(PathItem item)
    {
        xml.Raw("<path"u8);
        SeriesOf(item);
        Steps(item.Path);
        Colours(item.Fill, item.Pen, item.Opacity);
    }

    private void Circle(CircleItem item)
    {
        xml.Raw("<circle"u8);
        SeriesOf(item);
        xml.Attribute("cx"u8, item.X);
        xml.Attribute("cy"u8, item.Y);
        xml.Attribute("r"u8, item.Radius);
        Colours(item.Fill, item.Pen, item.Opacity);
    }

    private void Colours(string? fill, Pen? outline, double opacity)
    {
        xml.Attribute("fill"u8, fill ?? "none");
        if (outline is { } pen)
        {
            xml.Attribute("stroke"u8, pen.Color);
            xml.Attribute("stroke-width"u8, pen.Width);
            if (pen.Dash is { } dash)
            {
                xml.Raw(" stroke-dasharray=\""u8);
                Numbers(dash);
                xml.Raw("\""u8);
            }
            if (pen.IsRound) xml.Raw(" stroke-linejoin=\"round\" stroke-linecap=\"round\""u8);
        }
        if (opacity < 1)
        {
            if (fill is not null) xml.Attribute("fill-opacity"u8, opacity);
            if (outline is not null) xml.Attribute("stroke-opacity"u8, opacity);
        }
        xml.Raw("/>"u8);
    }

    /// <summary>The content stands where it is drawn first; each place after that refers to it.</summary>
    private void Image(ImageItem item)
    {
        var id = $"{prefix}image-{item.Image.Name[..16]}";
        if (_images.Add(id))
        {
            // In its own size, since browsers draw an SVG file that is a point large as nothing.
            xml.Raw("<defs><image preserveAspectRatio=\"none\""u8);
            xml.Attribute("width"u8, item.Image.Width);
            xml.Attribute("height"u8, item.Image.Height);
            xml.Attribute("id"u8, id);
            xml.Attribute("href"u8, $"data:{item.Image.MediaType};base64,{Convert.ToBase64String(item.Image.Bytes.Span)}");
            xml.Raw("/></defs>"u8);
        }
        xml.Raw("<use role=\"img\""u8);
        xml.Attribute("href"u8, $"#{id}");
        xml.Attribute("aria-label"u8, item.AlternativeText);
        Matrix(new Transform(item.Width / item.Image.Width, 0, 0, item.Height / item.Image.Height, item.X, item.Y));
        xml.Raw("/>"u8);
    }

    private void Group(GroupItem group)
    {
        var clip = group.Clip is null ? null : $"{prefix}clip-{_clips++}";
        if (clip is not null)
        {
            xml.Raw("<clipPath"u8);
            xml.Attribute("id"u8, clip);
            xml.Raw("><path"u8);
            Steps(group.Clip!);
            xml.Raw("/></clipPath>"u8);
        }
        xml.Raw("<g"u8);
        if (group.Transform is { } transform) Matrix(transform);
        if (group.Opacity < 1) xml.Attribute("opacity"u8, group.Opacity);
        if (clip is not null) xml.Attribute("clip-path"u8, $"url(#{clip})");
        xml.Raw(">"u8);
        foreach (var inner in group.Items) Write(inner);
        xml.Raw("</g>"u8);
    }

    private void Steps(DrawPath path)
    {
        xml.Raw(" d=\""u8);
        var at = 0;
        foreach (var step in path.Steps)
        {
            xml.Raw(step switch { PathStep.MoveTo => "M"u8, PathStep.LineTo => "L"u8, PathStep.CurveTo => "C"u8, _ => "Z"u8 });
            var count = step switch { PathStep.CurveTo => 6, PathStep.Close => 0, _ => 2 };
            Numbers(path.Numbers.Skip(at).Take(count));
            at += count;
        }
        xml.Raw("\""u8);
    }

    private void Numbers(IEnumerable<double> numbers)
    {
        var first = true;
        foreach (var number in numbers)
        {
            if (!first) xml.Raw(" "u8);
            first = false;
            xml.Number(number);
        }
    }

    /// <summary>A turn needs more digits than a length.</summary>
    private void Matrix(Transform t)
    {
        var digits = new[] { t.A, t.B, t.C, t.D, t.E, t.F }.Select(n => n.ToString("0.######", CultureInfo.InvariantCulture));
        xml.Attribute("transform"u8, $"matrix({string.Join(' ', digits)})");
    }

    private void Line(LineItem line)
    {
        xml.Raw("<line"u8);
        SeriesOf(line);
        xml.Attribute("x1"u8, line.X1);
        xml.Attribute("y1"u8, line.Y1);
        xml.Attribute("x2"u8, line.X2);
        xml.Attribute("y2"u8, line.Y2);
        xml.Attribute("stroke-width"u8, line.Thickness);
        xml.Attribute("stroke"u8, line.Color);
        xml.Raw("/>"u8);
    }

    private void Rect(RectItem rect)
    {
        xml.Raw("<rect"u8);
        SeriesOf(rect);
        Area(rect.X, rect.Y, rect.Width, rect.Height);
        xml.Attribute("fill"u8, rect.Fill ?? "none");
        if (rect.Stroke is not null)
        {
            xml.Attribute("stroke"u8, rect.Stroke);
            xml.Attribute("stroke-width"u8, rect.StrokeWidth);
        }
        if (rect.Opacity < 1) xml.Attribute("opacity"u8, rect.Opacity);
        xml.Raw("/>"u8);
    }

    private void Text(TextRun run)
    {
        xml.Raw("<text"u8);
        // Letters that run from right to left start at their right end, and no other direction is to be found in them again.
        xml.Attribute("x"u8, run.RightToLeft ? run.X + run.Width * Math.Cos(run.Rotation * Math.PI / 180) : run.X);
        xml.Attribute("y"u8, run.RightToLeft ? run.Y + run.Width * Math.Sin(run.Rotation * Math.PI / 180) : run.Y);
        xml.Attribute("font-size"u8, run.Font.Size);
        xml.Attribute("font-family"u8, Fonts.FamilyName(run.Font));
        if (run.Font.Bold) xml.Raw(" font-weight=\"700\""u8);
        if (run.Font.Italic) xml.Raw(" font-style=\"italic\""u8);
        xml.Attribute("fill"u8, run.Color);
        // What a picture shows is said by its name and its marks; its letters alone would be a litter of words.
        if (_isPicture || run.IsSilent) xml.Raw(" aria-hidden=\"true\""u8);
        if (run.RightToLeft) xml.Raw(" direction=\"rtl\" unicode-bidi=\"bidi-override\""u8);
        if (run.Rotation != 0)
        {
            xml.Raw(" transform=\"rotate("u8);
            xml.Number(run.Rotation);
            xml.Raw(" "u8);
            xml.Number(run.X);
            xml.Raw(" "u8);
            xml.Number(run.RightToLeft ? run.Y - run.Width : run.Y);
            xml.Raw(")\""u8);
        }
        xml.Raw(" xml:space=\"preserve\">"u8);
        xml.Escaped(run.Text);
        xml.Raw("</text>"u8);
    }

    /// <summary>A mark as it is read aloud: what it is, its number, and what a click does.</summary>
    internal static string Said(RegionItem region)
    {
        var name = string.Join(' ', new[] { region.Label, region.Figure }.Where(t => t.Length > 0));
        List<LinkAction> actions = region.Action is { } first ? [first, .. first.Also] : [];
        // What stays where it is is called by what it does; everything else opens.
        var stays = actions.Where(a => a is { Report: "", Address: null, Sheet: null, Group: null }).Select(a => a.Title).ToList();
        var opens = actions.Select(a => a.Title).Except(stays).ToList();
        string[] all = [name, region.More, string.Join(" or ", stays), opens.Count == 0 ? "" : $"opens {string.Join(" or ", opens)}"];
        return string.Join(", ", all.Where(t => t.Length > 0));
    }

    /// <summary>A transparent area that is a link; nothing where it leads nowhere.</summary>
    private void Anchor(RegionItem region)
    {
        if (region.Action is not { } action || addresses!(action) is not { } address) return;
        xml.Raw("<a"u8);
        xml.Attribute("href"u8, address);
        xml.Attribute("aria-label"u8, Said(region));
        xml.Raw(region.Shape is null ? "><rect"u8 : "><path"u8);
        if (region.Shape is { } shape) Steps(shape);
        else Area(region.X, region.Y, region.Width, region.Height);
        xml.Raw(" fill=\"#000000\" fill-opacity=\"0\"/></a>"u8);
    }

    /// <summary>A transparent area that the reading surface finds by its data attributes, and that can be reached by keyboard.</summary>
    private void Region(RegionItem region)
    {
        xml.Raw(region.Shape is null ? "<rect"u8 : "<path"u8);
        if (region.Shape is { } shape) Steps(shape);
        else Area(region.X, region.Y, region.Width, region.Height);
        xml.Attribute("id"u8, $"{prefix}{region.Id}");
        xml.Raw(" fill=\"#000000\" fill-opacity=\"0\""u8);
        xml.Raw(region.Action is null && region.Opens is null ? " class=\"mark\""u8 : " class=\"mark linked\""u8);
        xml.Attribute("data-mark"u8, region.Id);
        xml.Attribute("data-label"u8, region.Label);
        xml.Attribute("data-figure"u8, region.Figure);
        if (region.More.Length > 0) xml.Attribute("data-more"u8, region.More);
        SeriesOf(region);
        // A figure is one stop for the keyboard, and so is all that stands beside figures; arrow keys lead from mark to mark.
        var (isName, isInFigure) = (region.Figure.Length == 0, _marksOfFigure >= 0);
        var isStop = isInFigure ? _marksOfFigure == 0 && !isName : _marksOfPage == 0;
        xml.Raw(isStop ? " tabindex=\"0\""u8 : " tabindex=\"-1\""u8);
        if (!isInFigure) _marksOfPage++;
        else if (!isName) _marksOfFigure++;
        xml.Raw(region.Opens is not null ? " role=\"button\""u8 : region.Action is null ? " role=\"img\""u8 : " role=\"link\""u8);
        xml.Attribute("aria-label"u8, Said(region));
        if (region.Opens is { } opened)
        {
            xml.Attribute("data-opens"u8, opened.Group);
            xml.Attribute("aria-expanded"u8, opened.IsClosed ? "false" : "true");
        }
        if (region.Action is { } action)
        {
            xml.Attribute("data-report"u8, action.Report);
            xml.Attribute("data-title"u8, action.Title);
            xml.Attribute("data-open"u8, JsonNamingPolicy.CamelCase.ConvertName(action.Open.ToString()));
            xml.Attribute("data-values"u8, JsonSerializer.Serialize(action.Values));
            if (action.Sheet is not null) xml.Attribute("data-sheet"u8, action.Sheet);
            if (action.Address is not null) xml.Attribute("data-address"u8, action.Address);
            if (action.Group is not null) xml.Attribute("data-group"u8, JsonSerializer.Serialize(action.Group, ReportJson.Options));
            if (action.Also.Count > 0) xml.Attribute("data-also"u8, JsonSerializer.Serialize(action.Also, ReportJson.Options));
            if (action.Proof is not null) xml.Attribute("data-proof"u8, action.Proof);
        }
        xml.Raw("/>"u8);
    }

    private void Area(double x, double y, double width, double height)
    {
        xml.Attribute("x"u8, x);
        xml.Attribute("y"u8, y);
        xml.Attribute("width"u8, width);
        xml.Attribute("height"u8, height);
    }
}

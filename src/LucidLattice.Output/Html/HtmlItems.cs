using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Output.Svg;

namespace LucidLattice.Output.Html;

/// <summary>Writes what flows as elements of HTML. Lines and shades between them belong to pages, and are left out.</summary>
/// <param name="title">Stands above everything, so a first heading of the same words is left out.</param>
/// <param name="addresses">Where a click leads; null where it leads nowhere from here.</param>
internal sealed class HtmlItems(XmlBytes html, string title, Func<LinkAction, string?> addresses)
{
    private readonly Stack<RoleStart> _open = [];

    /// <summary>The text of the element that is open, or of a line that belongs to none; null where there is none.</summary>
    private HtmlText? _text;
    private HtmlRow? _row;
    private int _columns, _figures;
    private readonly Stack<int> _headings = [];
    private bool _hasHeading;

    public void Write(IEnumerable<DrawItem> items)
    {
        foreach (var item in items) Write(item);
    }

    /// <summary>Ends what is under way.</summary>
    public void End() => EndLine();

    private void Write(DrawItem item)
    {
        switch (item)
        {
            case RoleStart role: Begin(role); break;
            case RoleEnd: Close(); break;
            case TextRun run: Text(run); break;
            case GroupItem group: Write(group.Items); break;
            case RegionItem { Action: { } action } when _text is not null: _text.Address ??= addresses(action); break;
            case FigureItem { IsTable: true } table: Table(table); break;
            case FigureItem figure: Figure(figure); break;
            case ImageItem image: Image(image); break;
        }
    }

    private void Begin(RoleStart role)
    {
        EndLine();
        _open.Push(role);
        switch (role.Role)
        {
            case DrawRole.Table: BeginTable(null); break;
            case DrawRole.Row: _row = new HtmlRow(); break;
            default: _text = new HtmlText(); break;
        }
    }

    private void Close()
    {
        var role = _open.Pop();
        switch (role.Role)
        {
            case DrawRole.Table: html.Raw("</table>\n"u8); break;
            case DrawRole.Row:
                _columns = Math.Max(_columns, _row!.Write(html, _columns, Svg));
                _row = null;
                break;
            case DrawRole.Heading:
                if (_hasHeading || _text!.Words != title) Element(LevelOf(role.Number));
                _hasHeading = true;
                break;
            case DrawRole.Paragraph: Element(0); break;
            default: _row!.Add(role, _text!); break;
        }
        _text = null;
    }

    /// <param name="level">Of a heading; 0 for a paragraph.</param>
    private void Element(int level)
    {
        if (_text is not { IsEmpty: false } text) return;
        Tag("<"u8);
        text.Write(html, isPlain: level > 0, text.Address, Svg);
        Tag("</"u8);
        html.Raw("\n"u8);

        void Tag(ReadOnlySpan<byte> start)
        {
            html.Raw(start);
            html.Raw(level > 0 ? "h"u8 : "p"u8);
            if (level > 0) html.Number(level);
            html.Raw(">"u8);
        }
    }

    /// <summary>Below the title, and one below what a heading stands under: no level is passed over.</summary>
    private int LevelOf(int number)
    {
        while (_headings.TryPeek(out var above) && above >= number) _headings.Pop();
        _headings.Push(number);
        return Math.Min(6, _headings.Count + 1);
    }

    private void Text(TextRun run)
    {
        // What is no heading, paragraph or cell is said line by line.
        if (!IsInElement && _text is not null && !_text.IsSameLine(run)) EndLine();
        (_text ??= new HtmlText()).Add(run);
    }

    private bool IsInElement => _open.TryPeek(out var role) && role.Role is not (DrawRole.Table or DrawRole.Row);

    private void EndLine()
    {
        if (IsInElement) return;
        Element(0);
        _text = null;
    }

    private void BeginTable(string? label)
    {
        html.Raw("<table"u8);
        if (label is not null) html.Attribute("aria-label"u8, label);
        html.Raw(">\n"u8);
        _columns = 0;
    }

    private void Table(FigureItem table)
    {
        EndLine();
        BeginTable(table.AlternativeText);
        Write(table.Items);
        EndLine();
        html.Raw("</table>\n"u8);
    }

    /// <summary>A chart is drawn, in a row too; what is a figure only on paper, as a code, is said.</summary>
    private void Figure(FigureItem figure)
    {
        if (IsInElement)
        {
            if (figure.Box is null) _text!.Add(figure.AlternativeText);
            else _text!.Add(figure);
            return;
        }
        EndLine();
        if (figure.Box is null) (_text = new HtmlText()).Add(figure.AlternativeText);
        else
        {
            html.Raw("<figure>"u8);
            Svg(figure);
            html.Raw("</figure>\n"u8);
        }
        EndLine();
    }

    private void Svg(FigureItem figure)
    {
        var (x, y, width, height) = figure.Box!.Value;
        html.Raw("<svg xmlns=\"http://www.w3.org/2000/svg\""u8);
        html.Attribute("viewBox"u8, FormattableString.Invariant($"{x:0.###} {y:0.###} {width:0.###} {height:0.###}"));
        html.Attribute("width"u8, FormattableString.Invariant($"{width:0.###}pt"));
        html.Raw(">"u8);
        new SvgItems(html, $"f{_figures++}-", addresses).Write(figure);
        html.Raw("</svg>"u8);
    }

    private void Image(ImageItem image)
    {
        // An image says nothing where nothing was written for those who do not see it.
        if (_row is not null)
        {
            _text?.Add(image.AlternativeText);
            return;
        }
        EndLine();
        html.Raw("<p><img"u8);
        html.Attribute("alt"u8, image.AlternativeText);
        html.Attribute("src"u8, $"data:{image.Image.MediaType};base64,{Convert.ToBase64String(image.Image.Bytes.Span)}");
        html.Attribute("style"u8, FormattableString.Invariant($"width:{image.Width:0.##}pt"));
        html.Raw("/></p>\n"u8);
    }
}

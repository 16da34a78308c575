using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Output.Svg;

namespace LucidLattice.Output.Html;

/// <summary>A row of a table until all of its cells are known, since a label reaches as far as the next column that is filled.</summary>
internal sealed class HtmlRow
{
    private readonly List<(RoleStart Role, HtmlText Text)> _cells = [];

    public void Add(RoleStart role, HtmlText text) => _cells.Add((role, text));

    /// <param name="columns">Those of the table so far; the row is filled up to them.</param>
    /// <param name="draw">Draws a picture in a cell.</param>
    /// <returns>The columns of the row.</returns>
    public int Write(XmlBytes html, int columns, Action<FigureItem> draw)
    {
        // What belongs to no column says where a click on the row leads.
        var address = _cells.Where(c => c.Role.Number < 0).Select(c => c.Text.Address).FirstOrDefault(a => a is not null);
        var shown = _cells.Where(c => c.Role.Number >= 0).ToList();
        html.Raw("<tr>"u8);
        var at = 0;
        for (var i = 0; i < shown.Count; i++)
        {
            var (role, text) = shown[i];
            if (role.Number > at + 1) at += Skip(html, role.Number - at - 1);
            var next = i + 1 < shown.Count ? Math.Max(shown[i + 1].Role.Number, at + role.Span + 1) : Math.Max(columns, at + role.Span) + 1;
            // A label has no column of its own; it may have all up to the next one.
            var span = role.Number == 0 && role.Role == DrawRole.Cell ? next - at - 1 : role.Span;
            Cell(html, role, text, span, text.Address ?? (text.IsEmpty ? null : address), draw);
            if (!text.IsEmpty) address = null;
            at += span;
        }
        if (at < columns) at += Skip(html, columns - at);
        html.Raw("</tr>\n"u8);
        return at;
    }

    private static int Skip(XmlBytes html, int columns)
    {
        Begin(html, "td"u8, columns);
        html.Raw("></td>"u8);
        return columns;
    }

    private static void Cell(XmlBytes html, RoleStart role, HtmlText text, int span, string? address,
        Action<FigureItem> draw)
    {
        var isHeading = role.Role is DrawRole.ColumnHeader or DrawRole.RowHeader;
        Begin(html, isHeading ? "th"u8 : "td"u8, span);
        if (isHeading) html.Raw(role.Role == DrawRole.RowHeader ? " scope=\"row\""u8 : span > 1 ? " scope=\"colgroup\""u8
            : " scope=\"col\""u8);
        if (role.Align != Alignment.Left) html.Raw(role.Align == Alignment.Right ? " class=\"r\""u8 : " class=\"c\""u8);
        html.Raw(">"u8);
        if (role.Name is { } name) html.Escaped(name);
        text.Write(html, isPlain: isHeading, address, draw);
        html.Raw(isHeading ? "</th>"u8 : "</td>"u8);
    }

    private static void Begin(XmlBytes html, ReadOnlySpan<byte> tag, int span)
    {
        html.Raw("<"u8);
        html.Raw(tag);
        if (span > 1) html.Attribute("colspan"u8, span);
    }
}

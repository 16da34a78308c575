using LucidLattice.Drawing;
using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Authoring.Composing;

/// <summary>The width that a column needs, in points.</summary>
public sealed record FittedWidth(string Column, double Width);

/// <summary>Widths of columns by what stands in them: headings, the values of all rows, the totals of all groups.</summary>
public static class ColumnFit
{
    private const double Least = 24;

    /// <summary>No letter of a text is wider than this, as a multiple of the font size; most are half as wide.</summary>
    private const double WidestLetter = 1.6;

    /// <summary>Texts that can wrap get at most this share of the room where not everything fits.</summary>
    private const double MostOfText = 0.4;

    /// <param name="section">The id of a section.</param>
    public static IReadOnlyList<FittedWidth> Fit(ReportRun run, string section, ITypesetter typesetter, CancellationToken cancel)
    {
        if (run.Data?.Sections.FirstOrDefault(s => s.Plan.Section.Id == section) is not { } data) return [];
        var columns = data.Plan.Section.Columns;
        var needed = columns.Select(c => Needed(data, c, typesetter, cancel)).ToList();
        var widths = columns.Select((c, i) => Math.Ceiling(Math.Max(Least, needed[i].Width))
            + (i == columns.Count - 1 ? 0 : ColumnPlan.Gap)).ToList();
        var over = widths.Sum() - data.Plan.Width;
        if (over > 0)
        {
            // What can wrap gives way, the widest first, but keeps a share of the room.
            foreach (var i in Enumerable.Range(0, widths.Count).Where(i => needed[i].Wraps).OrderByDescending(i => widths[i]))
            {
                var given = Math.Min(over, Math.Max(0, widths[i] - data.Plan.Width * MostOfText / Math.Max(1, needed.Count(n => n.Wraps))));
                (widths[i], over) = (widths[i] - given, over - given);
            }
        }
        return [.. columns.Select((c, i) => new FittedWidth(c.Id, Math.Round(widths[i], 1)))];
    }

    private static (double Width, bool Wraps) Needed(SectionData data, Column column, ITypesetter typesetter, CancellationToken cancel)
    {
        var (widest, wraps) = (0.0, false);
        foreach (var (place, parts) in data.Plan.Bands)
            foreach (var text in parts.SelectMany(p => p.Elements).OfType<TextPlan>().Where(t => t.Element.Column == column.Id))
            {
                if (place.Kind == BandKind.Detail) wraps |= text.Wraps;
                widest = Math.Max(widest, Widest(data, place, text, typesetter, cancel));
            }
        return (widest, wraps);
    }

    /// <summary>The widest of what a text prints, wherever its band is printed.</summary>
    private static double Widest(SectionData data, BandPlace place, TextPlan text, ITypesetter typesetter, CancellationToken cancel)
    {
        var (tree, positions, widest) = (data.Tree, new FramePositions(data.Tree, data.NewFrame()), 0.0);
        var (font, counted) = (text.Style.Font, 0);
        foreach (var at in Places(data, place))
        {
            if ((counted++ & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            positions.MoveTo(at);
            var shown = text.Text(positions.Frame);
            // Most are shorter than the widest so far by far, and need not be measured.
            if (shown.Length * font.Size * WidestLetter > widest) widest = Math.Max(widest, typesetter.Width(font, shown));
        }
        return widest + 2 * text.Style.Padding;
    }

    private static IEnumerable<Cursor> Places(SectionData data, BandPlace place)
    {
        var (tree, whole) = (data.Tree, data.Plan.Base);
        switch (place.Kind)
        {
            case BandKind.Detail:
                var groups = tree.Levels[tree.Innermost];
                for (var group = 0; group < groups.Count; group++)
                    for (var row = groups.Start[group]; row < groups.End(group); row++)
                        yield return new Cursor(Stage.Detail, tree.Innermost, group, row);
                break;
            case BandKind.GroupHeader or BandKind.GroupFooter:
                var level = whole + place.Level;
                if (tree.Order.Length == 0) break;
                for (var group = 0; group < tree.Levels[level].Count; group++)
                    yield return new Cursor(place.Kind == BandKind.GroupHeader ? Stage.Header : Stage.Footer, level, group);
                break;
            default:
                yield return new Cursor(place.Kind == BandKind.ReportHeader ? Stage.ReportHeader : Stage.ReportFooter, whole);
                break;
        }
    }
}

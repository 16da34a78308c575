using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning;

/// <summary>A section with its place from left to right, in points.</summary>
public readonly record struct SectionPlace(Section Section, double X, double Width);

/// <summary>Shares the width of a body among the sections that stand in it: one under the other, or side by side.</summary>
public static class SectionPlaces
{
    /// <summary>Room between two sections side by side, in points.</summary>
    public const double Gap = 16;

    /// <summary>The width that the sections of a sheet have.</summary>
    public static double BodyWidth(PageSetup page, Sheet sheet)
        => sheet.Columns is { Count: > 1 } columns ? (page.BodyWidth - (columns.Count - 1) * columns.Gap) / columns.Count : page.BodyWidth;

    /// <summary>The width that a section has where it stands: on a sheet, beside others, or inside of one.</summary>
    public static double WidthOf(ReportDefinition report, string section)
    {
        return report.Sheets.Select(sheet => Find(sheet.Sections, BodyWidth(report.Page, sheet))).First(width => width is not null)!.Value;

        double? Find(IReadOnlyList<Section> sections, double width)
        {
            foreach (var place in Arrange(sections, 0, width))
            {
                if (place.Section.Id == section) return place.Width;
                foreach (var part in place.Section.Bands().SelectMany(b => b.Band.Parts))
                    if (Find(part.Sections, place.Width) is { } inside) return inside;
            }
            return null;
        }
    }

    /// <summary>Sections in rows: each row holds those that stand side by side.</summary>
    public static IReadOnlyList<IReadOnlyList<T>> Rows<T>(IReadOnlyList<T> sections, Func<T, Section> section)
    {
        var rows = new List<List<T>>();
        foreach (var one in sections)
        {
            if (rows.Count == 0 || !section(one).Beside) rows.Add([]);
            rows[^1].Add(one);
        }
        return rows;
    }

    public static IEnumerable<SectionPlace> Arrange(IReadOnlyList<Section> sections, double x, double width)
    {
        foreach (var row in Rows(sections, s => s))
        {
            var left = width - (row.Count - 1) * Gap - row.Sum(s => s.Width ?? 0);
            var open = row.Count(s => s.Width is null);
            var at = x;
            foreach (var section in row)
            {
                var own = Math.Max(36, section.Width ?? (row.Count == 1 ? width : left / open));
                yield return new SectionPlace(section, at, own);
                at += own + Gap;
            }
        }
    }
}

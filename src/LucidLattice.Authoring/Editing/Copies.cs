using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Copies of larger things of a report: what is inside gets new ids too, and stands in the copies of its columns.</summary>
internal static class Copies
{
    public static Section Copy(Section section, FreeIds ids)
    {
        var columns = section.Columns.ToDictionary(c => c.Id, c => ids.Like(c.Id));
        return section with
        {
            Id = ids.Like(section.Id),
            Columns = [.. section.Columns.Select(c => c with { Id = columns[c.Id] })],
            Levels = [.. section.Levels.Select(l => Copy(l, ids, columns.GetValueOrDefault))],
            ReportHeader = Copy(section.ReportHeader, ids, columns.GetValueOrDefault),
            Detail = Copy(section.Detail, ids, columns.GetValueOrDefault),
            ReportFooter = Copy(section.ReportFooter, ids, columns.GetValueOrDefault),
        };
    }

    /// <param name="column">The new id of a column, or null if it is not copied along.</param>
    public static Level Copy(Level level, FreeIds ids, Func<string, string?> column) => level with
    {
        Id = ids.Like(level.Id),
        Header = Copy(level.Header, ids, column),
        Footer = Copy(level.Footer, ids, column),
    };

    public static Band Copy(Band band, FreeIds ids, Func<string, string?> column) =>
        band with { Parts = [.. band.Parts.Select(p => Copy(p, ids, column))] };

    public static BandPart Copy(BandPart part, FreeIds ids, Func<string, string?> column) => part with
    {
        Id = ids.Like(part.Id),
        Elements = [.. part.Elements.Select(e => e.WithIds(ids.Like) with
        {
            Column = e.Column is null ? null : column(e.Column) ?? e.Column,
        })],
        Sections = [.. part.Sections.Select(s => Copy(s, ids))],
    };
}

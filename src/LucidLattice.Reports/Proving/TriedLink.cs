using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Proving;

/// <summary>
/// What a trial of a link is a proof of: both ends as they were defined, and their data. Whoever shows the result of an earlier trial asks
/// whether it still is the same.
/// </summary>
/// <param name="Definitions">The identity of the link, of what decides the numbers that are clicked, and of the report that opens.</param>
/// <param name="Data">That of the data of both; null where nobody can tell.</param>
public sealed record TriedLink(string Definitions, string? Data)
{
    /// <param name="on">The id of what the link stands on.</param>
    /// <param name="index">Its place among the links there.</param>
    /// <returns>Null where there is no such link, or where it opens no report.</returns>
    public static TriedLink? Of(ReportDefinition report, string on, int index, IReportCatalog catalog, ReportEngine engine)
    {
        var links = report.AllLinks().Where(l => l.On == on).Select(l => l.Link);
        if (links.ElementAtOrDefault(index) is not { Address: null } link) return null;
        var target = link.Report.Length == 0 ? report : catalog.Published(link.Report);
        var definitions = ContentHash.Of(link with { Also = [] }, Bare(report, on), link.Report.Length == 0 ? null : target);
        var data = new[] { report, target }.OfType<ReportDefinition>().Distinct()
            .Select(r => engine.DataStampOf(new RunRequest(r, new Dictionary<string, string>(), default))).ToList();
        return new TriedLink(definitions.ToString(), data.Contains(null) ? null : ContentHash.Of(data).ToString());
    }

    /// <summary>A report without what decides no number that is clicked: its paper and its looks, and all that is printed but for what
    /// the link stands on.</summary>
    private static ReportDefinition Bare(ReportDefinition report, string on)
    {
        var bare = report with
        {
            Title = "", Description = null, Look = null, OwnLook = null, Page = new PageSetup(), Colors = [], Promises = [], Images = [],
            Sheets = [.. report.Sheets.Select(s => new Sheet { Id = s.Id, Name = "", Sections = s.Sections })],
        };
        return bare.MapSections(section => section.MapBands((_, band) => new Band
        {
            Parts = [.. band.Parts.Where(p => p.Id == on || p.Sections.Count > 0 || p.Elements.Any(IsOn)).Select(p => new BandPart
            {
                Id = p.Id, Height = 0, When = p.When, Sections = p.Sections,
                Elements = p.Id == on ? p.Elements : [.. p.Elements.Where(IsOn).Select(Plain)],
            })],
        }));

        bool IsOn(Element element) => element.Id == on || element.Links().Any(l => l.On == on);

        // The link itself counts apart from those beside it.
        Element Plain(Element element) => element.WithLinks((_, _) => null) with { X = 0, Y = 0, Width = 0, Height = 0, Style = null };
    }
}

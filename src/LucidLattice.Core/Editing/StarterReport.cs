using LucidLattice.Core.Definitions;
using LucidLattice.Core.Links;

namespace LucidLattice.Core.Editing;

/// <summary>The report that one starts from: a title, the first fields of a table as columns, page numbers.</summary>
public static class StarterReport
{
    private const int FirstColumns = 6;

    public static ReportDefinition Of(string title, Dataset dataset, string currency = "EUR")
    {
        var section = new Section
        {
            Id = "s1",
            Dataset = dataset.Id,
            ReportHeader = new Band { Parts = [new BandPart { Id = "p1", Height = 44, Elements = [new TextElement { Id = "t1", Width = 510, Height = 26, Text = title.Replace("{{", "{{{{"), Style = new Style { Role = StyleRole.Title } }] }] },
            PageFooter = new Band { Parts = [new BandPart { Id = "p2", Height = 16, Elements = [new TextElement { Id = "t2", X = 360.24, Y = 4, Width = 150, Height = 11, Text = "Page {{ page_number() }} of {{ page_count() }}", Style = new Style { Align = Alignment.Right } }] }] },
        };
        var report = new ReportDefinition
        {
            Format = ReportDefinition.FormatName,
            Version = ReportDefinition.CurrentVersion,
            Title = title,
            Currency = currency,
            Datasets = [dataset],
            Sheets = [new Sheet { Id = "sheet1", Name = "Report", Sections = [section] }],
        };
        var offered = dataset.Fields.Where(f => !f.Hidden).ToList();
        var fields = offered.Where(f => f.Kind != FieldKind.Key).Concat(offered.Where(f => f.Kind == FieldKind.Key)).Take(FirstColumns);
        foreach (var field in dataset.Fields.Intersect(fields)) report = new AddField { Field = field.Name }.Apply(report, NoReports.Instance);
        return report;
    }
}

using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Datasets;
using LucidLattice.Planning.Copies;

namespace LucidLattice.Authoring.Editing;

/// <summary>The report that one starts from: a title, the first fields of a table as columns, page numbers.</summary>
public static class StarterReport
{
    private const int FirstColumns = 6;

    private static BandPart PageNumbers => new()
    {
        Id = "p2",
        Height = 16,
        Elements =
        [
            new TextElement
            {
                Id = "t2", X = 360.24, Y = 4, Width = 150, Height = 11, Text = "Page {{ page_number() }} of {{ page_count() }}",
                    Style = new Style { Align = Alignment.Right },
            },
        ],
    };

    /// <summary>A report over a copy of a kept dataset, with the parameters that it asks for.</summary>
    public static ReportDefinition OfKept(string title, Dataset kept, string currency = "EUR")
        => DatasetCopy.WithParametersOf(Create(title, DatasetCopy.Take(kept, "d1") with { Starter = kept.Starter }, currency), kept, "d1");

    /// <summary>A report over a dataset: with what its author put down to start with, or else with its first fields.</summary>
    public static ReportDefinition Create(string title, Dataset dataset, string currency = "EUR")
    {
        var starter = dataset.Starter;
        var section = new Section
        {
            Id = "s1",
            Dataset = dataset.Id,
            ReportHeader = new Band { Parts = [new BandPart { Id = "p1",
            Elements = [new TextElement { Id = "t1", Y = 6, Width = 510, Height = 26, Text = RenameReport.Printed(title),
            Style = new Style { Role = StyleRole.Title } }] }] },
        };
        var report = new ReportDefinition
        {
            Format = ReportDefinition.FormatName,
            Version = ReportDefinition.CurrentVersion,
            Title = title,
            Currency = currency,
            Datasets = [dataset with { Starter = null }],
            Sheets = [new Sheet { Id = "sheet1", Name = "Report", Sections = [section], PageFooter = new Band { Parts = [PageNumbers] } }],
        };
        foreach (var field in FirstFields.Of(dataset, FirstColumns)) report = Apply(new AddField { Field = field.Name }, report);
        if (starter is null) return WithTotals(report, dataset);
        if (Has(dataset, starter.GroupBy)) report = Apply(new AddLevel { Field = starter.GroupBy! }, report);
        var columns = report.Sheets[0].Sections[0].Columns;
        foreach (var total in starter.Totals)
            if (dataset.Fields.FirstOrDefault(f => f.Name == total) is { } field
                && columns.FirstOrDefault(c => c.Expression == Names.Quoted(total)) is { } column)
                report = Apply(new AddTotals { Column = column.Id, Aggregate = UsualAggregate.ForField(field) }, report);
        if (!Has(dataset, starter.ChartOf)) return report;
        report = Apply(new AddChart { Band = BandKind.ReportHeader }, report);
        var chart = report.Sheets[0].Sections[0].Elements().Select(e => e.Element).OfType<ChartElement>().Last();
        return Apply(
            new Replace { Item = new ElementItem(chart with { Category = new ChartCategory { By = Names.Quoted(starter.ChartOf!) } }) },
            report);
    }

    /// <summary>Totals of the columns that add up.</summary>
    private static ReportDefinition WithTotals(ReportDefinition report, Dataset dataset) =>
        report.Sheets[0].Sections[0].Columns
            .Where(c => dataset.Fields.Any(f => f.AddsUp && c.Expression == Names.Quoted(f.Name)))
            .Aggregate(report, (at, column) => Apply(new AddTotals { Column = column.Id }, at));

    /// <summary>False for a field that has gone since.</summary>
    private static bool Has(Dataset dataset, string? field) => dataset.Fields.Any(f => f.Name == field);

    private static ReportDefinition Apply(Edit edit, ReportDefinition report) => edit.Apply(report, NoReports.Instance);
}

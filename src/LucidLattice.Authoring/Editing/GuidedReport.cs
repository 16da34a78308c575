using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

/// <summary>What a reader of a new report should find out.</summary>
public enum ReportGoal
{
    /// <summary>How much there is of something: totals for each group.</summary>
    HowMuch,

    /// <summary>How it changes: the same over time, with a line.</summary>
    HowItChanges,

    /// <summary>How things compare: groups by their totals, with shares and ranks, and bars.</summary>
    HowTheyCompare,

    /// <summary>Which rows there are: a list.</summary>
    WhichRows,
}

/// <summary>A few choices from which a whole report is made; what is left out is chosen from the fields.</summary>
/// <param name="Measure">The name of a number that is added up; null counts rows.</param>
/// <param name="By">The name of the field that rows are grouped by.</param>
/// <param name="Time">The name of the date of a report over time.</param>
/// <param name="Step">The periods of a report over time, as date_trunc names them.</param>
public sealed record ReportGuide(ReportGoal Goal, string? Measure = null, string? By = null, string? Time = null, string Step = "month");

/// <summary>Makes a report from what its readers should find out, by the same edits that an author would make.</summary>
public static class GuidedReport
{
    private static readonly string[] Steps = ["year", "quarter", "month", "week", "day"];

    /// <summary>The guide with everything that was left open chosen from the fields of a dataset.</summary>
    /// <exception cref="EditException">The dataset has no fields that could be shown.</exception>
    public static ReportGuide Completed(ReportGuide guide, Dataset dataset)
    {
        var fields = dataset.Fields.Where(f => !f.Hidden).ToList();
        if (fields.Count == 0) throw new EditException($"“{dataset.Name}” has no fields that a report could show.");
        string? Known(string? name, Func<Field, bool> suits) =>
            name is null ? null : fields.FirstOrDefault(f => f.Name == name && suits(f))?.Name;
        return guide with
        {
            Measure = guide.Measure == "" ? "" : Known(guide.Measure, f => f.Type.IsNumber())
                ?? fields.FirstOrDefault(f => f.AddsUp)?.Name ?? "",
            By = Known(guide.By, _ => true)
                ?? (fields.FirstOrDefault(f => f.Type == DataType.Text) ?? fields.FirstOrDefault(f => !f.Type
                    .IsNumber()) ?? fields[0]).Name,
            Time = Known(guide.Time, f => f.Type is DataType.Date or DataType.DateTime)
                ?? fields.FirstOrDefault(f => f.Type is DataType.Date or DataType.DateTime)?.Name,
            Step = Steps.Contains(guide.Step) ? guide.Step : "month",
        };
    }

    /// <exception cref="EditException">The dataset has no fields, or no date for a report over time.</exception>
    public static ReportDefinition Create(ReportGuide asked, Dataset kept)
    {
        var guide = Completed(asked, kept);
        var report = StarterReport.OfKept(Title(guide, kept), kept with { Starter = StarterOf(guide, kept) });
        return guide.Goal switch
        {
            ReportGoal.HowItChanges => OverTime(report, guide),
            ReportGoal.WhichRows => report,
            _ => Compared(report, guide),
        };
    }

    private static Starter StarterOf(ReportGuide guide, Dataset dataset)
    {
        var fields = dataset.Fields.Where(f => !f.Hidden).Select(f => f.Name).ToList();
        if (guide.Goal == ReportGoal.WhichRows) return new Starter { Columns = [.. fields.Take(7)] };
        string?[] wanted = [guide.Time, guide.By, guide.Measure];
        var columns = wanted.OfType<string>().Where(f => f.Length > 0).Concat(fields).Distinct().Take(5).ToList();
        return new Starter { Columns = columns, Totals = guide.Measure is { Length: > 0 } measure ? [measure] : [] };
    }

    private static string Title(ReportGuide guide, Dataset dataset)
    {
        string Words(string? name) => dataset.Fields.FirstOrDefault(f => f.Name == name)?.Caption ?? dataset.Name;
        var what = guide.Measure is { Length: > 0 } measure ? Words(measure) : dataset.Name;
        return guide.Goal switch
        {
            ReportGoal.HowItChanges => $"{what} by {guide.Step}",
            ReportGoal.WhichRows => dataset.Name,
            ReportGoal.HowTheyCompare => $"{what} compared by {Words(guide.By).ToLowerInvariant()}",
            _ => $"{what} by {Words(guide.By).ToLowerInvariant()}",
        };
    }

    private static ReportDefinition Compared(ReportDefinition report, ReportGuide guide)
    {
        var compares = guide.Goal == ReportGoal.HowTheyCompare;
        report = Grouped(report, Names.Quoted(guide.By!), "", compares ? Total(guide) : "", guide);
        report = Charted(report, guide, Names.Quoted(guide.By!), compares ? "bars" : "columns",
            compares ? ChartOrder.LargestFirst : ChartOrder.Category);
        if (!compares) return report;
        // Of each group, its share and its rank stand beside its total.
        var level = report.Sheets[0].Sections[0].Levels[0];
        var text = new TextElement
        {
            Id = "?", Width = 200, Height = 14, Style = new Style { Role = StyleRole.Note },
            Text = $"{{{{ 1.0 * {Total(guide)} / nullif({Total(guide)} OVER (), 0) | 0.0 % }}}} of all, place "
                + $"{{{{ rank() OVER (ORDER BY {Total(guide)} DESC) }}}}",
        };
        return Apply(new AddElement { Band = BandKind.GroupFooter, Level = 1, Element = text, Section = SectionOf(report, level.Id) },
            report);
    }

    private static ReportDefinition OverTime(ReportDefinition report, ReportGuide guide)
    {
        if (guide.Time is not { } time)
            throw new EditException("The dataset has no date, so nothing can be shown to change over time.");
        var by = $"date_trunc('{guide.Step}', {Names.Quoted(time)})";
        var pattern = guide.Step switch
        {
            "year" => "yyyy", "quarter" => "QQQ yyyy", "month" => "MMMM yyyy", _ => "d MMM yyyy",
        };
        return Charted(Grouped(report, by, pattern, "", guide), guide, by, "lines", ChartOrder.Category);
    }

    /// <summary>The rows in groups, with the total in each footer.</summary>
    private static ReportDefinition Grouped(ReportDefinition report, string by, string pattern, string orderBy, ReportGuide guide)
    {
        report = Apply(new AddLevel { Field = guide.Goal == ReportGoal.HowItChanges ? guide.Time! : guide.By! }, report);
        var section = report.Sheets[0].Sections[0];
        report = Apply(new SetLevel
        {
            Level = section.Levels[0].Id, By = by, Pattern = pattern, OrderBy = orderBy, Descending = orderBy.Length > 0,
            Name = guide.Goal == ReportGoal.HowItChanges ? char.ToUpperInvariant(guide.Step[0]) + guide.Step[1..] : null,
        }, report);
        section = report.Sheets[0].Sections[0];
        var measured = section.Columns.FirstOrDefault(c => c.Expression == Names.Quoted(guide.Measure is { Length: > 0 } m ? m
            : guide.By!));
        return measured is null ? report : Apply(
            new AddTotals { Column = measured.Id, Aggregate = guide.Measure is { Length: > 0 } ? "sum" : "count" }, report);
    }

    private static ReportDefinition Charted(ReportDefinition report, ReportGuide guide, string by, string type, ChartOrder order)
    {
        report = Apply(new AddChart { Band = BandKind.ReportHeader }, report);
        var chart = report.Sheets[0].Sections[0].Elements().Select(e => e.Element).OfType<ChartElement>().Last();
        return Apply(new Replace
        {
            Item = new ElementItem(chart with
            {
                Chart = type, Category = new ChartCategory { By = by, Order = order },
                    Values = [new ChartValue { Expression = Total(guide) }],
                Words = chart.Words with { Title = new ChartText() },
            }),
        }, report);
    }

    private static string Total(ReportGuide guide) => guide.Measure is { Length: > 0 } measure ? $"sum({Names.Quoted(measure)})"
        : "count(*)";

    private static string SectionOf(ReportDefinition report, string level) =>
        report.AllSections().First(s => s.Levels.Any(l => l.Id == level)).Id;

    private static ReportDefinition Apply(Edit edit, ReportDefinition report) => edit.Apply(report, NoReports.Instance);
}

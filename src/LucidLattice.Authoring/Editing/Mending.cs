using LucidLattice.Datasets.Parameters;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Copies;

namespace LucidLattice.Authoring.Editing;

/// <summary>Mends a problem as the first of its mends says.</summary>
public sealed record MendProblem : Edit
{
    public required string Code { get; init; }
    public string? Place { get; init; }

    /// <summary>What the problem said, which may name what is meant instead.</summary>
    public IReadOnlyList<string> Mends { get; init; } = [];

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog) =>
        at with { Report = Mending.Mended(at.Report, Code, Place, Mends) ?? throw new EditException("There is nothing to mend any more.") };
}

/// <summary>What can be mended with one click: where there is one thing that everybody would do.</summary>
public static class Mending
{
    private delegate Element? OfElement(Element element, ReportDefinition report);

    /// <summary>What becomes of an element; null takes it out.</summary>
    private static readonly Dictionary<string, OfElement> Elements = new()
    {
        ["unknown-column"] = (_, _) => null,
        ["total-outside-group"] = (_, _) => null,
        ["contents-misplaced"] = (_, _) => null,
        ["no-image"] = (_, _) => null,
        ["unknown-image"] = (_, _) => null,
        ["cell-outside-detail"] = (e, _) => new TotalElement { Id = e.Id, Column = e.Column, Y = e.Y, Height = e.Height, Style = e.Style },
        ["total-of-page"] = (e, _) => e is TotalElement total ? total with { As = TotalForm.Value } : e,
        ["unknown-aggregate"] = (e, _) => e is TotalElement total ? total with { Aggregate = "sum" } : e,
        ["total-by"] = (e, _) => e is TotalElement total ? total with { Aggregate = "sum" } : e,
        ["percentile"] = (e, _) => e is TotalElement total ? total with { Fraction = 0.5 } : e,
        ["no-groups-inside"] = (e, _) => e is TotalElement total ? total with { Aggregate = "avg" } : null,
        ["scale-misplaced"] = (e, _) => e with { Style = e.Style! with { Scale = null } },
        ["bad-turn"] = (e, _) => e with { Style = e.Style! with { Turn = null } },
        ["braces-in-heading"] = AsText,
        ["outside-page"] = OntoPage,
    };

    /// <summary>The problem with whether it can be mended.</summary>
    public static Problem Looked(Problem problem, ReportDefinition report) =>
        problem with { CanMend = Mended(report, problem.Code, problem.Place, problem.Mends ?? []) is not null };

    /// <summary>The report with a problem mended; null if that needs somebody's thought.</summary>
    public static ReportDefinition? Mended(ReportDefinition report, string code, string? place, IReadOnlyList<string> mends)
    {
        if (code == "unknown-look") return report with { Look = null };
        if (code == "no-title") return report with { Title = "Untitled" };
        if (code == "unknown-parameter") return WithParameter(report, mends);
        if (place is null) return null;
        if (code == "unknown-field") return Renamed(report, place, mends);
        if (code == "columns-too-wide") return Narrowed(report, place);
        if (!Elements.TryGetValue(code, out var mend) || report.AllElements().FirstOrDefault(e =>
            e.Id == place) is not { } element) return null;
        return mend(element, report) is { } changed
            ? report.MapAllElements(e => e.Id == place ? changed : e)
            : new Remove { Ids = [place] }.Apply(report, NoReports.Instance);
    }

    /// <summary>The parameter that an expression of the report names, made as it follows from there.</summary>
    private static ReportDefinition? WithParameter(ReportDefinition report, IReadOnlyList<string> mends)
    {
        const string Create = "Create the parameter “:";
        if (mends.FirstOrDefault(m => m.StartsWith(Create, StringComparison.Ordinal)) is not { } mend) return null;
        var name = mend[Create.Length..].Split('”')[0];
        Parameter? made = null;
        foreach (var dataset in report.Datasets)
            _ = report.MapRowExpressions(dataset.Id, (_, text) =>
            {
                if (made is null && MissingParameter.Propose(text, dataset, report.Parameters) is { } found
                    && string.Equals(found.Name, name, StringComparison.OrdinalIgnoreCase)) made = found;
                return text;
            });
        if (report.Parameters.Any(p => p.Name == name)) return null;
        return report with { Parameters = [.. report.Parameters, made ?? new Parameter { Name = name, Type = DataType.Text }] };
    }

    /// <summary>A heading as a text in the place of the column, so that what stands in its braces is read.</summary>
    private static TextElement AsText(Element heading, ReportDefinition report) => new()
    {
        Id = heading.Id, Column = heading.Column, Y = heading.Y, Height = heading.Height, When = heading.When,
        Style = (heading.Style ?? new Style()) with { Role = heading.Style?.Role ?? StyleRole.ColumnHeading },
        Text = report.AllSections().SelectMany(s => s.Columns).First(c => c.Id == heading.Column).Heading,
    };

    private static Element OntoPage(Element element, ReportDefinition report)
    {
        var (left, right) = (-report.Page.Left, report.Page.Width - report.Page.Left);
        var width = Math.Min(element.Width, right - left);
        return element with { Width = width, X = Math.Clamp(element.X, left, right - width) };
    }

    /// <summary>The field that was meant, wherever the place names the one that is not there.</summary>
    private static ReportDefinition? Renamed(ReportDefinition report, string place, IReadOnlyList<string> mends)
    {
        const string Meant = "Did you mean “";
        if (mends.FirstOrDefault(m => m.StartsWith(Meant, StringComparison.Ordinal)) is not { } mend) return null;
        var meant = mend[Meant.Length..].Split('”')[0];
        var changed = report;
        foreach (var dataset in report.Datasets)
        {
            // Parameters and functions are proposed in the same words.
            if (dataset.Fields.All(f => f.Name != meant)) continue;
            changed = changed.MapRowExpressions(dataset.Id, (at, text) => at.Id != place ? text
                : FieldNames.Mended(text, dataset.Fields, meant));
        }
        return ReportJson.AreSame(changed, report) ? null : changed;
    }

    /// <summary>All columns narrower by the same share, so that they fit.</summary>
    private static ReportDefinition? Narrowed(ReportDefinition report, string place)
    {
        if (report.FindSection(place) is not { } section || report.Sheets.FirstOrDefault(s => s.Sections.Any(own =>
            own.Id == place)) is null)
            return null;
        var share = (section.Width ?? report.Page.BodyWidth) / section.Columns.Sum(c => c.Width);
        return share >= 1 ? null : report.MapSection(place, s => s with
        {
            Columns = [.. s.Columns.Select(c => c with { Width = Math.Max(8, Math.Floor(c.Width * share * 10) / 10) })],
        });
    }
}

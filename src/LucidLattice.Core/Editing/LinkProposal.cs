using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Links;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Editing;

/// <summary>What any new link carries, whatever it stands on: keys of the groups around and parameters of the report that mean the same,
/// told by their names and types.</summary>
internal sealed class LinkProposal(Workpiece at, IReadOnlyList<GroupedBy> around)
{
    /// <exception cref="EditException">There is nothing that readers could see.</exception>
    /// <param name="report">The id of the report that opens; empty for this one.</param>
    public static ReportDefinition Target(Workpiece at, IReportCatalog catalog, string report) => report.Length == 0 ? at.Report
        : catalog.Published(report) ?? throw new EditException(
            "That report was never published. Publish it first, so that readers can see it.");

    /// <summary>A new link in the place of what is there, or beside it.</summary>
    public static Link? Placed(Link? link, Link? there, bool also) =>
        link is null || there is null || !also ? link is null ? null : link with { Also = there?.Also ?? [] }
        : there with { Also = [.. there.Also, link] };

    /// <summary>The parameters that a link may give values to.</summary>
    public static List<Parameter> Settable(ReportDefinition target) => [.. target.Parameters.Where(p => p.SetBy != SetBy.Nobody)];

    /// <summary>True if an expression is a field of a parameter's name and type, which takes single values.</summary>
    public bool Means(string expression, Parameter parameter) => parameter.Shape != ParameterShape.Period
        && string.Equals(expression.Trim('"'), parameter.Name, StringComparison.OrdinalIgnoreCase) && TypeOf(expression) == parameter.Type;

    /// <summary>True if a parameter chooses among the values of an expression, whatever it is called.</summary>
    public bool ChoosesAmong(string expression, Parameter parameter) => parameter.Shape != ParameterShape.Period
        && parameter.Choices is DatasetChoices choices && choices.Value == expression && TypeOf(expression) == parameter.Type;

    public ValueSource? FromGroups(Parameter parameter) =>
        around.FirstOrDefault(l => Means(l.By, parameter)) is { } level ? new LevelSource { Level = level.Id } : null;

    /// <summary>The group that a parameter chooses among, or a period of dates for one that takes periods.</summary>
    public ValueSource? FromClicked(Parameter parameter, IReadOnlyList<GroupedBy> clicked) =>
        clicked.LastOrDefault(g => parameter.Shape == ParameterShape.Period ? Charts.DateSteps.StepOf(g.By) is not null
            : ChoosesAmong(g.By, parameter)) is { } found ? new LevelSource { Level = found.Id } : null;

    public ValueSource? FromReport(Parameter parameter) => at.Report.Parameters.FirstOrDefault(p => p.Type == parameter.Type
        && p.Shape == parameter.Shape && string.Equals(p.Name, parameter.Name, StringComparison.OrdinalIgnoreCase)) is { } own
            ? new ParameterSource { Name = own.Name } : null;

    private DataType? TypeOf(string expression) =>
        (at.Dataset?.Fields ?? []).FirstOrDefault(f => Names.Quoted(f.Name) == expression)?.Type;
}

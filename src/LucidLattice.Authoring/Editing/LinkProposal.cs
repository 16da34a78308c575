using LucidLattice.Charts;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

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
    /// <param name="index">Its place among those that are there.</param>
    public static Link? Placed(Link? link, Link? there, bool also, int index)
    {
        if (link is null || there is null) return link;
        var all = there.All.Select(l => l with { Also = [] }).ToList();
        if (also || index >= all.Count) all.Add(link);
        else all[index] = InPlaceOf(all[index], link);
        return all[0] with { Also = [.. all.Skip(1)] };
    }

    /// <summary>Another target for a link: with the values that it had for this one before, and those that are proposed for parameters
    /// that it did not have then.</summary>
    private static Link InPlaceOf(Link before, Link proposed)
    {
        bool IsOfProposed(Link link) => link.Report == proposed.Report && (link.Address is null) == (proposed.Address is null);
        var former = (before.Former ?? []).Append(before with { Former = null }).Where(l => !IsOfProposed(l)).ToList();
        var remembered = IsOfProposed(before) ? null : (before.Former ?? []).LastOrDefault(IsOfProposed);
        var next = remembered is null ? proposed with { Name = before.Name } : remembered with
        {
            Carries = [.. remembered.Carries,
                .. proposed.Carries.Where(c => remembered.Carries.All(r => r.Parameter != c.Parameter))],
        };
        return next with { Former = former.Count == 0 ? null : [.. former.TakeLast(Link.MostFormer)] };
    }

    /// <summary>The link to a web address.</summary>
    public static Link ToWeb(string address) => new() { Report = "", Address = address, Open = OpenIn.NewTab };

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
        clicked.LastOrDefault(g => parameter.Shape == ParameterShape.Period ? DateSteps.StepOf(g.By) is not null
            : ChoosesAmong(g.By, parameter)) is { } found ? new LevelSource { Level = found.Id } : null;

    public ValueSource? FromReport(Parameter parameter) => at.Report.Parameters.FirstOrDefault(p => p.Type == parameter.Type
        && p.Shape == parameter.Shape && string.Equals(p.Name, parameter.Name, StringComparison.OrdinalIgnoreCase)) is { } own
            ? new ParameterSource { Name = own.Name } : null;

    private DataType? TypeOf(string expression) =>
        (at.Dataset?.Fields ?? []).FirstOrDefault(f => Names.Quoted(f.Name) == expression)?.Type;
}

using LucidLattice.Datasets.Parameters;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

/// <summary>Compares a column with the year before: it becomes the column of the year that is asked for, and the year before, the change
/// and the percent change follow beside it, with totals wherever the column has some.</summary>
public sealed record CompareYears : Edit
{
    private const double PercentWidth = 60;

    public required string Column { get; init; }

    /// <summary>The field whose year counts: a date, or a whole number that is a year.</summary>
    public required string Field { get; init; }

    /// <summary>The parameter that asks for the year; null makes one called <c>year</c>, or takes the one that is there.</summary>
    public string? Parameter { get; init; }
    protected override string Named => Column;

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var column = Columns.Require(at.Section, Column);
        var field = at.Dataset?.Fields.FirstOrDefault(f => f.Name == Field) ?? throw new EditException($"There is no field “{Field}”.");
        var year = field.Type.IsTime() ? YearOf(Names.Quoted(field.Name), at.Report.FiscalYearStart)
            : field.Type == DataType.Whole ? Names.Quoted(field.Name)
            : throw new EditException($"“{field.Caption}” is neither a date nor a year.");
        (at, var asked) = Asked(at, year);
        var of = column.Expression;
        var (now, before) = ($"CASE WHEN {year} = :{asked} THEN {of} END", $"CASE WHEN {year} = :{asked} - 1 THEN {of} END");
        var change = $"CASE WHEN {year} = :{asked} THEN {of} WHEN {year} = :{asked} - 1 THEN -({of}) END";
        var ids = new FreeIds(at.Report);
        Column Beside(string heading, string expression, double width, string? pattern) => column with
        {
            Id = ids.Next("c"), Heading = heading, Expression = expression, Width = width, Pattern = pattern,
        };
        var beforeColumn = Beside($"{column.Heading}, year before", before, column.Width, column.Pattern);
        var changeColumn = Beside("Change", change, column.Width, column.Pattern);
        var percentColumn = Beside("Change, %", now, PercentWidth, null);
        var columns = at.Section.Columns.SelectMany(c => c.Id != column.Id ? new[] { c }
            : [column with { Expression = now }, beforeColumn, changeColumn, percentColumn]);
        at = at.With(at.Section with { Filter = Both(at.Section.Filter, $"{year} BETWEEN :{asked} - 1 AND :{asked}") });
        at = Columns.Replace(at, [.. columns]);
        at = Columns.CopyElements(at, column.Id, beforeColumn.Id, e => e);
        at = Columns.CopyElements(at, column.Id, changeColumn.Id, e => e);
        // A row is of one year, so that only totals have a percent change.
        return Columns.CopyElements(at, column.Id, percentColumn.Id, e => e switch
        {
            TotalElement total => total with { Aggregate = MadeAggregates.PercentChange, By = before, Fraction = null, Pattern = null },
            CellElement => null,
            _ => e,
        });
    }

    private static string YearOf(string date, int first) =>
        first == 1 ? $"EXTRACT(YEAR FROM {date})" : $"fiscal_year({date}, {first})";

    private (Workpiece At, string Name) Asked(Workpiece at, string year)
    {
        var parameters = at.Report.Parameters;
        if (Parameter is { } named)
            return parameters.FirstOrDefault(p => p.Name == named) is { Type: DataType.Whole, Shape: ParameterShape.Single } ? (at, named)
                : throw new EditException($"The parameter “{named}” does not ask for one whole number.");
        if (parameters.FirstOrDefault(p => p is { Name: "year", Type: DataType.Whole, Shape: ParameterShape.Single }) is { } there)
            return (at, there.Name);
        var name = ParameterNames.Free("year", parameters);
        var made = new Parameter
        {
            Name = name, Type = DataType.Whole, Label = "Year", Required = true,
            Choices = new DatasetChoices
            {
                Dataset = at.Dataset!.Id, Value = year, Order = ChoiceOrder.Value, Unfiltered = true, Initial = InitialChoice.Last,
            },
        };
        return (at with { Report = at.Report with { Parameters = [.. parameters, made] } }, name);
    }

    private static string Both(string? filter, string condition) =>
        filter is { Length: > 0 } ? $"({filter}) AND {condition}" : condition;
}

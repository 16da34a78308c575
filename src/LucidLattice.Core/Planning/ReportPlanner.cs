using System.Globalization;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Links;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Planning;

/// <summary>Turns a definition into a plan, and finds everything that is wrong with it before anything runs.</summary>
public sealed partial class ReportPlanner
{
    /// <summary>Room between columns that stand side by side, in points.</summary>
    public const double ColumnGap = 8;

    private readonly ReportDefinition _report;
    private readonly IReportCatalog _catalog;
    private readonly CultureInfo _culture;
    private readonly List<Problem> _problems;
    private readonly Section _section;
    private readonly Dataset? _dataset;
    private readonly IReadOnlySet<string> _repeated;
    private readonly AggregateList _totals = new();
    private readonly HashSet<int> _used = [];
    private readonly Dictionary<string, (Column Column, double X, double Width, Compiled? Value)> _columns = [];

    private ReportPlanner(ReportDefinition report, IReportCatalog catalog, Func<Dataset, IReadOnlySet<string>>? repeated, List<Problem> problems)
    {
        (_report, _catalog, _problems) = (report, catalog, problems);
        _culture = Languages.Culture(report.Language);
        _section = report.MainSection();
        _dataset = report.MainDataset();
        _repeated = _dataset is null || repeated is null ? new HashSet<string>() : repeated(_dataset);
    }

    /// <summary>Plans the report. The plan is null if there is nothing that could be printed.</summary>
    /// <param name="repeated">Gives the fields that joins repeat, as <see cref="IRowReader.Repeated"/> finds them; null if nobody asks.</param>
    public static (SectionPlan? Plan, IReadOnlyList<Problem> Problems) Plan(ReportDefinition report, IReportCatalog catalog, Func<Dataset, IReadOnlySet<string>>? repeated = null)
    {
        var problems = StructureChecks.Of(report).ToList();
        if (problems.Any(p => p.IsError)) return (null, problems);
        var plan = new ReportPlanner(report, catalog, repeated, problems).Plan();
        return (plan, problems);
    }

    private SectionPlan Plan()
    {
        var rowScope = Scope();
        var filter = _section.Filter is { Length: > 0 } text ? Check(_section.Id, "filter", () => Compiler.Condition(text, rowScope), rowScope) : null;
        var sort = _section.Sort.Select(key => (Check(_section.Id, "sort", () => Compiler.Compile(key.By, rowScope), rowScope), key.Descending))
            .Where(k => k.Item1 is not null).Select(k => (k.Item1!, k.Descending)).ToList();
        var levels = PlanLevels(rowScope);
        PlanColumns(rowScope);
        var bands = new Dictionary<BandPlace, IReadOnlyList<PartPlan>>();
        foreach (var (place, band) in _section.Bands())
            bands[place] = [.. band.Parts.Select(part => new PartPlan(part, [.. part.Elements.OrderBy(e => e.Y).Select(e => PlanElement(e, place))]))];
        return new SectionPlan
        {
            Report = _report,
            Section = _section,
            Dataset = _dataset,
            UsedFields = _used,
            Filter = filter,
            FilterIsBroken = filter is null && _section.Filter is { Length: > 0 },
            Sort = sort,
            Levels = levels,
            Bands = bands,
            Totals = _totals,
        };
    }

    private List<LevelPlan> PlanLevels(Scope scope)
    {
        var levels = new List<LevelPlan>();
        foreach (var level in _section.Levels)
        {
            // A level whose key is broken stays, as one group, so that bands and rails keep their places.
            var key = Check(level.Id, "by", () => Compiler.Compile(level.By, scope), scope) ?? new Compiled(DataType.Null, Phase.Constant, _ => Value.Null);
            var format = level.Pattern is null ? null : Check(level.Id, "pattern", () => Format(key, level.Pattern), scope);
            levels.Add(new LevelPlan(level, key, format ?? Format(key, null)));
        }
        return levels;
    }

    private void PlanColumns(Scope scope)
    {
        var x = 0.0;
        for (var i = 0; i < _section.Columns.Count; i++)
        {
            var column = _section.Columns[i];
            var last = i == _section.Columns.Count - 1;
            var value = Check(column.Id, "expression", () => Compiler.Compile(column.Expression, scope), scope);
            if (value is not null && column.Pattern is not null) Check(column.Id, "pattern", () => Format(value, column.Pattern), scope);
            _columns[column.Id] = (column, x, Math.Max(4, column.Width - (last ? 0 : ColumnGap)), value);
            x += column.Width;
        }
        if (x > _report.Page.BodyWidth + 0.5)
            _problems.Add(new("columns-too-wide", Severity.Warning, $"The columns are {Millimetres(x - _report.Page.BodyWidth)} mm wider than the page's body.", _section.Id, "columns", Mends: ["Make columns narrower, or turn the page."]));
    }

    /// <summary>What an expression may use at a place; without one, where rows are read.</summary>
    private Scope Scope(BandPlace? place = null) => new()
    {
        Fields = _dataset?.Fields ?? [],
        Parameters = _report.Parameters,
        Repeated = _repeated,
        Totals = place is { IsPageBand: false } ? _totals : null,
        Levels = place is null ? [] : [.. _section.Levels.Take(LevelsAround(place.Value)).Select(l => l.Name)],
        Allowed = place is null ? Phase.Row : Phase.Page,
    };

    private int LevelsAround(BandPlace place) => place.Kind == BandKind.Detail ? _section.Levels.Count : place.Level;

    private ValueFormat Format(Compiled value, string? pattern)
    {
        var format = ValueFormat.For(value.Type, pattern, value.Kind, value.Scale, _culture, value.Currency ?? _report.Currency);
        return value.Codes is { } codes ? ValueFormat.Of(codes, format) : format;
    }

    /// <summary>Runs a step and turns what it throws into a problem at a place.</summary>
    private T? Check<T>(string place, string property, Func<T> step, Scope scope, int offset = 0) where T : class
    {
        try
        {
            var result = step();
            if (result is Compiled compiled) _used.UnionWith(compiled.Fields);
            return result;
        }
        catch (ExpressionException e)
        {
            _problems.Add(new(e.Code, Severity.Error, e.Message, place, property, e.Position + offset, e.Mend is null ? null : [e.Mend]));
        }
        catch (FormatException e)
        {
            _problems.Add(new("bad-pattern", Severity.Error, e.Message, place, property));
        }
        finally
        {
            foreach (var (code, message, position) in scope.Warnings) _problems.Add(new(code, Severity.Warning, message, place, property, position + offset));
            scope.Warnings.Clear();
        }
        return null;
    }

    internal static string Millimetres(double points) => (points * 25.4 / 72).ToString("0.#", CultureInfo.InvariantCulture);
}

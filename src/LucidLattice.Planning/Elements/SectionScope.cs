using System.Globalization;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>A column with its place and its value.</summary>
/// <param name="X">From the left edge of the section, in points.</param>
/// <param name="Width">Without the room that it keeps from the next one.</param>
/// <param name="Value">Null if its expression is wrong.</param>
public sealed record ColumnPlan(Column Definition, double X, double Width, Compiled? Value)
{
    /// <summary>Between the values of two columns, in points.</summary>
    public const double Gap = 8;
}

/// <summary>
/// What the expressions of a section may use, and where they put down what they ask for: fields, totals, problems. One for each
/// section while it is planned.
/// </summary>
/// <param name="baseLevels">How many levels of the tree stand above the section itself.</param>
public sealed class SectionScope(ReportDefinition report, Section section, Dataset? dataset, IReadOnlySet<string> repeated, int baseLevels,
    LinkPlanner links, List<Problem> problems)
{
    private readonly HashSet<int> _used = [];

    public ReportDefinition Report => report;
    public Section Section => section;
    public Dataset? Dataset => dataset;
    public int Base => baseLevels;
    public LinkPlanner Links => links;
    public List<Problem> Problems => problems;
    public CultureInfo Culture { get; } = Languages.Culture(report.Language);
    public Dictionary<string, ColumnPlan> Columns { get; } = [];
    public AggregateList Totals { get; } = new();

    /// <summary>Totals by which groups are put in order, and kept or left out.</summary>
    public AggregateList GroupTotals { get; } = new();

    /// <summary>Of the section, in points.</summary>
    public double Width { get; set; }
    public RequestList<RunningSpec> Running { get; init; } = new();
    public RequestList<RankSpec> Ranks { get; } = new();
    public AggregateList PageTotals { get; } = new();

    /// <summary>Of the scope of page bands: the levels whose groups stand on pages.</summary>
    public IReadOnlyList<Level> LevelsOnPage { get; init; } = [];

    /// <summary>The indices of the dataset's fields that anything uses.</summary>
    public IReadOnlySet<int> Used => _used;

    public void Use(Compiled value)
    {
        _used.UnionWith(value.Fields);
        ReadsAllRows |= value.Reads.AllRows;
    }

    /// <summary>True if something looks at other rows than those that are kept.</summary>
    public bool ReadsAllRows { get; private set; }

    public IEnumerable<Level> LevelsAround(BandPlace place) =>
        section.Levels.Take(place.Kind == BandKind.Detail ? section.Levels.Count : place.Level);

    /// <summary>Levels of the section around that the rows are matched to, with what of the rows is matched.</summary>
    public IReadOnlyList<(Level Level, string Own)> Matched { get; set; } = [];

    /// <summary>What an expression may use where rows are read.</summary>
    public Scope OfRows() =>
        new() { Fields = dataset?.Fields ?? [], Parameters = report.Parameters, Repeated = repeated, Base = baseLevels,
            Allowed = Phase.Row };

    /// <summary>What an expression may use in a band.</summary>
    public Scope At(BandPlace place)
    {
        if (place.IsPageBand) return OfRows() with { PageTotals = PageTotals, Running = Running, Allowed = Phase.Page,
            LevelsOnPage = [.. LevelsOnPage.Select(l => l.Name)] };
        return OfRows() with
        {
            Totals = Totals,
            Running = Running,
            Ranks = Ranks,
            IsDetail = place.Kind == BandKind.Detail,
            Levels = [.. LevelsAround(place).Select(l => l.Name)],
            GivenKeys = GivenKeys(place),
            Allowed = Phase.Page,
        };
    }

    private Dictionary<ContentHash, int> GivenKeys(BandPlace place)
    {
        var keys = new Dictionary<ContentHash, int>();
        foreach (var (level, i) in LevelsAround(place).Select((l, i) => (l, i)))
        {
            if (level.Fill is null) continue;
            try
            {
                keys[ContentHash.Of(Parser.Parse(level.By))] = Base + i + 1;
            }
            catch (ExpressionException)
            {
                // A key that cannot be read is a problem of its level, and gives no groups.
            }
        }
        return keys;
    }

    public ValueFormat Format(Compiled value, string? pattern)
    {
        if (value.DatePart is { } part && pattern is not null && DatePartNames.IsPattern(pattern))
            return ValueFormat.WithNames(part, pattern, Culture);
        var format = ValueFormat.For(value.Type, pattern, value.Kind, value.Scale, Culture, value.Currency ?? report.Currency,
            report.Amounts);
        return value.Codes is { } codes ? ValueFormat.WithLabels(codes, format) : format;
    }

    /// <summary>Of what rows are grouped by: a year is 2010, neither 2,010 nor 2,010.00.</summary>
    public ValueFormat KeyFormat(Compiled key, string? pattern) =>
        Format(key, pattern ?? (key.Type.IsNumber() && key is { Kind: FieldKind.Plain, Codes: null } ? "0.######" : null));

    /// <summary>A row-phase expression that is checked elsewhere; null if it is wrong.</summary>
    public Compiled? TryCompile(string expression)
    {
        try
        {
            var compiled = Compiler.Compile(expression, OfRows());
            Use(compiled);
            return compiled;
        }
        catch (ExpressionException)
        {
            return null;
        }
    }

    /// <summary>Runs a step and turns what it throws into a problem at a place.</summary>
    public T? Check<T>(string place, string property, Func<T> step, Scope scope, int offset = 0) where T : class
    {
        try
        {
            var result = step();
            if (result is Compiled compiled) Use(compiled);
            return result;
        }
        catch (ExpressionException e)
        {
            problems.Add(new(e.Code, Severity.Error, e.Message, place, property, e.Position + offset, e.Mend is null ? null : [e.Mend]));
        }
        catch (FormatException e)
        {
            problems.Add(new("bad-pattern", Severity.Error, e.Message, place, property));
        }
        finally
        {
            foreach (var (code, message, position) in scope.Warnings)
                problems.Add(new(code, Severity.Warning, message, place, property, position + offset));
            scope.Warnings.Clear();
        }
        return null;
    }
}

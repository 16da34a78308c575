using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Reports.Figures;

/// <summary>
/// A section as one table: a line for each row that is printed, or, where no rows are, for each group of the innermost level, with the
/// keys of the groups around it and every value as it is. Subtotals stand in no line, so that the lines can be added up.
/// </summary>
public sealed class SectionTable
{
    private readonly SectionFigures _section;
    private readonly IReadOnlyList<TextPlan> _columns;
    private readonly HashSet<ContentHash> _keys;
    private readonly bool _hasRows;

    public SectionTable(SectionFigures section)
    {
        _section = section;
        _keys = [.. section.Plan.Levels.Select(l => l.Level.By).Append("group_name()").Select(by => ContentHash.Of(Parser.Parse(by)))];
        _columns = ValuesAt(Stage.Detail).ToList();
        _hasRows = _columns.Count > 0;
        var isWhole = section.Plan.Levels.Count == 0;
        if (!_hasRows) _columns = [.. isWhole ? Of(Stage.ReportHeader, Stage.ReportFooter) : Of(Stage.Header, Stage.Footer)];
        Headings = Distinct([.. section.Plan.Levels.Select(l => l.Level.Name), .. _columns.Select(HeadingOf)]);

        IEnumerable<TextPlan> Of(Stage header, Stage footer) => ValuesAt(header).Concat(ValuesAt(footer));
    }

    /// <summary>One for each value of a line; no two are the same.</summary>
    public IReadOnlyList<string> Headings { get; }

    /// <summary>In printed order; what is not printed in a line is null.</summary>
    public IEnumerable<IReadOnlyList<Value>> Lines => _section.Wholes.SelectMany(whole => Inside(whole, []));

    private IEnumerable<IReadOnlyList<Value>> Inside(GroupFigures group, IReadOnlyList<Value> keys)
    {
        if (group.IsOmitted) return [];
        if (keys.Count < _section.Plan.Levels.Count)
            return group.Groups.SelectMany(inner => Inside(inner, [.. keys, KeyOf(inner, keys.Count)]));
        if (_hasRows) return group.Rows.Select(row => Line(keys, row.Printed));
        return group.Count == 0 && keys.Count == 0 ? [] : [Line(keys, group.Printed)];
    }

    private List<Value> Line(IReadOnlyList<Value> keys, IEnumerable<PrintedElement> printed)
    {
        var values = printed.Where(e => e.Value is not null).ToDictionary(e => e.Id, e => e.Value!.Value);
        return [.. keys, .. _columns.Select(c => values.GetValueOrDefault(c.Id, Value.Null))];
    }

    /// <summary>The key as it is; what people know by a name (a code, all others) by that.</summary>
    private Value KeyOf(GroupFigures group, int level)
    {
        var plan = _section.Plan.Levels[level];
        return plan.Label is not null || plan.Key.Codes is not null ? Value.Of(group.Label) : group.Key;
    }

    private IEnumerable<TextPlan> ValuesAt(Stage stage)
    {
        var innermost = stage is Stage.ReportHeader or Stage.ReportFooter ? _section.Plan.Base : _section.Data.Tree.Innermost;
        return _section.Plan.Bands[new Cursor(stage, innermost).Place(_section.Plan.Base)].SelectMany(p => p.Elements).OfType<TextPlan>()
            .Where(t => t.OnlyValue is { } value && !IsKey(value)).OrderBy(t => t.X);
    }

    /// <summary>The keys of levels, and what groups are called, have a column of their own already, however they are written.</summary>
    private bool IsKey(Compiled value) => value.Text.Length > 0 && _keys.Contains(ContentHash.Of(Parser.Parse(value.Text)));

    private string HeadingOf(TextPlan text)
    {
        var column = _section.Plan.Section.Columns.FirstOrDefault(c => c.Id == text.Element.Column);
        return column is null ? text.OnlyValue!.Text
            : text.Element is TotalElement { Aggregate: not "sum" and var kind } ? $"{column.Heading} ({kind})" : column.Heading;
    }

    private static List<string> Distinct(IReadOnlyList<string> names)
    {
        var taken = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        var distinct = new List<string>();
        foreach (var name in names)
        {
            var (next, n) = (name, 1);
            while (!taken.Add(next)) next = $"{name} {++n}";
            distinct.Add(next);
        }
        return distinct;
    }
}

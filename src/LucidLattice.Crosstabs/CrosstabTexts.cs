using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Crosstabs;

/// <summary>The words and figures of a crosstab for one group around, as people read them.</summary>
public sealed class CrosstabTexts(CrosstabFigures figures, CrosstabGrid grid, CrosstabShape shape, CrosstabLook look)
{
    private readonly Dictionary<(bool, int, int), string> _labels = [];

    private CrosstabQuery Query => figures.Query;

    public CrosstabFigures Figures => figures;
    public CrosstabGrid Grid => grid;

    /// <summary>True if several values stand one under the other, with a column for their names.</summary>
    public bool NamesDown => shape.ValuesDown && Query.Values.Count > 1;

    /// <summary>True if the lowest row of column headings names values.</summary>
    public bool NamesAcross => (!shape.ValuesDown && Query.Values.Count > 1) || (Query.Across.Fields.Count == 0 && !NamesDown);

    /// <summary>Columns of row headings: one for each field, or one for all, and one for the names of values.</summary>
    public int HeadColumns => FieldColumns + (NamesDown ? 1 : 0);

    private int FieldColumns => shape.Stepped ? Math.Min(1, Query.Down.Fields.Count) : Query.Down.Fields.Count;

    /// <summary>Rows of column headings.</summary>
    public int HeadRows => Math.Max(1, Query.Across.Fields.Count + (NamesAcross ? 1 : 0));

    public string Label(bool isDown, int fields, int group)
    {
        lock (_labels)
        {
            if (_labels.TryGetValue((isDown, fields, group), out var known)) return known;
            return _labels[(isDown, fields, group)] = figures.Label(isDown, fields, group);
        }
    }

    /// <summary>The name of a total of a field.</summary>
    public string TotalName(bool isDown, CrosstabEntry entry)
    {
        var field = (isDown ? Query.Down : Query.Across).Fields[entry.Fields];
        if (field.TotalName is { Length: > 0 } name) return name;
        return isDown && shape.Stepped && entry.Fields > 0 ? $"{look.Total} {Label(true, entry.Fields, entry.Group)}" : look.Total;
    }

    /// <summary>The heading of a row in one of the columns for them, and how far it is moved in; empty where another column says it, or
    /// where the row before has said it.</summary>
    /// <param name="before">The row above on the same page; null for the first one there.</param>
    /// <param name="fields">How many fields down make the group that it names; 0 for none.</param>
    public (string Text, double Indent) RowHeading(CrosstabEntry line, CrosstabEntry? before, int column, out int fields)
    {
        fields = 0;
        if (NamesDown && column == HeadColumns - 1) return (line.Value < 0 ? "" : Query.Values[line.Value].Name, 0);
        if (shape.Stepped)
        {
            // Several values of a row have one heading.
            if (before is not null && before with { Value = line.Value } == line) return ("", 0);
            if (line.Kind == EntryKind.Total) return (TotalName(true, line), line.Fields * look.Step);
            fields = line.Fields;
            return (Label(true, fields, line.Group), (fields - 1) * look.Step);
        }
        var own = column + 1;
        if (own > line.Fields)
        {
            if (own > line.Fields + 1 || (before is not null && before with { Value = line.Value } == line)) return ("", 0);
            return (TotalName(true, line), 0);
        }
        var group = figures.Around(true, line.Fields, line.Group, own);
        if (before is not null && before.Fields >= own && figures.Around(true, before.Fields, before.Group, own) == group) return ("", 0);
        fields = own;
        return (Label(true, own, group), 0);
    }

    /// <summary>What stands above a column of row headings: the name of its field; of stepped ones, of all.</summary>
    public string Corner(int column) =>
        NamesDown && column == HeadColumns - 1 ? ""
        : shape.Stepped ? string.Join(" / ", Query.Down.Fields.Select(f => f.Name)) : Query.Down.Fields[column].Name;

    /// <summary>The heading of a column in one of the rows for them, by what it names: columns of one key share it.</summary>
    public (string Text, HeadKey Key) ColumnHeading(CrosstabEntry column, int row)
    {
        var fields = Query.Across.Fields.Count;
        if (row >= fields)
        {
            var value = Math.Max(0, column.Value);
            return (NamesAcross ? Query.Values[value].Name : "", new HeadKey(row, column.Group, value, column.Fields));
        }
        var own = row + 1;
        if (own > column.Fields)
            return (own == column.Fields + 1 ? TotalName(false, column) : "", new HeadKey(column.Fields, column.Group, -2, column.Fields));
        var group = figures.Around(false, column.Fields, column.Group, own);
        return (Label(false, own, group), new HeadKey(row, group, -1, own));
    }

    /// <summary>The figure of a cell as it is printed; empty without one.</summary>
    public string Figure(CrosstabEntry line, CrosstabEntry column, Frame frame) =>
        !line.HasNumbers ? "" : Written(figures.Shown(line, column, frame), line, column);

    private string Written(Value value, CrosstabEntry line, CrosstabEntry column) =>
        value.IsNull ? "" : Query.Values[figures.ValueOf(line, column)].Format.Format(value);

    /// <summary>What a cell stands for, in words: “Holm – Brae, January 2025”.</summary>
    public string Spoken(CrosstabEntry line, CrosstabEntry column)
    {
        var words = Names(true, line).Concat(Names(false, column)).ToList();
        if (Query.Values.Count > 1) words.Add(Query.Values[figures.ValueOf(line, column)].Name);
        return words.Count == 0 ? look.Total : string.Join(", ", words);
    }

    /// <summary>The groups that a row or a column stands in, outermost first; a total is called so.</summary>
    public IEnumerable<string> Names(bool isDown, CrosstabEntry entry)
    {
        for (var fields = 1; fields <= entry.Fields; fields++)
            yield return Label(isDown, fields, figures.Around(isDown, entry.Fields, entry.Group, fields));
        if (entry.Kind == EntryKind.Total) yield return TotalName(isDown, entry);
    }
}

/// <summary>What a heading of columns names: those of the same one beside each other share it.</summary>
/// <param name="Row">In which row of headings it begins.</param>
/// <param name="Part">Tells values and totals apart.</param>
/// <param name="Fields">How many fields across make the group.</param>
public readonly record struct HeadKey(int Row, int Group, int Part, int Fields);

using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Tracing;

/// <summary>The rows behind a number as a table: a page of them, or all, in the order of any field.</summary>
/// <param name="used">The fields that the number is made of, by their index; they come first.</param>
internal sealed class TraceTable(SectionData data, IReadOnlySet<int> used)
{
    public TraceRows Page(int[] rows, int from, int count, string? sort, bool descending)
    {
        rows = Sorted(rows, sort, descending);
        var fields = Fields();
        return new TraceRows(Head(fields), rows.Length, [.. rows.Skip(Math.Max(0, from)).Take(count)
            .Select(row => (IReadOnlyList<string>)[.. fields.Select(f => Written(f, row))])]);
    }

    public (IReadOnlyList<string> Head, RowSet Rows, int[] Order) All(int[] rows, string? sort, bool descending)
    {
        var fields = Fields();
        return ([.. Head(fields).Select(h => h.Name)], data.Rows with { Columns = [.. fields.Select(f => data.Rows.Columns[f])] },
            Sorted(rows, sort, descending));
    }

    /// <summary>A value as it is kept, and what its code means.</summary>
    public string Written(int field, int row)
    {
        var column = data.Rows.Columns[field];
        if (column is UnreadColumn || column[row] is not { IsNull: false } value) return "";
        var code = column.Field.Codes.FirstOrDefault(c => c.Code == value.Invariant);
        return code is null || code.Label == code.Code ? value.Invariant : $"{value.Invariant} – {code.Label}";
    }

    private int[] Sorted(int[] rows, string? sort, bool descending)
    {
        var index = (data.Plan.Dataset?.Fields ?? []).ToList().FindIndex(f => f.Name == sort);
        return index < 0 || data.Rows.Columns[index] is UnreadColumn ? rows
            : data.Rows.Columns[index].Key(data.Rows.Count, data.NewFrame().Collation, descending).Sort(rows);
    }

    /// <summary>Those that were read; the ones that the number is made of first.</summary>
    private List<int> Fields() =>
        [.. Enumerable.Range(0, data.Rows.Columns.Count).Where(f => data.Rows.Columns[f] is not UnreadColumn)
            .OrderBy(f => used.Contains(f) ? 0 : 1)];

    private IReadOnlyList<TraceHead> Head(IReadOnlyList<int> fields) =>
        [.. fields.Select(index => (Field: data.Plan.Dataset!.Fields[index], IsUsed: used.Contains(index))).Select(f =>
            new TraceHead(f.Field.Name, f.Field.Caption, OriginOf(f.Field, data.Plan.Dataset!), f.Field.Type.IsNumber(), f.IsUsed))];

    /// <summary>The column of the database that a field is; null for one that is worked out, or comes from SQL by hand.</summary>
    private static string? OriginOf(Field field, Dataset dataset) => field.Expression is { Length: > 0 } ? null : dataset.Source switch
    {
        TableSource table => $"{table.Table}.{field.ColumnName}",
        JoinSource join when join.Tables.FirstOrDefault(t => t.Id == field.Table) is { } table => $"{table.Table}.{field.ColumnName}",
        _ => null,
    };
}

using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets;

/// <summary>
/// Turns the columns that a database gives into the rows of a dataset: works fields out, keeps the rows for which the
/// condition holds, drops repeated ones, orders, and cuts off at the limit.
/// </summary>
/// <param name="columns">Gives the columns of tables, joins and queries.</param>
/// <param name="cache">Keeps shaped rows; null shapes them each time.</param>
public sealed class DatasetReader(IRowReader columns, SizedCache? cache = null) : IRowReader
{
    public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel)
    {
        var problems = new List<Problem>();
        var plan = DatasetPlan.Prepare(query.Dataset, query.Definitions, problems);
        if (problems.FirstOrDefault() is { } problem) throw new DataException(problem.Code, problem.Message);
        // A limit counts rows before whoever asks looks at them, so none of those may be missing.
        query = query with {
            Wanted = query.Dataset.RowLimit is null ? [.. query.Wanted.Where(w => w.Field.Expression is not { Length: > 0 })] : [] };
        if (plan.IsPlain) return columns.Read(query, progress, cancel);
        var raw = Raw(plan, query);
        var read = query.Dataset.Source is DerivedSource ? Read(OfBase(raw), progress, cancel) : columns.Read(raw, progress, cancel);
        if (cache is null) return Shape(plan, query, raw, read, cancel);
        return cache.Get(ShapeKey(plan, query, read), () => Shape(plan, query, raw, read, cancel), cancel);
    }

    /// <summary>What a shape depends on: the columns that were read, all that the dataset says, and what its expressions read.</summary>
    private static ContentHash ShapeKey(DatasetPlan plan, DataQuery query, RowSet read) =>
        new RunInputs(query.Values, query.Now, _ => "").IdentityOf("shaped", read.Reading, plan, query.Fields, query.Language);

    public void Require(DataQuery query)
    {
        var problems = new List<Problem>();
        var plan = DatasetPlan.Prepare(query.Dataset, query.Definitions, problems);
        if (problems.FirstOrDefault() is { } problem) throw new DataException(problem.Code, problem.Message);
        var raw = plan.IsPlain ? query : Raw(plan, query);
        if (query.Dataset.Source is DerivedSource) Require(OfBase(raw));
        else columns.Require(raw);
    }

    /// <summary>The same columns, asked of the dataset that this one starts from; two fields may stand for one column there.</summary>
    private static DataQuery OfBase(DataQuery raw)
    {
        var dataset = raw.Dataset;
        var basis = ((DerivedSource)dataset.Source).Base
            ?? throw new DataException("dataset-missing", $"“{dataset.Name}” starts from a dataset that is not there any more.");
        var fields = raw.Fields.Select(field =>
        {
            var there = basis.Fields.FirstOrDefault(f => f.Name == field.ColumnName)
                ?? throw new DataException("field-missing",
                $"The field “{field.ColumnName}” of “{dataset.Name}” is no longer in “{basis.Name}”, which it starts from.");
            if (there.Type != field.Type || (there.Type == DataType.Decimal && field.Scale is { } scale && there.Scale != scale))
                throw new DataException("type-mismatch",
                    $"“{field.Caption}” of “{dataset.Name}” is {there.Type.Words()} in “{basis.Name}”, so it cannot be declared as "
                    + $"{field.Type.Words()} here. Work it out with CAST instead.");
            return there;
        }).ToList();
        var wanted = raw.Wanted.Where(w => IndexOf(raw.Fields, w.Field.Name) >= 0)
            .Select(w => w with { Field = fields[IndexOf(raw.Fields, w.Field.Name)] }).ToList();
        return raw with { Wanted = wanted,
            Dataset = basis with { SecondsLimit = dataset.SecondsLimit is { } own
            && basis.SecondsLimit is { } theirs ? Math.Min(own, theirs) : dataset.SecondsLimit ?? basis.SecondsLimit }, Fields = fields };
    }

    public string? Stamp(Dataset dataset) => columns.Stamp(dataset);

    public int? RowsAtMost(Dataset dataset) => columns.RowsAtMost(dataset);

    public IReadOnlySet<string> Repeated(Dataset dataset, CancellationToken cancel)
        => RepeatedFields.Find(dataset,
            dataset.Source is DerivedSource { Base: { } basis } ? Repeated(basis, cancel) : columns.Repeated(dataset, cancel));

    /// <summary>The columns that are needed: those asked for, and those that expressions use; the limit counts shaped rows, so it comes
    /// later.</summary>
    private static DataQuery Raw(DatasetPlan plan, DataQuery query)
    {
        var all = query.Dataset.Fields;
        var wanted = plan.Dataset.Distinct
            ? Enumerable.Range(0, all.Count).ToHashSet()
            : query.Fields.Select(f => IndexOf(all, f.Name)).ToHashSet();
        if (plan.Filter is not null) wanted.UnionWith(plan.Filter.Fields);
        foreach (var (key, _) in plan.Sort) wanted.UnionWith(key.Fields);
        foreach (var (field, value) in plan.Worked.Reverse())
            if (wanted.Contains(field)) wanted.UnionWith(value.Fields);
        var fields = wanted.Order().Select(i => all[i]).Where(f => f.Expression is not { Length: > 0 }).ToList();
        IReadOnlyList<Narrowing> narrowings = plan.Filter is { } filter
            ? [.. query.Wanted, .. Narrowings.FromCondition(filter.Text, query)]
            : query.Wanted;
        return query with { Fields = fields, Wanted = narrowings,
            Dataset = query.Dataset with { RowLimit = plan.IsPlain ? query.Dataset.RowLimit : null, Filter = null, Sort = [],
            Distinct = false } };
    }

    /// <summary>Of all worked-out fields of a dataset together, in bytes.</summary>
    private const long MostWorked = 1L << 30;

    private static RowSet Shape(DatasetPlan plan, DataQuery query, DataQuery raw, RowSet read, CancellationToken cancel)
    {
        var all = query.Dataset.Fields;
        var table = all.Select(DataColumn (f) => new UnreadColumn(f)).ToArray();
        for (var i = 0; i < raw.Fields.Count; i++) table[IndexOf(all, raw.Fields[i].Name)] = read.Columns[i];
        var rows = read with { Columns = table };
        var frame = new Frame { Rows = rows, Parameters = [.. query.Values], Now = query.Now, Collation = new Collation(query.Language) };
        var problems = read.Problems.ToList();
        var worked = 0L;
        foreach (var (field, value) in plan.Worked)
        {
            table[field] = Worked(all[field], value, rows, frame, problems, query.Dataset.Id, cancel);
            if ((worked += table[field].Bytes) > MostWorked)
                throw new DataException("too-much-worked-out", $"The worked-out fields of “{query.Dataset.Name}” take more than "
                    + $"{MostWorked >> 20:N0} MB up to “{all[field].Caption}”; make their texts shorter, or filter the rows before.");
        }

        var kept = Kept(plan.Filter, rows, frame, cancel);
        if (plan.Dataset.Distinct) kept = Distinct(kept, table, rows.Count, frame.Collation);
        if (plan.Sort.Count > 0)
            kept = GroupTree.Build(kept, [], [.. plan.Sort.Select(s => Key(s.Key, s.Descending, rows, frame, cancel))], cancel).Order;
        if (query.Dataset.RowLimit is { } limit && kept.Length > limit)
        {
            kept = kept[..limit];
            problems.Add(
                new("rows-cut-off", Severity.Warning, $"“{query.Dataset.Name}” has more than {limit:N0} rows; the rest is missing here.",
                query.Dataset.Id, Mends: ["Raise the row limit, or filter the rows."]));
        }
        if (frame.DivisionsByZero > 0)
            problems.Add(
                new("division-by-zero", Severity.Warning,
                $"Something was divided by zero {frame.DivisionsByZero:N0} times in “{query.Dataset.Name}”; those results are empty.",
                query.Dataset.Id));
        if (frame.Overflows > 0)
            problems.Add(
                new("overflow", Severity.Warning,
                $"{frame.Overflows:N0} values of “{query.Dataset.Name}” are too large for their type and are left empty.",
                query.Dataset.Id));
        var everyRow = kept.Length == rows.Count && plan.Sort.Count == 0;
        return new RowSet(
            [.. query.Fields.Select(f => table[IndexOf(all, f.Name)] is var column && everyRow ? column : Picked(column, kept))],
            kept.Length, problems) { IsRepeatable = read.IsRepeatable };
    }

    /// <param name="problems">Gets those of the field that do not fit its type.</param>
    private static DataColumn Worked(Field field, Compiled value, RowSet rows, Frame frame, List<Problem> problems, string dataset,
        CancellationToken cancel)
    {
        var builder = new ColumnBuilder(field, rows.Count);
        for (frame.Row = 0; frame.Row < rows.Count; frame.Row++)
        {
            if ((frame.Row & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            builder.Add(frame.Try(value));
        }
        if (builder.Misfits > 0)
            problems.Add(new("misfit-values", Severity.Warning,
                $"{builder.Misfits:N0} values of “{field.Caption}” do not fit {field.Type.Words()} and are left empty; the first is "
                + $"“{builder.FirstMisfit}”.", dataset, "fields", Mends: ["Declare another type for the field."]));
        return builder.Build();
    }

    private static int[] Kept(Compiled? filter, RowSet rows, Frame frame, CancellationToken cancel)
    {
        var kept = new int[rows.Count];
        var count = 0;
        for (frame.Row = 0; frame.Row < rows.Count; frame.Row++)
        {
            if ((frame.Row & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            if (filter is null || frame.Try(filter) is { IsNull: false, Bool: true }) kept[count++] = frame.Row;
        }
        return kept[..count];
    }

    /// <summary>The first of all rows that are equal in every field.</summary>
    private static int[] Distinct(int[] kept, DataColumn[] table, int rows, Collation collation)
    {
        var keys = table.Where(c => c is not UnreadColumn).Select(c => c.Key(rows, collation, false)).ToList();
        var tree = GroupTree.Build(kept, keys, []);
        var innermost = tree.Levels[^1];
        return [.. Enumerable.Range(0, tree.Order.Length == 0 ? 0 : innermost.Count).Select(g => tree.Order[innermost.Start[g]]).Order()];
    }

    private static RowKey Key(Compiled key, bool descending, RowSet rows, Frame frame, CancellationToken cancel)
        => key is { Codes: { } codes, Field: { } coded }
            ? CodedKey.Build(rows.Columns[coded], rows.Count, codes, frame.Collation, descending)
            : (key.Field is { } field
            ? rows.Columns[field]
            : Worked(new Field
            {
                Name = "", Type = key.Type == DataType.Null ? DataType.Text : key.Type, Scale = ColumnBuilder.MostScale,
            }, key, rows, frame, [], "", cancel)).Key(rows.Count, frame.Collation, descending);

    private static DataColumn Picked(DataColumn column, int[] kept)
    {
        var nulls = new BitSet();
        for (var i = 0; i < kept.Length; i++)
            if (column.Nulls.Any && column.Nulls[kept[i]]) nulls[i] = true;
        T[] AtKept<T>(T[] values) => [.. kept.Select(row => values[row])];
        return column switch
        {
            LongColumn longs => new LongColumn(column.Field, AtKept(longs.Values), nulls) { Misfits = column.Misfits },
            WideColumn wide => new WideColumn(column.Field, AtKept(wide.Values), nulls) { Misfits = column.Misfits },
            DoubleColumn doubles => new DoubleColumn(column.Field, AtKept(doubles.Values), nulls) { Misfits = column.Misfits },
            TextColumn texts => new TextColumn(column.Field, AtKept(texts.Codes), texts.Texts, nulls)
            {
                Misfits = column.Misfits,
                Stored = texts.Stored is not { } stored ? null
                    : kept.Select((row, i) => (row, i)).Where(k => stored.ContainsKey(k.row)).ToDictionary(k => k.i, k => stored[k.row]),
            },
            _ => column,
        };
    }

    private static int IndexOf(IReadOnlyList<Field> fields, string name)
    {
        for (var i = 0; i < fields.Count; i++)
            if (fields[i].Name == name) return i;
        return -1;
    }
}

using System.Collections.Concurrent;
using System.Globalization;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Joins;
using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace LucidLattice.Sql.Sqlite;

/// <summary>Reads datasets from SQLite files into typed columns.</summary>
internal sealed class SqliteReader(QueryLimits limits)
{
    /// <summary>How many rows a query gave last time, which is the best guess for the next.</summary>
    private readonly ConcurrentDictionary<ContentHash, int> _lastCounts = [];

    private readonly PlainColumns _plain = new();
    private readonly TextForms _forms = new();
    private const int MostSizesKnown = 1000;
    private readonly ConcurrentDictionary<ContentHash, int?> _sizes = [];

    public RowSet Read(string path, DataQuery query, RunProgress progress, CancellationToken cancel)
    {
        using var connection = SafeConnection.Open(path, LimitsOf(query.Dataset), cancel);
        var stamp = FileStamp.Of(path);
        try
        {
            if (query.Dataset.Source is QuerySource byHand) connection.Command(byHand.Sql.Trim().TrimEnd(';')).Dispose();
            RequireFields(connection, query);
            // SQLite may work out what is left to chance anew for a condition.
            var wanted = Repeatability.IsGiven(connection, query.Dataset) ? query.Wanted : [];
            var (conditions, values) = NarrowingSql.Write(wanted, f => QueryBuilder.ColumnOf(query.Dataset, f),
                f => _plain.IsPlain(path, query.Dataset, f, stamp, cancel), query.Parameters.Keys);
            var notNormal = query.Dataset.Source is JoinSource join ? _forms.NotNormal(join, connection, stamp) : null;
            var sql = QueryBuilder.Select(query.Dataset, query.Fields, conditions, notNormal);
            using var command = connection.Command(sql);
            foreach (var name in connection.ParameterNames(sql))
                command.Parameters.AddWithValue(":" + name,
                    values.TryGetValue(":" + name, out var value) ? value : Bound(name, query.Parameters));
            var asked = ContentHash.Of(path, sql, query.Parameters);
            progress.ExpectedRows = _lastCounts.TryGetValue(asked, out var last)
                ? last
                : conditions.Count > 0
                ? null
                : RowEstimate.Estimate(connection);
            var rows = Read(command, query, progress, cancel) with { IsRepeatable = Repeatability.IsGiven(connection, query.Dataset) };
            if (_lastCounts.Count > MostSizesKnown) _lastCounts.Clear();
            _lastCounts[asked] = rows.Count;
            return rows;
        }
        catch (SqliteException e)
        {
            throw connection.Explain(e, query.Dataset.Name);
        }
    }

    public int? RowsAtMost(string path, Dataset dataset)
    {
        var sql = QueryBuilder.Select(dataset, []);
        var query = ContentHash.Of(FileStamp.Of(path), sql);
        if (_sizes.TryGetValue(query, out var known)) return known;
        using var connection = SafeConnection.Open(path, limits, CancellationToken.None);
        // Preparing it tells which tables it goes through.
        connection.Command(sql).Dispose();
        if (_sizes.Count > MostSizesKnown) _sizes.Clear();
        return _sizes[query] = RowEstimate.Estimate(connection);
    }

    public void Require(string path, DataQuery query)
    {
        using var connection = SafeConnection.Open(path, LimitsOf(query.Dataset), CancellationToken.None);
        RequireFields(connection, query);
        var sql = QueryBuilder.Select(query.Dataset, query.Fields);
        connection.Command(sql).Dispose();
        foreach (var name in connection.ParameterNames(sql)) Bound(name, query.Parameters);
    }

    /// <summary>An author may lower the time limit, never raise it.</summary>
    private QueryLimits LimitsOf(Dataset dataset)
        => dataset.SecondsLimit is > 0 and var seconds && TimeSpan.FromSeconds(seconds) is var own && own < limits.Time
            ? limits with { Time = own }
            : limits;

    /// <summary>SQLite takes an unknown quoted name for a text, so names are compared with what the tables or the query offer
    /// first.</summary>
    private static void RequireFields(SafeConnection connection, DataQuery query)
    {
        var dataset = query.Dataset;
        if (dataset.Source is not JoinSource join)
        {
            var source = dataset.Source is TableSource table
                ? QueryBuilder.Quote(table.Table)
                : $"({((QuerySource)dataset.Source).Sql.Trim().TrimEnd(';')}\n)";
            Require(dataset, query.Fields.Select(f => f.ColumnName), Offered(connection, source), "");
            return;
        }
        JoinChecks.Require(dataset, join);
        foreach (var table in join.Tables)
        {
            var used = query.Fields.Where(f => f.Table == table.Id).Select(f => f.ColumnName)
                .Concat(table.Join?.On.Select(p => p.Column) ?? [])
                .Concat(join.Tables.Where(t => t.Join?.To == table.Id).SelectMany(t => t.Join!.On.Select(p => p.To)));
            Require(dataset, used, Offered(connection, QueryBuilder.Quote(table.Table)), $" in “{table.Table}”");
        }
    }

    private static void Require(Dataset dataset, IEnumerable<string> columns, HashSet<string> offered, string where)
    {
        foreach (var column in columns.Where(c => !offered.Contains(c)))
            throw new DataException("field-missing", $"The field “{column}” of “{dataset.Name}” is no longer in the database{where}.");
    }

    private static HashSet<string> Offered(SafeConnection connection, string source)
    {
        using var command = connection.Command($"SELECT * FROM {source} LIMIT 0");
        foreach (var name in connection.ParameterNames(command.CommandText)) command.Parameters.AddWithValue(":" + name, DBNull.Value);
        using var reader = command.ExecuteReader();
        return Enumerable.Range(0, reader.FieldCount).Select(reader.GetName).ToHashSet(StringComparer.OrdinalIgnoreCase);
    }

    private static object Bound(string name, IReadOnlyDictionary<string, Value> parameters)
    {
        if (!parameters.TryGetValue(name, out var value))
            throw new DataException("unknown-parameter", $"The SQL asks for “:{name}”, which is no parameter here.");
        return value.Type switch
        {
            DataType.Null => DBNull.Value,
            DataType.Whole or DataType.Bool => value.Bits,
            DataType.Double or DataType.Decimal => value.AsDouble,
            DataType.DateTime => value.DateTime.ToString("yyyy-MM-dd HH:mm:ss", System.Globalization.CultureInfo.InvariantCulture),
            _ => value.Invariant,
        };
    }

    private RowSet Read(SqliteCommand command, DataQuery query, RunProgress progress, CancellationToken cancel)
    {
        // An estimate decides nothing but how much memory is set aside, and SQL by hand may well boil many rows down to a few.
        var expected = query.Dataset.Source is QuerySource or JoinSource { Tables: [_, _, ..] }
            ? 0
            : Math.Min(progress.ExpectedRows ?? 0, query.Dataset.RowLimit ?? int.MaxValue);
        var builders = query.Fields.Select(f => new ColumnBuilder(f, expected)).ToArray();
        var most = Math.Min(query.Dataset.RowLimit ?? int.MaxValue, limits.Rows);
        var problems = new List<Problem>();
        var count = 0;
        using var reader = command.ExecuteReader();
        while (reader.Read())
        {
            if (count == most)
            {
                problems.Add(
                    new("rows-cut-off", Severity.Warning, $"“{query.Dataset.Name}” has more than {most:N0} rows; the rest is missing here.",
                    query.Dataset.Id, Mends: ["Raise the row limit, or filter the rows."]));
                break;
            }
            if ((++count & 0xFF) == 0)
            {
                cancel.ThrowIfCancellationRequested();
                progress.Rows = count;
            }
            for (var i = 0; i < builders.Length; i++) Add(builders[i], reader.Handle!, i);
        }
        progress.Rows = count;
        foreach (var builder in builders.Where(b => b.Misfits > 0))
            problems.Add(
                new("misfit-values", Severity.Warning,
                $"{builder.Misfits:N0} values of “{builder.Field.Name}” are not {builder.Field.Type.Words()} and are left empty; the "
                + $"first is “{builder.FirstMisfit}”.", query.Dataset.Id, "fields", Mends: ["Declare another type for the field."]));
        foreach (var builder in builders.Where(b => b.Longer > 0))
            problems.Add(
                new("longer-values", Severity.Warning,
                $"{builder.Longer:N0} values of “{builder.Field.Name}” have more than {builder.Scale} decimals and are rounded to "
                + $"them; the first is {builder.FirstLonger.ToString(CultureInfo.InvariantCulture)}.", query.Dataset.Id, "fields",
                Mends: [builder.Scale < ColumnBuilder.MostScale
                    ? "Give the field more decimals, or as many as the data has." : "Declare the field as a number that is not exact."]));
        // What stands in the SQL compares bytes, and a parameter is in normal form.
        if (query.Dataset.Source is QuerySource && query.Parameters.Values.Any(v => v.Type is DataType.Text or DataType.List))
            foreach (var builder in builders.Where(b => b.IsForeign))
                problems.Add(
                    new("foreign-texts", Severity.Warning,
                    $"Texts of “{builder.Field.Name}” are stored in another form of Unicode than parameters have, so the SQL may miss "
                    + "some.", query.Dataset.Id, "source",
                    Mends: [$"Compare them as in nfc({QueryBuilder.Quote(builder.Field.Name)}) = :parameter."]));
        return new RowSet([.. builders.Select(b => b.Build())], count, problems);
    }

    private static void Add(ColumnBuilder builder, sqlite3_stmt row, int index)
    {
        switch (raw.sqlite3_column_type(row, index))
        {
            case raw.SQLITE_NULL: builder.AddNull(); break;
            case raw.SQLITE_INTEGER: builder.Add(raw.sqlite3_column_int64(row, index)); break;
            case raw.SQLITE_FLOAT: builder.Add(raw.sqlite3_column_double(row, index)); break;
            case raw.SQLITE_TEXT: builder.AddUtf8(raw.sqlite3_column_blob(row, index)); break;
            default: builder.AddMisfit("(binary)"); break;
        }
    }
}

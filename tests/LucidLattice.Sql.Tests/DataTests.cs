using System.Text;
using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Sqlite;
using Microsoft.Data.Sqlite;
using Xunit;

namespace LucidLattice.Sql.Tests;

public sealed class DataTests : IDisposable
{
    private readonly string _file = Workshop.TempFile(".db");

    public void Dispose() => File.Delete(_file);

    private void Make(string sql) => Workshop.Execute(_file, sql);

    private static Dataset Table(string name, params Field[] fields) =>
        new() { Id = "d", Name = name, Database = "x", Source = new TableSource { Table = name }, Fields = fields };

    private RowSet Read(Dataset dataset, IReadOnlyDictionary<string, Value>? values = null, IRowReader? source = null)
        => (source ?? Workshop.Database(_file))
            .Read(new DataQuery(dataset, dataset.Fields, values ?? new Dictionary<string, Value>()), new RunProgress(),
            CancellationToken.None);

    private static IEnumerable<string> Values(RowSet rows, int column) =>
        Enumerable.Range(0, rows.Count).Select(i => rows.Columns[column][i].Invariant);

    /// <summary>Outside reference: SQLite's own unixepoch() and julianday() write the numbers that are read here.</summary>
    [Fact]
    public void Dates_are_read_in_every_declared_encoding()
    {
        Make("CREATE TABLE t (iso, unix, julian); INSERT INTO t SELECT d, unixepoch(d), julianday(d) FROM (SELECT '1969-12-31 23:59:59' "
            + "AS d UNION ALL SELECT '2000-02-29 12:30:00' UNION ALL SELECT '2025-01-31 06:15:07')");
        var rows = Read(
            Table("t", new Field { Name = "iso", Type = DataType.DateTime },
            new Field { Name = "unix", Type = DataType.DateTime, Dates = DateEncoding.Unix },
            new Field { Name = "julian", Type = DataType.DateTime, Dates = DateEncoding.Julian }));
        Assert.Equal(["1969-12-31 23:59:59", "2000-02-29 12:30", "2025-01-31 06:15:07"], Values(rows, 0));
        Assert.Equal(Values(rows, 0), Values(rows, 1));
        Assert.All(Enumerable.Range(0, 3),
            i => Assert.True((rows.Columns[0][i].DateTime - rows.Columns[2][i].DateTime).Duration() <= TimeSpan.FromMilliseconds(1)));
    }

    [Fact]
    public void Names_of_any_kind_are_quoted_and_never_run()
    {
        Make("CREATE TABLE \"a\"\"b; DROP TABLE t\" (\"select\" INTEGER, \"two words\" TEXT); INSERT INTO \"a\"\"b; DROP TABLE t\" "
            + "VALUES (1, 'x')");
        var table = SchemaReader.Read(_file).Single();
        Assert.Equal(["select", "two words"], table.Fields.Select(f => f.Name));
        Assert.Equal("x", Read(Table(table.Name, [.. table.Fields])).Columns[1][0].Text);
    }

    [Fact]
    public void A_type_is_proposed_for_each_column()
    {
        var fields = SchemaReader.Read(Workshop.DemoFile)
            .Single(t => t.Name == "sailings_with_income").Fields.ToDictionary(f => f.Name, f => (f.Type, f.Kind));
        Assert.Equal((DataType.Whole, FieldKind.Key), fields["sailing_id"]);
        Assert.Equal((DataType.Text, FieldKind.Plain), fields["route"]);
        Assert.Equal(DataType.DateTime, fields["departs"].Type);
        Assert.Equal(DataType.Whole, fields["passengers"].Type);
        Assert.Equal(DataType.Decimal, fields["net_fare"].Type);
        var tables = SchemaReader.Read(Workshop.DemoFile).Where(t => !t.IsView)
            .SelectMany(t => t.Fields.Select(f => ($"{t.Name}.{f.Name}", f.Type))).ToDictionary();
        Assert.Equal(DataType.Date, tables["bookings.booked_on"]);
        Assert.Equal(DataType.Decimal, tables["bookings.discount"]);
    }

    [Theory]
    [InlineData("no_such_table", "region", "sql-error")]
    [InlineData("sailings_with_income", "harbour", "field-missing")]
    public void A_check_finds_tables_and_fields_that_are_gone(string table, string field, string code)
    {
        var report = Workshop.Report(new Section { Id = "s", Sort = [new SortKey { By = field }] },
            new Field { Name = field, Type = DataType.Text });
        report = report with { Datasets = [report.Datasets[0] with { Source = new TableSource { Table = table } }] };
        Assert.Contains(Workshop.DemoEngine().Check(report), p => p.Code == code && p.IsError && p.Place == "d");
    }

    [Fact]
    public void Texts_are_equal_after_normalization_and_kept_once()
    {
        Make("CREATE TABLE t (x); INSERT INTO t VALUES ('Åre'), ('Åre'), ('are'), (''), (NULL)");
        var column = (TextColumn)Read(Table("t", new Field { Name = "x", Type = DataType.Text })).Columns[0];
        Assert.Equal(column.Codes[0], column.Codes[1]);
        Assert.Equal(3, column.Texts.Count);
        Assert.False(column[3].IsNull);
        Assert.True(column[4].IsNull);
    }

    [Fact]
    public void Rows_are_kept_until_the_file_or_a_bound_value_changes()
    {
        Make("CREATE TABLE t (x); INSERT INTO t VALUES ('a'), ('b')");
        var counting = new CountingReader(Workshop.Database(_file));
        var cached = new CachedReader(counting, new SizedCache(1 << 20));
        var byHand = Table("t",
            new Field { Name = "x", Type = DataType.Text }) with { Source = new QuerySource { Sql = "SELECT x FROM t WHERE x = :v" } };
        Dictionary<string, Value> With(string v) => new() { ["v"] = Value.Of(v) };
        Assert.Same(Read(byHand, With("a"), cached), Read(byHand, With("a"), cached));
        Assert.Equal(1, counting.Reads);
        Assert.Equal(["b"], Values(Read(byHand, With("b"), cached), 0));
        Assert.Equal(2, counting.Reads);
        Make("INSERT INTO t VALUES ('a')");
        File.SetLastWriteTimeUtc(_file, DateTime.UtcNow.AddSeconds(5));
        Assert.Equal(2, Read(byHand, With("a"), cached).Count);
        Assert.Equal(3, counting.Reads);
    }

    [Fact]
    public void What_people_read_of_a_field_is_no_reason_to_read_it_again()
    {
        Make("CREATE TABLE t (x, y); INSERT INTO t VALUES ('a', 1), ('b', 2)");
        var counting = new CountingReader(Workshop.Database(_file));
        var cached = new CachedReader(counting, new SizedCache(1 << 20));
        Field[] fields = [new() { Name = "x", Type = DataType.Text }, new() { Name = "y", Type = DataType.Whole }];
        Read(Table("t", fields), null, cached);
        Read(Table("t", fields[0] with { Label = "Letter", Description = "…", Hidden = true, Codes = [new("a", "Alpha", "#0B5D5B")] }),
            null, cached);
        Read(Table("t", fields[1] with { Kind = FieldKind.Money, Currency = "GBP" }) with { Description = "other", Filter = null,
            Starter = new Starter() }, null, cached);
        Assert.Equal(1, counting.Reads);
        Read(Table("t", fields[1] with { Type = DataType.Decimal }), null, cached);
        Assert.Equal(2, counting.Reads);
    }

    [Fact]
    public void What_was_not_used_for_longest_is_forgotten_first()
    {
        Make("CREATE TABLE t (x); WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 2000) INSERT INTO t SELECT i "
            + "FROM n");
        var counting = new CountingReader(Workshop.Database(_file));
        // Room for two results of 16,000 bytes each, not for three.
        var cached = new CachedReader(counting, new SizedCache(40_000));
        Dataset Limited(int n) =>
            Table("t", new Field { Name = "x", Type = DataType.Whole }) with {
                Source = new QuerySource { Sql = $"SELECT x FROM t -- {n}" } };
        foreach (var n in new[] { 1, 2, 1, 3, 1 }) Read(Limited(n), null, cached);
        Assert.Equal(3, counting.Reads);
        Read(Limited(2), null, cached);
        Assert.Equal(4, counting.Reads);
    }

    /// <summary>The generator makes what the demo scenario promises, the same each time.</summary>
    [Fact]
    public void The_demo_data_tell_their_story()
    {
        using var connection = new SqliteConnection($"Data Source={Workshop.DemoFile};Mode=ReadOnly;Pooling=False");
        connection.Open();
        long Number(string sql)
        {
            using var command = connection.CreateCommand();
            command.CommandText = sql;
            return Convert.ToInt64(command.ExecuteScalar(), System.Globalization.CultureInfo.InvariantCulture);
        }
        Assert.InRange(Number("SELECT count(*) FROM sailings"), 8_700, 9_400);
        Assert.InRange(Number("SELECT count(*) FROM bookings"), 57_000, 64_000);
        Assert.Equal(0, Number("SELECT count(*) FROM sailings s JOIN routes r USING (route_id) WHERE date(s.departs) > r.closed_on"));
        Assert.Equal(0,
            Number("SELECT count(*) FROM sailings s JOIN vessels v USING (vessel_id) WHERE date(s.departs) < v.in_service_from"));
        Assert.True(
            Number("SELECT 100 * avg(status = 'cancelled') FROM sailings WHERE departs LIKE '2025-01-%'") > 5 * Number(
            "SELECT 100 * avg(status = 'cancelled') FROM sailings WHERE departs LIKE '2024-01-%'"));
        Assert.True(
            Number("SELECT sum(passengers) FROM sailings WHERE departs LIKE '2024-07-%'") > 1.5 * Number(
            "SELECT sum(passengers) FROM sailings WHERE departs LIKE '2024-01-%'"));
        Assert.True(Number("SELECT count(*) FROM sailings WHERE status = 'sailed' AND vehicles IS NULL") > 50);
        Assert.True(Number("SELECT count(*) FROM bookings WHERE discount IS NULL") > 1000);
    }

    /// <summary>ISO 8601 dates are read the same with and without the fast path, and what is none is none for both.</summary>
    [Fact]
    public void The_fast_reading_of_dates_agrees_with_the_framework()
    {
        var random = new Random(9);
        for (var i = 0; i < 5000; i++)
        {
            var text = new StringBuilder($"{random.Next(1, 3000):0000}-{random.Next(0, 14):00}-{random.Next(0, 33):00}");
            if (random.Next(2) == 0)
                text.Append(random.Next(2) == 0 ? ' ' : 'T').Append($"{random.Next(0, 26):00}:{random.Next(0, 62):00}");
            if (random.Next(20) == 0) text[random.Next(text.Length)] = 'x';
            string[] formats = ["yyyy-MM-dd", "yyyy-MM-dd HH:mm", "yyyy-MM-dd'T'HH:mm"];
            var valid = DateTime.TryParseExact(text.ToString(), formats, System.Globalization.CultureInfo.InvariantCulture,
                System.Globalization.DateTimeStyles.None, out var expected);
            Assert.Equal(valid, IsoTime.TryParse(text.ToString(), out var actual));
            if (valid) Assert.Equal(expected, actual);
        }
    }

    /// <summary>Numbers at and beyond the ends of every type and scale: each is kept as it is, or counted as one that does not fit; none
    /// ends the program.</summary>
    [Fact]
    public void Whatever_a_database_holds_is_kept_exactly_or_counted()
    {
        double[] odd = [0, -0.0, 0.1, 1.5, 9e15, 9.2e18, 9.3e18, 8e28, -8e28, 1e300, double.MaxValue, double.Epsilon,
            double.PositiveInfinity, double.NegativeInfinity, double.NaN];
        foreach (var type in new[] { DataType.Whole, DataType.Decimal, DataType.Double, DataType.Text, DataType.Bool, DataType.Date })
            foreach (var scale in new[] { 0, 2, 12 })
                foreach (var number in odd)
                {
                    var builder = new ColumnBuilder(new Field { Name = "n", Type = type, Scale = scale });
                    builder.Add(number);
                    var value = builder.Build()[0];
                    Assert.Equal(value.IsNull ? 1 : 0, builder.Misfits);
                    if (!value.IsNull && type.IsNumber())
                        Assert.Equal(number, value.AsDouble, Math.Max(Math.Abs(number) * 1e-9, Math.Pow(10, -scale)));
                }
        foreach (var scale in new[] { 0, 2, 12 })
            foreach (var number in new[] { decimal.MaxValue, decimal.MinValue, 9_223_372_036_854_775_807m, 0.000000000001m })
            {
                var builder = new ColumnBuilder(new Field { Name = "n", Type = DataType.Decimal, Scale = scale });
                builder.Add(Value.Of(number));
                Assert.Equal(builder.Build()[0].IsNull ? 1 : 0, builder.Misfits);
            }
    }
}

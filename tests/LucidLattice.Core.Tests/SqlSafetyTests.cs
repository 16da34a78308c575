using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Values;
using LucidLattice.Sql.Sqlite;
using LucidLattice.Sql;
using Microsoft.Data.Sqlite;
using Xunit;

namespace LucidLattice.Core.Tests;

public class SqlSafetyTests
{
    private static readonly QueryLimits Limits = new(TimeSpan.FromSeconds(0.5), 1000, 1_000_000);

    private static RowSet Read(string sql, QueryLimits? limits = null, CancellationToken cancel = default,
        params (string, Value)[] values) => new SqliteReader(new OneDatabase(Workshop.DemoFile), limits ?? Limits)
        .Read(new DataQuery(new Dataset { Id = "d", Name = "Query", Database = "x", Source = new QuerySource { Sql = sql } },
        [new Field { Name = "x", Type = DataType.Text }], values.ToDictionary(v => v.Item1, v => v.Item2)), new(), cancel);

    [Theory]
    [InlineData("DELETE FROM bookings", "sql-refused")]
    [InlineData("DROP TABLE bookings", "sql-refused")]
    [InlineData("ATTACH '/etc/passwd' AS x", "sql-refused")]
    [InlineData("PRAGMA query_only = OFF", "sql-refused")]
    [InlineData("SELECT name AS x FROM pragma_database_list", "sql-refused")]
    [InlineData("SELECT load_extension('x') AS x", "sql-refused")]
    [InlineData("SELECT 1 AS x; DELETE FROM bookings", "sql-refused")]
    [InlineData("SELECT 1 AS x) UNION SELECT 2 AS x FROM (SELECT 1", "sql-error")]
    [InlineData("SELEC 1", "sql-error")]
    [InlineData("SELECT 1 AS y", "field-missing")]
    [InlineData("SELECT :who AS x", "unknown-parameter")]
    [InlineData("WITH RECURSIVE r (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM r) SELECT count(*) AS x FROM r", "query-too-slow")]
    [InlineData("SELECT count(*) AS x FROM bookings a, bookings b, bookings c WHERE a.fare + b.fare < c.fare", "query-too-slow")]
    [InlineData("SELECT hex(zeroblob(900000)) AS x", "value-too-long")]
    public void SQL_that_does_more_than_read_or_never_ends_is_stopped(string sql, string code)
        => Assert.Equal(code, Assert.Throws<DataException>(() => Read(sql)).Code);

    [Fact]
    public void A_query_is_cancelled_at_once()
    {
        using var cancel = new CancellationTokenSource(100);
        Assert.ThrowsAny<OperationCanceledException>(
            () => Read("WITH RECURSIVE r (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM r) SELECT count(*) AS x FROM r",
            Limits with { Time = TimeSpan.FromMinutes(5) }, cancel.Token));
    }

    [Fact]
    public void Values_are_bound_whatever_they_contain()
    {
        foreach (var text in new[] { "'; DROP TABLE bookings; --", "\" OR 1=1", "a\0b", ":x", "Ünïcode – 日本" })
            Assert.Equal(text, Read("SELECT :v AS x", null, default, ("v", Value.Of(text))).Columns[0][0].Text);
    }

    [Fact]
    public void A_cut_off_is_a_problem()
    {
        var rows = Read("SELECT booking_id AS x FROM bookings");
        Assert.Equal(1000, rows.Count);
        Assert.Contains(rows.Problems, p => p.Code == "rows-cut-off");
    }

    [Fact]
    public void A_file_that_is_no_database_is_said_to_be_none()
    {
        var file = Workshop.TempFile(".db");
        File.WriteAllText(file, "This is not a database, but it is long enough to be looked at as one. ".PadRight(4096, '.'));
        Assert.Equal("not-a-database", Assert.Throws<DataException>(() => SchemaReader.Read(file)).Code);
        File.Delete(file);
        Assert.Equal("database-missing", Assert.Throws<DataException>(() => SchemaReader.Read(file)).Code);
    }

    [Fact]
    public void Values_that_do_not_fit_their_declared_type_are_counted()
    {
        var file = Workshop.TempFile(".db");
        using (var connection = new SqliteConnection($"Data Source={file};Pooling=False"))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "CREATE TABLE t (n, d, m); INSERT INTO t VALUES (1, '2025-01-31', 0.1), ('many', '31.1.2025', 0.2), "
                + "(NULL, 45, 'x'), (2.0, '2025-01-31 00:00:00', 1234567.891)";
            command.ExecuteNonQuery();
        }
        Field[] fields = [new() { Name = "n", Type = DataType.Whole }, new() { Name = "d", Type = DataType.Date },
            new() { Name = "m", Type = DataType.Decimal, Scale = 2 }];
        var rows = new SqliteReader(new OneDatabase(file))
            .Read(new DataQuery(new Dataset { Id = "d", Name = "T", Database = "x", Source = new TableSource { Table = "t" } }, fields,
            new Dictionary<string, Value>()), new(), CancellationToken.None);
        Assert.Equal(["1", "", "", "2"], Enumerable.Range(0, 4).Select(i => rows.Columns[0][i].Invariant));
        Assert.Equal(["2025-01-31", "", "", "2025-01-31"], Enumerable.Range(0, 4).Select(i => rows.Columns[1][i].Invariant));
        Assert.Equal(["0.10", "0.20", "", "1234567.89"], Enumerable.Range(0, 4).Select(i => rows.Columns[2][i].Invariant));
        Assert.Equal(3, rows.Problems.Count(p => p.Code == "misfit-values"));
        File.Delete(file);
    }
}

using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Sqlite;
using Microsoft.Data.Sqlite;
using Xunit;

namespace LucidLattice.Sql.Tests;

public class SqlSafetyTests
{
    private static readonly QueryLimits Limits = new(TimeSpan.FromSeconds(0.5), 1000, 1_000_000);

    private static RowSet Read(string sql, QueryLimits? limits = null, CancellationToken cancel = default,
        params (string, Value)[] values) => Workshop.Database(Workshop.DemoFile, limits ?? Limits)
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
    [InlineData("SELECT $who AS x", "sql-error")]
    [InlineData("SELECT @who AS x", "sql-error")]
    [InlineData("SELECT ? AS x", "sql-error")]
    [InlineData("SELECT ?7 AS x", "sql-error")]
    [InlineData("SELECT ::who AS x", "sql-error")]
    [InlineData("SELECT :who::what AS x", "sql-error")]
    [InlineData("WITH RECURSIVE r (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM r) SELECT count(*) AS x FROM r", "query-too-slow")]
    [InlineData("SELECT count(*) AS x FROM bookings a, bookings b, bookings c WHERE a.fare + b.fare < c.fare", "query-too-slow")]
    [InlineData("SELECT hex(zeroblob(900000)) AS x", "value-too-long")]
    public void SQL_that_does_more_than_read_or_never_ends_is_stopped(string sql, string code)
        => Assert.Equal(code, Assert.Throws<DataException>(() => Read(sql)).Code);

    /// <summary>What works through long values in one step cannot be stopped by its clock, so it is bounded; a loop around it is
    /// stopped between two steps.</summary>
    [Theory]
    [InlineData("SELECT instr(replace(hex(zeroblob(400000)), '0', 'a'), replace(hex(zeroblob(200000)), '0', 'a') || 'b') AS x")]
    [InlineData("SELECT replace(replace(hex(zeroblob(400000)), '0', 'a'), replace(hex(zeroblob(200000)), '0', 'a') || 'b', 'c') AS x")]
    [InlineData("SELECT trim(hex(zeroblob(400000)), hex(zeroblob(400000))) AS x")]
    [InlineData("SELECT json_patch('{}', '{}') AS x")]
    [InlineData("SELECT randomblob(900000) AS x")]
    [InlineData("WITH RECURSIVE r (x) AS (SELECT 1 UNION ALL SELECT x + length(replace(hex(zeroblob(400000)), '0', 'ab')) FROM r) "
        + "SELECT count(*) AS x FROM r")]
    [InlineData("WITH RECURSIVE r (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM r) SELECT count(*) AS x FROM r WHERE "
        + "instr(hex(zeroblob(400000)), 'x') = 1")]
    [InlineData("SELECT replace(hex(zeroblob(900000)), '0', 'a') LIKE '%' || replace(hex(zeroblob(9000)), '0', 'a') || 'b' AS x")]
    [InlineData("SELECT replace(hex(zeroblob(900000)), '0', 'a') GLOB '*' || replace(hex(zeroblob(9000)), '00', '[a-c]') || 'b' AS x")]
    [InlineData("WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 3000) SELECT hex(zeroblob(900000 + i)) AS x "
        + "FROM n ORDER BY x")]
    public void No_step_of_SQL_works_for_seconds(string sql)
    {
        // A step that nothing bounds would hold this test up for minutes.
        var code = "";
        try
        {
            Read(sql, Limits with { ValueBytes = 2_000_000 });
        }
        catch (DataException e)
        {
            code = e.Code;
        }
        Assert.Contains(code, new[] { "", "sql-refused", "sql-error", "query-too-slow", "query-too-large", "value-too-long" });
    }

    /// <summary>Outside reference: SQLite's own functions, on a connection without ours.</summary>
    [Fact]
    public void Bounded_functions_say_what_those_of_SQLite_say()
    {
        using var plain = new SqliteConnection("Data Source=:memory:");
        plain.Open();
        string[] values = ["'abc'", "'a'", "''", "NULL", "'  x '", "'😀b😀'", "'b'", "'xx'", "x'616263'", "x'62'", "12.5", "1200.0", "7",
            "-3", "'éa'", "'.'"];
        foreach (var a in values)
            foreach (var b in values)
                foreach (var call in new[] { $"instr({a}, {b})", $"replace({a}, {b}, 'zz')", $"trim({a}, {b})", $"ltrim({a}, {b})",
                    $"rtrim({a}, {b})",
                    $"trim({a})" })
                {
                    using var command = plain.CreateCommand();
                    command.CommandText = $"SELECT CAST({call} AS TEXT)";
                    var expected = command.ExecuteScalar() as string;
                    var read = Read($"SELECT CAST({call} AS TEXT) AS x").Columns[0][0];
                    Assert.True(expected == (read.IsNull ? null : read.Text), $"{call}: {expected} and {read}");
                }
    }

    /// <summary>The first version without the fault that very many aggregate terms reach (CVE-2025-6965).</summary>
    [Fact]
    public void The_library_is_one_in_which_its_published_fault_is_mended() =>
        Assert.True(new Version(Read("SELECT sqlite_version() AS x").Columns[0][0].Text) >= new Version(3, 50, 2));

    /// <summary>Outside reference: LIKE and GLOB of SQLite itself, over random patterns and texts.</summary>
    [Fact]
    public void Bounded_patterns_match_what_those_of_SQLite_match()
    {
        using var plain = new SqliteConnection("Data Source=:memory:");
        plain.Open();
        var random = new Random(14);
        string Of(string letters, int most) =>
            string.Concat(Enumerable.Range(0, random.Next(most)).Select(_ => letters.EnumerateRunes().ElementAt(random.Next(
                letters.EnumerateRunes().Count()))));
        var calls = Enumerable.Range(0, 3_000).Select(i =>
        {
            var text = Of("abBé😀-]", 8);
            return (i % 3) switch
            {
                0 => $"'{text}' LIKE '{Of("abBAé😀%%_-", 7)}'",
                1 => $"'{text}' LIKE '{Of("abé%_!", 7)}' ESCAPE '{Of("!%_a", 5) switch { "" => "!", var e => e[..1] }}'",
                _ => $"'{text}' GLOB '{Of("abé😀**?[]^-", 9)}'",
            };
        }).Concat(["NULL LIKE 'a'", "12 LIKE '1%'", "1.5 GLOB '1*'", "x'6162' LIKE 'a_'", "'a' LIKE 'a' ESCAPE NULL", "'' LIKE ''",
            "'' GLOB '*'"]);
        foreach (var call in calls)
        {
            using var command = plain.CreateCommand();
            command.CommandText = $"SELECT CAST({call} AS TEXT)";
            var read = Read($"SELECT CAST({call} AS TEXT) AS x").Columns[0][0];
            Assert.True(command.ExecuteScalar() as string == (read.IsNull ? null : read.Text), call);
        }
    }

    [Fact]
    public void Only_regular_files_are_opened_and_none_of_the_application()
    {
        var folder = Directory.CreateTempSubdirectory("lattice-").FullName;
        string At(string name) => Path.Combine(folder, name);
        string Code(string path) => Assert.Throws<DataException>(() => SchemaReader.Read(path)).Code;
        System.Diagnostics.Process.Start("mkfifo", At("pipe")).WaitForExit();
        File.Copy(Workshop.DemoFile, At("own.sqlite"));
        GuardedFile.KeepOut(At("own.sqlite"));
        File.CreateSymbolicLink(At("linked.sqlite"), At("own.sqlite"));
        Directory.CreateSymbolicLink(At("folder"), folder);
        System.Diagnostics.Process.Start("ln", [At("own.sqlite"), At("hard.sqlite")]).WaitForExit();
        Assert.Equal("not-a-file", Code(At("pipe")));
        Assert.Equal("not-a-file", Code("/dev/zero"));
        Assert.Equal("not-a-file", Code(folder));
        File.Create(At("empty")).Dispose();
        Assert.Equal("not-a-database", Code(At("empty")));
        Assert.Equal("database-missing", Code(At("nowhere")));
        foreach (var name in new[] { "own.sqlite", "linked.sqlite", "hard.sqlite", "folder/own.sqlite", "folder/folder/linked.sqlite" })
            Assert.Equal("own-file", Code(At(name)));
        Assert.Equal("own-file", Code($"/proc/self/root{At("own.sqlite")}"));
        // A link that is turned to another file after it was taken is looked at again.
        File.CreateSymbolicLink(At("turned.sqlite"), Workshop.DemoFile);
        Assert.NotEmpty(SchemaReader.Read(At("turned.sqlite")));
        File.Delete(At("turned.sqlite"));
        File.CreateSymbolicLink(At("turned.sqlite"), At("own.sqlite"));
        Assert.Equal("own-file", Code(At("turned.sqlite")));
        Directory.Delete(At("folder"));
        Directory.Delete(folder, recursive: true);
    }

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
        var rows = Workshop.Database(file)
            .Read(new DataQuery(new Dataset { Id = "d", Name = "T", Database = "x", Source = new TableSource { Table = "t" } }, fields,
            new Dictionary<string, Value>()), new(), CancellationToken.None);
        Assert.Equal(["1", "", "", "2"], Enumerable.Range(0, 4).Select(i => rows.Columns[0][i].Invariant));
        Assert.Equal(["2025-01-31", "", "", "2025-01-31"], Enumerable.Range(0, 4).Select(i => rows.Columns[1][i].Invariant));
        Assert.Equal(["0.10", "0.20", "", "1234567.89"], Enumerable.Range(0, 4).Select(i => rows.Columns[2][i].Invariant));
        Assert.Equal(3, rows.Problems.Count(p => p.Code == "misfit-values"));
        File.Delete(file);
    }
}

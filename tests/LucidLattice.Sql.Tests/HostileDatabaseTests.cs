using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Sqlite;
using Xunit;

namespace LucidLattice.Sql.Tests;

/// <summary>Files that somebody made to hold others up, or that a disk damaged: they are described as far as they can be, or
/// refused.</summary>
public sealed class HostileDatabaseTests : IDisposable
{
    private readonly string _file = Workshop.TempFile(".sqlite");

    public void Dispose() => File.Delete(_file);

    [Fact]
    public void A_view_without_an_end_holds_nobody_up()
    {
        Workshop.Execute(_file, "CREATE TABLE fine (a INTEGER, b TEXT); INSERT INTO fine VALUES (1, 'x'); "
            + "CREATE VIEW endless AS WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT i AS a FROM n WHERE i < 0; "
            + "CREATE VIEW wide AS SELECT hex(zeroblob(400000000)) AS a; CREATE VIEW refused AS SELECT load_extension('x') AS a; "
            + "CREATE VIEW broken AS SELECT a FROM nowhere; CREATE VIEW itself AS SELECT a FROM itself;");
        var tables = SchemaReader.Read(_file).ToDictionary(t => t.Name);
        Assert.Null(tables["fine"].Problem);
        Assert.Equal((1L, 2), (tables["fine"].Rows, tables["fine"].Fields.Count));
        foreach (var view in new[] { "endless", "wide", "refused", "broken", "itself" })
            Assert.False(string.IsNullOrEmpty(tables[view].Problem), view);
        Assert.Equal("a", Assert.Single(tables["endless"].Fields).Name);
    }

    [Fact]
    public void Tables_of_any_name_are_read()
    {
        string[] names = ["", " ", "select", "a\"b", "a'b", "a]b", "a`b", "x;--", "日本", "a\nb", "%_", "pragma_table_info", new string('n',
            500)];
        foreach (var name in names) Workshop.Execute(_file,
            $"CREATE TABLE {QueryBuilder.Quote(name)} ({QueryBuilder.Quote(name + "c")} TEXT);"
            + $"INSERT INTO {QueryBuilder.Quote(name)} VALUES ('v')");
        var tables = SchemaReader.Read(_file);
        Assert.Equal(names.Order(StringComparer.Ordinal), tables.Select(t => t.Name).Order(StringComparer.Ordinal));
        foreach (var table in tables)
        {
            // Its name is that of a function of SQLite that may not be asked.
            Assert.Equal(table.Name == "pragma_table_info", table.Problem is not null);
            if (table.Problem is not null) continue;
            var rows = Read(table.Name, table.Fields);
            Assert.Equal("v", rows.Columns[0][0].Text);
        }
    }

    private RowSet Read(string table, IReadOnlyList<Field> fields) => Workshop.Database(_file).Read(new DataQuery(
        new Dataset { Id = "d", Name = "Rows", Database = "x", Source = new TableSource { Table = table }, Fields = fields }, fields,
        new Dictionary<string, Value>()), new RunProgress(), CancellationToken.None);

    /// <summary>A file with some bytes changed, or cut, is read or refused in a sentence; nothing else is thrown.</summary>
    [Fact]
    public void A_damaged_file_is_read_or_refused()
    {
        Workshop.Execute(_file,
            "CREATE TABLE t (a INTEGER PRIMARY KEY, b TEXT REFERENCES u (c)); CREATE TABLE u (c TEXT PRIMARY KEY, d REAL); "
            + "CREATE INDEX i ON t (b); CREATE VIEW v AS SELECT b, count(*) AS n FROM t GROUP BY b;"
            + "INSERT INTO u VALUES ('x', 1.5), ('y', 2); WITH RECURSIVE n (k) AS (SELECT 1 UNION ALL SELECT k + 1 FROM n WHERE k < 300) "
            + "INSERT INTO t SELECT k, iif(k % 2, 'x', 'y') FROM n");
        var whole = File.ReadAllBytes(_file);
        var random = new Random(120);
        var refused = 0;
        for (var round = 0; round < 300; round++)
        {
            var bytes = (byte[])whole.Clone();
            for (var i = random.Next(1, 6); i > 0; i--)
                bytes[random.Next(round % 2 == 0 ? 200 : bytes.Length)] = (byte)random.Next(256);
            if (round % 10 == 0) bytes = bytes[..random.Next(bytes.Length)];
            File.WriteAllBytes(_file, bytes);
            try
            {
                foreach (var table in SchemaReader.Read(_file))
                    if (table.Fields.Count > 0) Read(table.Name, table.Fields);
            }
            catch (DataException e)
            {
                Assert.NotEmpty(e.Message);
                refused++;
            }
        }
        Assert.InRange(refused, 20, 299);
    }

    [Fact]
    public void As_long_as_a_file_does_not_change_it_is_looked_at_once()
    {
        Workshop.Execute(_file, "CREATE TABLE t (a INTEGER)");
        var engine = Workshop.Database(_file);
        var first = engine.Tables(_file);
        Assert.Same(first, engine.Tables(_file));
        Workshop.Execute(_file, "CREATE TABLE u (a INTEGER)");
        Assert.Equal(2, engine.Tables(_file).Count);
    }
}

using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Sqlite;
using Xunit;

namespace LucidLattice.Sql.Tests;

public sealed class SqliteEngineTests : EngineContract, IDisposable
{
    private readonly List<string> _files = [];

    public void Dispose() => _files.ForEach(File.Delete);

    protected override ISqlEngine Engine(QueryLimits limits) => new SqliteEngine(limits);

    protected override string Endless =>
        "WITH RECURSIVE n (a) AS (SELECT 1 UNION ALL SELECT a + 1 FROM n) SELECT sum(a) AS a FROM n";

    protected override Connection Made(params string[] statements)
    {
        var file = Workshop.TempFile(".sqlite");
        _files.Add(file);
        foreach (var statement in statements) Workshop.Execute(file, statement);
        return SqliteEngine.At(file);
    }

    protected override void Change(Connection at, string statement) => Workshop.Execute(at.Address, statement);

    /// <summary>A kind that nobody can read, as after a step back to an older program, is said and not taken for another.</summary>
    [Fact]
    public void A_kind_that_is_not_known_is_refused_in_words()
    {
        var databases = new SqlDatabases(new Foreign(), SqlEngines.All());
        var dataset = new Dataset { Id = "d", Name = "D", Database = "x", Source = new TableSource { Table = "t" } };
        var problem = Assert.Throws<DataException>(() => databases.Stamp(dataset));
        Assert.Equal("This program cannot read databases of the kind “tide-gauge”. It reads SQLite.", problem.Message);
        Assert.Throws<DataException>(() => databases.Tables("x"));
    }

    private sealed class Foreign : IDatabases
    {
        public Connection? Find(string name) => new("tide-gauge", "harbour wall");

        public string Known => "";
    }
}

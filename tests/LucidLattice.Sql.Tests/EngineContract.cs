using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Engines;
using Xunit;

namespace LucidLattice.Sql.Tests;

/// <summary>What every database engine keeps to in any dialect. The tests of an engine are a class of this that makes its
/// databases.</summary>
public abstract class EngineContract
{
    /// <summary>The engine with these limits.</summary>
    protected abstract ISqlEngine Engine(QueryLimits limits);

    /// <summary>A connection to a new database in which these statements ran. They are in the part of ISO SQL that all engines know:
    /// CREATE TABLE, CREATE VIEW and INSERT, with INTEGER, DECIMAL, VARCHAR and DATE.</summary>
    protected abstract Connection Made(params string[] statements);

    /// <summary>Runs a statement on a database that was made.</summary>
    protected abstract void Change(Connection at, string statement);

    /// <summary>A query that would go on for hours if nobody stopped it.</summary>
    protected abstract string Endless { get; }

    private const string Ports = "CREATE TABLE ports (code VARCHAR(3) PRIMARY KEY, name VARCHAR(40) NOT NULL, berths INTEGER, "
        + "fee DECIMAL(12, 2), opened DATE)";

    private const string Four = "INSERT INTO ports VALUES ('HOL', 'Holm', 3, 120.50, '1998-04-01'), ('BRA', 'Brae', NULL, 0.10, NULL), "
        + "('SKE', 'Skerry', 1, -3.05, '2024-02-29'), ('ÅSE', 'Åsevik', 0, NULL, '1969-12-31')";

    private static readonly CancellationToken Never = CancellationToken.None;

    private ISqlEngine Usual => Engine(QueryLimits.Default);

    private static Dataset Over(DatasetSource source, IReadOnlyList<Field> fields) =>
        new() { Id = "d", Name = "Ports", Database = "db", Source = source, Fields = fields };

    private static DataQuery All(Dataset dataset) => new(dataset, dataset.Fields, new Dictionary<string, Value>());

    private Dataset PortsOf(Connection at) =>
        Over(new TableSource { Table = "ports" }, Usual.Tables(at).Single(t => t.Name == "ports").Fields);

    private static IEnumerable<string> Column(RowSet rows, int column) =>
        Enumerable.Range(0, rows.Count).Select(row => rows.Columns[column][row].Invariant);

    [Fact]
    public void The_catalogue_has_tables_and_views_with_types_and_keys()
    {
        var at = Made(Ports, "CREATE TABLE calls (id INTEGER PRIMARY KEY, port VARCHAR(3) REFERENCES ports (code))",
            "CREATE VIEW open_ports AS SELECT code, name FROM ports WHERE berths > 0");
        var tables = Usual.Tables(at).OrderBy(t => t.Name, StringComparer.Ordinal).ToList();
        Assert.Equal([("calls", false), ("open_ports", true), ("ports", false)], tables.Select(t => (t.Name, t.IsView)));
        Assert.Equal(["code"], tables[2].Keys);
        Assert.Equal([DataType.Text, DataType.Text, DataType.Whole, DataType.Decimal, DataType.Date],
            tables[2].Fields.Select(f => f.Type));
        Assert.Equal(("ports", "port", "code"), (tables[0].References.Single().Table,
            tables[0].References.Single().Columns.Single().Column, tables[0].References.Single().Columns.Single().To));
    }

    [Fact]
    public void Values_come_as_they_were_written_and_nothing_is_not_a_value()
    {
        var at = Made(Ports, Four);
        var rows = Usual.Read(at, All(PortsOf(at)), new RunProgress(), Never);
        Assert.Equal(4, rows.Count);
        var places = Column(rows, 0).Select((code, row) => (code, row)).ToDictionary(p => p.code, p => p.row);
        string At(string code, int column) => rows.Columns[column][places[code]].Invariant;
        Assert.Equal(("Holm", "3", "120.50", "1998-04-01"), (At("HOL", 1), At("HOL", 2), At("HOL", 3), At("HOL", 4)));
        Assert.Equal(("-3.05", "2024-02-29"), (At("SKE", 3), At("SKE", 4)));
        Assert.Equal(("Åsevik", "0", "1969-12-31"), (At("ÅSE", 1), At("ÅSE", 2), At("ÅSE", 4)));
        Assert.All(new[] { ("BRA", 2), ("BRA", 4), ("ÅSE", 3) }, p => Assert.True(rows.Columns[p.Item2][places[p.Item1]].IsNull));
    }

    [Fact]
    public void Values_are_bound_and_names_are_quoted()
    {
        const string Name = "sel\"ect; DROP TABLE ports";
        var at = Made(Ports, Four);
        var fields = Usual.Describe(at, "SELECT name AS \"sel\"\"ect; DROP TABLE ports\" FROM ports WHERE name = :name", Never);
        Assert.Equal((Name, "name"), (fields.Fields.Single().Name, fields.Parameters.Single()));
        var dataset = Over(new QuerySource { Sql = "SELECT name AS \"sel\"\"ect; DROP TABLE ports\" FROM ports WHERE name = :name" },
            fields.Fields);
        RowSet With(string value) => Usual.Read(at,
            All(dataset) with { Parameters = new Dictionary<string, Value> { ["name"] = Value.Of(value) } }, new RunProgress(), Never);
        Assert.Equal(["Holm"], Column(With("Holm"), 0));
        Assert.Equal(0, With("x' OR '1' = '1").Count);
        Assert.Equal(4, Usual.Read(at, All(PortsOf(at)), new RunProgress(), Never).Count);
    }

    [Theory]
    [InlineData("DELETE FROM ports")]
    [InlineData("SELECT 1 AS a; DELETE FROM ports")]
    [InlineData("INSERT INTO ports VALUES ('X', 'X', 1, 1, NULL)")]
    [InlineData("DROP TABLE ports")]
    [InlineData("CREATE TABLE more (a INTEGER)")]
    [InlineData("SELECT no_such_column FROM ports")]
    [InlineData("")]
    public void Whatever_does_more_than_read_is_refused_in_words(string sql)
    {
        var at = Made(Ports, Four);
        var described = Assert.Throws<DataException>(() => Usual.Describe(at, sql, Never));
        Assert.False(string.IsNullOrWhiteSpace(described.Message));
        var dataset = Over(new QuerySource { Sql = sql }, [new Field { Name = "a", Type = DataType.Whole }]);
        Assert.Throws<DataException>(() => Usual.Read(at, All(dataset), new RunProgress(), Never));
        Assert.Equal(4, Usual.Read(at, All(PortsOf(at)), new RunProgress(), Never).Count);
    }

    [Fact]
    public void A_field_that_is_gone_and_a_parameter_without_a_value_are_found_before_reading()
    {
        var at = Made(Ports, Four);
        var gone = Over(new TableSource { Table = "ports" }, [new Field { Name = "harbour", Type = DataType.Text }]);
        Assert.Equal("field-missing", Assert.Throws<DataException>(() => Usual.Require(at, All(gone))).Code);
        var asks = Over(new QuerySource { Sql = "SELECT name FROM ports WHERE code = :code" },
            [new Field { Name = "name", Type = DataType.Text }]);
        Assert.Equal("unknown-parameter", Assert.Throws<DataException>(() => Usual.Require(at, All(asks))).Code);
    }

    /// <summary>What may be left out is left out only where the condition does not hold; nothing else may be missing.</summary>
    [Fact]
    public void Narrowing_leaves_out_nothing_that_is_wanted()
    {
        var at = Made(Ports, Four);
        var dataset = PortsOf(at);
        var berths = dataset.Fields[2];
        var query = All(dataset) with { Wanted = [new Narrowing(berths, NarrowingKind.AtLeast, [Value.Of(1L)])] };
        var read = Column(Usual.Read(at, query, new RunProgress(), Never), 0).ToHashSet();
        Assert.Superset(new HashSet<string> { "HOL", "SKE" }, read);
    }

    [Fact]
    public void Rows_beyond_the_limit_are_left_out_with_a_problem()
    {
        var at = Made(Ports, Four);
        var rows = Engine(QueryLimits.Default with { Rows = 3 }).Read(at, All(PortsOf(at)), new RunProgress(), Never);
        Assert.Equal((3, "rows-cut-off"), (rows.Count, rows.Problems.Single().Code));
    }

    [Fact]
    public void A_query_ends_at_its_limit_and_when_nobody_wants_it()
    {
        var at = Made(Ports, Four);
        var dataset = Over(new QuerySource { Sql = Endless }, [new Field { Name = "a", Type = DataType.Whole }]);
        var slow = Assert.Throws<DataException>(() => Engine(QueryLimits.Default with { Time = TimeSpan.FromSeconds(0.3) })
            .Read(at, All(dataset), new RunProgress(), Never));
        Assert.Equal("query-too-slow", slow.Code);
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(0.3));
        Assert.ThrowsAny<OperationCanceledException>(() => Usual.Read(at, All(dataset), new RunProgress(), stop.Token));
    }

    [Fact]
    public void A_stamp_changes_with_the_data_and_with_nothing_else()
    {
        var at = Made(Ports, Four);
        var before = Usual.Stamp(at);
        Usual.Read(at, All(PortsOf(at)), new RunProgress(), Never);
        Assert.Equal(before, Usual.Stamp(at));
        Change(at, "UPDATE ports SET berths = 7 WHERE code = 'HOL'");
        // An engine that cannot tell says null, and its rows are read for each run.
        if (before is not null) Assert.NotEqual(before, Usual.Stamp(at));
    }

    [Fact]
    public void Joins_are_counted_and_repeated_fields_are_known()
    {
        var at = Made(Ports, Four, "CREATE TABLE calls (id INTEGER PRIMARY KEY, port VARCHAR(3))",
            "INSERT INTO calls VALUES (1, 'HOL'), (2, 'HOL'), (3, 'BRA')");
        var join = new JoinSource
        {
            Tables = [new JoinedTable { Id = "p", Table = "ports" }, new JoinedTable { Id = "c", Table = "calls",
                Join = new Join { To = "p", On = [new KeyPair("port", "code")] } }],
        };
        var dataset = Over(join, [new Field { Name = "fee", Type = DataType.Decimal, Table = "p" },
            new Field { Name = "id", Type = DataType.Whole, Table = "c" }]);
        var effect = Usual.Effects(at, dataset, Never).Single();
        Assert.Equal((4L, 3L), (effect.Before, effect.After));
        Assert.Equal(["fee"], Usual.Repeated(at, dataset, Never));
        Assert.Equal(3, Usual.Read(at, All(dataset), new RunProgress(), Never).Count);
    }

    [Fact]
    public void A_database_that_is_not_there_is_said_in_words()
    {
        var at = Made(Ports);
        var gone = at with { Address = at.Address + "-gone" };
        var problem = Assert.Throws<DataException>(() => Usual.Tables(gone));
        Assert.DoesNotContain("Exception", problem.Message);
        Assert.False(string.IsNullOrWhiteSpace(problem.Message));
    }
}

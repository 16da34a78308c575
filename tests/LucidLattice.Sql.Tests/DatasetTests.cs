using System.Globalization;
using SortKey = LucidLattice.Model.Definitions.SortKey;
using LucidLattice.Testing;
using DuckDB.NET.Data;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Demo;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Copies;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Joins;
using LucidLattice.Sql.Sqlite;
using Microsoft.Data.Sqlite;
using Xunit;

namespace LucidLattice.Sql.Tests;

/// <summary>Joined tables, worked-out fields, conditions, order and limit.</summary>
public sealed class DatasetTests : IDisposable
{
    private readonly string _file = Workshop.TempFile(".sqlite");

    public void Dispose() => File.Delete(_file);

    private static RowSet Read(Dataset dataset, string? file = null, IReadOnlyList<Field>? fields = null, params Parameter[] parameters)
        => new DatasetReader(Workshop.Database(file ?? Workshop.DemoFile))
            .Read(new DataQuery(dataset, fields ?? dataset.Fields, new Dictionary<string, Value>())
            { Now = Workshop.Now, Definitions = parameters, Values = new Value[parameters.Length] }, new RunProgress(),
            CancellationToken.None);

    private static Value Sum(RowSet rows, int column)
    {
        var total = 0m;
        for (var row = 0; row < rows.Count; row++)
            if (!rows.Columns[column][row].IsNull) total += rows.Columns[column][row].Decimal;
        return Value.Of(total);
    }

    private void Make(string sql) => Workshop.Execute(_file, sql);

    /// <summary>Outside reference: DuckDB joins the same two tables, with keys of two columns, empties and repeated keys, in every
    /// way.</summary>
    [Fact]
    public void Joins_of_every_kind_agree_with_DuckDB()
    {
        var random = new Random(17);
        using var duck = new DuckDBConnection("Data Source=:memory:");
        duck.Open();
        string Key() => random.Next(6) == 0 ? "NULL" : random.Next(5).ToString(CultureInfo.InvariantCulture);
        for (var round = 0; round < 12; round++)
        {
            var left = string.Join(", ", Enumerable.Range(0, random.Next(1, 30)).Select(i => $"({Key()}, {Key()}, {i})"));
            var right = string.Join(", ", Enumerable.Range(0, random.Next(1, 20)).Select(i => $"({Key()}, {Key()}, {i * 100})"));
            var tables = $"DROP TABLE IF EXISTS l; DROP TABLE IF EXISTS r; CREATE TABLE l (a INTEGER, b INTEGER, n INTEGER); CREATE "
                + $"TABLE r (a INTEGER, c INTEGER, m INTEGER); INSERT INTO l VALUES {left}; INSERT INTO r VALUES {right};";
            Make(tables);
            using (var command = duck.CreateCommand())
            {
                command.CommandText = tables;
                command.ExecuteNonQuery();
            }
            foreach (var kind in Enum.GetValues<JoinKind>())
                foreach (var pairs in new[] { 1, 2 })
                {
                    KeyPair[] on = pairs == 1 ? [new("a", "a")] : [new("a", "a"), new("c", "b")];
                    var fields = new List<Field> { new() { Name = "n", Table = "x", Type = DataType.Whole } };
                    if (kind != JoinKind.Unmatched) fields.Add(new() { Name = "m", Table = "y", Type = DataType.Whole });
                    var dataset = new Dataset { Id = "d", Name = "D", Database = "x", Fields = fields,
                        Source = new JoinSource {
                        Tables = [new() { Id = "x", Table = "l" },
                        new() { Id = "y", Table = "r", Join = new Join { To = "x", Kind = kind, On = on } }] } };
                    var rows = Read(dataset, _file);
                    var condition = pairs == 1 ? "l.a = r.a" : "l.a = r.a AND l.b = r.c";
                    var from = kind switch { JoinKind.Inner => $"l JOIN r ON {condition}", JoinKind.Left => $"l LEFT JOIN r ON {condition}",
                        _ => $"l WHERE NOT EXISTS (SELECT 1 FROM r WHERE {condition})" };
                    using var command = duck.CreateCommand();
                    command.CommandText = $"SELECT count(*), CAST(coalesce(sum(n), 0) AS BIGINT), "
                        + $"{(kind == JoinKind.Unmatched ? "CAST(0 AS BIGINT)" : "CAST(coalesce(sum(m), 0) AS BIGINT)")} FROM {from}";
                    using var reader = command.ExecuteReader();
                    Assert.True(reader.Read());
                    Assert.Equal(reader.GetInt64(0), rows.Count);
                    Assert.Equal(reader.GetInt64(1), Sum(rows, 0).Decimal);
                    if (kind != JoinKind.Unmatched) Assert.Equal(reader.GetInt64(2), Sum(rows, 1).Decimal);
                    var effect = Workshop.Database(_file).Effects(dataset, CancellationToken.None).Single();
                    Assert.Equal(rows.Count, effect.After);
                }
        }
    }

    /// <summary>Outside reference: SQLite itself evaluates the same conditions, with empties, for every type and operator.</summary>
    [Fact]
    public void Conditions_of_every_operator_and_type_agree_with_SQLite()
    {
        Make("CREATE TABLE t (id INTEGER, words TEXT, n INTEGER, price REAL, day TEXT, at TEXT, yes INTEGER); INSERT INTO t VALUES (1, "
            + "'Holm – Brae', 5, 1.5, '2025-01-31', '2025-01-31 06:15:00', 1), (2, '', -3, 0.1, '2024-02-29', '2024-02-29 23:59:00', 0), "
            + "(3, NULL, NULL, NULL, NULL, NULL, NULL), (4, 'it''s 100 %', 12, 1.25, '2025-02-01', '2025-02-01 00:00:00', 1), (5, "
            + "'holm', 0, -7, '2025-01-01', '2025-01-01 12:00:00', 0)");
        Field[] fields = [new() { Name = "id", Type = DataType.Whole }, new() { Name = "words", Type = DataType.Text },
            new() { Name = "n", Type = DataType.Whole }, new() { Name = "price", Type = DataType.Decimal },
            new() { Name = "day", Type = DataType.Date }, new() { Name = "at", Type = DataType.DateTime },
            new() { Name = "yes", Type = DataType.Bool }];
        string[] ValuesOf(Field field) =>
            field.Type switch { DataType.Text => ["holm", "it's 100 %", "Holm"], DataType.Date => ["2025-01-01", "2025-01-31"],
                DataType.DateTime => ["2025-01-01 12:00", "2025-02-01 00:00"], DataType.Bool => ["true"], DataType.Decimal =>
                ["0.1", "1.5"], _ => ["-3", "5"] };
        string Sql(string value, Field field) =>
            field.Type switch { DataType.Text => $"'{value.Replace("'", "''")}'", DataType.Date => $"'{value}'",
                DataType.DateTime => $"'{value}:00'", DataType.Bool => "1", _ => value };
        var tested = 0;
        foreach (var field in fields.Skip(1))
            // Periods of the calendar are compared with the calendar in DateConditionTests.
            foreach (var op in ConditionText.For(field.Type).Where(o => o < ConditionOperator.InYear))
            {
                var values = ValuesOf(field);
                var given = op is ConditionOperator.Between or ConditionOperator.OneOf or ConditionOperator.NoneOf ? values : [values[0]];
                var dataset = new Dataset { Id = "d", Name = "D", Database = "x", Source = new TableSource { Table = "t" }, Fields = fields,
                    Filter = new FieldCondition { Field = field.Name, Is = op, Values = given } };
                var (name, first) = (field.Name, Sql(given[0], field));
                var text = $"'{given[0].Replace("'", "''")}'";
                var condition = op switch
                {
                    ConditionOperator.Equal => $"{name} = {first}",
                    ConditionOperator.NotEqual => $"{name} <> {first}",
                    ConditionOperator.Less => $"{name} < {first}",
                    ConditionOperator.AtMost => $"{name} <= {first}",
                    ConditionOperator.More => $"{name} > {first}",
                    ConditionOperator.AtLeast => $"{name} >= {first}",
                    ConditionOperator.Between => $"{name} BETWEEN {first} AND {Sql(given[^1], field)}",
                    ConditionOperator.OneOf => $"{name} IN ({string.Join(", ", given.Select(v => Sql(v, field)))})",
                    ConditionOperator.NoneOf => $"{name} NOT IN ({string.Join(", ", given.Select(v => Sql(v, field)))})",
                    ConditionOperator.Contains => $"instr({name}, {text}) > 0",
                    ConditionOperator.StartsWith => $"substr({name}, 1, length({text})) = {text}",
                    ConditionOperator.EndsWith => $"substr({name}, -length({text})) = {text}",
                    ConditionOperator.Empty => field.Type == DataType.Text ? $"{name} IS NULL OR {name} = ''" : $"{name} IS NULL",
                    _ => field.Type == DataType.Text ? $"{name} <> ''" : $"{name} IS NOT NULL",
                };
                using var connection = new SqliteConnection($"Data Source={_file};Pooling=False");
                connection.Open();
                using var command = connection.CreateCommand();
                command.CommandText = $"SELECT group_concat(id) FROM (SELECT id FROM t WHERE {condition} ORDER BY id)";
                var rows = Read(dataset, _file);
                Assert.Equal(command.ExecuteScalar() as string ?? "",
                    string.Join(',', Enumerable.Range(0, rows.Count).Select(i => rows.Columns[0][i].Invariant)));
                tested++;
            }
        Assert.True(tested > 50);
    }

    /// <summary>Outside reference: DuckDB evaluates the same trees of conditions, with empties (three-valued logic), and counts what is in
    /// the field.</summary>
    [Fact]
    public void Nested_conditions_and_field_statistics_agree_with_DuckDB()
    {
        var random = new Random(23);
        string Number() => random.Next(5) == 0 ? "NULL" : random.Next(-4, 5).ToString(CultureInfo.InvariantCulture);
        var table = $"CREATE TABLE t (a INTEGER, b INTEGER); INSERT INTO t VALUES "
            + $"{string.Join(", ", Enumerable.Range(0, 200).Select(_ => $"({Number()}, {Number()})"))};";
        Make(table);
        using var duck = new DuckDBConnection("Data Source=:memory:");
        duck.Open();
        using var command = duck.CreateCommand();
        command.CommandText = table;
        command.ExecuteNonQuery();
        (ConditionOperator Is, string Sign)[] operators = [(ConditionOperator.Equal, "="), (ConditionOperator.NotEqual, "<>"),
            (ConditionOperator.Less, "<"), (ConditionOperator.AtLeast, ">=")];
        (Condition, string Sql) Tree(int depth)
        {
            if (depth == 0 || random.Next(4) == 0)
            {
                var (field, value, op) = (random.Next(2) == 0 ? "a" : "b", random.Next(-3, 4).ToString(CultureInfo.InvariantCulture),
                    operators[random.Next(operators.Length)]);
                return random.Next(4) == 0
                    ? (new ExpressionCondition { Expression = $"NOT a + b > {value}" }, $"NOT a + b > {value}")
                    : (new FieldCondition { Field = field, Is = op.Is, Values = [value] }, $"{field} {op.Sign} {value}");
            }
            var inner = Enumerable.Range(0, random.Next(1, 4)).Select(_ => Tree(depth - 1)).ToList();
            var conditions = inner.Select(i => i.Item1).ToList();
            return random.Next(2) == 0
                ? (new AllOf { Conditions = conditions }, "(" + string.Join(" AND ", inner.Select(i => i.Sql)) + ")")
                : (new AnyOf { Conditions = conditions }, "(" + string.Join(" OR ", inner.Select(i => i.Sql)) + ")");
        }
        for (var round = 0; round < 60; round++)
        {
            var (condition, sql) = Tree(3);
            var rows = Read(
                new Dataset { Id = "d", Name = "D", Database = "x", Source = new TableSource { Table = "t" },
                Fields = [new() { Name = "a", Type = DataType.Whole }, new() { Name = "b", Type = DataType.Whole }], Filter = condition },
                _file);
            var seen = FieldStatistics.Measure(rows.Columns[0], rows.Count, "en-GB");
            command.CommandText = $"SELECT count(*), count(*) FILTER (WHERE a IS NULL), count(DISTINCT a), min(a), max(a), "
                + $"coalesce((SELECT max(n) FROM (SELECT count(*) AS n FROM t WHERE a IS NOT NULL AND ({sql}) GROUP BY a)), 0) FROM t "
                + $"WHERE {sql}";
            using var reader = command.ExecuteReader();
            Assert.True(reader.Read());
            string? Text(int column) =>
                reader.IsDBNull(column) ? null : Convert.ToString(reader.GetValue(column), CultureInfo.InvariantCulture);
            Assert.Equal((Text(0), Text(1), Text(2), Text(3), Text(4), Text(5)),
                ($"{seen.Rows}", $"{seen.Empty}", $"{seen.Distinct}", seen.Least, seen.Most,
                $"{seen.Frequent.FirstOrDefault()?.Rows ?? 0}"));
        }
    }

    /// <summary>Outside reference: the demo database's own views, which were written by hand.</summary>
    [Fact]
    public void The_demo_datasets_give_the_rows_of_the_views()
    {
        var bookings = Read(DemoDatasets.Bookings);
        using var connection = new SqliteConnection($"Data Source={Workshop.DemoFile};Mode=ReadOnly;Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT count(*), CAST(round(100 * sum(fare - coalesce(discount, 0))) AS INTEGER) FROM bookings_in_full";
        using (var reader = command.ExecuteReader())
        {
            Assert.True(reader.Read());
            Assert.Equal(reader.GetInt64(0), bookings.Count);
            Assert.Equal(reader.GetInt64(1) / 100m,
                Sum(bookings, DemoDatasets.Bookings.Fields.ToList().FindIndex(f => f.Name == "net_fare")).Decimal);
        }
        var sailings = Read(DemoDatasets.Sailings);
        command.CommandText = "SELECT count(*), sum(passengers), CAST(round(100 * sum(net_fare)) AS INTEGER) FROM sailings_with_income";
        using (var reader = command.ExecuteReader())
        {
            Assert.True(reader.Read());
            Assert.Equal(reader.GetInt64(0), sailings.Count);
            int Column(string name) => DemoDatasets.Sailings.Fields.ToList().FindIndex(f => f.Name == name);
            Assert.Equal((reader.GetInt64(1), reader.GetInt64(2) / 100m),
                (Sum(sailings, Column("passengers")).Decimal, Sum(sailings, Column("net_fare")).Decimal));
        }
        // In the dataset's own order.
        Assert.Equal(Enumerable.Range(0, sailings.Count).Select(i => sailings.Columns[4][i].Bits).Order(),
            Enumerable.Range(0, sailings.Count).Select(i => sailings.Columns[4][i].Bits));
        var source = new DatasetReader(Workshop.Database(Workshop.DemoFile));
        Assert.All(DemoDatasets.All,
            d => Assert.True(
            source.Read(DatasetQuestion.Ask(d, new Dictionary<string, string>(), Workshop.Now).Query, new RunProgress(),
            CancellationToken.None).Count > 100));
        // Copies in demo reports are as the datasets are kept, so that nobody is asked to take a change over.
        foreach (var (_, report) in DemoReports.All)
            foreach (var copy in report.Datasets.Where(d => d.CopyOf is not null))
                Assert.True(ReportCopies.StateOf(report, copy, DemoDatasets.All.Single(d => d.Id == copy.CopyOf)).UpToDate);
    }

    [Fact]
    public void Worked_out_fields_may_use_each_other_but_not_in_a_circle()
    {
        Make("CREATE TABLE t (n INTEGER); INSERT INTO t VALUES (1), (2), (2), (3)");
        Field Worked(string name, string expression) => new() { Name = name, Type = DataType.Whole, Expression = expression };
        var dataset = new Dataset { Id = "d", Name = "D", Database = "x", Source = new TableSource { Table = "t" },
            Fields = [Worked("c", "b * 10"), new Field { Name = "n", Type = DataType.Whole }, Worked("b", "n + 1")] };
        Assert.Equal(["20", "30", "30", "40"], Texts(Read(dataset, _file), 0));
        // Only what is asked for is read, and what it needs.
        Assert.Equal(["20", "30", "30", "40"], Texts(Read(dataset, _file, [dataset.Fields[0]]), 0));
        Assert.Equal(["20", "30", "40"], Texts(Read(dataset with { Distinct = true }, _file), 0));
        Assert.Equal(["40", "30", "30", "20"],
            Texts(Read(dataset with { Sort = [new SortKey { By = "n", Descending = true }] }, _file), 0));
        var limited = Read(dataset with { RowLimit = 2, Filter = new ExpressionCondition { Expression = "b > 2" } }, _file);
        Assert.Equal(["30", "30"], Texts(limited, 0));
        Assert.Contains(limited.Problems, p => p.Code == "rows-cut-off");
        var circle = new List<Problem>();
        DatasetPlan.Prepare(dataset with { Fields = [Worked("b", "c"), Worked("c", "b")] }, [], circle);
        Assert.Equal(["field-cycle", "field-cycle"], circle.Select(p => p.Code));
        var typo = new List<Problem>();
        DatasetPlan.Prepare(dataset with { Fields = [.. dataset.Fields, Worked("e", "n + nn")] }, [], typo);
        Assert.Equal(("unknown-field", "fields.e", 4), (typo[0].Code, typo[0].Property, typo[0].Position));
    }

    [Fact]
    public void Joins_are_proposed_from_foreign_keys_and_keep_rows_that_refer_to_nothing()
    {
        var schema = SchemaReader.Read(Workshop.DemoFile);
        var dataset = new Dataset { Id = "d", Name = "D", Database = "x", Source = new JoinSource() };
        foreach (var table in new[] { "bookings", "sailings", "delay_causes", "routes", "regions" })
            dataset = JoinProposal.Add(dataset, table, schema);
        var tables = ((JoinSource)dataset.Source).Tables;
        Assert.Equal([null, JoinKind.Inner, JoinKind.Left, JoinKind.Inner, JoinKind.Inner], tables.Select(t => t.Join?.Kind));
        Assert.Equal(dataset.Fields.Count, dataset.Fields.Select(f => f.Name).Distinct().Count());
        Assert.Contains(dataset.Fields, f => f.Name == "region" && f.Column == "name");
        // Each card has a place of its own: a card is 196 wide, and 48 high with 20 for each column.
        double Height(JoinedTable t) => 48 + 20 * schema.Single(i => i.Name == t.Table).Fields.Count;
        Assert.All(tables.SelectMany((a, i) => tables.Skip(i + 1).Select(b => (a, b))), pair => Assert.True(
            Math.Abs(pair.a.X - pair.b.X) >= 196 || pair.a.Y + Height(pair.a) <= pair.b.Y || pair.b.Y + Height(pair.b) <= pair.a.Y,
            $"{pair.a.Table} lies over {pair.b.Table}"));
        // As many rows as bookings: nothing was lost, and nothing counted twice.
        Assert.Equal(Workshop.Database(Workshop.DemoFile).Effects(dataset, CancellationToken.None)[0].Before,
            Read(dataset).Count);
        // The other way round, a sailing has several bookings.
        var reverse = new Dataset { Id = "d", Name = "D", Database = "x", Source = new JoinSource() };
        foreach (var table in new[] { "sailings", "bookings" }) reverse = JoinProposal.Add(reverse, table, schema);
        var effect = Workshop.Database(Workshop.DemoFile).Effects(reverse, CancellationToken.None).Single();
        Assert.True(effect.Repeats && effect.After > effect.Before);
    }

    /// <summary>Two tables of a third repeat each other, whichever of the three comes first; what is only looked up is not meant.</summary>
    [Theory]
    [InlineData("bookings", "sailings", "incidents", "bookings,incidents,sailings")]
    [InlineData("incidents", "sailings", "bookings", "bookings,incidents,sailings")]
    [InlineData("sailings", "bookings", "incidents", "bookings,incidents,sailings")]
    [InlineData("bookings", "sailings", "routes", "")]
    [InlineData("sailings", "routes", "bookings", "routes,sailings")]
    public void Tables_that_repeat_each_other_are_found_whichever_comes_first(string first, string second, string third, string expected)
    {
        var file = Workshop.TempFile(".sqlite");
        Workshop.Execute(file, """
            CREATE TABLE routes (route INTEGER PRIMARY KEY, miles INTEGER);
            CREATE TABLE sailings (sailing INTEGER PRIMARY KEY, route INTEGER, seats INTEGER);
            CREATE TABLE bookings (booking INTEGER PRIMARY KEY, sailing INTEGER, fare INTEGER);
            CREATE TABLE incidents (incident INTEGER PRIMARY KEY, sailing INTEGER, minutes INTEGER);
            INSERT INTO routes VALUES (1, 10), (2, 20);
            INSERT INTO sailings VALUES (1, 1, 100), (2, 1, 100), (3, 2, 50);
            INSERT INTO bookings VALUES (1, 1, 5), (2, 1, 6), (3, 2, 7);
            INSERT INTO incidents VALUES (1, 1, 30), (2, 1, 40), (3, 3, 5);
            """);
        string[] order = [first, second, third];
        string Key(string a, string b) => a == "routes" || b == "routes" ? "route" : "sailing";
        var tables = order.Select((t, i) => new JoinedTable
        {
            Id = t, Table = t,
            Join = i == 0 ? null : Join(t, order[..i].First(b => b == "sailings" || t == "sailings")),
        });
        Join Join(string table, string to) => new() { To = to, On = [new(Key(table, to), Key(table, to))] };
        var dataset = new Dataset
        {
            Id = "d", Name = "D", Database = "x", Source = new JoinSource { Tables = [.. tables] },
            Fields = [.. order.Select(t => new Field { Name = t, Table = t, Column = Number(t), Type = DataType.Whole })],
        };
        static string Number(string table) =>
            table switch { "routes" => "miles", "sailings" => "seats", "bookings" => "fare", _ => "minutes" };
        Assert.Equal(expected, string.Join(',',
            Workshop.Database(file).Repeated(dataset, CancellationToken.None).Order(StringComparer.Ordinal)));
        File.Delete(file);
    }

    [Fact]
    public void A_table_that_is_looked_up_twice_is_joined_on_its_next_key_and_called_after_it()
    {
        var schema = SchemaReader.Read(Workshop.DemoFile);
        var dataset = new Dataset { Id = "d", Name = "D", Database = "x", Source = new JoinSource() };
        foreach (var table in new[] { "routes", "ports", "ports" }) dataset = JoinProposal.Add(dataset, table, schema);
        Assert.Equal(["from_port_id", "to_port_id"], ((JoinSource)dataset.Source).Tables.Skip(1).Select(t => t.Join!.On.Single().To));
        // A route is called after its two ports.
        Field Of(string name) => dataset.Fields.Single(f => f.Name == name);
        var rows = Read(dataset, fields: [Of("route"), Of("from_port"), Of("to_port")]);
        Assert.True(rows.Count > 5);
        Assert.All(Enumerable.Range(0, rows.Count),
            row => Assert.Equal(rows.Columns[0][row].Text, $"{rows.Columns[1][row].Text} – {rows.Columns[2][row].Text}"));
        // A third time there is no key left, so its author says what is meant.
        Assert.Null(((JoinSource)JoinProposal.Add(dataset, "ports", schema).Source).Tables[^1].Join);
    }

    [Theory]
    [InlineData("join-without-key")]
    [InlineData("join-order")]
    [InlineData("field-missing")]
    public void An_unfinished_or_broken_join_says_what_is_missing(string code)
    {
        var start = new JoinedTable { Id = "s", Table = "sailings" };
        var routes = new JoinedTable { Id = "r", Table = "routes",
            Join = code switch { "join-without-key" => null, "join-order" => new Join { To = "z", On = [new("route_id", "route_id")] },
            _ => new Join { To = "s", On = [new("route_no", "route_id")] } } };
        var dataset = new Dataset { Id = "d", Name = "D", Database = "x", Source = new JoinSource { Tables = [start, routes] },
            Fields = [new Field { Name = "departs", Table = "s", Type = DataType.DateTime }] };
        Assert.Equal(code, Assert.Throws<DataException>(() => Read(dataset)).Code);
    }

    /// <summary>A report over a shaped dataset reads as if the rows were a table; fields keep their places.</summary>
    [Fact]
    public void A_report_lists_a_dataset_of_joined_tables()
    {
        var report = LucidLattice.Authoring.Editing.StarterReport.Create("Bookings", DemoDatasets.Bookings with { Id = "d1" });
        var run = new ReportEngine(new DatasetReader(Workshop.Database(Workshop.DemoFile)), Workshop.Measurer,
            new DemoCatalog()).Run(new RunRequest(report, new Dictionary<string, string>(), Workshop.Now), CancellationToken.None);
        Assert.Empty(run.Problems);
        Assert.True(run.PageCount > 900);
        Assert.Contains(run.Page(1).Items.OfType<TextRun>(), t => t.Text == "Eastern Sound");
    }

    private static IEnumerable<string> Texts(RowSet rows, int column) =>
        Enumerable.Range(0, rows.Count).Select(i => rows.Columns[column][i].Invariant);
}

using System.Globalization;
using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Demo;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Sqlite;
using Xunit;

namespace LucidLattice.Sql.Tests;

/// <summary>Databases leave out rows that nobody wants, and never one that somebody does.</summary>
public sealed class NarrowingTests : IDisposable
{
    private readonly string _file = Workshop.TempFile(".sqlite");

    public void Dispose() => File.Delete(_file);

    private static readonly Parameter[] Parameters =
    [
        new() { Name = "n", Type = DataType.Whole },
        new() { Name = "words", Type = DataType.Text, Shape = ParameterShape.Several },
        new() { Name = "days", Type = DataType.Date, Shape = ParameterShape.Period },
        new() { Name = "every", Type = DataType.Text, Shape = ParameterShape.Several },
        new() { Name = "none", Type = DataType.Text },
    ];

    private static readonly Value[] Values = [Value.Of(3), Value.Of(new ValueList([Value.Of("Voe"), Value.Of("é")])),
        Value.Of(new Period(new DateOnly(2025, 1, 2), new DateOnly(2025, 1, 3))), Value.Every, Value.Null];

    private static readonly Field[] Fields = [Of("w", DataType.Whole), Of("d", DataType.Decimal), Of("f", DataType.Double),
        Of("t", DataType.Text), Of("day", DataType.Date), Of("at", DataType.DateTime),
        new() { Name = "worked", Type = DataType.Whole, Expression = "w + 1" }];

    private static Field Of(string name, DataType type) => new() { Name = name, Type = type, Scale = 2 };

    private static DataQuery Query(Dataset dataset) =>
        new(dataset, dataset.Fields, new Dictionary<string, Value>()) { Definitions = Parameters, Values = Values, Now = Workshop.Now };

    private static Dataset Table(Condition? filter = null) =>
        new() { Id = "d", Name = "D", Database = "x", Source = new TableSource { Table = "t" }, Fields = Fields, Filter = filter };

    [Theory]
    [InlineData("w > 2 AND w <= :n AND 5 >= w", "w AtLeast 2; w AtMost 3; w AtMost 5")]
    [InlineData("d BETWEEN 1 + 1 AND 2.5", "d AtLeast 2; d AtMost 2.5")]
    [InlineData("t IN ('a', NULL, 'b') AND 'c' = t", "t OneOf a b; t OneOf c")]
    [InlineData("t IN :words AND t IN :every AND day IN :days", "t OneOf Voe é; day AtLeast 2025-01-02; day AtMost 2025-01-04")]
    [InlineData("at >= CURRENT_DATE - INTERVAL '1' YEAR", "at AtLeast 2025-03-15")]
    [InlineData("(t IS NOT NULL) AND (w = 1 AND f < 2)", "t NotEmpty; w OneOf 1; f AtMost 2")]
    // Whatever may hold for one row and not for the next, or holds where a comparison does not, says nothing.
    [InlineData("w > 2 OR d > 1", "")]
    [InlineData("NOT (w > 2) AND w NOT IN (1, 2) AND t <> 'a' AND t NOT IN :words AND w NOT BETWEEN 1 AND 2 AND t IS NULL", "")]
    [InlineData("w = d AND w IN (1, d) AND worked = 3 AND w + 1 = 2", "")]
    [InlineData("t = :none AND t IN :none AND w > NULL AND w > 1 / 0", "")]
    [InlineData("t LIKE 'a%' AND starts_with(t, 'a') AND CASE WHEN w = 1 THEN t = 'a' END", "")]
    public void A_condition_is_narrowed_to_what_plainly_holds(string condition, string expected)
        => Assert.Equal(expected,
            string.Join("; ",
            Narrowings.FromCondition(condition, Query(Table()))
            .Select(n => $"{n.Field.Name} {n.Kind}{string.Concat(n.Values.Select(v => " " + v.Invariant))}")));

    /// <summary>Property: rows that are left out before a report's condition is evaluated are those that it would leave out. An OR says
    /// nothing plain, so the same condition with one looks at each row.</summary>
    [Fact]
    public void What_is_screened_in_memory_is_what_the_condition_leaves_out()
    {
        var random = new Random(11);
        string[] words = ["a", "A", "é", "e\u0301", "Voe", "", "ß", "ss"];
        Value Some(Func<Value> one) => random.Next(9) == 0 ? Value.Null : one();
        var rows = Enumerable.Range(0, 6_000).Select(_ => new[]
        {
            Some(() => Value.Of((long)random.Next(-3, 6))), Some(() => Value.Of(random.Next(-300, 600) / 100m)),
            Some(() => Value.Of(random.NextDouble() * 6 - 2)), Some(() => Value.Of(words[random.Next(words.Length)].Normalize())),
            Some(() => Value.Of(new DateOnly(2025, 1, 1).AddDays(random.Next(6)))),
            Some(() => Value.Of(new DateTime(2025, 1, 1).AddHours(random.Next(140)))),
        }).ToArray();
        string[] simple = ["w > 2", "w <= :n", "w IN (1, 3)", "w = 2.0", "w >= 1.5", "w BETWEEN 0 AND 2", "t = 'a'", "t IN :words",
            "t IN ('é', 'Voe', NULL)", "t >= 'b'", "t IS NOT NULL", "day IN :days", "day = DATE '2025-01-03'",
            "day < TIMESTAMP '2025-01-03 12:00:00'", "day >= TIMESTAMP '2025-01-03 12:00:00'", "at IN :days", "at = DATE '2025-01-02'",
            "at >= DATE '2025-01-02'", "at <= TIMESTAMP '2025-01-03 05:00:00'", "d > 1.25", "f < 0.5", "NOT (w = 1)", "w = :n + 0"];
        var fields = Fields.Where(f => f.Expression is null).ToArray();
        for (var round = 0; round < 60; round++)
        {
            var condition = string.Join(" AND ", Enumerable.Range(0, 1 + random.Next(3)).Select(_ => simple[random.Next(simple.Length)]));
            Assert.Equal(Kept($"({condition}) OR w = 99"), Kept(condition));
        }

        List<string> Kept(string filter)
        {
            var report = Workshop.Report(new Section { Id = "s", Filter = filter }, fields) with { Parameters = Parameters };
            var run = Workshop.Run(report, new MemoryRows(rows), ("n", "3"), ("words", "[\"Voe\",\"é\"]"), ("days",
                "2025-01-02/2025-01-03"));
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            return [.. run.Data!.Sections.First().Tree.Order.Select(r => r.ToString(CultureInfo.InvariantCulture))];
        }
    }

    /// <summary>
    /// The property that everything rests on: whatever is stored, in whatever way SQLite stores it, the condition keeps the same
    /// rows of those that the database lets through as it keeps of all.
    /// </summary>
    [Fact]
    public void No_row_that_is_wanted_is_left_out_whatever_is_stored()
    {
        var random = new Random(4);
        string[] stored = ["NULL", "1", "2", "3", "4", "2.0", "2.5", "2.004", "2.005", "2.499", "2.996", "'2'", "' 3'", "'2.5'", "x'32'",
            "1e300", "9007199254740993", "'Voe'", "'voe'", "'é'", "'é'", "'\u212A'", "'K'", "''", "'2025-01-01'", "'2025-01-02'",
            "'2025-01-02 23:59:59'", "'2025-01-03T06:15'", "'2025-01-04'", "' 2025-01-03'", "'\u00a02025-01-03'", "'2025-01-99'",
            "'9999-12-31'", "'0001-01-01'"];
        // Some columns hold one kind of value alone, as most do in life: then the conditions are plain.
        string[][] pools = [stored, [.. stored.Where(v => v[0] is 'N' or (>= '1' and <= '9'))],
            [.. stored.Where(v => v == "NULL" || v.StartsWith("'2025", StringComparison.Ordinal))],
            ["NULL", "'Voe'", "'voe'", "'K'", "''"]];
        string[] affinities = ["", "TEXT", "INTEGER", "REAL", "NUMERIC", "DATE", "TEXT COLLATE NOCASE"];
        string[] numbers =
            ["1", "2", "3", "2.5", "2.005", "2.01", "CAST(2 AS DOUBLE)", ":n", "9007199254740992", "CAST(9007199254740993 AS DOUBLE)"];
        string[] times = ["DATE '2025-01-01'", "DATE '2025-01-03'", "TIMESTAMP '2025-01-02 23:59:59'", "DATE '9999-12-31'",
            "DATE '0001-01-01'", "TIMESTAMP '2025-01-03 06:15:00'"];
        string[] texts = ["'Voe'", "'é'", "'K'", "'2'", "''", "'2.5'"];
        var comparisons = new[] { "=", "<", "<=", ">", ">=" };
        for (var round = 0; round < 60; round++)
        {
            var columns = string.Join(", ", Fields.Take(6).Select(f => $"{f.Name} {affinities[random.Next(affinities.Length)]}"));
            var held = Fields.Take(6).Select(_ => pools[random.Next(pools.Length)]).ToList();
            var rows = string.Join(", ",
                Enumerable.Range(0, 60).Select(_ => $"({string.Join(", ", held.Select(pool => pool[random.Next(pool.Length)]))})"));
            Make($"DROP TABLE IF EXISTS t; CREATE TABLE t ({columns}); INSERT INTO t VALUES {rows}");
            for (var i = 0; i < 25; i++)
            {
                string Part()
                {
                    var field = Fields[random.Next(6)];
                    var constants = field.Type == DataType.Text ? texts : field.Type.IsTime() ? times : numbers;
                    string Constant() => constants[random.Next(constants.Length)];
                    return random.Next(5) switch
                    {
                        0 => $"{field.Name} IS NOT NULL",
                        1 when field.Type != DataType.Text => $"{field.Name} BETWEEN {Constant()} AND {Constant()}",
                        2 => $"{field.Name} IN ({Constant()}, {Constant()})",
                        3 when field.Type == DataType.Text => "t IN :words",
                        3 when field.Type.IsTime() => $"{field.Name} IN :days",
                        _ => field.Type == DataType.Text
                        ? $"t = {Constant()}"
                        : $"{field.Name} {comparisons[random.Next(comparisons.Length)]} {Constant()}",
                    };
                }
                var condition = string.Join(" AND ", Enumerable.Range(0, random.Next(1, 3)).Select(_ => Part()));
                var query = Query(Table(new ExpressionCondition { Expression = condition }));
                var sqlite = Workshop.Database(_file);
                var narrowed = new DatasetReader(sqlite).Read(query, new RunProgress(), CancellationToken.None);
                var whole = new DatasetReader(new Unnarrowed(sqlite)).Read(query, new RunProgress(), CancellationToken.None);
                Assert.True(Lines(whole).SequenceEqual(Lines(narrowed)),
                    $"{condition}\n{columns}\n{string.Join('\n', Lines(whole).Except(Lines(narrowed)))}");
            }
        }
    }

    /// <summary>Values are bound: whatever is asked for, and in whatever letters, the SQL stays the same.</summary>
    [Fact]
    public void No_value_changes_the_SQL()
    {
        var random = new Random(11);
        const string letters = "ab'\"\\;-%_[]*?:(){}\u0000\u00e9\u0301\u2013\n0";
        string Sql(Value n, IEnumerable<Value> words, Period days)
        {
            var query = Query(Table()) with { Values = [n, Value.Of(new ValueList(words)), Value.Of(days), Value.Every, Value.Null] };
            var narrowings = Narrowings.FromCondition("w >= :n AND d < :n AND t IN :words AND day IN :days", query);
            var (conditions, values) = NarrowingSql.Write(narrowings, f => $"\"{f.Name}\"", _ => false, ["n", "narrow1"]);
            Assert.All(values.Keys, name => Assert.DoesNotContain(name, new[] { ":n", ":narrow1" }));
            return QueryBuilder.Select(query.Dataset, query.Dataset.Fields, conditions);
        }
        var sql = Sql(Value.Of(1), [Value.Of("a")], new Period(new DateOnly(2025, 1, 1), new DateOnly(2025, 1, 2)));
        Assert.Equal(5, sql.Split(":narrow_").Length - 1);
        for (var round = 0; round < 200; round++)
        {
            var words = Enumerable.Range(0, random.Next(1, 5))
                .Select(_ =>
                Value.Of(string.Concat(Enumerable.Range(0, random.Next(8)).Select(_ => letters[random.Next(letters.Length)]))));
            var from = new DateOnly(2000, 1, 1).AddDays(random.Next(20_000));
            Assert.Equal(sql, Sql(Value.Of(random.NextInt64()), words.ToList(), new Period(from, from.AddDays(random.Next(100)))));
        }
    }

    /// <summary>And what it is for: of the bookings of one month, little more than those is read.</summary>
    [Fact]
    public void A_month_of_a_long_table_is_read_alone()
    {
        var filter = new FieldCondition { Field = "departs", Is = ConditionOperator.Between, Values = ["2025-03-01", "2025-03-31"] };
        var source = new CountedRows(Workshop.Database(Workshop.DemoFile));
        var rows = new DatasetReader(source)
            .Read(Query(DemoDatasets.Bookings with { Filter = filter }), new RunProgress(), CancellationToken.None);
        Assert.True(rows.Count > 500);
        // A day is the finest that texts of days and times are compared by, so one day more comes along.
        Assert.InRange(source.Last, rows.Count, rows.Count * 1.05);
        // So it is for a report's own condition, and through a dataset on top of another one; a limit counts rows before.
        var basis = DemoDatasets.Bookings with { Filter = filter };
        var top = new Dataset { Id = "t", Name = "T", Database = "x", Source = new DerivedSource { Dataset = "bookings", Base = basis },
            Fields = [new Field { Name = "way", Column = "route", Type = DataType.Text }],
            Filter = new FieldCondition { Field = "way", Is = ConditionOperator.Equal, Values = ["Aith – Voe"] } };
        var onTop = new DatasetReader(source).Read(Query(top), new RunProgress(), CancellationToken.None);
        Assert.InRange(onTop.Count, 50, rows.Count / 2);
        Assert.InRange(source.Last, onTop.Count, onTop.Count * 1.1);
        var limited = new DatasetReader(source)
            .Read(Query(top with { Source = new DerivedSource { Dataset = "bookings", Base = basis with { RowLimit = 100 } } }),
            new RunProgress(), CancellationToken.None);
        Assert.InRange(source.Last, rows.Count, rows.Count * 1.05);
        Assert.True(limited.Count < 100);
    }

    /// <summary>SQLite may work out an expression twice, for the condition and for the column; what is left to chance comes out differently
    /// then.</summary>
    [Fact]
    public void What_is_left_to_chance_is_not_narrowed()
    {
        var dataset = new Dataset { Id = "d", Name = "Dice", Database = "x",
            Source = new QuerySource { Sql = "SELECT abs(random()) % 10 AS w FROM bookings" }, Fields = [Fields[0]],
            Filter = new FieldCondition { Field = "w", Is = ConditionOperator.AtLeast, Values = ["5"] } };
        var source = new CountedRows(Workshop.Database(Workshop.DemoFile));
        var rows = new DatasetReader(source).Read(Query(dataset), new RunProgress(), CancellationToken.None);
        // Half of them, not a quarter.
        Assert.InRange(rows.Count, source.Last * 0.45, source.Last * 0.55);
        Assert.Equal(62_843, source.Last);
    }

    [Fact]
    public void Small_tables_are_read_whole_once_and_large_ones_as_they_are_wanted()
    {
        void Fill(int rows) =>
            Make($"DROP TABLE IF EXISTS t; CREATE TABLE t (w INTEGER); WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n "
                + $"WHERE i < {rows}) INSERT INTO t SELECT i FROM n");
        int[] Counts(params int[] wanted)
        {
            var counted = new CountedRows(Workshop.Database(_file));
            var source = new DatasetReader(new CachedReader(counted, new SizedCache(1 << 28)));
            foreach (var n in wanted)
            {
                var dataset = Table(
                    new FieldCondition { Field = "w", Is = ConditionOperator.AtMost,
                    Values = [n.ToString(CultureInfo.InvariantCulture)] }) with { Fields = [Fields[0]] };
                Assert.Equal(n, source.Read(Query(dataset), new RunProgress(), CancellationToken.None).Count);
            }
            return [.. counted.All];
        }
        Fill(1000);
        Assert.Equal([1000], Counts(10, 20, 10));
        Fill(200_001);
        Assert.Equal([10, 20], Counts(10, 20, 10));
    }

    /// <summary>Outside reference: the Unicode Character Database of Debian's unicode-data, DerivedNormalizationProps.txt and
    /// UnicodeData.txt. A text of characters that are Quick_Check=Yes and no marks is in form C (Unicode Annex 15, 9).</summary>
    [Fact]
    public void Letters_that_are_compared_as_they_are_stored_are_composed_in_any_text()
    {
        var unsafeRanges = File.ReadLines("/usr/share/unicode/DerivedNormalizationProps.txt")
            .Where(l => !l.StartsWith('#') && l.Contains("; NFC_QC;")).Select(l => l.Split(';')[0].Trim().Split(".."))
            .Select(r => (From: Convert.ToInt32(r[0], 16), To: Convert.ToInt32(r[^1], 16))).ToList();
        var marks = File.ReadLines("/usr/share/unicode/UnicodeData.txt").Select(l => l.Split(';')).Where(c => c[3] != "0")
            .Select(c => Convert.ToInt32(c[0], 16)).ToHashSet();
        Assert.True(unsafeRanges.Count > 50 && marks.Count > 500);
        foreach (var (from, to) in NarrowingSql.Composed)
            for (var c = (int)from; c <= to; c++)
                Assert.False(marks.Contains(c) || unsafeRanges.Any(r => c >= r.From && c <= r.To), $"U+{c:X4}");
    }

    private static string[] Lines(RowSet rows) =>
        [.. Enumerable.Range(0, rows.Count).Select(row => string.Join('|', rows.Columns.Select(c => c[row].Invariant)))];

    private void Make(string sql) => Workshop.Execute(_file, sql);

    /// <summary>Reads as if nothing had been said about what is wanted.</summary>
    private sealed class Unnarrowed(IRowReader source) : IRowReader
    {
        public void Require(DataQuery query) => source.Require(query);

        public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel) =>
            source.Read(query with { Wanted = [] }, progress, cancel);
    }

    private sealed class CountedRows(IRowReader source) : IRowReader
    {
        public List<int> All { get; } = [];
        public int Last => All[^1];

        public void Require(DataQuery query) => source.Require(query);

        public string? Stamp(Dataset dataset) => source.Stamp(dataset);

        public int? RowsAtMost(Dataset dataset) => source.RowsAtMost(dataset);

        public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel)
        {
            var rows = source.Read(query, progress, cancel);
            All.Add(rows.Count);
            return rows;
        }
    }
}

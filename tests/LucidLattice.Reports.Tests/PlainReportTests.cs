using System.Text.Json;
using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Engines;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Generated reports in a warm process against a small, slow and plain implementation of the same description.</summary>
public sealed class PlainReportTests
{
    private static readonly (string Text, Func<PlainRow, Value> Of)[] Keys =
    [
        ("g", r => r["g"]), ("h", r => r["h"]), ("a", r => r["a"]), ("b", r => r["b"]), ("yes", r => r["yes"]), ("d", r => r["d"]),
        ("extract(year FROM d)", r => r["d"].IsNull ? Value.Null : Value.Of((long)r["d"].Date.Year)),
        ("date_trunc('month', d)", r => r["d"].IsNull ? Value.Null : Value.Of(new DateOnly(r["d"].Date.Year, r["d"].Date.Month, 1))),
        ("floor(p / 50) * 50", r => r["p"].IsNull ? Value.Null : Value.Of(decimal.Floor(r["p"].Decimal / 50) * 50)),
        ("coalesce(g, 'none')", r => r["g"].IsNull ? Value.Of("none") : r["g"]),
        ("CASE WHEN a > 2 THEN 'high' ELSE 'low' END", r => Value.Of(!r["a"].IsNull && r["a"].Whole > 2 ? "high" : "low")),
    ];

    private static readonly (string Text, string Name)[] Totals =
    [
        ("sum({0})", "sum"), ("avg({0})", "avg"), ("min({0})", "min"), ("max({0})", "max"), ("count({0})", "count"), ("count(*)",
        "count(*)"),
        ("median({0})", "median"), ("count(DISTINCT {0})", "count distinct"), ("sum(DISTINCT {0})", "sum distinct"),
        ("percentile_cont(0.9) WITHIN GROUP (ORDER BY {0})", "p90"), ("stddev_samp({0})", "stddev_samp"),
    ];

    private static readonly string[] Numbers = ["a", "b", "p"];

    /// <summary>A total as an expression, and as the reference works it out.</summary>
    private sealed record DrawnTotal(string Text, Func<IReadOnlyList<PlainRow>, Value> Of);

    /// <param name="exact">True for one that is no double, of which equal ones may differ in the last bit.</param>
    private static DrawnTotal Total(Random random, bool exact = false)
    {
        var ((text, name), field) = (Totals[random.Next(Totals.Length - (exact ? 1 : 0))], Numbers[random.Next(Numbers.Length)]);
        return new(string.Format(null, text, field), rows => PlainReport.Total(name, rows, r => r[field]));
    }

    private static readonly IReadOnlyList<PlainRow> Rows = [.. GeneratedReports.Rows.Select(row => new PlainRow(GeneratedReports.Fields
        .Select((f, i) => (f.Name, Value: row[i])).ToDictionary(f => f.Name, f => f.Value)))];

    [Fact]
    public void Groups_their_order_their_rows_and_all_their_totals_are_those_of_the_reference()
    {
        var cache = new SizedCache(1L << 27);
        var rows = new StampedRows(new MemoryRows(GeneratedReports.Rows), () => "one state");
        var engine = new ReportEngine(new DatasetReader(new CachedReader(rows, cache), cache), Workshop.Measurer, new DemoCatalog(), cache);
        var compared = 0;
        for (var seed = 0; seed < 250; seed++)
        {
            var random = new Random(seed);
            var (levels, plain) = (new List<Level>(), new List<PlainLevel>());
            var totals = Enumerable.Range(0, 4).Select(_ => Total(random)).ToList();
            var keys = Keys.OrderBy(_ => random.Next()).Take(random.Next(0, 4)).ToList();
            foreach (var (text, of) in keys)
            {
                var (level, reference) = DrawnLevel(random, levels.Count, text, of, totals);
                levels.Add(level);
                plain.Add(reference);
            }
            var isFiltered = random.Next(3) == 0;
            var report = Workshop.Report(new Section
            {
                Id = "s", Filter = isFiltered ? "p > 0" : null, Levels = levels, ReportHeader = Workshop.Band(Texts("whole", totals)),
            }, [.. GeneratedReports.Fields]);
            var run = engine.Run(new RunRequest(report, new Dictionary<string, string>(), Workshop.Now), CancellationToken.None);
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            using var stream = new MemoryStream();
            RunJson.Write(run, stream, CancellationToken.None);
            var whole = PlainReport.Whole([.. Rows.Where(r => !isFiltered || !r["p"].IsNull && r["p"].Decimal > 0)], plain,
                new Collation(report.Language));
            compared += Compare(JsonDocument.Parse(stream.ToArray()).RootElement.GetProperty("report"), whole, totals, 0, $"report {seed}");
        }
        Assert.True(compared > 5_000, $"{compared}");
    }

    private static (Level, PlainLevel) DrawnLevel(Random random, int at, string text, Func<PlainRow, Value> of, List<DrawnTotal> totals)
    {
        var (order, descending) = (random.Next(3) == 0 ? Total(random, exact: true) : null, random.Next(2) == 0);
        int? first = random.Next(3) == 0 ? random.Next(1, 4) : null;
        var (others, least) = (random.Next(2) == 0, random.Next(4) == 0 ? random.Next(2, 20) : 0);
        return (new Level
        {
            Id = $"l{at}", Name = $"Level {at}", By = text, Descending = descending, OrderBy = order?.Text, First = first,
            Others = others ? "Others" : null, Keep = least > 0 ? $"count(*) >= {least}" : null, Header = Workshop.Band(Texts($"l{at}",
                totals)),
        }, new PlainLevel(of, descending, order?.Of, first, others, least > 0 ? rows => rows.Count >= least : null));
    }

    private static BandPart Texts(string prefix, List<DrawnTotal> totals) => Workshop.Part(prefix + "p", 12, [.. totals.Select((t, i) =>
        new TextElement { Id = $"{prefix}t{i}", X = 100 * i, Width = 90, Height = 10, Text = $"{{{{ {t.Text} }}}}" })]);

    /// <returns>How many totals were compared.</returns>
    private static int Compare(JsonElement json, PlainGroup group, List<DrawnTotal> totals, int depth, string where)
    {
        var rows = group.Rows;
        Assert.True(json.GetProperty("rows").GetInt32() == rows.Count, $"{where}: {json.GetProperty("rows")} rows, not {rows.Count}");
        var compared = 0;
        foreach (var (total, i) in totals.Select((t, i) => (t, i)))
        {
            var id = (depth == 0 ? "whole" : $"l{depth - 1}") + $"t{i}";
            var (ours, wanted) = (json.GetProperty("totals").GetProperty(id), total.Of(rows));
            var isSame = wanted.IsNull ? ours.ValueKind == JsonValueKind.Null
                : ours.ValueKind == JsonValueKind.Number && Math.Abs(ours.GetDouble() - wanted.AsDouble) <= 1e-9 * Math.Max(1,
                    Math.Abs(wanted.AsDouble));
            Assert.True(isSame, $"{where}: {total.Text} is {ours}, not {wanted}");
            compared++;
        }
        var inner = json.TryGetProperty("groups", out var groups) ? groups.EnumerateArray().ToList() : [];
        Assert.True(inner.Count == group.Groups.Count, $"{where}: {inner.Count} groups, not {group.Groups.Count}");
        foreach (var (one, own) in inner.Zip(group.Groups))
        {
            var key = one.GetProperty("key");
            var text = key.ValueKind switch { JsonValueKind.Null => "", JsonValueKind.String => key.GetString()!, _ => key.GetRawText() };
            var said = own.IsOthers ? "Others" : own.Key.Invariant;
            Assert.True(text == said || decimal.TryParse(text, out var a) && decimal.TryParse(said, out var b) && a == b,
                $"{where}: the group {text}, not {said}");
            compared += Compare(one, own, totals, depth + 1, $"{where} › {said}");
        }
        return compared;
    }
}

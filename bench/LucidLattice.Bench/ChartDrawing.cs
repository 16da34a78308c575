using System.Buffers;
using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using LucidLattice.Charts;
using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output.Svg;
using static LucidLattice.Bench.Benchmarks;

namespace LucidLattice.Bench;

/// <summary>Charts of twelve categories to SVG, type by type, beside a well-known chart library that does the same in node.</summary>
internal static class ChartDrawing
{
    private const double MostMicroseconds = 1000, LeastRatio = 20, MostForMany = 20;
    private static readonly CultureInfo English = CultureInfo.GetCultureInfo("en-GB");
    private static readonly ValueFormat Format = ValueFormat.For(DataType.Whole, null, FieldKind.Plain, null, English);
    private static readonly ArrayBufferWriter<byte> Buffer = new();

    public static IEnumerable<Outcome> Columns() => [Compared("columns", Yardstick(["columns"])["columns"])];

    /// <summary>Every type; those that the yardstick does not have are held against a millisecond.</summary>
    public static IEnumerable<Outcome> Types()
    {
        var theirs = Yardstick([]);
        foreach (var type in ChartTypes.All) yield return Compared(type.Id, theirs.TryGetValue(type.Id, out var time) ? time : null);
        var content = Content("scatter", 10_000);
        for (var i = 0; i < 5; i++) Draw("scatter", content);
        var many = Median(Enumerable.Range(0, 9).Select(_ => Time(() => Draw("scatter", content))));
        yield return new Outcome("scatter chart, 10,000 points, to SVG", N(many, "ms"), N(theirs["manyPoints"], "ms, echarts in node"),
            $"{N(theirs["manyPoints"] / many, "×")} as fast", "< 20 ms", many < MostForMany);
    }

    private static Outcome Compared(string id, double? theirs)
    {
        var content = Content(id, 12);
        for (var i = 0; i < 4000; i++) Draw(id, content);
        var ours = Median(
            Enumerable.Range(0, 21).Select(_ => Time(() => { for (var i = 0; i < 100; i++) Draw(id, content); }) / 100)) * 1000;
        var what = $"{ChartTypes.Find(id)!.Kind.ToLowerInvariant()}, 12 categories, to SVG";
        if (theirs is not { } time) return new Outcome(what, N(ours, "µs"), "–", "", "< 1 ms", ours < MostMicroseconds);
        var ratio = time * 1000 / ours;
        return new Outcome(what, N(ours, "µs"), N(time * 1000, "µs, echarts in node"), $"{N(ratio, "×")} as fast", "≥ 20 ×",
            ratio >= LeastRatio && ours < MostMicroseconds);
    }

    private static void Draw(string id, ChartContent content)
    {
        Buffer.ResetWrittenCount();
        var drawn = LucidLattice.Charts.Types.ChartDrawing.Draw(ChartTypes.Find(id)!, content, 0, 0, 500, 240, Ferries.Typesetter, English);
        SvgWriter.Write(new PageDrawing(500, 240, [drawn]), Buffer, "p-");
    }

    /// <summary>Months, or as many numbered categories, with the values and series that a type draws.</summary>
    private static ChartContent Content(string id, int count)
    {
        var type = ChartTypes.Find(id)!;
        var (values, parts) =
            (Math.Max(type.ValuesNeeded, id is "combined" or "gauge" or "bullets" ? 2 : 1), id is "heatMap" or "slope" ? 3 : 1);
        var areDays = id == "calendar";
        Value Key(int c) => areDays ? Value.Of(new DateOnly(2025, 1, 1).AddDays(c * 30)) : Value.Of((long)c);
        string Label(int c) => count <= 12 ? English.DateTimeFormat.GetAbbreviatedMonthName(c + 1) : $"{c}";
        var marks = new List<Mark>();
        for (var c = 0; c < count; c++)
            for (var p = 0; p < parts; p++)
                for (var v = 0; v < values; v++)
                    marks.Add(new Mark(c, p * values + v, Key(c), Label(c), Value.Null, Value.Of(40_000L + c * c % 9_973 * 1_337 / (v + 1)),
                        1)
                        { Singles = type.DrawsSingles ? Enumerable.Range(0, 50).Select(i => 100.0 + i * i + c * 40).ToArray() : default });
        return new ChartContent
        {
            Id = "c",
            Title = new("Passengers by month") { Look = TextLook.Title },
            CategoryTitle = new("Month"),
            Values = [.. Enumerable.Range(0, values).Select(_ => new ChartValue { Expression = "sum(passengers)" })],
            Numbers = new ChartNumbers([.. Enumerable.Range(0, count).Select(c => new CategoryEntry(Key(c), Label(c), null))],
                [.. Enumerable.Range(0, parts * values).Select(s => new SeriesEntry($"Series {s}", Palette.Series[s % 8], s % values)
                    { Part = parts > 1 ? $"Part {s / values}" : "" })], marks),
            Formats = [.. Enumerable.Repeat<ValueFormat?>(null, values)],
            FullFormats = [.. Enumerable.Repeat(Format, values)],
            Action = _ => null,
        };
    }

    /// <summary>Milliseconds a chart by its type, warm, as the script beside this project prints them.</summary>
    private static Dictionary<string, double> Yardstick(string[] types)
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!Directory.Exists(Path.Combine(folder.FullName, "echarts"))) folder = folder.Parent!;
        using var node = Process.Start(new ProcessStartInfo("node", ["chart.mjs", .. types])
            { WorkingDirectory = Path.Combine(folder.FullName, "echarts"), RedirectStandardOutput = true })!;
        return JsonSerializer.Deserialize<Dictionary<string, double>>(node.StandardOutput.ReadToEnd())!;
    }
}

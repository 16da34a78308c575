using System.Buffers;
using System.Diagnostics;
using System.Globalization;
using LucidLattice.Core.Charts;
using LucidLattice.Core.Charts.Types;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Values;
using LucidLattice.Output.Svg;
using static LucidLattice.Bench.Benchmarks;

namespace LucidLattice.Bench;

/// <summary>A column chart of twelve categories to SVG, beside a well-known chart library that does the same in node.</summary>
internal static class ChartDrawing
{
    public static IEnumerable<Outcome> Run()
    {
        var format = ValueFormat.For(DataType.Whole, null, FieldKind.Plain, null, CultureInfo.GetCultureInfo("en-GB"));
        var marks = Enumerable.Range(0, 12)
            .Select(i =>
            new Mark(i, 0, Value.Of((long)i), CultureInfo.GetCultureInfo("en-GB").DateTimeFormat.GetAbbreviatedMonthName(i + 1),
                Value.Null, Value.Of(40_000L + i * i * 1_337), 1)).ToList();
        var content = new ChartContent
        {
            Id = "c",
            Title = "Passengers by month",
            CategoryTitle = "Month",
            Numbers = new ChartNumbers([.. marks.Select(m => new CategoryEntry(m.Category, m.Label, null))],
                [new SeriesEntry("Passengers", Palette.Series[0], 0)], marks),
            Formats = [null],
            FullFormats = [format],
            Values = [new ChartValue { Expression = "sum(passengers)" }],
            Action = _ => null,
        };
        var columns = ChartTypes.Find("columns")!;
        var buffer = new ArrayBufferWriter<byte>();
        void Draw()
        {
            buffer.ResetWrittenCount();
            var drawn = Core.Charts.Types.ChartDrawing.Draw(
                columns, content, 0, 0, 500, 240, Ferries.Typesetter, CultureInfo.GetCultureInfo("en-GB"));
            var items = new DrawItem[] { drawn };
            SvgWriter.Write(new PageDrawing(500, 240, items), buffer, "p-");
        }
        for (var i = 0; i < 3000; i++) Draw();
        var ours = Median(Enumerable.Range(0, 21).Select(_ => Time(() => { for (var i = 0; i < 200; i++) Draw(); }) / 200));
        var theirs = Yardstick();
        var ratio = theirs / ours;
        yield return new Outcome("column chart, 12 categories, to SVG", N(ours * 1000, "µs"), N(theirs * 1000, "µs, echarts in node"),
            $"{N(ratio, "×")} as fast", "≥ 20 ×", ratio >= 20);
    }

    /// <summary>Milliseconds a chart, warm, as the script beside this project prints them.</summary>
    private static double Yardstick()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!Directory.Exists(Path.Combine(folder.FullName, "echarts"))) folder = folder.Parent!;
        using var node = Process.Start(new ProcessStartInfo("node", "chart.mjs")
            { WorkingDirectory = Path.Combine(folder.FullName, "echarts"), RedirectStandardOutput = true })!;
        return double.Parse(node.StandardOutput.ReadToEnd(), CultureInfo.InvariantCulture);
    }
}

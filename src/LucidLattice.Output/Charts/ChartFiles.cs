using System.Globalization;
using System.Text;
using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output.Pdf;
using LucidLattice.Output.Svg;
using LucidLattice.Reports.Running;

namespace LucidLattice.Output.Charts;

/// <summary>A chart alone: its picture as SVG or PNG, its numbers as CSV.</summary>
public static class ChartFiles
{
    private const double Margin = 6, PixelsPerPoint = 3;

    public static void WriteSvg(DrawnChart chart, ReportDefinition report, ITypesetter typesetter, Stream output)
    {
        var svg = SvgWriter.Write(Picture(chart, report, typesetter), "", chart.Content.Title.Text);
        output.Write(Encoding.UTF8.GetBytes(svg));
    }

    public static void WritePng(DrawnChart chart, ReportDefinition report, ITypesetter typesetter, Stream output)
        => PngPicture.Write(Picture(chart, report, typesetter), PixelsPerPoint, output);

    /// <summary>Every mark in a row: category, series where there are several, the plain numbers that are plotted, and how many rows it
    /// covers.</summary>
    public static void WriteCsv(DrawnChart chart, Stream output) => CsvOutput.Write(output, csv =>
    {
        var (numbers, plotted) = (chart.Plotted.Numbers, chart.Plan.Type.Numbers);
        var (isSplit, isNested) = (numbers.Series.Count > 1, numbers.Categories.Any(c => c.Outer is not null));
        string[] head =
        [
            .. isNested ? ["Within"] : Array.Empty<string>(), chart.Plan.PartWords.Category,
            .. isSplit ? ["Series"] : Array.Empty<string>(),
            .. plotted?.Names ?? [isSplit || numbers.Series.Count == 0 ? "Value" : numbers.Series[0].Name], "Rows",
        ];
        csv.WriteRecord(head);
        foreach (var mark in numbers.Marks)
        {
            if (isNested) csv.WriteField(numbers.Categories[mark.CategoryIndex].Outer ?? "");
            csv.WriteField(mark.Label);
            if (isSplit) csv.WriteField(numbers.Series[mark.SeriesIndex].Name);
            foreach (var number in plotted?.Of(mark).Select(n => Value.Of(n)) ?? [mark.Value]) csv.WriteField(number.Invariant);
            csv.WriteField(mark.Rows.ToString(CultureInfo.InvariantCulture));
            csv.EndRecord();
        }
    });

    private static PageDrawing Picture(DrawnChart chart, ReportDefinition report, ITypesetter typesetter)
    {
        var (plan, height) = (chart.Plan, chart.Plan.Element.Height);
        var figure = ChartDrawing.Draw(plan.Type, chart.Content, Margin, Margin, plan.Width, height, typesetter,
            Languages.Culture(report.Language));
        var still = new FigureItem(figure.AlternativeText, [.. figure.Items.Where(i => i is not RegionItem)]);
        return new PageDrawing(plan.Width + 2 * Margin, height + 2 * Margin, [still]);
    }
}

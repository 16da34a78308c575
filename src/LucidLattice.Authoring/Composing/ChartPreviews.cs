using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Composing;

/// <summary>A chart as every type would draw it, small, from the author's own rows.</summary>
public static class ChartPreviews
{
    private static readonly ChartText Nothing = new() { Shown = TextShown.Never };
    public const double Width = 132, Height = 84;

    /// <summary>The report with one small chart for each type in the place of one of its charts; their ids end with
    /// those of the types.</summary>
    public static ReportDefinition Report(ReportDefinition report, string chart)
    {
        Element[] Small(ChartElement model) =>
        [
            .. ChartTypes.All.Select((type, i) => model with
            {
                Id = $"{model.Id}-{type.Id}", Chart = type.Id, X = 0, Y = i * (Height + 2), Width = Width, Height = Height, Link = null,
                Legend = new ChartLegend { Place = LegendPlace.None }, Frame = new(),
                Words = new ChartWording { Title = Nothing, Category = Nothing },
                Labels = new ChartLabels { Show = LabelShow.Never },
                Values = [.. model.Values.Select(v => v with { Trend = null })],
            }),
        ];
        return report.MapAllBands(band => band with
        {
            Parts = [.. band.Parts.Select(part => part with
                { Elements = [.. part.Elements.SelectMany(e => e is ChartElement one && one.Id == chart ? Small(one) : [e])] })],
        });
    }

    /// <summary>The drawings, by the id of their type; a type that cannot draw these rows has none.</summary>
    public static IReadOnlyDictionary<string, PageDrawing> Draw(string chart, ComposeView view)
    {
        var drawings = new Dictionary<string, PageDrawing>();
        foreach (var band in view.Bands)
            foreach (var (shown, figure) in band.Charts.Zip(band.Drawing.Items.OfType<FigureItem>()))
                if (shown.Id.StartsWith(chart + "-", StringComparison.Ordinal)
                    && band.Elements.FirstOrDefault(e => e.Id == shown.Id) is { } place)
                    drawings[shown.Id[(chart.Length + 1)..]] = new PageDrawing(Width, Height,
                        [new GroupItem([.. figure.Items.Where(i => i is not RegionItem)], Transform.Move(-place.X, -place.Y))]);
        return drawings;
    }
}

using LucidLattice.Charts;
using LucidLattice.Charts.Scales;
using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Authoring.Composing;

/// <summary>What an author is told of a chart: its numbers, its words, and where the parts of its picture are.</summary>
internal static class ChartViews
{
    /// <summary>More marks than these are in the file of all numbers alone.</summary>
    private const int MostShown = 2_000;

    /// <summary>More marks than these are too small to be chosen one by one.</summary>
    private const int MostChosen = 200;

    /// <param name="picture">The chart as it was drawn where the frame stands.</param>
    public static ChartView View(ChartPicture picture, Frame frame, ReportRun run)
    {
        var (chart, content) = (picture.Chart, picture.Content);
        var (shown, raw) = (content.Numbers.Marks.Take(MostShown).ToList(), chart.Numbers(run.Data!.Charts, frame));
        return new ChartView(chart.Id, content.Id, content.Title.Text,
            [.. shown.Select(m => new MarkView(content.Spoken(m), content.Figure(m), m.Rows, content.Action(m),
                m.Category.IsNull ? null : m.Category.Invariant, m.Label, m.SeriesIndex, content.ColorOf(m)))],
            ChartTables.Table(new DrawnChart(chart, content), MostShown), chart.PartWords,
            [.. picture.Parts.Concat(Marks(picture.Figure, content.Id)).Select(p => new ChartPartView(
                p.Part, p.Area.Left - picture.Left, p.Area.Top - picture.Top, p.Area.Width, p.Area.Height))],
            new Dictionary<string, string>
            {
                ["title"] = content.Title.Text, ["subtitle"] = content.Subtitle.Text, ["note"] = content.Note.Text,
                ["categoryTitle"] = content.CategoryTitle.Text, ["valueTitle"] = content.ValueTitle.Text,
                ["rightTitle"] = content.RightTitle.Text,
            },
            [.. content.Numbers.Series.Select(s => new SeriesView(s.Name, s.Key, s.ValueIndex, s.Color))],
            ChartTypes.All.Where(t => t.WhyNot(raw) is not null).ToDictionary(t => t.Id, t => t.WhyNot(raw)!), content.WholeAction);
    }

    /// <summary>The marks that can be chosen in the picture; of very many, none.</summary>
    private static IEnumerable<(string Part, Area Area)> Marks(FigureItem figure, string id)
    {
        var marks = new List<(string, Area)>();
        foreach (var region in figure.Items.OfType<RegionItem>())
            if (region.Id.StartsWith(id + "-", StringComparison.Ordinal) && int.TryParse(region.Id.AsSpan(id.Length + 1), out var index))
                marks.Add(($"mark {index}", new Area(region.X, region.Y, region.X + region.Width, region.Y + region.Height)));
        return marks.Count > MostChosen ? [] : marks;
    }
}

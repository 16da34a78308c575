using LucidLattice.Charts;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Tracing;

/// <summary>A mark of a drawn chart, and the rows that it stands for.</summary>
/// <param name="Figure">Its number as the picture says it.</param>
/// <param name="Rows">In the dataset's order.</param>
internal sealed record TracedMark(ChartContent Content, Mark Mark, string Figure, int[] Rows)
{
    /// <summary>The mark with a name in a picture; null if there is none.</summary>
    /// <param name="frame">Stands in the group that the chart is drawn for; is moved.</param>
    /// <param name="name">As <see cref="RegionItem.Id"/> has it, or as people say it.</param>
    public static TracedMark? Find(ReportRun run, SectionData data, ChartPlan chart, Frame frame, string name, ITypesetter typesetter)
    {
        var (content, asked) = (chart.Content(run.Data!.Charts, frame, null), new List<Mark>());
        // Types of charts arrange and number their marks each in its own way, so the picture is drawn once with links that name them.
        var drawn = content with
        {
            SeriesAction = _ => null, CategoryAction = _ => null, WholeAction = null,
            Action = mark =>
            {
                asked.Add(mark);
                return new LinkAction($"{asked.Count - 1}", "", OpenIn.Here, new Dictionary<string, string>());
            },
        };
        var figure = chart.Pictured(drawn, 0, 0, chart.Element.Height,
            new Painting(typesetter, Languages.Culture(run.Report.Language), run.Data.Charts, null, []) { Frame = frame }).Figure;
        if (Regions(figure.Items).FirstOrDefault(r => r.Id == name || r.Label == name) is not { Action: { } action } region) return null;
        var found = asked[int.Parse(action.Report, System.Globalization.CultureInfo.InvariantCulture)];
        return new TracedMark(content, found, region.Figure, RowsOf(data, chart, found, frame));
    }

    private static IEnumerable<RegionItem> Regions(IEnumerable<DrawItem> items) => items.SelectMany(item => item switch
    {
        RegionItem region => [region],
        GroupItem group => Regions(group.Items),
        _ => [],
    });

    /// <summary>Every row that is drawn for the group in which a frame stands.</summary>
    public static int[] AllRows(SectionData data, ChartPlan chart, Frame frame)
    {
        var rows = new List<int>();
        foreach (var row in data.Tree.Rows(chart.Level, frame.Groups[chart.Level]))
        {
            frame.Row = row;
            if (Holds(chart.Query.Filter, frame) && !(chart.Query.LeavesEmpty && frame.Try(chart.Query.Category).IsNull)) rows.Add(row);
        }
        return [.. rows];
    }

    private static int[] RowsOf(SectionData data, ChartPlan chart, Mark mark, Frame frame)
    {
        var (query, numbers) = (chart.Query, chart.Numbers(data.Charts, frame));
        var all = AllRows(data, chart, frame);
        // What stands for sums of other marks covers everything that is drawn.
        if (!mark.HasKey && mark.Keys is null && mark.Category.IsNull && numbers.Categories.All(c => !c.IsOthers)) return all;
        var entry = numbers.Categories.FirstOrDefault(c => c.HasKey == mark.HasKey && c.Key.Equals(mark.Category) && c.Label == mark.Label)
            ?? numbers.Categories.FirstOrDefault(c => c.Label == mark.Label);
        var named = numbers.Categories.Where(c => !c.IsOthers).ToList();
        var split = query.Split is null ? Value.Null : mark.Split;

        Value KeyOf() => numbers.Ranges is { } ranges && frame.Try(query.Category) is { IsNull: false } number
            ? Value.Of(ranges.Edge(ranges.IndexOf(number.AsDouble))) : frame.Try(query.Category);
        string? OuterOf(Value key) => query.Within is { } within ? chart.Names.Category(key, frame.Try(within)).Outer : null;
        bool Is(CategoryEntry category, Value key) => Same(key, category.Key, frame)
            && (category.Outer is null || category.Outer == OuterOf(key));

        return [.. all.Where(row =>
        {
            frame.Row = row;
            if (query.Split is not null && !Same(frame.Try(query.Split), split, frame)) return false;
            var key = KeyOf();
            return entry is { IsOthers: true } ? !named.Any(c => Is(c, key)) : entry is null ? Same(key, mark.Category, frame)
                : Is(entry, key);
        })];
    }

    private static bool Same(Value a, Value b, Frame frame) =>
        a.IsNull || b.IsNull ? a.IsNull && b.IsNull : Value.Compare(a, b, frame.Collation) == 0;

    private static bool Holds(Compiled? condition, Frame frame) =>
        condition is null || frame.Try(condition) is { IsNull: false, Bool: true };
}

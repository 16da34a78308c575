using LucidLattice.Core.Caching;
using LucidLattice.Core.Charts;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Layout;
using LucidLattice.Core.Links;
using LucidLattice.Core.Parameters;
using LucidLattice.Core.Planning;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Running;

/// <summary>
/// One run of a report: a snapshot as of a time. It answers how many pages there are, what a page shows, which groups
/// there are and what their totals and charts say. It can be asked by several threads at once.
/// </summary>
public sealed class ReportRun : ISized
{
    private readonly List<Problem> _problems;
    private readonly ITypesetter _typesetter;
    private readonly PartLayout _layout;
    private readonly ILinkProof? _proof;
    private readonly Itself _itself = new();

    internal ReportRun(ReportDefinition report, ParameterValues parameters, DateTime asOf, List<Problem> problems, RunData? data, ITypesetter typesetter, Links.ILinkProof? proof = null)
    {
        _proof = proof;
        (Report, Parameters, AsOf, _problems, Data, _typesetter, _layout) = (report, parameters, asOf, problems, data, typesetter, new PartLayout(typesetter));
        Index = new PageIndex(Flow);
    }

    public ReportDefinition Report { get; }
    public ParameterValues Parameters { get; }

    /// <summary>The time of the data, in the report's zone.</summary>
    public DateTime AsOf { get; }
    public IReadOnlyList<Problem> Problems => _problems;

    /// <summary>The figures; null if the report could not run, in which case the problems say why.</summary>
    public RunData? Data { get; }

    /// <summary>Where pages start; it may still grow.</summary>
    public PageIndex Index { get; }

    /// <summary>The number of pages, as far as they are known.</summary>
    public int PageCount => Index.Count;

    public IEnumerable<ISized> Parts => Data is null ? [_itself] : [_itself, Index, .. Data.Parts];

    public long Bytes => Parts.Sum(p => p.Bytes);

    /// <summary>The report's title with its values, as documents carry it in their metadata.</summary>
    public string Title => Report.Title;

    /// <summary>Draws a page.</summary>
    /// <param name="number">From 1.</param>
    public PageDrawing Page(int number)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(number, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(number, PageCount);
        var data = Data!;
        var page = Report.Page;
        var items = new List<DrawItem>();
        var frame = data.NewFrame();
        // Until the last page is known, texts print its number as nothing.
        (frame.PageNumber, frame.PageCount) = (number, Index.IsComplete ? PageCount : null);
        var painter = Painter(_layout);
        new PageFlow(data.Plan, data.Tree, _layout, frame).Fill(Index.Start(number), (part, at, y, from, to) => painter.Paint(part, at, page.Left, y, from, to, items));

        var footer = data.Plan.Bands[new BandPlace(BandKind.PageFooter)];
        PageBand(data.Plan.Bands[new BandPlace(BandKind.PageHeader)], page.Top);
        PageBand(footer, page.Height - page.Bottom - footer.Sum(p => p.Part.Height));
        return new PageDrawing(page.Width, page.Height, items);

        void PageBand(IReadOnlyList<PartPlan> parts, double y)
        {
            foreach (var part in parts)
            {
                painter.Paint(part, frame, page.Left, y, 0, part.Part.Height, items);
                y += part.Part.Height;
            }
        }
    }

    /// <summary>Paints band parts of this run.</summary>
    public PartPainter Painter(PartLayout layout) => new(layout, _typesetter, Languages.Culture(Report.Language), Content);

    /// <summary>The page on which a group begins, from 1; null while that is not known.</summary>
    public int? PageOf(int level, int group) => Index.PageOf(new Cursor(Stage.Header, level, group));

    /// <summary>The flow of this run's bands, with a frame of its own.</summary>
    internal PageFlow Flow() => new(Data!.Plan, Data.Tree, _layout, Data.NewFrame());

    /// <summary>What a chart shows for the group in which the frame stands.</summary>
    public ChartContent Content(ChartPlan chart, Frame frame)
    {
        var marks = Data!.Marks(chart, frame);
        var definition = chart.Definition;
        // A chart of a group is drawn once for each group, so its marks are told apart by the group too.
        var id = chart.Level == 0 ? chart.Id : $"{chart.Id}-{frame.Groups[chart.Level]}";
        var isShare = chart.Value.Kind == FieldKind.Share;
        return new ChartContent(id, chart.Title?.Text(frame) ?? "", chart.CategoryTitle, chart.ValueTitle, marks, chart.ValueFormat, chart.FullFormat, isShare,
            definition.ValueLabels, definition.Color ?? Palette.Series[0], mark => Action(chart, mark, frame));
    }

    /// <summary>What a click on a mark does; null without a link, and for rows without a category where the link carries it.</summary>
    public LinkAction? Action(ChartPlan chart, Mark mark, Frame frame)
    {
        if (chart.Link is not { } link || (link.NeedsCategory && mark.Category.IsNull)) return null;
        var values = new Dictionary<string, string>();
        foreach (var (parameter, source) in link.Values)
        {
            var value = source(mark.Category, frame);
            if (!value.IsNull) values[parameter] = value.Invariant;
        }
        var vouched = values.Where(v => link.LinkOnly.Contains(v.Key)).ToDictionary();
        return new LinkAction(link.Definition.Report, link.Title, link.Definition.Open, values, vouched.Count == 0 ? null : _proof?.Of(link.Definition.Report, vouched));
    }

    /// <summary>The definition, the plan, remembered lines: about what a run takes besides its data.</summary>
    private sealed class Itself : ISized
    {
        public long Bytes => 200_000;
    }
}

using LucidLattice.Core.Charts;
using LucidLattice.Core.Charts.Guides;
using LucidLattice.Core.Charts.Scales;
using LucidLattice.Core.Charts.Types;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Links;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Elements;

/// <summary>A chart with its expressions compiled.</summary>
public sealed record ChartPlan(ChartElement Definition, double X, double Width, ResolvedStyle Style)
    : ElementPlan(Definition, X, Width, Style)
{
    public required ChartType Type { get; init; }
    public required ChartQuery Query { get; init; }
    public required ChartNames Names { get; init; }

    /// <summary>The author's format of each value; null where none is set.</summary>
    public required IReadOnlyList<ValueFormat?> Formats { get; init; }

    /// <summary>The full format of each value, for tooltips and the numbers drawn.</summary>
    public required IReadOnlyList<ValueFormat> FullFormats { get; init; }
    public required (ValueFormat? Left, ValueFormat? Right) AxisFormats { get; init; }
    public required TextPlan? Title { get; init; }
    public required TextPlan? Subtitle { get; init; }
    public required TextPlan? Note { get; init; }
    public required string CategoryTitle { get; init; }

    /// <summary>What each value is called.</summary>
    public required IReadOnlyList<string> ValueNames { get; init; }
    public required ChartPartWords PartWords { get; init; }
    public required IReadOnlyList<LineAcrossPlan> Lines { get; init; }

    /// <summary>The level of the tree for whose groups it is drawn.</summary>
    public required int Level { get; init; }

    public override IEnumerable<Compiled> Written =>
        new[] { Query.Category, Query.Within, Query.Split }.OfType<Compiled>();

    public override void Paint(PlacedElement placed, Painting on)
    {
        if (!on.Begins(placed)) return;
        on.Items.Add(ChartDrawing.Draw(
            Type, Content(on.Charts, on.Frame, on.Proof), on.Left + X, on.At(placed.Y), Width, placed.Height, on.Typesetter, on.Culture));
    }

    /// <summary>The picture of no rows.</summary>
    public void PaintEmpty(PlacedElement placed, Painting on)
    {
        if (!on.Begins(placed)) return;
        on.Items.Add(ChartDrawing.Draw(Type, Empty, on.Left + X, on.At(placed.Y), Width, placed.Height, on.Typesetter, on.Culture));
    }

    private ChartContent Empty => new()
    {
        Id = $"{Id}-none", Numbers = ChartNumbers.None, Values = Definition.Values, Formats = Formats, FullFormats = FullFormats,
        Frame = Definition.Frame, Action = _ => null,
    };

    /// <summary>Where the parts of the picture are, in a frame of this height.</summary>
    public IReadOnlyList<(string Part, Area Area)> Parts(ChartContent content, double height, Painting on)
    {
        ChartDrawing.Draw(Type, content, 0, 0, Width, height, on.Typesetter, on.Culture, out var parts);
        return parts;
    }

    /// <summary>The numbers for the group in which the frame stands.</summary>
    public ChartNumbers Numbers(IReadOnlyDictionary<string, ChartTable> charts, Frame frame) =>
        charts[Id].Read(frame.Groups[Level], Names);

    /// <summary>What it shows for the group in which the frame stands.</summary>
    public ChartContent Content(IReadOnlyDictionary<string, ChartTable> charts, Frame frame, ILinkProof? proof)
    {
        var (numbers, step) = (Numbers(charts, frame), (TimeStep?)null);
        if (Type.KeepsDistances && Query.Category.Type.IsTime() && Definition.Category is { Order: ChartOrder.Category, Within: null }
            && !Definition.Axes.Category.AsNames)
            (numbers, step) = DateSteps.Fill(numbers, DateSteps.UnitOf(Definition.Category.By), key => Names.CategoryFormat.Format(key));
        return new ChartContent
        {
            // A chart of a group is drawn once for each group, so its marks are told apart by the group too.
            Id = Level == 0 ? Id : $"{Id}-{frame.Groups[Level]}",
            Numbers = numbers,
            Values = Definition.Values,
            DateStep = step,
            CategoryLabel = key => Names.CategoryFormat.Format(key),
            RangeEnd = Names.Number,
            Title = Title?.Text(frame) ?? "",
            Subtitle = Subtitle?.Text(frame) ?? "",
            Note = Note?.Text(frame) ?? "",
            CategoryTitle = CategoryTitle,
            ValueTitle = Definition.Words.Value ?? "",
            RightTitle = Definition.Words.Right ?? "",
            AxisNames = (Definition.Words.Right ?? ValueNames[0], Definition.Words.Value ?? ValueNames.ElementAtOrDefault(1) ?? ""),
            Align = Definition.Words.Align,
            Formats = Formats,
            FullFormats = FullFormats,
            AxisFormats = AxisFormats,
            AreShares = [.. Query.Values.Select(v => v.Kind == FieldKind.Share)],
            Labels = Definition.Labels,
            Colors = Names.Colors,
            Colorful = Definition.Colorful,
            Arrangement = Type.Stacks || Definition.Arrangement == ChartArrangement.Apart
            ? Definition.Arrangement
            : ChartArrangement.Beside,
            Curve = Definition.Curve,
            Legend = Definition.Legend,
            Axes = Definition.Axes,
            Lines = [.. Lines.Select(l => l.Across(numbers, frame, FullFormats, Type.LineValue)).OfType<LineAcross>()],
            Slices = Definition.Slices,
            Frame = Definition.Frame,
            Subtotals = Definition.Category.Subtotals,
            LeadsOn = Link is not null,
            AddUp = [.. Definition.Values.Select(v => ChartWords.AddsUp(v.Expression))],
            Action = mark => Action(mark, frame, proof),
            SeriesAction = Link is null || Query.Split is null ? _ => null : series => SeriesAction(series, numbers, frame, proof),
            CategoryAction = Link is null ? _ => null : category => CategoryAction(category, frame, proof),
        };
    }

    /// <summary>What a click on a mark does; null without a link, and for rows without a category where the link carries it.</summary>
    public LinkAction? Action(Mark mark, Frame frame, ILinkProof? proof) =>
        Link?.Action(Click.On(LinkPlanner.Category, mark.Category).And(LinkPlanner.Series, mark.Split), frame, proof);

    /// <summary>A click on a name carries the key of that name alone.</summary>
    private LinkAction? SeriesAction(SeriesEntry series, ChartNumbers numbers, Frame frame, ILinkProof? proof)
    {
        var mark = numbers.Marks.FirstOrDefault(m => numbers.Series[m.SeriesIndex] == series);
        return mark is null ? null : Link!.ActionOfPart(Click.On(LinkPlanner.Series, mark.Split), frame, proof);
    }

    private LinkAction? CategoryAction(CategoryEntry category, Frame frame, ILinkProof? proof) =>
        category.Key.IsNull ? null : Link!.ActionOfPart(Click.On(LinkPlanner.Category, category.Key), frame, proof);
}

/// <summary>A chart that draws rows of its own: those that belong to the row or the group around it.</summary>
/// <param name="Chart">As it stands among its own rows.</param>
/// <param name="Around">The keys that its rows are matched to.</param>
public sealed record OwnChartPlan(ChartPlan Chart, Element Placed, IReadOnlyList<Compiled> Around)
    : ElementPlan(Placed, Chart.X, Chart.Width, Chart.Style)
{
    public override void Paint(PlacedElement placed, Painting on)
    {
        if (on.OwnRows(Id, Around, on.Frame) is { } frame) Chart.Paint(placed with { Plan = Chart }, on with { Frame = frame });
        else Chart.PaintEmpty(placed, on);
    }
}

/// <summary>A line of reference with its expressions compiled.</summary>
public sealed record LineAcrossPlan(ChartLine Definition, Compiled? At, Compiled? To)
{
    /// <summary>Null where it has no number.</summary>
    /// <param name="value">Which value it is measured by.</param>
    public LineAcross? Across(ChartNumbers numbers, Frame frame, IReadOnlyList<ValueFormat> formats, int value)
    {
        var format = formats[Math.Min(value, formats.Count - 1)];
        var at = Definition.At is null ? Measure(numbers, value) : At is null ? null : Number(frame.Try(At));
        var to = To is null ? null : Number(frame.Try(To));
        if (at is not { } number || !double.IsFinite(number)) return null;
        var written = format.Format(Value.Of(number)) + (to is { } end ? $" – {format.Format(Value.Of(end))}" : "");
        var name = Definition.Name ?? (Definition.At is null ? Definition.Measure.ToString() : "");
        return new LineAcross(number, to, name.Length == 0 ? written : $"{name}: {written}", Definition.Color ?? Palette.Ink,
            Definition.Dash,
            Definition.Right);
    }

    private double? Measure(ChartNumbers numbers, int value)
    {
        var all = numbers.Marks.Where(m => !m.Value.IsNull && numbers.Series[m.SeriesIndex].ValueIndex == value).Select(m => m.Number)
            .Order()
            .ToList();
        if (all.Count == 0) return null;
        return Definition.Measure switch
        {
            MarkMeasure.Median => Spread.Quantile(all, 0.5),
            MarkMeasure.Highest => all[^1],
            MarkMeasure.Lowest => all[0],
            _ => all.Average(),
        };
    }

    private static double? Number(Value value) => value.IsNull ? null : value.AsDouble;
}

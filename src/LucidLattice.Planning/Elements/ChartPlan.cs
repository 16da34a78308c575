using LucidLattice.Charts;
using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

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
    public required ChartWordsPlan Words { get; init; }

    /// <summary>Give the background and the border of the frame; null where none is set.</summary>
    public required (Compiled? Background, Compiled? Border) FrameColors { get; init; }

    /// <summary>What each value is called.</summary>
    public required IReadOnlyList<string> ValueNames { get; init; }
    public required ChartPartWords PartWords { get; init; }
    public required IReadOnlyList<LineAcrossPlan> Lines { get; init; }

    /// <summary>The level of the tree for whose groups it is drawn.</summary>
    public required int Level { get; init; }

    /// <summary>The level of the tree in whose bands it stands: a chart of all rows may stand in many groups.</summary>
    public required int StandsIn { get; init; }

    /// <summary>What tells its drawings at one place from those at others.</summary>
    private string IdAt(Frame frame) =>
        Level > 0 ? $"{Id}-{frame.Groups[Level]}" : StandsIn > 0 ? $"{Id}-in{frame.Groups[StandsIn]}" : Id;

    public override IEnumerable<Compiled> Written =>
        new[] { Query.Category, Query.Within, Query.Split }.OfType<Compiled>();

    public override IEnumerable<string> Samples =>
        new[] { Words.Title, Words.Subtitle, Words.Category, Words.Value, Words.Right, Words.Note }
            .SelectMany(w => w.Text?.Samples ?? [])
            .Concat(ValueNames).Append(Names.Others).Append(Names.Empty)
            .Concat(Lines.Select(l => l.Definition.Name ?? ""))
            .Concat((Definition.Category.Groups?.Groups ?? []).Select(g => g.Name))
            .Concat(FormatSamples.Of(Query.Category.Type, Names.CategoryFormat))
            .Concat(FullFormats.SelectMany(f => FormatSamples.Of(DataType.Decimal, f)));

    public override void Paint(PlacedElement placed, Painting on)
    {
        if (!on.Begins(placed)) return;
        var picture = Pictured(Content(on.Charts, on.Frame, on.Proof), on.Left + X, on.At(placed.Y), placed.Height, on);
        on.Items.Add(picture.Figure);
        on.Pictures?.Add(picture);
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

    /// <summary>The picture in a frame of this height with its upper left corner at (left, top).</summary>
    public ChartPicture Pictured(ChartContent content, double left, double top, double height, Painting on)
    {
        var figure = ChartDrawing.Draw(Type, content, left, top, Width, height, on.Typesetter, on.Culture, out var parts);
        return new ChartPicture(this, content, figure, parts, left, top);
    }

    /// <summary>The numbers for the group in which the frame stands.</summary>
    public ChartNumbers Numbers(IReadOnlyDictionary<string, ChartTable> charts, Frame frame) =>
        CategoryOrder.Arranged(charts[Id].Read(frame.Groups[Level], Names), Definition.Category, frame.Collation);

    /// <summary>What it shows for the group in which the frame stands.</summary>
    public ChartContent Content(IReadOnlyDictionary<string, ChartTable> charts, Frame frame, ILinkProof? proof)
    {
        var (numbers, step) = (Numbers(charts, frame), (TimeStep?)null);
        if (Type.KeepsDistances && Query.Category.Type.IsTime() && Definition.Category is { Order: ChartOrder.Category, Within: null }
            && !Definition.Axes.Category.AsNames)
            (numbers, step) = DateSteps.Fill(numbers, DateSteps.StepOf(Definition.Category.By), key => Names.CategoryFormat.Format(key));
        return new ChartContent
        {
            // A chart in a group is drawn once for each group, so its marks are told apart by the group too.
            Id = IdAt(frame),
            Numbers = numbers,
            Values = Definition.Values,
            DateStep = step,
            CategoryLabel = key => Names.CategoryFormat.Format(key),
            RangeEnd = Names.Number,
            Title = Words.Title.At(frame),
            Subtitle = Words.Subtitle.At(frame),
            Note = Words.Note.At(frame),
            CategoryTitle = Words.Category.At(frame),
            ValueTitle = Words.Value.At(frame),
            RightTitle = Words.Right.At(frame),
            AxisNames = (Words.Right.At(frame, ValueNames[0]), Words.Value.At(frame, ValueNames.ElementAtOrDefault(1) ?? "")),
            Small = Words.Small,
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
            Frame = Definition.Frame with
            {
                Background = ColorOf(FrameColors.Background, frame) ?? Definition.Frame.Background,
                Border = ColorOf(FrameColors.Border, frame) ?? Definition.Frame.Border,
            },
            Subtotals = Definition.Category.Subtotals,
            LeadsOn = Link is not null,
            AddUp = [.. Definition.Values.Select(v => ChartWords.AddsUp(v.Expression))],
            WholeAction = WholeAction(frame, proof),
            Action = mark => Action(mark, numbers, frame, proof),
            SeriesAction = !IsLinked || Query.Split is null ? _ => null : series => SeriesAction(series, numbers, frame, proof),
            CategoryAction = !IsLinked ? _ => null : category => CategoryAction(category, numbers, frame, proof),
        };
    }

    /// <summary>True where each mark has a link of its own.</summary>
    private bool IsLinked => Link is { Definition.Whole: false };

    private static string? ColorOf(Compiled? expression, Frame frame) =>
        expression is not null && frame.Try(expression) is { Type: DataType.Text } color
            && HexColors.IsColor(color.Text) ? color.Text : null;

    /// <summary>What a click anywhere in the picture does; null where marks have links of their own, or nothing has.</summary>
    public LinkAction? WholeAction(Frame frame, ILinkProof? proof) =>
        Link is { Definition.Whole: true } ? Link.ActionOfPart(Click.OnNothing, frame, proof) : null;

    /// <summary>What a click on a mark does; null without a link of its own, and for rows without a category where the link carries
    /// it.</summary>
    /// <param name="numbers">Those that the mark is one of.</param>
    public LinkAction? Action(Mark mark, ChartNumbers numbers, Frame frame, ILinkProof? proof) => !IsLinked ? null
        : Link!.Action(WithCommon(Clicked(mark.HasKey ? OrEmpty(mark.Category) : mark.Category, mark.Keys, numbers)
            .And(LinkPlanner.Series, OrEmpty(mark.Split)), mark), frame, proof);

    private static Click WithCommon(Click click, Mark mark)
    {
        for (var i = 0; i < mark.Common.Length; i++) click = click.And(CommonKeys.NameOf(i), mark.Common.Span[i]);
        return click;
    }

    private static Value OrEmpty(Value key) => key.IsNull ? Value.Empty : key;

    /// <summary>The key of a category: its own, the end of its range too, or those of all that it stands for.</summary>
    private static Click Clicked(Value key, IReadOnlyList<Value>? keys, ChartNumbers numbers)
    {
        var click = Click.On(LinkPlanner.Category, keys is null ? key : Value.Of(new ValueList(keys)));
        return numbers.Ranges is { } ranges && key.Type.IsNumber()
            ? click.And(LinkPlanner.RangeEnd, ranges.EdgeValue(ranges.IndexOf(key) + 1))
            : click;
    }

    /// <summary>A click on a name carries the key of that name alone.</summary>
    private LinkAction? SeriesAction(SeriesEntry series, ChartNumbers numbers, Frame frame, ILinkProof? proof)
    {
        var mark = numbers.Marks.FirstOrDefault(m => numbers.Series[m.SeriesIndex] == series);
        return mark is null ? null : Link!.ActionOfPart(Click.On(LinkPlanner.Series, OrEmpty(mark.Split)), frame, proof);
    }

    private LinkAction? CategoryAction(CategoryEntry category, ChartNumbers numbers, Frame frame, ILinkProof? proof) =>
        !category.HasKey && category.Key.IsNull && category.Keys is null
            ? null
            : Link!.ActionOfPart(Clicked(category.HasKey ? OrEmpty(category.Key) : category.Key, category.Keys, numbers), frame, proof);
}

/// <summary>A chart as it is drawn at one place.</summary>
/// <param name="Parts">The parts of it that an author can choose, and where they are, in the measure of the figure.</param>
/// <param name="Left">Where its frame begins.</param>
public sealed record ChartPicture(ChartPlan Chart, ChartContent Content, FigureItem Figure, IReadOnlyList<(string Part, Area Area)> Parts,
    double Left, double Top);

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

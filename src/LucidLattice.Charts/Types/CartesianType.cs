using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>Types with categories along one axis and numbers along the other.</summary>
public abstract class CartesianType : ChartType
{
    /// <summary>How much smaller than the others a value has to be for an axis of its own.</summary>
    private const double FarSmaller = 20;

    public override bool Stacks => true;
    public override bool HasAxes => true;
    public override bool HasCategoryAxis => true;
    public override bool TakesLines => true;
    public override bool KeepsDistances => true;

    /// <summary>True where a mark reaches from one number to another, as columns do from zero; false where it is a point.</summary>
    public virtual bool HasStart => true;

    /// <summary>True where lines lead from mark to mark.</summary>
    public virtual bool HasLines => false;

    /// <summary>True where categories go down and numbers to the right.</summary>
    protected virtual bool IsLying => false;

    public sealed override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        content = Trends.Extended(Arranged(content));
        if (content.Numbers.Categories.Count == 0)
        {
            canvas.Text(canvas.Fit("Nothing to draw", area.Width), area.CentreX, area.CentreY, 0.5);
            return;
        }
        var layers = Layers(content);
        area = Notes.Draw(content, layers, area, canvas);
        var entries = LegendEntries(content);
        area = Legend.Draw(content.Legend, entries, entries.Count > 1, area, canvas);
        new CartesianFrame(content, layers, IsLying, canvas).Draw(area);
    }

    /// <summary>Draws the marks of a layer.</summary>
    public abstract void DrawMarks(Plot plot);

    /// <summary>Writes what the marks of a layer wear, when all layers are drawn.</summary>
    public virtual void DrawLabels(Plot plot) { }

    /// <summary>The type that draws a value, where the author leaves it open.</summary>
    protected virtual CartesianType DrawerOf(int value) => this;

    /// <summary>From where to where each mark reaches along the value axis.</summary>
    protected virtual (double From, double To)[] Ends(IReadOnlyList<Mark> marks, ChartContent content, ChartArrangement arrangement) =>
        Stack.Place([.. marks.Select(m => (m.CategoryIndex, m.Number))], content.Numbers.Categories.Count, arrangement);

    /// <summary>The ends of all that is drawn at each side, so that several charts can share them.</summary>
    public ((double, double)? Left, (double, double)? Right) RangesOf(ChartContent content)
    {
        var layers = Layers(Arranged(content));
        return (CartesianFrame.RangeOf(layers.Where(l => !l.IsRight)), CartesianFrame.RangeOf(layers.Where(l => l.IsRight)));
    }

    /// <summary>Marks that are drawn alike, at the same axis, in the order of the values.</summary>
    public IReadOnlyList<Layer> Layers(ChartContent content)
    {
        var numbers = content.Numbers;
        var sides = Sides(content);
        var layers = new List<Layer>();
        var ofValue = Enumerable.Range(0, numbers.ValueCount).Select(v => (Value: v, Drawer: Drawer(content, v), IsRight: sides[v]));
        foreach (var alike in ofValue.GroupBy(v => (v.Drawer, v.IsRight)).OrderBy(g => g.Key.Drawer.HasStart ? 0 : 1))
        {
            var values = alike.Select(v => v.Value).ToHashSet();
            var slots = new Dictionary<int, int>();
            for (var s = 0; s < numbers.Series.Count; s++)
                if (values.Contains(numbers.Series[s].ValueIndex)) slots.Add(s, slots.Count);
            var own = numbers.Marks.Select((m, i) => (Mark: m, Index: i)).Where(m => slots.ContainsKey(m.Mark.SeriesIndex)).ToList();
            var arrangement = alike.Key.Drawer.Stacks && content.Arrangement != ChartArrangement.Apart
                ? content.Arrangement
                : ChartArrangement.Beside;
            var ends = alike.Key.Drawer.Ends([.. own.Select(m => m.Mark)], content, arrangement);
            var isLogarithmic = (alike.Key.IsRight ? content.Axes.Right : content.Axes.Left).Logarithmic;
            var marks = own.Select((m, i) =>
            {
                var isLeftOut = isLogarithmic && (!(ends[i].To > 0) || ends[i].From < 0);
                var (from, to) = (m.Mark.Value.IsNull && !alike.Key.Drawer.DrawsSingles) || isLeftOut ? (double.NaN, double.NaN) : ends[i];
                return new PlotMark(m.Mark, m.Index, from, to, slots[m.Mark.SeriesIndex]);
            });
            layers.Add(new Layer(alike.Key.Drawer, [.. marks], slots.Count, alike.Key.IsRight, arrangement));
        }
        return layers;
    }

    private CartesianType Drawer(ChartContent content, int value) =>
        content.Values.ElementAtOrDefault(value)?.DrawnAs is { } id && ChartTypes.Find(id) is CartesianType { Mixes: true } own
            ? own
            : DrawerOf(value);

    /// <summary>True for each value that is measured at the right axis.</summary>
    protected virtual bool[] Sides(ChartContent content)
    {
        var count = content.Numbers.ValueCount;
        var most = new double[count];
        foreach (var mark in content.Numbers.Marks)
            if (!mark.Value.IsNull)
            {
                var value = content.Numbers.Series[mark.SeriesIndex].ValueIndex;
                most[value] = Math.Max(most[value], Math.Abs(mark.Number));
            }
        bool IsFarSmaller(int v) => Mixes && content.Arrangement == ChartArrangement.Beside && v > 0 && most[v] > 0
            && most[v] * FarSmaller < most[0];
        return [.. Enumerable.Range(0, count).Select(v => content.Values.ElementAtOrDefault(v)?.Axis switch
        {
            ChartSide.Right => true,
            ChartSide.Left => false,
            _ => IsFarSmaller(v),
        })];
    }

    private List<LegendEntry> LegendEntries(ChartContent content)
    {
        var numbers = content.Numbers;
        var entries = numbers.Series.Select((s, i) => new LegendEntry(s.Name, s.Color,
            Drawer(content, s.ValueIndex) is { HasStart: false, Bends: true } ? s.Look.Dash : null,
            $"{content.Id}-legend-{i}", content.SeriesAction(s), i)
            { Marker = s.Look.Marker == ChartMarker.Automatic ? ChartMarker.None : s.Look.Marker }).ToList();
        entries.AddRange(Trends.Entries(content));
        entries.AddRange(content.Lines.Where(l => l.Name.Length > 0).Select(l => new LegendEntry(l.Name, l.Color,
            l.To is null ? l.Dash : null)));
        return entries;
    }
}

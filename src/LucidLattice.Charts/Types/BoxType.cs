using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

/// <summary>How the single numbers of each mark are spread: the middle half as a box with the median, whiskers, and points
/// beyond.</summary>
public sealed class BoxType : CartesianType
{
    private const double GroupGap = 0.3, WidestBox = 46, PointRadius = 1.4;
    private const int MostBeyond = 200;

    public override string Id => "boxes";
    public override string Words => "boxes that show the spread";
    public override string Kind => "Box plot";
    public override bool Stacks => false;
    public override bool DrawsSingles => true;

    public override (IReadOnlyList<string> Names, Func<Mark, IReadOnlyList<double>> Of)? Numbers =>
        (["Low", "First quartile", "Median", "Third quartile", "High"], mark =>
        {
            var spread = Spread.Of(mark.Singles.ToArray());
            return [spread.Low, spread.First, spread.Median, spread.Third, spread.High];
        });

    public override ChartContent Arranged(ChartContent content) => content with
    {
        // A box stands for all single numbers; the total that the value asks for is not drawn.
        FigureOf = m => m.Singles.Length == 0 ? "" : Said(Spread.Of(m.Singles.ToArray()), content),
        Numbers = content.Numbers with { Marks = [.. content.Numbers.Marks.Where(m => m.Singles.Length > 0
            && content.Numbers.Series[m.SeriesIndex].ValueIndex == 0)] },
    };

    private static string Said(Spread spread, ChartContent content)
    {
        string Number(double n) => content.FullFormats[0].Format(Value.Of(n));
        return $"median {Number(spread.Median)}, middle half {Number(spread.First)} – {Number(spread.Third)}, whiskers "
            + $"{Number(spread.Low)} – {Number(spread.High)}{(spread.Beyond.Count > 0 ? $", {spread.Beyond.Count} beyond" : "")}";
    }

    protected override (double From, double To)[] Ends(IReadOnlyList<Mark> marks, ChartContent content, ChartArrangement arrangement) =>
        [.. marks.Select(m => m.Singles.Length == 0 ? (double.NaN, double.NaN) : (m.Singles.Span[0], m.Singles.Span[^1]))];

    public override void DrawMarks(Plot plot)
    {
        var (items, slot) = (plot.Canvas.Items, plot.Bands.Step / plot.Layer.SeriesCount);
        foreach (var mark in plot.Marks.Where(m => m.IsThere))
        {
            var spread = Spread.Of(mark.Mark.Singles.ToArray());
            var start = plot.Bands.Start(mark.Mark.CategoryIndex) + slot * mark.Slot;
            var (middle, width) = (start + slot / 2, Math.Min(WidestBox, slot * (1 - (plot.Content.Slices.Gap ?? GroupGap))));
            var color = plot.ColorOf(mark.Mark);
            void Line(double x1, double at1, double x2, double at2, double thickness) => items.Add(new LineItem(
                x1, plot.Values.Within(at1), x2, plot.Values.Within(at2), thickness, thickness > 1 ? Palette.Ink : Tones.Darker(color)));
            Line(middle, spread.Third, middle, spread.High, 0.75);
            Line(middle, spread.Low, middle, spread.First, 0.75);
            Line(middle - width / 4, spread.High, middle + width / 4, spread.High, 0.75);
            Line(middle - width / 4, spread.Low, middle + width / 4, spread.Low, 0.75);
            var box = plot.Rectangle(middle - width / 2, middle + width / 2, spread.First, spread.Third);
            items.Add(new RectItem(box.Left, box.Top, box.Width, box.Height, Tones.Lighter(color), Tones.Darker(color), 0.75));
            Line(middle - width / 2, spread.Median, middle + width / 2, spread.Median, 1.5);
            foreach (var beyond in spread.Beyond.Where(plot.Values.Holds).Take(MostBeyond))
            {
                var (x, y) = plot.Inside(middle, plot.Values.At(beyond), PointRadius);
                items.Add(new CircleItem(x, y, PointRadius, null,
                    new Pen(Tones.Darker(color), 0.6)));
            }
            plot.AddRegion(plot.Across(start, start + slot), mark);
        }
    }
}

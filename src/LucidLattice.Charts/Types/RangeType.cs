using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

/// <summary>Columns from one value to another, as from the lowest to the highest.</summary>
public class RangeType : ColumnType
{
    public override string Id => "ranges";
    public override string Words => "ranges, from one value to another";
    public override string Kind => "Range chart";
    public override bool Stacks => false;
    public override bool Mixes => false;
    public override int ValuesNeeded => 2;

    public override ChartContent Arranged(ChartContent content) => RangeNumbers.Paired(content);

    public override (IReadOnlyList<string> Names, Func<Mark, IReadOnlyList<double>> Of)? Numbers => RangeNumbers.Both;

    protected override (double From, double To)[] Ends(IReadOnlyList<Mark> marks, ChartContent content, ChartArrangement arrangement) =>
        RangeNumbers.Ends(marks);
}

/// <summary>Ranges that lie.</summary>
public sealed class LyingRangeType : RangeType
{
    public override string Id => "lyingRanges";
    public override string Words => "lying ranges, from one value to another";
    protected override bool IsLying => true;
}

/// <summary>The area between two values, with a line at both.</summary>
public sealed class RibbonType : CartesianType
{
    public override string Id => "ribbon";
    public override string Words => "a ribbon between two values";
    public override string Kind => "Ribbon chart";
    public override bool Stacks => false;
    public override bool Bends => true;
    public override int ValuesNeeded => 2;

    public override ChartContent Arranged(ChartContent content) => RangeNumbers.Paired(content);

    public override (IReadOnlyList<string> Names, Func<Mark, IReadOnlyList<double>> Of)? Numbers => RangeNumbers.Both;

    protected override (double From, double To)[] Ends(IReadOnlyList<Mark> marks, ChartContent content, ChartArrangement arrangement) =>
        RangeNumbers.Ends(marks);

    public override void DrawMarks(Plot plot)
    {
        foreach (var series in plot.Marks.Where(m => m.IsThere).GroupBy(m => m.Slot))
        {
            var color = plot.Content.Numbers.Series[series.First().Mark.SeriesIndex].Color;
            (double, double)[] Line(Func<PlotMark, double> end) =>
                [.. series.Select(m => plot.At(plot.Bands.Middle(m.Mark.CategoryIndex), end(m)))];
            var (lower, upper) = (Line(m => m.From), Line(m => m.To));
            if (upper.Length > 1)
            {
                var curve = plot.Bands.IsReversed ? ChartCurve.Straight : plot.Content.Curve;
                Ribbon.Draw(plot, upper, lower, curve, color, 0.3);
                foreach (var line in new[] { lower, upper })
                    plot.Canvas.Items.Add(new PathItem(Curves.Draw(new DrawPath(), line, curve, isFirst: true), null,
                        Pens.OfSeries(color, 1.25, ChartDash.Solid)));
            }
            foreach (var mark in series)
            {
                var band = plot.Bands.Start(mark.Mark.CategoryIndex);
                plot.AddRegion(plot.Across(band, band + plot.Bands.Step), mark);
            }
        }
    }
}

/// <summary>Two values of a cell as one mark: the second one is drawn, from the first.</summary>
internal static class RangeNumbers
{
    public static readonly (IReadOnlyList<string> Names, Func<Mark, IReadOnlyList<double>> Of) Both =
        (["From", "To"], mark => mark.Singles.ToArray());

    public static ChartContent Paired(ChartContent content)
    {
        var numbers = content.Numbers;
        if (numbers.ValueCount < 2) return content;
        var kept = numbers.Series.Select((s, i) => (Series: s, Index: i)).Where(s => s.Series.ValueIndex == 1).ToList();
        var place = kept.Select((s, i) => (s.Index, i)).ToDictionary(p => p.Index, p => p.i);
        var marks = numbers.Cells().Where(c => c[0] is { Value.IsNull: false } && c[1] is { Value.IsNull: false })
            .Select(c => c[1]! with { SeriesIndex = place[c[1]!.SeriesIndex], Singles = new[] { c[0]!.Number, c[1]!.Number } });
        return content with
        {
            Numbers = numbers with
            {
                Series = [.. kept.Select((s, i) => s.Series with
                {
                    Name = s.Series.Part.Length > 0 ? s.Series.Part : s.Series.Name, ValueIndex = 0,
                        Color = numbers.Series[s.Index - 1].Color,
                })],
                Marks = [.. marks],
            },
            Formats = [.. content.Formats.Skip(1)],
            FullFormats = [content.FullFormats[1]],
            FigureOf = m => $"{content.FullFormats[0].Format(Value.Of(m.Singles.Span[0]))} – {content.FullFormats[1].Format(m.Value)}",
        };
    }

    public static (double From, double To)[] Ends(IReadOnlyList<Mark> marks) =>
        [.. marks.Select(m => m.Singles.Length == 2 ? (m.Singles.Span[0], m.Singles.Span[1]) : (0, m.Number))];
}

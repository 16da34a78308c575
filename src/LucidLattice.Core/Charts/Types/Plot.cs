using LucidLattice.Core.Charts.Guides;
using LucidLattice.Core.Charts.Scales;

namespace LucidLattice.Core.Charts.Types;

/// <summary>The room between the axes of a chart, and where numbers lie in it.</summary>
/// <param name="Bands">Places of the categories.</param>
/// <param name="Values">Places of the numbers.</param>
/// <param name="Ends">Of each mark, the numbers from which and to which it reaches.</param>
/// <param name="Label">What a mark wears, short.</param>
/// <param name="IsLying">True where categories go down and numbers to the right.</param>
public sealed record Plot(
    ChartContent Content, ChartCanvas Canvas, Area Room, BandScale Bands, LinearScale Values,
    IReadOnlyList<(double From, double To)> Ends, Func<Mark, string> Label, bool IsLying)
{
    /// <summary>Room beyond the ends of the values for figures of marks, in points; 0 where there is none.</summary>
    public double LabelRoom { get; init; }

    public IReadOnlyList<Mark> Marks => Content.Numbers.Marks;

    public string ColorOf(Mark mark) =>
        Content.Numbers.Series.Count == 1 && Content.Numbers.Categories[mark.CategoryIndex].Color is { } own
            ? own
            : Content.Numbers.Series[mark.SeriesIndex].Color;

    /// <summary>A rectangle from one place along the categories to another, and from one number to another.</summary>
    public Area Rectangle(double from, double to, double low, double high)
    {
        var (a, b) = (Values.At(low), Values.At(high));
        return IsLying
            ? new Area(Math.Min(a, b), from, Math.Max(a, b), to)
            : new Area(from, Math.Min(a, b), to, Math.Max(a, b));
    }

    /// <summary>The room in which a mark answers to the pointer: all of the plot, between two places along the categories.</summary>
    public Area Across(double from, double to) =>
        IsLying ? Room with { Top = from, Bottom = to } : Room with { Left = from, Right = to };
}

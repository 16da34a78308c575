using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Guides;

/// <summary>Pens of the lines in charts.</summary>
public static class Pens
{
    private const double Usual = 1.75, OfLight = 2.5;

    /// <summary>Light colours are hard to see on paper, so lines of them are thicker.</summary>
    public static Pen OfSeries(string color, double? width, ChartDash dash) =>
        new(color, width ?? (Tones.Outline(color) is null ? Usual : OfLight), Dashes(dash), IsRound: true);

    public static IReadOnlyList<double>? Dashes(ChartDash dash) => dash switch
    {
        ChartDash.Dashed => [5, 3],
        ChartDash.Dotted => [1, 3],
        _ => null,
    };
}

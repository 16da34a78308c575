using LucidLattice.Drawing;

namespace LucidLattice.Charts.Scales;

/// <summary>Colours for numbers, in steps that can be told apart: from pale to a hue, or, where there are numbers below zero, from
/// another hue over pale.</summary>
/// <param name="Hue">Of the largest, as #RRGGBB.</param>
public sealed record ColorScale(double Low, double High, string Hue)
{
    public const int Steps = 7;
    private const string Pale = "#F1EFE6", BelowHue = "#64271F";

    public bool IsDiverging => Low < 0 && High > 0;

    public string Color(double value)
    {
        if (IsDiverging)
        {
            var share = Stepped(Math.Abs(value) / Math.Max(-Low, High));
            return Palettes.Mixed(Pale, value < 0 ? BelowHue : Hue, share);
        }
        return Palettes.Mixed(Pale, Hue, High > Low ? Stepped((value - Low) / (High - Low)) : 1);
    }

    /// <summary>The numbers that stand for each step, in rising order.</summary>
    public IEnumerable<double> Samples => Enumerable.Range(0, Steps).Select(i => Low + (High - Low) * (i + 0.5) / Steps);

    private static double Stepped(double share) => (Math.Min(Steps - 1, Math.Floor(Math.Clamp(share, 0, 1) * Steps)) + 1) / Steps;
}

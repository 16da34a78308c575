using LucidLattice.Drawing;
using SkiaSharp;

namespace LucidLattice.Output.Pdf;

/// <summary>Paths of drawings as Skia has them.</summary>
internal static class SkiaPaths
{
    public static SKPath ToSkia(DrawPath path)
    {
        using var made = new SKPathBuilder { FillType = SKPathFillType.Winding };
        var at = 0;
        foreach (var step in path.Steps)
        {
            switch (step)
            {
                case PathStep.MoveTo: made.MoveTo(Next(), Next()); break;
                case PathStep.LineTo: made.LineTo(Next(), Next()); break;
                case PathStep.CurveTo: made.CubicTo(Next(), Next(), Next(), Next(), Next(), Next()); break;
                case PathStep.Close: made.Close(); break;
            }
        }
        return made.Detach();

        float Next() => (float)path.Numbers[at++];
    }
}

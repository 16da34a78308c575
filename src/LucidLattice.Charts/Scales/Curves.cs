using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Scales;

/// <summary>Ways from point to point.</summary>
public static class Curves
{
    /// <summary>Goes through points that follow each other to one side.</summary>
    /// <param name="isFirst">True begins there; false first goes to the first point in a straight line.</param>
    public static DrawPath Draw(DrawPath path, IReadOnlyList<(double X, double Y)> points, ChartCurve curve, bool isFirst)
    {
        if (isFirst) path.MoveTo(points[0].X, points[0].Y);
        else path.LineTo(points[0].X, points[0].Y);
        if (curve == ChartCurve.Smooth && points.Count > 2) return Smooth(path, points);
        for (var i = 1; i < points.Count; i++)
        {
            // A step is level until the next point, so on the way back it changes first.
            if (curve == ChartCurve.Steps)
                path.LineTo(isFirst ? points[i].X : points[i - 1].X, isFirst ? points[i - 1].Y : points[i].Y);
            path.LineTo(points[i].X, points[i].Y);
        }
        return path;
    }

    /// <summary>
    /// Cubic curves that never go beyond the points (Steffen 1990, "A simple method for monotonic interpolation in one dimension"),
    /// as the published source of d3-shape's curveMonotoneX has it.
    /// </summary>
    private static DrawPath Smooth(DrawPath path, IReadOnlyList<(double X, double Y)> points)
    {
        var slopes = Slopes(points);
        for (var i = 1; i < points.Count; i++)
        {
            var ((x0, y0), (x1, y1)) = (points[i - 1], points[i]);
            var third = (x1 - x0) / 3;
            path.CurveTo(x0 + third, y0 + third * slopes[i - 1], x1 - third, y1 - third * slopes[i], x1, y1);
        }
        return path;
    }

    private static double[] Slopes(IReadOnlyList<(double X, double Y)> points)
    {
        var slopes = new double[points.Count];
        for (var i = 1; i < points.Count - 1; i++)
        {
            var (before, after) = (points[i].X - points[i - 1].X, points[i + 1].X - points[i].X);
            var (s0, s1) = ((points[i].Y - points[i - 1].Y) / before, (points[i + 1].Y - points[i].Y) / after);
            var p = (s0 * after + s1 * before) / (before + after);
            var least = Math.Min(Math.Min(Math.Abs(s0), Math.Abs(s1)), 0.5 * Math.Abs(p));
            slopes[i] = (Sign(s0) + Sign(s1)) * least;
        }
        slopes[0] = AtEnd(points[0], points[1], slopes[1]);
        slopes[^1] = AtEnd(points[^2], points[^1], slopes[^2]);
        return slopes;
    }

    private static double AtEnd((double X, double Y) a, (double X, double Y) b, double other) =>
        (3 * (b.Y - a.Y) / (b.X - a.X) - other) / 2;

    private static int Sign(double value) => value < 0 ? -1 : 1;
}

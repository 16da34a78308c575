namespace LucidLattice.Core.Drawing;

public enum PathStep { MoveTo, LineTo, CurveTo, Close }

/// <summary>Straight lines and cubic curves, one after the other. Lengths are in points. Areas are filled by the nonzero rule.</summary>
public sealed class DrawPath
{
    private readonly List<PathStep> _steps = [];
    private readonly List<double> _numbers = [];

    /// <summary>What is done in turn.</summary>
    public IReadOnlyList<PathStep> Steps => _steps;

    /// <summary>Two numbers for each step to a point, six for a curve (two control points, then its end), none to close.</summary>
    public IReadOnlyList<double> Numbers => _numbers;

    /// <summary>A box around all of its points, control points included.</summary>
    public (double Left, double Top, double Right, double Bottom) Bounds
    {
        get
        {
            if (_numbers.Count == 0) return default;
            var (xs, ys) = (_numbers.Where((_, i) => i % 2 == 0), _numbers.Where((_, i) => i % 2 == 1));
            return (xs.Min(), ys.Min(), xs.Max(), ys.Max());
        }
    }

    public DrawPath MoveTo(double x, double y) => Add(PathStep.MoveTo, x, y);

    public DrawPath LineTo(double x, double y) => Add(PathStep.LineTo, x, y);

    /// <summary>A cubic curve that leaves towards (x1, y1) and arrives at (x, y) from (x2, y2).</summary>
    public DrawPath CurveTo(double x1, double y1, double x2, double y2, double x, double y) => Add(PathStep.CurveTo, x1, y1, x2, y2, x, y);

    public DrawPath Close() => Add(PathStep.Close);

    /// <summary>
    /// An arc of a circle, in curves of at most a quarter turn; a line leads to its start. The control points stand
    /// 4/3·tan(turn/4) radii along the tangents, which keeps within 0.03 % of the radius (common practice, no published source).
    /// </summary>
    /// <param name="from">In degrees, clockwise from the right; likewise <paramref name="to"/>, which may lie before it.</param>
    public DrawPath Arc(double centreX, double centreY, double radius, double from, double to)
    {
        var pieces = Math.Max(1, (int)Math.Ceiling(Math.Abs(to - from) / 90 - 1e-9));
        var turn = (to - from) / pieces * Math.PI / 180;
        var arm = 4 / 3d * Math.Tan(turn / 4) * radius;
        var angle = from * Math.PI / 180;
        var (sine, cosine) = Math.SinCos(angle);
        Add(_steps.Count == 0 || _steps[^1] == PathStep.Close ? PathStep.MoveTo : PathStep.LineTo, centreX + radius * cosine,
            centreY + radius * sine);
        for (var i = 0; i < pieces; i++)
        {
            var (nextSine, nextCosine) = Math.SinCos(angle + turn * (i + 1));
            CurveTo(
                centreX + radius * cosine - arm * sine, centreY + radius * sine + arm * cosine,
                centreX + radius * nextCosine + arm * nextSine, centreY + radius * nextSine - arm * nextCosine,
                centreX + radius * nextCosine, centreY + radius * nextSine);
            (sine, cosine) = (nextSine, nextCosine);
        }
        return this;
    }

    public static DrawPath Rectangle(double x, double y, double width, double height)
        => new DrawPath().MoveTo(x, y).LineTo(x + width, y).LineTo(x + width, y + height).LineTo(x, y + height).Close();

    private DrawPath Add(PathStep step, params ReadOnlySpan<double> numbers)
    {
        _steps.Add(step);
        _numbers.AddRange(numbers);
        return this;
    }
}

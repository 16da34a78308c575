namespace LucidLattice.Drawing;

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

    /// <summary>The smallest box around it; of curves, not around their control points.</summary>
    public (double Left, double Top, double Right, double Bottom) Bounds
    {
        get
        {
            if (_numbers.Count == 0) return default;
            var (left, top, right, bottom) =
                (double.PositiveInfinity, double.PositiveInfinity, double.NegativeInfinity, double.NegativeInfinity);
            var (at, x, y) = (0, 0.0, 0.0);
            foreach (var step in _steps)
            {
                if (step == PathStep.Close) continue;
                if (step == PathStep.CurveTo)
                {
                    foreach (var turn in Turns(x, _numbers[at], _numbers[at + 2], _numbers[at + 4]))
                        (left, right) = (Math.Min(left, turn), Math.Max(right, turn));
                    foreach (var turn in Turns(y, _numbers[at + 1], _numbers[at + 3], _numbers[at + 5]))
                        (top, bottom) = (Math.Min(top, turn), Math.Max(bottom, turn));
                    at += 4;
                }
                (x, y) = (_numbers[at], _numbers[at + 1]);
                at += 2;
                (left, top, right, bottom) = (Math.Min(left, x), Math.Min(top, y), Math.Max(right, x), Math.Max(bottom, y));
            }
            return (left, top, right, bottom);
        }
    }

    /// <summary>Where a cubic curve turns back along one axis: its values at the zeros of its derivative.</summary>
    private static IEnumerable<double> Turns(double p0, double p1, double p2, double p3)
    {
        var (a, b, c) = (p3 - 3 * p2 + 3 * p1 - p0, 2 * (p2 - 2 * p1 + p0), p1 - p0);
        var root = Math.Sqrt(b * b - 4 * a * c);
        foreach (var t in Math.Abs(a) < 1e-12 ? [-c / b] : new[] { (-b + root) / (2 * a), (-b - root) / (2 * a) })
            if (t is > 0 and < 1)
                yield return Math.Pow(1 - t, 3) * p0 + 3 * t * (1 - t) * (1 - t) * p1 + 3 * t * t * (1 - t) * p2 + t * t * t * p3;
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

    /// <summary>A rectangle with round corners.</summary>
    public static DrawPath Rounded(double x, double y, double width, double height, double corner)
    {
        // A quarter of a circle as a cubic curve, to 0.03 % (common practice).
        var (r, b, d) = (x + width, y + height, corner * 0.44772);
        return new DrawPath().MoveTo(x + corner, y).LineTo(r - corner, y).CurveTo(r - d, y, r, y + d, r, y + corner)
            .LineTo(r, b - corner).CurveTo(r, b - d, r - d, b, r - corner, b).LineTo(x + corner, b).CurveTo(x + d, b, x, b - d, x,
                b - corner)
            .LineTo(x, y + corner).CurveTo(x, y + d, x + d, y, x + corner, y).Close();
    }

    /// <summary>Goes on along another way; a line leads to its start.</summary>
    public DrawPath Then(DrawPath other)
    {
        _steps.AddRange(other._steps.Select((s, i) => i == 0 ? PathStep.LineTo : s));
        _numbers.AddRange(other._numbers);
        return this;
    }

    /// <summary>The same way with each point moved.</summary>
    public DrawPath Moved(Func<double, double, (double X, double Y)> move)
    {
        var moved = new DrawPath();
        moved._steps.AddRange(_steps);
        for (var i = 0; i < _numbers.Count; i += 2)
        {
            var (x, y) = move(_numbers[i], _numbers[i + 1]);
            moved._numbers.Add(x);
            moved._numbers.Add(y);
        }
        return moved;
    }

    private DrawPath Add(PathStep step, params ReadOnlySpan<double> numbers)
    {
        _steps.Add(step);
        _numbers.AddRange(numbers);
        return this;
    }
}

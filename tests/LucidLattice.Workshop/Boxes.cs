using LucidLattice.Drawing;
using Xunit;

namespace LucidLattice.Testing;

/// <summary>The ink boxes of texts, turned as they are, for checks that none lies over another.</summary>
public readonly record struct Boxes((double X, double Y)[] Corners, string Text)
{
    /// <summary>Boxes that reach into one another by less than this only touch.</summary>
    private const double Touching = 0.1;

    public double Left => Corners.Min(c => c.X);
    public double Top => Corners.Min(c => c.Y);
    public double Right => Corners.Max(c => c.X);
    public double Bottom => Corners.Max(c => c.Y);

    public static Boxes Of(TextRun run)
    {
        var (up, down) = (run.Font.Size * 0.75, run.Font.Size * 0.2);
        var (sine, cosine) = Math.SinCos(run.Rotation * Math.PI / 180);
        (double, double) At(double along, double across) =>
            (run.X + along * cosine - across * sine, run.Y + along * sine + across * cosine);
        return new([At(0, -up), At(run.Width, -up), At(run.Width, down), At(0, down)], run.Text);
    }

    public static void AssertApart(IReadOnlyList<Boxes> boxes)
    {
        for (var i = 0; i < boxes.Count; i++)
            for (var j = 0; j < i; j++)
                Assert.False(Overlap(boxes[i].Corners, boxes[j].Corners), $"“{boxes[i].Text}” lies over “{boxes[j].Text}”");
    }

    /// <summary>Two rectangles are apart if they are apart along a side of either (separating axes, common practice).</summary>
    private static bool Overlap((double X, double Y)[] a, (double X, double Y)[] b)
    {
        foreach (var corners in new[] { a, b })
            for (var i = 0; i < 2; i++)
            {
                var (x, y) = (corners[i + 1].X - corners[i].X, corners[i + 1].Y - corners[i].Y);
                var length = Math.Sqrt(x * x + y * y);
                if (length == 0) return false;
                double Along((double X, double Y) c) => (c.X * x + c.Y * y) / length;
                if (a.Max(Along) <= b.Min(Along) + Touching || b.Max(Along) <= a.Min(Along) + Touching) return false;
            }
        return true;
    }
}

using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;

namespace LucidLattice.Charts.Types;

/// <summary>What is drawn around the body of a column: a restrained side, and the sign of a cut.</summary>
internal static class ColumnSides
{
    public const double Depth = 4;

    /// <summary>A darker face to the right and a lighter one above; no length of the body changes.</summary>
    /// <param name="room">It stays inside.</param>
    public static void Draw(ChartCanvas canvas, Area body, string color, bool isLying, Area room)
    {
        var depth = Math.Min(Math.Min(Depth, (isLying ? body.Height : body.Width) / 3),
            Math.Min(room.Right - body.Right, body.Top - room.Top));
        if (depth < 1 || body.Height < 0.5 || body.Width < 0.5) return;
        var (l, t, r, b) = (body.Left, body.Top, body.Right, body.Bottom);
        canvas.Items.Add(new PathItem(new DrawPath().MoveTo(r, t).LineTo(r + depth, t - depth).LineTo(r + depth, b - depth).LineTo(r, b)
            .Close(), Tones.Darker(color)));
        canvas.Items.Add(new PathItem(new DrawPath().MoveTo(l, t).LineTo(l + depth, t - depth).LineTo(r + depth, t - depth).LineTo(r, t)
            .Close(), Tones.Lighter(color)));
    }

    /// <summary>Two white strokes across the end of a column that goes on beyond its axis.</summary>
    public static void MarkCut(ChartCanvas canvas, Area body, bool isLying, bool isLow)
    {
        if (body.Height < 8 && body.Width < 8) return;
        for (var i = 1; i <= 2; i++)
        {
            var at = 3.0 * i;
            canvas.Items.Add(isLying
                ? new LineItem(isLow ? body.Left + at : body.Right - at, body.Top, isLow ? body.Left + at : body.Right - at, body.Bottom, 1,
                    "#FFFFFF")
                : new LineItem(body.Left, isLow ? body.Bottom - at : body.Top + at, body.Right, isLow ? body.Bottom - at : body.Top + at, 1,
                    "#FFFFFF"));
        }
    }
}

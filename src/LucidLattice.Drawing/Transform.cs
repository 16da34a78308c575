namespace LucidLattice.Drawing;

/// <summary>Moves, turns and stretches: (x, y) becomes (A·x + C·y + E, B·x + D·y + F), as SVG's matrix(a b c d e f).</summary>
public readonly record struct Transform(double A, double B, double C, double D, double E, double F)
{
    public static Transform Move(double x, double y) => new(1, 0, 0, 1, x, y);

    public static Transform Scale(double x, double y) => new(x, 0, 0, y, 0, 0);

    /// <param name="degrees">Clockwise, around the origin.</param>
    public static Transform Rotate(double degrees)
    {
        var (sine, cosine) = Math.SinCos(degrees * Math.PI / 180);
        return new(cosine, sine, -sine, cosine, 0, 0);
    }

    /// <param name="degrees">Clockwise, around a point.</param>
    public static Transform RotateAround(double degrees, double x, double y) => Move(-x, -y).Then(Rotate(degrees)).Then(Move(x, y));

    /// <summary>This, and then another one.</summary>
    public Transform Then(Transform next) => new(
        next.A * A + next.C * B, next.B * A + next.D * B,
        next.A * C + next.C * D, next.B * C + next.D * D,
        next.A * E + next.C * F + next.E, next.B * E + next.D * F + next.F);
}

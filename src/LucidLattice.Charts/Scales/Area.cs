namespace LucidLattice.Charts.Scales;

/// <summary>A rectangle of a chart, in points.</summary>
public readonly record struct Area(double Left, double Top, double Right, double Bottom)
{
    public double Width => Right - Left;
    public double Height => Bottom - Top;
    public double CentreX => (Left + Right) / 2;
    public double CentreY => (Top + Bottom) / 2;

    public bool Touches(Area other) => Left < other.Right && other.Left < Right && Top < other.Bottom && other.Top < Bottom;

    public bool IsInside(Area other) =>
        Left >= other.Left - 0.01 && Right <= other.Right + 0.01 && Top >= other.Top - 0.01 && Bottom <= other.Bottom + 0.01;

    public Area Shrunk(double by) => new(Left + by, Top + by, Right - by, Bottom - by);
}

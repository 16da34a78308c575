namespace Planted.Lower
{
    /// <summary>Uses a room above it, without a <c>using</c>: the breach that the check of rooms has to find.</summary>
    internal static class Breach
    {
        public static int Height() => Planted.Upper.Tower.Stories;
    }
}

namespace Planted.Upper
{
    /// <summary>Uses the room below it, which is right; together they are a circle.</summary>
    internal static class Tower
    {
        public static int Stories { get; } = 3;

        public static int FromBelow() => Planted.Lower.Breach.Height();
    }
}

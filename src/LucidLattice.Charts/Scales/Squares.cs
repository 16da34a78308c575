namespace LucidLattice.Charts.Scales;

/// <summary>Divides a rectangle into rectangles that are as square as can be, each as large as its part.</summary>
public static class Squares
{
    private const double Golden = 1.618033988749895;

    /// <summary>Squarified treemaps (Bruls, Huizing, van Wijk 2000); rows aim at the golden ratio, as the published source of
    /// d3-hierarchy (squarify.js) has it.</summary>
    /// <param name="parts">Above zero, the largest first.</param>
    public static Area[] Divide(IReadOnlyList<double> parts, Area area)
    {
        var places = new Area[parts.Count];
        var (rest, value) = (area, parts.Sum());
        for (var from = 0; from < parts.Count;)
        {
            var (width, height) = (rest.Width, rest.Height);
            var (sum, least, most) = (parts[from], parts[from], parts[from]);
            var alpha = Math.Max(height / width, width / height) / (value * Golden);
            var beta = sum * sum * alpha;
            var ratio = Math.Max(most / beta, beta / least);
            var end = from + 1;
            for (; end < parts.Count; end++)
            {
                var part = parts[end];
                var (nextSum, nextLeast, nextMost) = (sum + part, Math.Min(least, part), Math.Max(most, part));
                beta = nextSum * nextSum * alpha;
                var next = Math.Max(nextMost / beta, beta / nextLeast);
                if (next > ratio) break;
                (sum, least, most, ratio) = (nextSum, nextLeast, nextMost, next);
            }
            rest = Fill(parts, from, end, sum, value, rest, places);
            value -= sum;
            from = end;
        }
        return places;
    }

    /// <summary>Puts one row along the shorter side.</summary>
    /// <returns>What is left.</returns>
    private static Area Fill(IReadOnlyList<double> parts, int from, int end, double sum, double value, Area rest, Area[] places)
    {
        var isAcross = rest.Width < rest.Height;
        var depth = (isAcross ? rest.Height : rest.Width) * (value > 0 ? sum / value : 0);
        var at = isAcross ? rest.Left : rest.Top;
        for (var i = from; i < end; i++)
        {
            var length = (isAcross ? rest.Width : rest.Height) * (sum > 0 ? parts[i] / sum : 0);
            places[i] = isAcross
                ? new Area(at, rest.Top, at + length, rest.Top + depth)
                : new Area(rest.Left, at, rest.Left + depth, at + length);
            at += length;
        }
        return isAcross ? rest with { Top = rest.Top + depth } : rest with { Left = rest.Left + depth };
    }
}

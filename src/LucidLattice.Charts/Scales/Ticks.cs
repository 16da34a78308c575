namespace LucidLattice.Charts.Scales;

/// <summary>
/// Round numbers to divide an axis at: steps of 1, 2 or 5 times a power of ten. The choice of step follows the published
/// source of the package d3-array (ticks.js), so that both agree on any range.
/// </summary>
public static class Ticks
{
    private static readonly double E10 = Math.Sqrt(50), E5 = Math.Sqrt(10), E2 = Math.Sqrt(2);

    /// <summary>Round numbers from <paramref name="start"/> to <paramref name="stop"/>, about <paramref name="count"/> of them, in rising
    /// order.</summary>
    public static double[] Between(double start, double stop, double count)
    {
        if (!(count > 0)) return [];
        if (start == stop) return [start];
        if (start > stop) (start, stop) = (stop, start);
        var (first, last, increment) = Spec(start, stop, count);
        if (!(last >= first)) return [];
        var ticks = new double[(int)(last - first + 1)];
        for (var i = 0; i < ticks.Length; i++) ticks[i] = increment < 0 ? (first + i) / -increment : (first + i) * increment;
        return ticks;
    }

    /// <summary>The round distance that divides a range into about so many.</summary>
    public static double Step(double start, double stop, double count)
    {
        var increment = Spec(Math.Min(start, stop), Math.Max(start, stop), count).Increment;
        return increment < 0 ? 1 / -increment : increment;
    }

    /// <summary>Divides a range exactly: 25 to 40 in two are 25, 32.5 and 40.</summary>
    public static double[] Exactly(double start, double stop, int divisions) =>
        [.. Enumerable.Range(0, divisions + 1).Select(i => i == divisions ? stop : start + (stop - start) * i / divisions)];

    /// <summary>The range widened to round numbers, and its ticks from end to end.</summary>
    public static double[] Nice(double start, double stop, int count)
    {
        if (start == stop) stop = start + 1;
        for (var i = 0; i < 5; i++)
        {
            var (_, _, increment) = Spec(start, stop, count);
            var (low, high) = increment > 0
                ? (Math.Floor(start / increment) * increment, Math.Ceiling(stop / increment) * increment)
                : (Math.Ceiling(start * increment) / increment, Math.Floor(stop * increment) / increment);
            if (low == start && high == stop) break;
            (start, stop) = (low, high);
        }
        return Between(start, stop, count);
    }

    /// <summary>First and last multiple, and the increment; a negative increment stands for its reciprocal, which keeps fractions
    /// exact.</summary>
    private static (double First, double Last, double Increment) Spec(double start, double stop, double count)
    {
        while (true)
        {
            var step = (stop - start) / Math.Max(0, count);
            var power = Math.Floor(Math.Log10(step));
            var error = step / Math.Pow(10, power);
            var factor = error >= E10 ? 10 : error >= E5 ? 5 : error >= E2 ? 2 : 1;
            double first, last, increment;
            if (power < 0)
            {
                increment = Math.Pow(10, -power) / factor;
                first = Rounded(start * increment);
                last = Rounded(stop * increment);
                if (first / increment < start) first++;
                if (last / increment > stop) last--;
                increment = -increment;
            }
            else
            {
                increment = Math.Pow(10, power) * factor;
                first = Rounded(start / increment);
                last = Rounded(stop / increment);
                if (first * increment < start) first++;
                if (last * increment > stop) last--;
            }
            if (last < first && count is >= 0.5 and < 2)
            {
                count *= 2;
                continue;
            }
            return (first, last, increment);
        }
    }

    /// <summary>Halves go up, as in the source followed.</summary>
    private static double Rounded(double value) => Math.Floor(value + 0.5);
}

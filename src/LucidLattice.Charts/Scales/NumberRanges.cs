using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Scales;

/// <summary>Ranges that numbers are put into: each from its start up to but without its end, the last one with it.</summary>
/// <param name="Start">Of the first.</param>
public sealed record NumberRanges(double Start, double Width, int Count)
{
    /// <summary>Start and width of whole and decimal numbers, whose ends are exact; null for doubles.</summary>
    public (decimal Start, decimal Width)? Exact { get; private init; }

    /// <summary>True where ranges of the width that was asked for would have been too many, so that they are wider.</summary>
    public bool IsWidened { get; private init; }

    /// <summary>Which of them a number lies in.</summary>
    public int IndexOf(Value number) => Exact is var (start, width) && number.Type is DataType.Whole or DataType.Decimal
        ? (int)Math.Clamp(decimal.Floor((number.Decimal - start) / width), 0, Count - 1)
        : IndexOf(number.AsDouble);

    public int IndexOf(double number) => Math.Clamp((int)Math.Floor((number - Start) / Width + 1e-9), 0, Count - 1);

    public double Edge(int index) => Exact is var (start, width) ? (double)(start + width * index) : Start + Width * index;

    /// <summary>The same as a value that a link carries: a decimal where the numbers are exact.</summary>
    public Value EdgeValue(int index) => Exact is var (start, width) ? Value.Of(start + width * index) : Value.Of(Edge(index));

    /// <summary>“20 – 40”.</summary>
    /// <param name="written">Writes an edge.</param>
    public string Label(int index, Func<double, string> written) => $"{written(Edge(index))} – {written(Edge(index + 1))}";

    /// <summary>Ranges of whole or decimal numbers.</summary>
    /// <param name="sorted">In ascending order, at least one.</param>
    public static NumberRanges Over(IReadOnlyList<decimal> sorted, ChartRanges settings)
    {
        var doubles = sorted.Select(n => (double)n).ToList();
        try
        {
            var (least, most) = (sorted[0], sorted[^1]);
            if (settings.Width is { } given) return OfWidth(least, most, (decimal)given);
            if (least == most) return Of(least - 0.5m, 1, 1);
            if (settings.Count is { } count)
                return Of(least, (most - least) / Math.Clamp(count, 1, ChartCategory.MostRanges), Math.Clamp(count, 1,
                    ChartCategory.MostRanges));
            var step = (decimal)Ticks.Step(doubles[0], doubles[^1], Automatic(doubles));
            var start = decimal.Floor(least / step) * step;
            return Of(start, step, (int)Math.Max(1, decimal.Ceiling((most - start) / step)));
        }
        catch (Exception e) when (e is OverflowException or DivideByZeroException)
        {
            // Beyond what a decimal can step through.
            return Over(doubles, settings);
        }
    }

    private static NumberRanges OfWidth(decimal least, decimal most, decimal width)
    {
        var first = decimal.Floor(least / width) * width;
        var needed = decimal.Floor((most - first) / width) + (most > first && (most - first) % width == 0 ? 0 : 1);
        var wider = Math.Max(1, decimal.Ceiling(needed / ChartCategory.MostRanges));
        return Of(first, width * wider, (int)Math.Max(1, decimal.Ceiling(needed / wider))) with { IsWidened = wider > 1 };
    }

    private static NumberRanges Of(decimal start, decimal width, int count) =>
        new((double)start, (double)width, count) { Exact = (start, width) };

    /// <param name="sorted">The numbers in ascending order, at least one.</param>
    public static NumberRanges Over(IReadOnlyList<double> sorted, ChartRanges settings)
    {
        var (least, most) = (sorted[0], sorted[^1]);
        if (least == most && settings.Width is null) return new NumberRanges(least - 0.5, 1, 1);
        if (settings.Width is { } width)
        {
            var first = Math.Floor(least / width) * width;
            var needed = Math.Floor((most - first) / width + 1e-9) + (most > first && (most - first) % width == 0 ? 0 : 1);
            // So many ranges that nobody could tell them apart are made wider.
            var wider = Math.Max(1, Math.Ceiling(needed / ChartCategory.MostRanges));
            return new NumberRanges(first, width * wider, (int)Math.Max(1, Math.Ceiling(needed / wider))) { IsWidened = wider > 1 };
        }
        if (settings.Count is { } count)
            return new NumberRanges(least, (most - least) / Math.Clamp(count, 1, ChartCategory.MostRanges),
                Math.Clamp(count, 1, ChartCategory.MostRanges));
        var step = Ticks.Step(least, most, Automatic(sorted));
        var start = Math.Floor(least / step + 1e-9) * step;
        return new NumberRanges(start, step, Math.Max(1, (int)Math.Ceiling((most - start) / step - 1e-9)));
    }

    /// <summary>How many suit the numbers: by Freedman and Diaconis (1981), but at least as Sturges (1926) has it; NumPy documents the
    /// same rule as “auto”.</summary>
    public static int Automatic(IReadOnlyList<double> sorted)
    {
        var range = sorted[^1] - sorted[0];
        var sturges = Math.Log2(sorted.Count) + 1;
        var width = 2 * (Spread.Quantile(sorted, 0.75) - Spread.Quantile(sorted, 0.25)) / Math.Cbrt(sorted.Count);
        var count = Math.Ceiling(width > 0 ? Math.Max(sturges, range / width) : sturges);
        return (int)Math.Clamp(count, 1, ChartCategory.MostRanges);
    }
}

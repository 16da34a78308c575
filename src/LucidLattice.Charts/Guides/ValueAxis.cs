using System.Globalization;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Guides;

/// <summary>An axis of numbers: its range, where it is divided, and how its numbers are written.</summary>
public sealed class ValueAxis
{
    private readonly AxisNumbers _numbers;
    private readonly ValueFormat? _format;
    private readonly double _low, _high;

    private ValueAxis(ValueAxisSettings settings, double[] ticks, double low, double high, bool isLogarithmic, AxisNumbers numbers,
        ValueFormat? format)
    {
        (Settings, Ticks, _low, _high, IsLogarithmic, _numbers, _format) = (settings, ticks, low, high, isLogarithmic, numbers, format);
        Figures = [.. ticks.Select(t => format is null ? numbers.Tick(t) : format.Format(Value.Of(t)))];
    }

    public ValueAxisSettings Settings { get; }
    public IReadOnlyList<double> Ticks { get; }

    /// <summary>The ticks as they are written.</summary>
    public IReadOnlyList<string> Figures { get; }
    public bool IsLogarithmic { get; }

    /// <summary>True where zero lies on it.</summary>
    public bool HasZero => !IsLogarithmic && _low <= 0 && _high >= 0;

    /// <summary>A mark's number, in the unit of the axis.</summary>
    /// <param name="decimals">As many as the author wants; null for as many as suit.</param>
    public string Label(double value, int? decimals = null) => _numbers.Label(value, decimals);

    /// <summary>The room that its numbers take beside an upright plot.</summary>
    public double Width(ChartCanvas canvas) => Settings.Hidden ? 0 : Figures.Max(f => canvas.Width(f)) + ChartCanvas.Gap;

    /// <summary>Lines behind the marks, and numbers beside them; where they would touch, only some.</summary>
    /// <param name="hasGrid">Where the author does not say.</param>
    public void DrawUpright(Area room, bool isRight, bool hasGrid, ChartCanvas canvas)
    {
        var (values, last) = (Scale(room.Bottom, room.Top), double.NaN);
        for (var i = 0; i < Ticks.Count; i++)
        {
            var at = values.At(Ticks[i]);
            if (Settings.Grid ?? hasGrid) canvas.Items.Add(new LineItem(room.Left, at, room.Right, at, 0.5, Palette.GridLine));
            if (Settings.Hidden || Math.Abs(at - last) < canvas.LineHeight()) continue;
            canvas.Text(Figures[i], isRight ? room.Right + ChartCanvas.Gap : room.Left - ChartCanvas.Gap, at + canvas.ToMiddle,
                isRight ? 0 : 1);
            last = at;
        }
    }

    /// <summary>The same for an axis that goes to the right.</summary>
    /// <param name="baseline">Of its numbers.</param>
    public void DrawAlong(Area room, double baseline, bool hasGrid, ChartCanvas canvas)
    {
        var (values, last) = (Scale(room.Left, room.Right), double.NaN);
        var widest = Figures.Max(f => canvas.Width(f)) + 2 * ChartCanvas.Gap;
        for (var i = 0; i < Ticks.Count; i++)
        {
            var at = values.At(Ticks[i]);
            if (Settings.Grid ?? hasGrid) canvas.Items.Add(new LineItem(at, room.Top, at, room.Bottom, 0.5, Palette.GridLine));
            if (Settings.Hidden || Math.Abs(at - last) < widest) continue;
            canvas.Text(Figures[i], at, baseline, 0.5);
            last = at;
        }
    }

    /// <summary>Its ends.</summary>
    public (double Low, double High) Range => (_low, _high);

    public ValueScale Scale(double from, double to) =>
        Settings.Reversed ? new(_low, _high, to, from, IsLogarithmic) : new(_low, _high, from, to, IsLogarithmic);

    /// <summary>Divides the range of some numbers, as the author says or with round numbers.</summary>
    /// <param name="range">What is drawn; for columns with zero.</param>
    /// <param name="room">About how many divisions have room.</param>
    public static ValueAxis Plan(ValueAxisSettings settings, (double Low, double High) range, double leastAboveZero, int room,
        ValueFormat? format, bool isShare, CultureInfo culture)
    {
        var (low, high) = range;
        var isLogarithmic = settings.Logarithmic && high > 0 && double.IsFinite(leastAboveZero);
        var isSet = settings.From is not null || settings.To is not null;
        if (isLogarithmic) low = leastAboveZero;
        var (from, to) = (settings.From ?? low, settings.To ?? high);
        // What the author says of one end may leave no room to the other, which then moves.
        if (!(from < to) || (isLogarithmic && from <= 0)) (from, to, isSet) = (low, high, false);
        double[] ticks;
        if (isLogarithmic) ticks = LogTicks.Around(from, Math.Max(to, from), room);
        else if (settings.Divisions is { } count)
        {
            var nice = isSet ? [] : Scales.Ticks.Nice(from, to, count);
            (from, to) = isSet ? (from, to) : (nice[0], nice[^1]);
            ticks = Scales.Ticks.Exactly(from, to, Math.Clamp(count, 1, ValueAxisSettings.MostDivisions));
        }
        else ticks = isSet ? Scales.Ticks.Between(from, to, room) : Scales.Ticks.Nice(from, to, room);
        if (isSet && isLogarithmic) ticks = [.. ticks.Where(t => t >= from && t <= to)];
        if (ticks.Length == 0) ticks = [from, to];
        if (!isSet) (from, to) = (ticks[0], ticks[^1]);
        if (from == to) to = from + 1;
        var numbers = new AxisNumbers(ticks, isShare, culture, settings.Unit) { IsLogarithmic = isLogarithmic };
        return new ValueAxis(settings, ticks, from, to, isLogarithmic, numbers, format);
    }
}

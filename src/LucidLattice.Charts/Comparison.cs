using LucidLattice.Expressions.Formatting;

namespace LucidLattice.Charts;

/// <summary>How the marks of a drawing compare to the whole of their value: by their share where that adds up, else by how far they are
/// from the average.</summary>
public sealed class Comparison
{
    private readonly ChartContent _content;
    private readonly (double Sum, int Count, bool IsPositive)[] _wholes;

    public Comparison(ChartContent content)
    {
        _content = content;
        _wholes = new (double Sum, int Count, bool IsPositive)[content.Numbers.ValueCount];
        Array.Fill(_wholes, (0, 0, true));
        foreach (var mark in content.Numbers.Marks)
        {
            if (mark.Value.IsNull || mark.IsSum) continue;
            ref var whole = ref _wholes[content.Numbers.Series[mark.SeriesIndex].ValueIndex];
            whole = (whole.Sum + mark.Number, whole.Count + 1, whole.IsPositive && mark.Number >= 0);
        }
    }

    /// <summary>“12.4 % of all” or “20 % above the average”; empty where there is nothing to compare.</summary>
    public string Of(Mark mark)
    {
        var value = _content.Numbers.Series[mark.SeriesIndex].ValueIndex;
        if (mark.Value.IsNull || mark.IsSum || _wholes[value].Count < 2) return "";
        var (sum, count, isPositive) = _wholes[value];
        if (_content.AddUp.ElementAtOrDefault(value))
            return isPositive && sum > 0 ? PercentForm.Of(mark.Number / sum, _content.Culture) + " of all" : "";
        var (average, difference) = (sum / count, mark.Number - sum / count);
        return average == 0 || !double.IsFinite(difference / average) ? ""
            : $"{PercentForm.Of(Math.Abs(difference / average), _content.Culture, 0)} {(difference < 0 ? "below" : "above")} the average";
    }
}

using LucidLattice.Core.Charts.Guides;
using LucidLattice.Core.Definitions;

namespace LucidLattice.Core.Charts.Types;

/// <summary>What the marks of a layer wear: their value in the author's format or in the unit of their axis, or what else the author
/// asks for.</summary>
internal static class MarkLabels
{
    public static Func<PlotMark, string> Of(ChartContent content, Layer layer, ValueAxis axis)
    {
        var says = content.Labels.Says;
        if (says.Count == 0) return Value;
        var wholes = says.Contains(LabelPart.Share)
            ? layer.Marks.Where(m => m.IsThere).GroupBy(m => m.Slot).ToDictionary(g => g.Key, g => g.Sum(m => Math.Abs(m.Mark.Number)))
            : [];
        return mark => string.Join(", ", says.Select(part => Part(part, mark)).Where(t => t.Length > 0));

        string Value(PlotMark mark)
        {
            if (layer.IsShare) return axis.Label(mark.To - mark.From);
            var format = content.Formats.ElementAtOrDefault(content.Numbers.Series[mark.Mark.SeriesIndex].ValueIndex);
            return format?.Format(mark.Mark.Value) ?? axis.Label(mark.Mark.Number);
        }

        string Part(LabelPart part, PlotMark mark) => part switch
        {
            LabelPart.Share => wholes.GetValueOrDefault(mark.Slot) is > 0 and var whole
                ? (Math.Abs(mark.Mark.Number) / whole * 100).ToString("0.0", content.Culture) + " %" : "",
            LabelPart.Category => mark.Mark.Label.ReplaceLineEndings(" "),
            LabelPart.Series => content.Numbers.Series[mark.Mark.SeriesIndex].Name,
            _ => Value(mark),
        };
    }
}

using System.Globalization;
using LucidLattice.Charts.Guides;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>What the marks of a layer wear: their value in the author's format or in the unit of their axis, or what else the author
/// asks for.</summary>
internal static class MarkLabels
{
    public static Func<PlotMark, string> Of(ChartContent content, Layer layer, ValueAxis axis)
    {
        var wholes = new Dictionary<int, double>();
        foreach (var mark in layer.Marks)
            if (mark.IsThere) wholes[mark.Slot] = wholes.GetValueOrDefault(mark.Slot) + Math.Abs(mark.Mark.Number);
        return mark =>
        {
            var labels = content.LabelsOf(mark.Mark);
            return labels.Template is null && labels.Says.Count == 0 ? Value(mark, labels) : Said(labels, part => part switch
            {
                LabelPart.Share => wholes.GetValueOrDefault(mark.Slot) is > 0 and var whole
                    ? Share(Math.Abs(mark.Mark.Number) / whole, labels, content.Culture) : "",
                LabelPart.Category => mark.Mark.Label.ReplaceLineEndings(" "),
                LabelPart.Series => content.Numbers.Series[mark.Mark.SeriesIndex].Name,
                _ => Value(mark, labels),
            });
        };

        string Value(PlotMark mark, ChartLabels labels)
        {
            if (layer.IsShare) return axis.Label(mark.To - mark.From, labels.Decimals);
            var format = content.Formats.ElementAtOrDefault(content.Numbers.Series[mark.Mark.SeriesIndex].ValueIndex);
            return labels.Decimals is null && format is not null
                ? format.Format(mark.Mark.Value)
                : axis.Label(mark.Mark.Number, labels.Decimals);
        }
    }

    /// <summary>A share of one in per cent.</summary>
    public static string Share(double share, ChartLabels labels, CultureInfo culture) =>
        PercentForm.Of(share, culture, labels.Decimals ?? 1);

    /// <summary>What a mark wears where it stands for its category alone: what suits the type, unless the author says something
    /// else.</summary>
    public static string Alone(ChartContent content, Mark mark, string share, string usual)
    {
        var labels = content.LabelsOf(mark);
        return labels.Template is null && labels.Says.Count == 0 ? usual : Said(labels, part => part switch
        {
            LabelPart.Share => share,
            LabelPart.Category => mark.Label.ReplaceLineEndings(" "),
            LabelPart.Series => content.Numbers.Series[mark.SeriesIndex].Name,
            _ => content.Figure(mark),
        });
    }

    /// <summary>The parts that are asked for, or the author's own words with the parts in them; what there is none of is left
    /// away.</summary>
    public static string Said(ChartLabels labels, Func<LabelPart, string> part)
    {
        if (labels.Template is not { } text)
            return string.Join(labels.OnLines ? "\n" : ", ", labels.Says.Select(part).Where(t => t.Length > 0));
        return LabelTemplate.Filled(text, part).ReplaceLineEndings("\n").Trim('\n');
    }
}

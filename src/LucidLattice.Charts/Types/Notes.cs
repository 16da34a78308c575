using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>Says below a chart what it cannot draw, so that nobody takes it for all there is.</summary>
internal static class Notes
{
    public static Area Draw(ChartContent content, IReadOnlyList<Layer> layers, Area area, ChartCanvas canvas)
    {
        var (cut, below) = (0, 0);
        foreach (var layer in layers)
        {
            var axis = layer.IsRight ? content.Axes.Right : content.Axes.Left;
            cut += layer.Marks.Count(m => m.IsThere && (m.To > axis.To || m.To < axis.From));
            below += axis.Logarithmic ? layer.Marks.Count(m => !m.IsThere && !m.Mark.Value.IsNull) : 0;
        }
        string?[] said =
        [
            cut > 0 ? $"{Count(cut)} beyond the axis." : null,
            below > 0 ? $"{Count(below)} not drawn: zero and less have no place here." : null,
        ];
        var text = string.Join(" ", said.OfType<string>());
        return text.Length == 0 ? area : ChartTitle.DrawNote(text, area, canvas);
    }

    private static string Count(int count) => count == 1 ? "1 number is" : $"{count} numbers are";
}

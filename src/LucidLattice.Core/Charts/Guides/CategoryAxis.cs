using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Charts.Guides;

/// <summary>
/// The labels along the category axis. They stand side by side if they fit, are wrapped if their words fit,
/// are turned upright otherwise, and thinned out when even that has no room.
/// </summary>
public sealed class CategoryAxis
{
    private readonly List<(int Index, IReadOnlyList<string> Lines)> _labels = [];
    private readonly double _step;
    private readonly Font _font;
    private readonly ITypesetter _typesetter;
    private readonly bool _upright;

    private CategoryAxis(double step, Font font, ITypesetter typesetter, bool upright) =>
        (_step, _font, _typesetter, _upright) = (step, font, typesetter, upright);

    /// <summary>The room that the labels take below the axis, in points.</summary>
    public double Height { get; private set; }

    private double LineHeight => _font.Size * 1.3;

    /// <param name="step">The distance from one category to the next.</param>
    /// <param name="mostHeight">The most room that the labels may take.</param>
    public static CategoryAxis Plan(IReadOnlyList<string> labels, double step, double mostHeight, Font font, ITypesetter typesetter)
    {
        var room = step - 3;
        var wrapped = labels.Select(
            l => Words(l).All(w => typesetter.Width(font, w) <= room) ? TextWrapper.Wrap(typesetter, font, l, room) : null).ToList();
        var lineHeight = font.Size * 1.3;
        var mostLines = Math.Min(3, Math.Max(1, (int)(mostHeight / lineHeight)));
        if (wrapped.All(w => w is not null && w.Count <= mostLines))
        {
            var axis = new CategoryAxis(step, font, typesetter, upright: false) { Height = lineHeight * wrapped.Max(w => w!.Count) };
            for (var i = 0; i < labels.Count; i++) axis._labels.Add((i, wrapped[i]!));
            return axis;
        }
        var turned = new CategoryAxis(step, font, typesetter, upright: true);
        var every = Math.Max(1, (int)Math.Ceiling(lineHeight / step));
        // What would reach beyond the axis is left away; so is every label of an axis that is thinner than one.
        for (var i = First(step, lineHeight); (i + 0.5) * step <= labels.Count * step - lineHeight / 2 + 0.01; i += every)
        {
            var text = TextWrapper.Shorten(typesetter, font, labels[i].ReplaceLineEndings(" "), mostHeight);
            turned._labels.Add((i, [text]));
            turned.Height = Math.Max(turned.Height, typesetter.Width(font, text));
        }
        return turned;
    }

    /// <param name="left">The left end of the axis.</param>
    /// <param name="top">The upper edge of the labels.</param>
    public void Draw(double left, double top, List<DrawItem> items)
    {
        var ascent = _typesetter.Extent(_font).Ascent;
        foreach (var (index, lines) in _labels)
        {
            var middle = left + _step * (index + 0.5);
            for (var i = 0; i < lines.Count; i++)
            {
                var width = _typesetter.Width(_font, lines[i]);
                if (_upright)
                    TextItems.Add(items, _typesetter, lines[i], _font, Palette.Ink, middle + ascent * 0.36, top + width, width, -90);
                else TextItems.Add(items, _typesetter, lines[i], _font, Palette.Ink, middle - width / 2, top + ascent + i * LineHeight,
                    width);
            }
        }
    }

    /// <summary>The first place that is as far from the end of the axis as half a line is thick.</summary>
    public static int First(double step, double lineHeight) => (int)Math.Ceiling(Math.Max(0, lineHeight / 2 / step - 0.5 - 1e-9));

    private static string[] Words(string label) => label.Split([' ', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries);
}

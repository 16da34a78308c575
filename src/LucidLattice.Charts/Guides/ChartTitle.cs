using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Guides;

/// <summary>Texts around a chart or its plot, each on its side, the first outermost.</summary>
public static class ChartTitle
{
    private const int MostLines = 2;

    /// <returns>What is left between them.</returns>
    public static Area Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        area = Draw(content.Title, "title", ChartTextSide.Above, area, canvas);
        var left = Draw(content.Subtitle, "subtitle", ChartTextSide.Above, area, canvas);
        if (content.Title is { IsNone: false, Side: ChartTextSide.Automatic or ChartTextSide.Above } || left.Top > area.Top)
            left = left with { Top = left.Top + 2 };
        return Draw(content.Note, "note", ChartTextSide.Below, left, canvas);
    }

    /// <summary>A small line at the foot.</summary>
    public static Area DrawNote(string note, Area area, ChartCanvas canvas) =>
        Draw(new PlacedText(note), "note", ChartTextSide.Below, area, canvas);

    /// <param name="usual">Where it stands if its author does not say.</param>
    public static Area Draw(PlacedText text, string part, ChartTextSide usual, Area area, ChartCanvas canvas)
    {
        var (font, side) = (text.Look.Font, text.Side == ChartTextSide.Automatic ? usual : text.Side);
        var isUpright = side is ChartTextSide.Left or ChartTextSide.Right;
        var (length, across, line) = (isUpright ? area.Height : area.Width, isUpright ? area.Width : area.Height, canvas.LineHeight(font));
        // What takes all the room is of no use to the picture; a title stays as long as it fits itself.
        if (text.IsNone || length <= 0 || across < (part is "title" or "subtitle" ? line : 4 * line)) return area;
        var lines = Lines(text.Text, length, font, side == ChartTextSide.Below ? 1 : MostLines, canvas);
        var room = lines.Count * line + (side == ChartTextSide.Above ? 0 : 1);
        var strip = side switch
        {
            ChartTextSide.Below => area with { Top = area.Bottom - room },
            ChartTextSide.Left => area with { Right = area.Left + room },
            ChartTextSide.Right => area with { Left = area.Right - room },
            _ => area with { Bottom = area.Top + room },
        };
        canvas.Parts.Add((part, strip));
        var color = text.Look.Color ?? Palette.Muted;
        var (along, anchor) = Along(text.Align, strip, isUpright);
        for (var i = 0; i < lines.Count; i++)
        {
            if (isUpright) canvas.Text(lines[i], strip.Left + i * line + canvas.Ascent(font), along, anchor, color, font, -90);
            else canvas.Text(lines[i], along, side == ChartTextSide.Below
                ? strip.Bottom - (lines.Count - 1 - i) * line - canvas.Descent(font)
                : strip.Top + i * line + canvas.Ascent(font), anchor, color, font);
        }
        return side switch
        {
            ChartTextSide.Below => area with { Bottom = strip.Top },
            ChartTextSide.Left => area with { Left = strip.Right },
            ChartTextSide.Right => area with { Right = strip.Left },
            _ => area with { Top = strip.Bottom },
        };
    }

    /// <summary>Where a text begins, has its middle or ends along its side, and which of these (0, 0.5, 1).</summary>
    public static (double At, double Anchor) Along(Alignment align, Area strip, bool isUpright) => (align, isUpright) switch
    {
        // An upright text is read upwards, so its upper end is the end of it.
        (Alignment.Left, true) => (strip.Top, 1),
        (Alignment.Right, true) => (strip.Bottom, 0),
        (_, true) => (strip.CentreY, 0.5),
        (Alignment.Left, _) => (strip.Left, 0),
        (Alignment.Right, _) => (strip.Right, 1),
        _ => (strip.CentreX, 0.5),
    };

    private static List<string> Lines(string text, double width, Font font, int most, ChartCanvas canvas)
    {
        var lines = TextWrapper.Wrap(canvas.Typesetter, font, text, width);
        return [.. lines.Take(most).Select((line, i) => i == most - 1 && lines.Count > most
            ? canvas.Fit(string.Join(' ', lines.Skip(i)), width, font)
            : line)];
    }
}

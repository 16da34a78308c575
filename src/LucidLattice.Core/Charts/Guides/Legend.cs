using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Charts.Guides;

/// <summary>Names beside samples of their colours. It never takes so much room that the plot cannot be read.</summary>
public sealed class Legend
{
    private const double Sample = 7, AfterSample = 4, BetweenEntries = 12, LeastPlotHeight = 60, LeastPlotWidth = 120;
    private readonly ChartCanvas _canvas;
    private readonly List<List<(string Text, string Color)>> _rows = [];
    private Area _room;
    private bool _isBeside;

    private Legend(ChartCanvas canvas) => _canvas = canvas;

    /// <param name="isNeeded">False where the picture says the names itself, so that an automatic legend is left away.</param>
    /// <returns>What is left for the plot.</returns>
    public static Area Draw(
        ChartLegend side, IReadOnlyList<(string Name, string Color)> entries, bool isNeeded, Area area, ChartCanvas canvas)
    {
        if (side == ChartLegend.None || entries.Count == 0 || (side == ChartLegend.Automatic && !isNeeded)) return area;
        var legend = new Legend(canvas);
        var rest = legend.Plan(side, entries, area);
        legend.Draw();
        return rest;
    }

    private Area Plan(ChartLegend side, IReadOnlyList<(string Name, string Color)> entries, Area area)
    {
        var line = ChartCanvas.LineHeight();
        var widest = entries.Max(e => _canvas.Width(e.Name)) + Sample + AfterSample;
        var most = Math.Max(1, (int)((area.Height - LeastPlotHeight) / line));
        if (side == ChartLegend.Automatic)
        {
            var fitsBelow = Flow(entries, area.Width).Count <= 2;
            side = !fitsBelow && area.Width - widest >= 2 * LeastPlotWidth && entries.Count * line <= area.Height
                ? ChartLegend.Right
                : ChartLegend.Below;
        }
        if (side == ChartLegend.Right && area.Width - LeastPlotWidth > 40)
        {
            var width = Math.Min(widest, Math.Min(area.Width * 0.4, area.Width - LeastPlotWidth));
            var shown = Few(entries, Math.Max(1, (int)(area.Height / line)));
            _rows.AddRange(shown.Select(e => new List<(string, string)> { (Shortened(e.Name, width), e.Color) }));
            _isBeside = true;
            _room = new Area(area.Right - width, area.Top, area.Right, area.Bottom);
            return area with { Right = area.Right - width - 3 * ChartCanvas.Gap };
        }
        var rows = Flow(entries, area.Width);
        var limit = Math.Clamp(most, 1, side == ChartLegend.Automatic ? 3 : 6);
        for (var count = entries.Count; rows.Count > limit && count > 1; count--) rows = Flow(Few(entries, count - 1), area.Width);
        _rows.AddRange(rows);
        var height = _rows.Count * line + ChartCanvas.Gap;
        if (side == ChartLegend.Above)
        {
            _room = area with { Bottom = area.Top + height };
            return area with { Top = area.Top + height };
        }
        _room = area with { Top = area.Bottom - height + ChartCanvas.Gap };
        return area with { Bottom = area.Bottom - height };
    }

    /// <summary>The first so many, the last of them saying how many more there are.</summary>
    private static IReadOnlyList<(string Name, string Color)> Few(IReadOnlyList<(string Name, string Color)> entries, int count) =>
        entries.Count <= count ? entries : [.. entries.Take(count - 1), ($"… {entries.Count - count + 1} more", "")];

    private List<List<(string Text, string Color)>> Flow(IReadOnlyList<(string Name, string Color)> entries, double width)
    {
        var rows = new List<List<(string, string)>>();
        var left = 0.0;
        foreach (var (name, color) in entries)
        {
            var text = Shortened(name, width);
            var needed = Room(text, color);
            if (rows.Count == 0 || left + needed > width) (left, rows) = (0, [.. rows, []]);
            rows[^1].Add((text, color));
            left += needed + BetweenEntries;
        }
        return rows;
    }

    private string Shortened(string name, double width) => _canvas.Fit(name.ReplaceLineEndings(" "), width - Sample - AfterSample);

    private double Room(string text, string color) => _canvas.Width(text) + (color.Length == 0 ? 0 : Sample + AfterSample);

    private void Draw()
    {
        var (line, y) = (ChartCanvas.LineHeight(), _room.Top);
        if (_isBeside) y = Math.Max(_room.Top, _room.CentreY - _rows.Count * line / 2);
        foreach (var row in _rows)
        {
            var width = row.Sum(e => Room(e.Text, e.Color)) + BetweenEntries * (row.Count - 1);
            var x = _isBeside ? _room.Left : Math.Max(_room.Left, _room.CentreX - width / 2);
            foreach (var (text, color) in row)
            {
                if (color.Length > 0)
                {
                    _canvas.Items.Add(new RectItem(x, y + (line - Sample) / 2, Sample, Sample, color));
                    x += Sample + AfterSample;
                }
                _canvas.Text(text, x, y + line / 2 + _canvas.ToMiddle, 0, Palette.Ink);
                x += _canvas.Width(text) + BetweenEntries;
            }
            y += line;
        }
    }
}

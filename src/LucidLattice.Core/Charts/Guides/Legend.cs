using LucidLattice.Core.Charts.Scales;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Links;

namespace LucidLattice.Core.Charts.Guides;

/// <summary>A name with a sample of what it stands for.</summary>
/// <param name="Color">Empty where there is no sample.</param>
/// <param name="Line">The dashes of a line; null for an area.</param>
/// <param name="Series">The series that it names; null for other things.</param>
public sealed record LegendEntry(string Name, string Color, ChartDash? Line = null, string Id = "", LinkAction? Action = null,
    int? Series = null);

/// <summary>Names beside samples of their colours. It never takes so much room that the plot cannot be read.</summary>
public sealed class Legend
{
    private const double Sample = 7, LineSample = 14, AfterSample = 4, BetweenEntries = 12, LeastPlotHeight = 60, LeastPlotWidth = 120;
    private const int MostRows = 3, MostRowsAsked = 6, MostEntries = 60;
    private readonly ChartCanvas _canvas;
    private readonly List<List<LegendEntry>> _rows = [];
    private Area _room;
    private bool _isBeside;

    private Legend(ChartCanvas canvas) => _canvas = canvas;

    /// <param name="isNeeded">False where the picture says the names itself, so that an automatic legend is left away.</param>
    /// <returns>What is left for the plot.</returns>
    public static Area Draw(ChartLegend side, IReadOnlyList<LegendEntry> entries, bool isNeeded, Area area, ChartCanvas canvas)
    {
        if (side == ChartLegend.None || entries.Count == 0 || (side == ChartLegend.Automatic && !isNeeded)) return area;
        if (area.Height < LeastPlotHeight / 2) return area;
        var legend = new Legend(canvas);
        var rest = legend.Plan(side, entries, area);
        legend.Draw();
        canvas.Parts.Add(("legend", legend._room));
        return rest;
    }

    private Area Plan(ChartLegend side, IReadOnlyList<LegendEntry> entries, Area area)
    {
        var line = ChartCanvas.LineHeight();
        // Thousands of names are not measured one by one to find that they have no room.
        var widest = entries.Take(MostEntries).Max(e => _canvas.Width(e.Name) + SampleWidth(e));
        var most = Math.Max(1, (int)((area.Height - LeastPlotHeight) / line));
        if (side == ChartLegend.Automatic)
        {
            var fitsBelow = entries.Count <= MostEntries && Flow(entries, area.Width).Count <= 2;
            side = !fitsBelow && area.Width - widest >= 2 * LeastPlotWidth && entries.Count * line <= area.Height
                ? ChartLegend.Right
                : ChartLegend.Below;
        }
        if (side == ChartLegend.Right && area.Width - LeastPlotWidth > 40)
        {
            var width = Math.Min(widest, Math.Min(area.Width * 0.4, area.Width - LeastPlotWidth));
            var shown = Few(entries, Math.Clamp((int)(area.Height / line), 1, MostEntries));
            _rows.AddRange(shown.Select(e => new List<LegendEntry> { Shortened(e, width) }));
            _isBeside = true;
            _room = new Area(area.Right - width, area.Top, area.Right, area.Bottom);
            return area with { Right = area.Right - width - 3 * ChartCanvas.Gap };
        }
        var rows = Flow(Few(entries, MostEntries), area.Width);
        var limit = Math.Clamp(most, 1, side == ChartLegend.Automatic ? MostRows : MostRowsAsked);
        for (var count = Math.Min(entries.Count, MostEntries); rows.Count > limit && count > 1; count--)
            rows = Flow(Few(entries, count - 1), area.Width);
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
    private static IReadOnlyList<LegendEntry> Few(IReadOnlyList<LegendEntry> entries, int count) =>
        entries.Count <= count ? entries : [.. entries.Take(count - 1), new($"… {entries.Count - count + 1} more", "")];

    private List<List<LegendEntry>> Flow(IReadOnlyList<LegendEntry> entries, double width)
    {
        var rows = new List<List<LegendEntry>>();
        var left = 0.0;
        foreach (var entry in entries)
        {
            var shown = Shortened(entry, width);
            var needed = Room(shown);
            if (rows.Count == 0 || left + needed > width) (left, rows) = (0, [.. rows, []]);
            rows[^1].Add(shown);
            left += needed + BetweenEntries;
        }
        return rows;
    }

    private LegendEntry Shortened(LegendEntry entry, double width) =>
        entry with { Name = _canvas.Fit(entry.Name, width - SampleWidth(entry)) };

    private static double SampleWidth(LegendEntry entry) =>
        entry.Color.Length == 0 ? 0 : (entry.Line is null ? Sample : LineSample) + AfterSample;

    private double Room(LegendEntry entry) => _canvas.Width(entry.Name) + SampleWidth(entry);

    private void Draw()
    {
        var (line, y) = (ChartCanvas.LineHeight(), _room.Top);
        if (_isBeside) y = Math.Max(_room.Top, _room.CentreY - _rows.Count * line / 2);
        foreach (var row in _rows)
        {
            var width = row.Sum(Room) + BetweenEntries * (row.Count - 1);
            var x = _isBeside ? _room.Left : Math.Max(_room.Left, _room.CentreX - width / 2);
            foreach (var entry in row)
            {
                DrawSample(entry, x, y + line / 2);
                _canvas.Text(entry.Name, x + SampleWidth(entry), y + line / 2 + _canvas.ToMiddle, 0, Palette.Ink);
                if (entry.Action is not null || entry.Series is not null)
                    _canvas.Items.Add(new RegionItem(x, y, Room(entry), line, entry.Id, entry.Name, "", entry.Action)
                        { Series = entry.Series });
                x += Room(entry) + BetweenEntries;
            }
            y += line;
        }
    }

    private void DrawSample(LegendEntry entry, double x, double middle)
    {
        if (entry.Color.Length == 0) return;
        if (entry.Line is { } dash)
            _canvas.Items.Add(new PathItem(new DrawPath().MoveTo(x, middle).LineTo(x + LineSample, middle), null,
                new Pen(entry.Color, 1.5, Pens.Dashes(dash))));
        else
            _canvas.Items.Add(new RectItem(x, middle - Sample / 2, Sample, Sample, entry.Color));
    }
}

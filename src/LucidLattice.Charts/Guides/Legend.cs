using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Guides;

/// <summary>A name with a sample of what it stands for.</summary>
/// <param name="Color">Empty where there is no sample.</param>
/// <param name="Line">The dashes of a line; null for an area.</param>
/// <param name="Series">The series that it names; null for other things.</param>
public sealed record LegendEntry(string Name, string Color, ChartDash? Line = null, string Id = "", LinkAction? Action = null,
    int? Series = null)
{
    /// <summary>At the middle of a line's sample.</summary>
    public ChartMarker Marker { get; init; } = ChartMarker.None;
}

/// <summary>Names beside samples of their colours. It never takes so much room that the plot cannot be read.</summary>
public sealed class Legend
{
    private const double Sample = 7, LineSample = 14, AfterSample = 4, BetweenEntries = 12, MarkerRadius = 2;
    private const double LeastPlotHeight = 60, LeastPlotWidth = 120, LeastColumn = 30;
    private const int MostRows = 3, MostRowsAsked = 6, MostEntries = 60;
    private readonly ChartCanvas _canvas;
    private readonly ChartLegend _settings;
    private readonly List<List<LegendEntry>> _rows = [];
    private Area _room;
    private bool _isBeside;

    /// <summary>The width of each column; null where names follow one another.</summary>
    private double? _column;

    private Legend(ChartLegend settings, ChartCanvas canvas) => (_settings, _canvas) = (settings, canvas);

    /// <param name="isNeeded">False where the picture says the names itself, so that an automatic legend is left away.</param>
    /// <returns>What is left for the plot.</returns>
    public static Area Draw(ChartLegend settings, IReadOnlyList<LegendEntry> entries, bool isNeeded, Area area, ChartCanvas canvas)
    {
        if (settings.Place == LegendPlace.None || entries.Count == 0 || (settings.Place == LegendPlace.Automatic && !isNeeded)) return area;
        if (area.Height < LeastPlotHeight / 2) return area;
        var legend = new Legend(settings, canvas);
        var rest = legend.Plan(settings.Reversed ? [.. entries.Reverse()] : entries, area);
        // Before its names, which lie over it.
        canvas.Parts.Add(("legend", legend._room.Shrunk(-legend.Padding)));
        legend.Draw();
        return rest;
    }

    /// <summary>Between a border and what it is around.</summary>
    private double Padding => _settings.Border is null ? 0 : ChartCanvas.Gap;

    private Area Plan(IReadOnlyList<LegendEntry> entries, Area area)
    {
        var (side, line) = (_settings.Place, _canvas.LineHeight());
        // Thousands of names are not measured one by one to find that they have no room.
        var widest = entries.Take(MostEntries).Max(Room);
        var most = Math.Max(1, (int)((area.Height - LeastPlotHeight) / line));
        if (side == LegendPlace.Automatic)
        {
            var fitsBelow = entries.Count <= MostEntries && Flow(entries, area.Width).Count <= 2;
            side = !fitsBelow && area.Width - widest >= 2 * LeastPlotWidth && entries.Count * line <= area.Height
                ? LegendPlace.Right
                : LegendPlace.Below;
        }
        var inner = area.Shrunk(Padding);
        if (side is LegendPlace.Right or LegendPlace.Left && inner.Width - LeastPlotWidth > 40)
        {
            var columns = Math.Clamp(_settings.Columns ?? 1, 1, ChartLegend.MostColumns);
            var width = Math.Min(columns * widest + (columns - 1) * BetweenEntries,
                Math.Min(inner.Width * 0.4, inner.Width - LeastPlotWidth));
            _column = (width + BetweenEntries) / columns;
            var shown = Few(entries, Math.Clamp((int)(inner.Height / line) * columns, 1, MostEntries));
            _rows.AddRange(shown.Select(e => Shortened(e, _column.Value - BetweenEntries)).Chunk(columns).Select(r => r.ToList()));
            _isBeside = true;
            var height = _rows.Count * line;
            var top = _settings.Align switch
            {
                Alignment.Left => inner.Top,
                Alignment.Right => inner.Bottom - height,
                _ => Math.Max(inner.Top, inner.CentreY - height / 2),
            };
            var left = side == LegendPlace.Right ? inner.Right - width : inner.Left;
            _room = new Area(left, top, left + width, top + height);
            var taken = width + 2 * Padding + 3 * ChartCanvas.Gap;
            return side == LegendPlace.Right ? area with { Right = area.Right - taken } : area with { Left = area.Left + taken };
        }
        var rows = Arranged(Few(entries, MostEntries), inner.Width, widest);
        var limit = Math.Clamp(most, 1, side == LegendPlace.Automatic ? MostRows : MostRowsAsked);
        for (var count = Math.Min(entries.Count, MostEntries); rows.Count > limit && count > 1; count--)
            rows = Arranged(Few(entries, count - 1), inner.Width, widest);
        _rows.AddRange(rows);
        var (rowsHeight, rowsWidth) = (_rows.Count * line, _rows.Max(WidthOf));
        var start = _settings.Align switch
        {
            Alignment.Left => inner.Left,
            Alignment.Right => inner.Right - rowsWidth,
            _ => inner.CentreX - rowsWidth / 2,
        };
        var total = rowsHeight + 2 * Padding + ChartCanvas.Gap;
        _room = side == LegendPlace.Above
            ? new Area(start, inner.Top, start + rowsWidth, inner.Top + rowsHeight)
            : new Area(start, inner.Bottom - rowsHeight, start + rowsWidth, inner.Bottom);
        return side == LegendPlace.Above ? area with { Top = area.Top + total } : area with { Bottom = area.Bottom - total };
    }

    /// <summary>One after the other, or in as many columns as the author wants and have room.</summary>
    private List<List<LegendEntry>> Arranged(IReadOnlyList<LegendEntry> entries, double width, double widest)
    {
        if (_settings.Columns is not { } wanted) return Flow(entries, width);
        var columns = Math.Clamp(wanted, 1, Math.Min(ChartLegend.MostColumns, Math.Max(1, (int)(width / LeastColumn))));
        _column = Math.Min(widest + BetweenEntries, (width + BetweenEntries) / columns);
        return [.. entries.Select(e => Shortened(e, _column.Value - BetweenEntries)).Chunk(columns).Select(r => r.ToList())];
    }

    private double WidthOf(List<LegendEntry> row) => _column is { } column
        ? column * row.Count - BetweenEntries
        : row.Sum(Room) + BetweenEntries * (row.Count - 1);

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
        var (line, y) = (_canvas.LineHeight(), _room.Top);
        if (_settings.Border is { } border)
        {
            var frame = _room.Shrunk(-Padding);
            _canvas.Items.Add(new RectItem(frame.Left, frame.Top, frame.Width, frame.Height, null, border, 0.75));
        }
        foreach (var row in _rows)
        {
            var x = _isBeside || _column is not null || _settings.Align == Alignment.Left ? _room.Left
                : _settings.Align == Alignment.Right ? _room.Right - WidthOf(row)
                : Math.Max(_room.Left, _room.CentreX - WidthOf(row) / 2);
            foreach (var entry in row)
            {
                DrawSample(entry, x, y + line / 2);
                _canvas.Text(entry.Name, x + SampleWidth(entry), y + line / 2 + _canvas.ToMiddle, 0, Palette.Ink);
                if (entry.Action is not null || entry.Series is not null)
                    _canvas.Items.Add(new RegionItem(x, y, Room(entry), line, entry.Id, entry.Name, "", entry.Action)
                        { Series = entry.Series });
                if (entry.Series is { } series) _canvas.Parts.Add(($"series {series}", new Area(x, y, x + Room(entry), y + line)));
                x += _column ?? Room(entry) + BetweenEntries;
            }
            y += line;
        }
    }

    private void DrawSample(LegendEntry entry, double x, double middle)
    {
        if (entry.Color.Length == 0) return;
        if (entry.Line is not { } dash)
        {
            _canvas.Items.Add(new RectItem(x, middle - Sample / 2, Sample, Sample, entry.Color));
            return;
        }
        _canvas.Items.Add(new PathItem(new DrawPath().MoveTo(x, middle).LineTo(x + LineSample, middle), null,
            new Pen(entry.Color, 1.5, Pens.Dashes(dash))));
        Markers.Draw(entry.Marker, x + LineSample / 2, middle, MarkerRadius, entry.Color, _canvas);
    }
}

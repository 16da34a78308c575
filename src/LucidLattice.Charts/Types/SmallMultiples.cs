using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>Each part of the rows in a small chart of its own, side by side, all over the same range.</summary>
internal static class SmallMultiples
{
    private const double Between = 10, LikedRatio = 1.5, LeastWidth = 50, LeastHeight = 40;
    private const int Most = 60;

    public static void Draw(ChartType type, ChartContent content, Area area, ChartCanvas canvas)
    {
        var numbers = content.Numbers;
        // Without a split, each value has a chart of its own.
        var isSplit = numbers.Series.Any(s => s.Part.Length > 0);
        string NameOf(SeriesEntry s) => isSplit ? s.Part : s.Name;
        var names = numbers.Series.Select(NameOf).Distinct().ToList();
        if (names.Count < 2)
        {
            type.Draw(content with { Arrangement = ChartArrangement.Beside, DrawnIn = area }, area, canvas);
            return;
        }
        if (isSplit && numbers.ValueCount > 1)
        {
            var entries = numbers.Series.Take(numbers.ValueCount)
                .Select(s => new LegendEntry(s.Name[Math.Min(s.Name.Length, s.Part.Length)..].TrimStart(',', ' '), s.Color)).ToList();
            area = Legend.Draw(content.Legend, entries, true, area, canvas);
        }
        var (columns, rows, shown) = Grid(names.Count, area);
        if (shown < names.Count)
            area = ChartTitle.DrawNote($"{names.Count - shown} more have no room.", area, canvas);
        var (width, height) = ((area.Width - Between * (columns - 1)) / columns, (area.Height - Between * (rows - 1)) / rows);
        var shared = type is CartesianType cartesian && isSplit
            ? cartesian.RangesOf(content with { Arrangement = ChartArrangement.Beside })
            : default;
        for (var i = 0; i < shown; i++)
        {
            var cell = new Area(area.Left + i % columns * (width + Between), area.Top + i / columns * (height + Between), 0, 0);
            cell = cell with { Right = cell.Left + width, Bottom = cell.Top + height };
            canvas.Text(canvas.Fit(names[i], width), cell.Left, cell.Top + canvas.Ascent(), 0, Palette.Ink);
            cell = cell with { Top = cell.Top + canvas.LineHeight() + 1 };
            if (cell.Height < LeastHeight / 2) continue;
            type.Draw(Part(content, s => NameOf(s) == names[i], i) with { SharedRange = shared, DrawnIn = cell }, cell, canvas);
        }
    }

    /// <summary>One part alone, with all categories, so that the charts can be compared.</summary>
    private static ChartContent Part(ChartContent content, Func<SeriesEntry, bool> isIn, int at)
    {
        var numbers = content.Numbers;
        var place = new Dictionary<int, int>();
        for (var s = 0; s < numbers.Series.Count; s++)
            if (isIn(numbers.Series[s])) place.Add(s, place.Count);
        var colors = numbers.Series.Take(numbers.ValueCount).Select(s => s.Color).ToList();
        var first = numbers.Series[place.Keys.First()];
        // A value alone is the first one of its chart.
        if (first.Part.Length == 0)
            content = content with
            {
                Values = [content.Values[first.ValueIndex]],
                Formats = [content.Formats[first.ValueIndex]],
                FullFormats = [content.FullFormats[first.ValueIndex]],
                AreShares = [content.AreShares.ElementAtOrDefault(first.ValueIndex)],
            };
        return content with
        {
            Id = $"{content.Id}-{at}",
            Arrangement = ChartArrangement.Beside,
            Legend = new ChartLegend { Place = LegendPlace.None },
            CategoryTitle = PlacedText.None,
            ValueTitle = PlacedText.None,
            RightTitle = PlacedText.None,
            Numbers = numbers with
            {
                Series = [.. place.Keys.Select(s => numbers.Series[s])
                    .Select(s => s.Part.Length > 0 ? s with { Color = colors[s.ValueIndex] } : s with { ValueIndex = 0 })],
                Marks = [.. numbers.Marks.Where(m => place.ContainsKey(m.SeriesIndex))
                .Select(m => m with { SeriesIndex = place[m.SeriesIndex] })],
            },
        };
    }

    private static (int Columns, int Rows, int Shown) Grid(int count, Area area)
    {
        var most = Math.Max(1, (int)((area.Width + Between) / (LeastWidth + Between)))
            * Math.Max(1, (int)((area.Height + Between) / (LeastHeight + Between)));
        var shown = Math.Min(count, Math.Min(most, Most));
        var columns = Enumerable.Range(1, shown).MinBy(c =>
        {
            var (width, height) = (area.Width / c, area.Height / Math.Ceiling(shown / (double)c));
            var shortfall = Math.Max(0, LeastWidth / width - 1) + Math.Max(0, LeastHeight / height - 1);
            var open = c * Math.Ceiling(shown / (double)c) - shown;
            return Math.Abs(Math.Log(width / height / LikedRatio)) + 1.5 * open / shown + 100 * shortfall;
        });
        return (columns, (shown + columns - 1) / columns, shown);
    }
}

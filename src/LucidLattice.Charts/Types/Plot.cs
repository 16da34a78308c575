using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>A mark between two axes.</summary>
/// <param name="Index">Its place among all marks of the chart.</param>
/// <param name="From">The number at which it begins along the value axis; likewise <paramref name="To"/>. NaN where it is not
/// drawn.</param>
/// <param name="Slot">The place of its series among those that stand side by side with it, from 0.</param>
public sealed record PlotMark(Mark Mark, int Index, double From, double To, int Slot)
{
    public bool IsThere => !double.IsNaN(To) && !double.IsNaN(From);
}

/// <summary>Marks of a chart that one type draws at one value axis.</summary>
/// <param name="SeriesCount">How many series are in it.</param>
public sealed record Layer(CartesianType Drawer, IReadOnlyList<PlotMark> Marks, int SeriesCount, bool IsRight, ChartArrangement Arrangement)
{
    public bool IsShare => Arrangement == ChartArrangement.Shares;

    /// <summary>The least and the largest number that is drawn; null where nothing is.</summary>
    public (double Low, double High)? Range
    {
        get
        {
            var (low, high) = (double.PositiveInfinity, double.NegativeInfinity);
            foreach (var mark in Marks)
            {
                if (!mark.IsThere) continue;
                (low, high) = (Math.Min(low, mark.To), Math.Max(high, mark.To));
                if (Drawer.HasStart || Arrangement != ChartArrangement.Beside)
                    (low, high) = (Math.Min(low, mark.From), Math.Max(high, mark.From));
            }
            if (low > high) return null;
            return IsShare ? (low < 0 ? -1 : 0, high > 0 ? 1 : 0) : (low, high);
        }
    }

    public double LeastAboveZero => Marks.Where(m => m.To > 0).Select(m => m.To)
        .Concat(Marks.Where(m => m.From > 0).Select(m => m.From)).DefaultIfEmpty(double.PositiveInfinity).Min();
}

/// <summary>The room between the axes of a chart, and where the numbers of one layer lie in it.</summary>
/// <param name="Bands">Places of the categories.</param>
/// <param name="Values">Places of the numbers.</param>
/// <param name="Label">What a mark wears, short.</param>
/// <param name="IsLying">True where categories go down and numbers to the right.</param>
public sealed record Plot(
    ChartContent Content, ChartCanvas Canvas, Area Room, BandScale Bands, ValueScale Values, Layer Layer, Func<PlotMark, string> Label,
    bool IsLying)
{
    /// <summary>More texts than this would be no help, so that none is written.</summary>
    private const int MostLabels = 400;

    public required Comparison Compared { get; init; }

    /// <summary>False where other layers share the room, so that marks answer only where they are.</summary>
    public bool IsAlone { get; init; } = true;

    /// <summary>True where lines may run through the labels.</summary>
    public bool IsCrossed { get; init; }

    public IReadOnlyList<PlotMark> Marks => Layer.Marks;

    /// <summary>The place of a mark in its layer; marks are in the order of the chart's.</summary>
    public int IndexOf(PlotMark mark)
    {
        var (low, high) = (0, Marks.Count - 1);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (Marks[middle].Index < mark.Index) low = middle + 1;
            else high = middle;
        }
        return low;
    }

    public string ColorOf(Mark mark) => Content.ColorOf(mark);

    public SeriesLook Look(Mark mark) => Content.Numbers.Series[mark.SeriesIndex].Look;

    /// <summary>The point at a place along the categories and a number.</summary>
    public (double X, double Y) At(double along, double value) =>
        IsLying ? (Values.Within(value), along) : (along, Values.Within(value));

    /// <summary>A rectangle from one place along the categories to another, and from one number to another, cut at the ends of the
    /// axis.</summary>
    public Area Rectangle(double from, double to, double low, double high)
    {
        var (a, b) = (Values.Within(low), Values.Within(high));
        return IsLying
            ? new Area(Math.Min(a, b), from, Math.Max(a, b), to)
            : new Area(from, Math.Min(a, b), to, Math.Max(a, b));
    }

    /// <summary>The room in which a mark answers to the pointer: all of the plot, between two places along the categories.</summary>
    public Area Across(double from, double to) =>
        IsLying ? Room with { Top = from, Bottom = to } : Room with { Left = from, Right = to };

    /// <summary>Draws something that belongs to the series of a mark.</summary>
    public void OfSeries(Mark mark, Action draw)
    {
        var from = Canvas.Items.Count;
        draw();
        if (Content.Numbers.Series.Count < 2) return;
        for (var i = from; i < Canvas.Items.Count; i++) Canvas.Items[i] = Canvas.Items[i] with { Series = mark.SeriesIndex };
    }

    /// <summary>A point, moved in where it would reach beyond the chart.</summary>
    public (double X, double Y) Inside(double x, double y, double radius)
    {
        var area = Content.DrawnIn;
        return (Math.Clamp(x, Math.Min(area.Left + radius, area.CentreX), Math.Max(area.Right - radius, area.CentreX)),
            Math.Clamp(y, Math.Min(area.Top + radius, area.CentreY), Math.Max(area.Bottom - radius, area.CentreY)));
    }

    /// <summary>Makes an area answer for a mark. One that is too small to hit is made larger.</summary>
    public void AddRegion(Area area, PlotMark mark)
    {
        const double Least = 6;
        var (width, height) = (Math.Max(area.Width, IsLying ? Least : 0.5), Math.Max(area.Height, IsLying ? 0.5 : Least));
        Canvas.Items.Add(new RegionItem(
            Math.Max(Room.Left, Math.Min(area.Left, Room.Right - width)), Math.Max(Room.Top, Math.Min(area.Top, Room.Bottom - height)),
            Math.Min(width, Room.Width), Math.Min(height, Room.Height), $"{Content.Id}-{mark.Index}", Content.Spoken(mark.Mark),
            Content.Figure(mark.Mark), Content.Action(mark.Mark)) { More = Compared.Of(mark.Mark) });
    }

    /// <summary>Writes the labels of each series: all of them where all have room, or none; or each that has room, if the author asks for
    /// it.</summary>
    /// <param name="isTogether">True if all series wear labels or none does.</param>
    /// <param name="place">Where the middle of a label's baseline would be, and if it lies on the mark; null where it has no
    /// room.</param>
    public void WearLabels(bool isTogether, Func<PlotMark, string, (double X, double Y, double Anchor, string Color)?> place)
    {
        if (!Content.HasLabels || Marks.Count > MostLabels) return;
        foreach (var series in Marks.Where(m => m.IsThere && !m.Mark.Value.IsNull && Content.LabelsOf(m.Mark).Show != LabelShow.Never)
            .GroupBy(m => isTogether ? 0 : m.Slot))
        {
            var wanted = series.Select(m => (Mark: m, Text: Label(m))).Select(m => (m.Mark, m.Text, At: place(m.Mark, m.Text))).ToList();
            var free = new List<(string Text, (double X, double Y, double Anchor, string Color) At, Area Box)>();
            foreach (var (_, text, at) in wanted)
            {
                if (at is not { } spot || text.Length == 0) continue;
                var box = Canvas.Box(text, spot.X, spot.Y, spot.Anchor);
                if (box.IsInside(Content.DrawnIn) && Canvas.IsFree(box) && !free.Exists(f => f.Box.Touches(box)))
                    free.Add((text, spot, box));
            }
            if (free.Count < wanted.Count && wanted.Exists(w => Content.LabelsOf(w.Mark.Mark).Show == LabelShow.IfAllFit)) continue;
            foreach (var (text, at, box) in free)
            {
                // Lines across the plot stay clear of figures that lie on paper.
                if (at.Color == Palette.Ink && IsCrossed)
                    Canvas.Items.Add(new RectItem(box.Left, box.Top, box.Width, box.Height, Content.Frame.Background ?? "#FFFFFF",
                        Opacity: 0.75));
                Canvas.Lines(text, at.X, at.Y, at.Anchor, at.Color);
                Canvas.Parts.Add(("labels", box));
            }
        }
    }

    /// <summary>How much lower the last line of a label stands, if the first one stands where the only one would.</summary>
    public double Below(string text) => text.Count(c => c == '\n') * Canvas.LineHeight();
}

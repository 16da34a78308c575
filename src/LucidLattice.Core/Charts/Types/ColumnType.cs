using LucidLattice.Core.Charts.Guides;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Charts.Types;

/// <summary>Upright columns, one a mark: beside one another, on top of one another, or as shares.</summary>
public class ColumnType : CartesianType
{
    /// <summary>The part of a step that a single column, and several beside one another, fill.</summary>
    private const double SinglePart = 0.68, GroupPart = 0.8;

    public override string Id => "columns";
    public override string Words => "columns";
    public override string Kind => "Column chart";

    protected override void DrawMarks(Plot plot)
    {
        var isBeside = plot.Content.Arrangement == ChartArrangement.Beside;
        var (series, step) = (plot.Content.Numbers.Series.Count, plot.Bands.Step);
        var slot = isBeside && series > 1 ? step * GroupPart / series : step;
        var thickness = isBeside && series > 1 ? slot * 0.92 : step * SinglePart;
        var wears = isBeside ? WearOutside(plot, slot) : WearInside(plot, thickness);
        for (var i = 0; i < plot.Marks.Count; i++)
        {
            var (mark, (from, to)) = (plot.Marks[i], plot.Ends[i]);
            if (mark.Value.IsNull) continue;
            var start = plot.Bands.Start(mark.CategoryIndex)
                + (isBeside && series > 1 ? (step - slot * series) / 2 + slot * mark.SeriesIndex : 0);
            var body = plot.Rectangle(start + (slot - thickness) / 2, start + (slot + thickness) / 2, from, to);
            DrawBody(plot, body, mark, to < from);
            AddRegion(plot, isBeside ? plot.Across(start, start + slot) : body, mark, i);
            if (!wears[mark.SeriesIndex]) continue;
            if (isBeside) DrawOutside(plot, body, mark, to < 0);
            else plot.Canvas.Text(plot.Label(mark), body.CentreX, body.CentreY + plot.Canvas.ToMiddle, 0.5,
                Tones.TextOn(plot.ColorOf(mark)));
        }
    }

    protected virtual void DrawBody(Plot plot, Area body, Mark mark, bool isDown)
    {
        var color = plot.ColorOf(mark);
        var outline = Tones.Outline(color);
        plot.Canvas.Items.Add(new RectItem(body.Left, body.Top, body.Width, body.Height, color, outline, outline is null ? 0 : 0.5));
    }

    /// <summary>A mark that is too low to hit still answers to the pointer.</summary>
    private static void AddRegion(Plot plot, Area area, Mark mark, int index)
    {
        const double Least = 6;
        var (width, height) = (Math.Max(area.Width, plot.IsLying ? Least : 0.5), Math.Max(area.Height, plot.IsLying ? 0.5 : Least));
        plot.Canvas.Items.Add(new RegionItem(
            Math.Min(area.Left, plot.Room.Right - width), Math.Min(area.Top, plot.Room.Bottom - height), width, height,
            $"{plot.Content.Id}-{index}", plot.Content.Spoken(mark), plot.Content.Figure(mark), plot.Content.Action(mark)));
    }

    /// <summary>All columns wear their figure or none does: one here and there would look like a choice.</summary>
    private static bool[] WearOutside(Plot plot, double slot)
    {
        var fits = plot.LabelRoom > 0 && ChartCanvas.LineHeight() <= slot
            && (plot.IsLying || plot.Marks.All(m => m.Value.IsNull || plot.Canvas.Width(plot.Label(m)) <= slot - 2));
        return [.. Enumerable.Repeat(fits, plot.Content.Numbers.Series.Count)];
    }

    private static bool[] WearInside(Plot plot, double thickness)
    {
        var wears = new bool[plot.Content.Numbers.Series.Count];
        Array.Fill(wears, plot.Content.Labels);
        for (var i = 0; i < plot.Marks.Count; i++)
        {
            var (mark, (from, to)) = (plot.Marks[i], plot.Ends[i]);
            if (mark.Value.IsNull) continue;
            var length = Math.Abs(plot.Values.At(to) - plot.Values.At(from));
            var (width, height) = plot.IsLying ? (length, thickness) : (thickness, length);
            wears[mark.SeriesIndex] &= height >= ChartCanvas.LineHeight() && plot.Canvas.Width(plot.Label(mark)) <= width - 2;
        }
        return wears;
    }

    /// <summary>How far a mark reaches beyond its number.</summary>
    protected virtual double Overhang => 0;

    private void DrawOutside(Plot plot, Area body, Mark mark, bool isDown)
    {
        var (canvas, label) = (plot.Canvas, plot.Label(mark));
        if (plot.IsLying)
            canvas.Text(label, isDown ? body.Left - ChartCanvas.Gap / 2 : body.Right + ChartCanvas.Gap / 2, body.CentreY + canvas.ToMiddle,
                isDown ? 1 : 0, Palette.Ink);
        else canvas.Text(label, body.CentreX, isDown ? body.Bottom + Overhang + canvas.Ascent() + 2 : body.Top - Overhang - 2.5, 0.5,
            Palette.Ink);
    }
}

/// <summary>Columns that lie: names have room on their left.</summary>
public sealed class BarType : ColumnType
{
    public override string Id => "bars";
    public override string Words => "bars";
    public override string Kind => "Bar chart";
    protected override bool IsLying => true;
}

/// <summary>Thin stems with a dot at their end: less ink where there are many of similar length.</summary>
public sealed class LollipopType : ColumnType
{
    private const double MostRadius = 3.2;

    public override string Id => "lollipops";
    public override string Words => "lollipops";
    public override string Kind => "Lollipop chart";
    public override bool Stacks => false;
    protected override double Overhang => MostRadius - 1;

    protected override void DrawBody(Plot plot, Area body, Mark mark, bool isDown)
    {
        var (items, color) = (plot.Canvas.Items, plot.ColorOf(mark));
        var radius = Math.Min(MostRadius, Math.Max(1.2, body.Width / 2));
        items.Add(new LineItem(body.CentreX, body.Top, body.CentreX, body.Bottom, Math.Min(1.5, body.Width), color));
        items.Add(new PathItem(new DrawPath().Arc(body.CentreX, isDown ? body.Bottom : body.Top, radius, 0, 360).Close(), color));
    }
}

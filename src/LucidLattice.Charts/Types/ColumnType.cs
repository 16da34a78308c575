using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Types;

/// <summary>Upright columns, one a mark: beside one another, on top of one another, or as shares.</summary>
public class ColumnType : CartesianType
{
    /// <summary>The part of a step that a single column, and several beside one another, leave open.</summary>
    private const double SingleGap = 0.32, GroupGap = 0.2;

    public override string Id => "columns";
    public override string Words => "columns";
    public override string Kind => "Column chart";
    public override bool WearsLabels => true;
    public override bool HasColumns => true;
    public override bool Mixes => true;

    /// <summary>The part of a step between columns, where the author does not say.</summary>
    protected virtual double? OwnGap => null;

    public sealed override void DrawMarks(Plot plot)
    {
        foreach (var (mark, body, reach) in Bodies(plot))
        {
            plot.OfSeries(mark.Mark, () => DrawBody(plot, body, mark));
            plot.AddRegion(plot.Layer.Arrangement == ChartArrangement.Beside && plot.IsAlone ? reach : body, mark);
        }
    }

    public sealed override void DrawLabels(Plot plot)
    {
        if (!plot.Content.HasLabels) return;
        bool IsInside(PlotMark mark) => plot.Content.LabelsOf(mark.Mark).Place == LabelPlace.Inside
            || plot.Layer.Arrangement != ChartArrangement.Beside;
        var bodies = Bodies(plot).ToDictionary(b => b.Mark.Index);
        plot.WearLabels(false, (mark, text) => bodies.TryGetValue(mark.Index, out var found)
            ? IsInside(mark) ? Inside(plot, found.Body, mark, text) : Outside(plot, found.Body, found.Reach, mark, text)
            : null);
    }

    protected virtual void DrawBody(Plot plot, Area body, PlotMark mark)
    {
        var color = plot.ColorOf(mark.Mark);
        if (plot.Content.Slices.Depth) ColumnSides.Draw(plot.Canvas, body, color, plot.IsLying, plot.Content.DrawnIn);
        var look = plot.Look(mark.Mark);
        var outline = look.Line ?? (look.LineWidth is null ? Tones.Outline(color) : Tones.Darker(color));
        plot.Canvas.Items.Add(new RectItem(body.Left, body.Top, body.Width, body.Height, color, outline,
            outline is null ? 0 : look.LineWidth ?? 0.5));
        if (plot.Values.Holds(mark.To)) return;
        ColumnSides.MarkCut(plot.Canvas, body, plot.IsLying, mark.To < plot.Values.Low);
    }

    /// <summary>Each mark's body, and the room along the axis that is its own.</summary>
    private IEnumerable<(PlotMark Mark, Area Body, Area Reach)> Bodies(Plot plot)
    {
        var (step, series) = (plot.Bands.Step, plot.Layer.Arrangement == ChartArrangement.Beside ? plot.Layer.SeriesCount : 1);
        var gap = plot.Content.Slices.Gap ?? OwnGap ?? (series > 1 ? GroupGap : SingleGap);
        var slot = step * (1 - gap) / series;
        var thickness = series > 1 ? slot * 0.92 : slot;
        foreach (var mark in plot.Marks)
        {
            if (!mark.IsThere) continue;
            var band = plot.Bands.Start(mark.Mark.CategoryIndex);
            var start = band + step * gap / 2 + (series > 1 ? slot * mark.Slot : 0);
            var body = plot.Rectangle(start + (slot - thickness) / 2, start + (slot + thickness) / 2, mark.From, mark.To);
            yield return (mark, body, series > 1 ? plot.Across(start, start + slot) : plot.Across(band, band + step));
        }
    }

    private static (double, double, double, string)? Inside(Plot plot, Area body, PlotMark mark, string text) =>
        body.Height >= plot.Canvas.LineHeight() + plot.Below(text) && plot.Canvas.Width(text) <= body.Width - 2
            ? (body.CentreX, body.CentreY + plot.Canvas.ToMiddle + plot.Below(text) / 2, 0.5, Tones.TextOn(plot.ColorOf(mark.Mark)))
            : null;

    /// <summary>How far a mark reaches beyond its number.</summary>
    protected virtual double Overhang(Plot plot) => plot.Content.Slices.Depth ? ColumnSides.Depth : 0;

    private (double, double, double, string)? Outside(Plot plot, Area body, Area reach, PlotMark mark, string text)
    {
        var canvas = plot.Canvas;
        var isDown = mark.To < mark.From != (plot.Values.From < plot.Values.To != plot.IsLying);
        if (plot.IsLying)
        {
            isDown = mark.To < mark.From;
            return plot.Canvas.LineHeight() + plot.Below(text) <= reach.Height + 0.01
                ? (isDown ? body.Left - ChartCanvas.Gap / 2 - Overhang(plot) : body.Right + ChartCanvas.Gap / 2 + Overhang(plot),
                    body.CentreY + canvas.ToMiddle + plot.Below(text) / 2, isDown ? 1 : 0, Palette.Ink)
                : null;
        }
        if (canvas.Width(text) > reach.Width - 2) return null;
        return (body.CentreX,
            isDown ? body.Bottom + (plot.Content.Slices.Depth ? 0 : Overhang(plot)) + canvas.Ascent() + 2 + plot.Below(text)
                : body.Top - Overhang(plot) - 2.5,
            0.5, Palette.Ink);
    }
}

/// <summary>Columns that lie: names have room on their left.</summary>
public sealed class BarType : ColumnType
{
    public override string Id => "bars";
    public override string Words => "bars";
    public override string Kind => "Bar chart";
    public override bool Mixes => false;
    protected override bool IsLying => true;
}

/// <summary>Thin stems with a dot at their end: less ink where there are many of similar length.</summary>
public sealed class LollipopType : ColumnType
{
    private const double MostRadius = 3.2;

    public override string Id => "lollipops";
    public override string Words => "lollipops";
    public override string Kind => "Lollipop chart";
    public override bool HasColumns => false;
    public override bool Stacks => false;
    protected override double Overhang(Plot plot) => MostRadius - 1;

    protected override void DrawBody(Plot plot, Area body, PlotMark mark)
    {
        var (items, color) = (plot.Canvas.Items, plot.ColorOf(mark.Mark));
        var radius = Math.Min(MostRadius, Math.Max(1.2, body.Width / 2));
        items.Add(new LineItem(body.CentreX, body.Top, body.CentreX, body.Bottom, Math.Min(1.5, body.Width), color));
        var (x, end) = plot.Inside(body.CentreX, plot.Values.Within(mark.To), radius);
        items.Add(new CircleItem(x, end, radius, color));
    }
}

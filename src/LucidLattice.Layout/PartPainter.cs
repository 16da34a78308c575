using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Layout;

/// <summary>Turns placed parts into drawing items.</summary>
/// <param name="roles">Tells what things are to those who hear the page; null where nobody does.</param>
public sealed class PartPainter(PartLayout layout, Painting on, PageRoles? roles = null)
{
    /// <summary>What it paints on, with a frame that stands nowhere.</summary>
    public Painting On => on;

    /// <summary>Draws the slice of a part from <paramref name="from"/> to <paramref name="to"/>, its upper edge at (left, top), and returns
    /// how the part was placed.</summary>
    public PlacedPart Paint(PartPlan plan, Frame frame, double left, double top, double from, double to)
    {
        var part = layout.Place(plan, frame);
        var slice = on with { Frame = frame, Left = left, Top = top, From = from, To = to };
        if (plan.Part.Shade is { } shade && IsShaded(shade, frame))
            on.Items.Add(new RectItem(left, top, plan.Width, to - from, shade.Color));
        var sign = from == 0 && plan.Opens is { } level && frame.Tree is { } tree && frame.Row >= 0
            ? () => slice.Sign(plan.Part.Id, level, tree.IsClosed(level, frame.Groups[level]), Beside(part)) : (Action?)null;
        Action? around = from == 0 && plan.Link is not null ? Link + sign : sign;
        if (roles is null) around?.Invoke();
        var shown = plan.FromBack(part.Elements).Where(e => e.Plan.IsShown(frame));
        if (roles is not null) roles.Paint(plan, shown, Element, around);
        else foreach (var element in shown) Element(element);
        return part;

        void Element(PlacedElement element) => element.Plan.Paint(element, slice);

        void Link() =>
            slice.Region(plan.Part.Id, plan.Link, string.Join(' ', part.Elements.SelectMany(e => e.Lines ?? [])), left, top,
                plan.Width, to);
    }

    /// <summary>The middle of the first line of a part, from its upper edge.</summary>
    private static double Beside(PlacedPart part) =>
        part.Elements.FirstOrDefault(e => e.Lines is { Count: > 0 }) is { } first ? first.Y + first.LineHeight / 2 : 7;

    /// <summary>Rows are counted anew in each group.</summary>
    private static bool IsShaded(RowShade shade, Frame frame)
    {
        if (frame.Tree is not { } tree || frame.Row < 0) return false;
        var first = tree.Levels[tree.Innermost].Start[frame.Groups[tree.Innermost]];
        return (frame.Place - 1 - first) / Math.Max(1, shade.Every) % 2 == 1;
    }
}

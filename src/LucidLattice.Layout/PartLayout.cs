using LucidLattice.Expressions.Evaluation;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Layout;

/// <summary>Measures band parts. What grows moves down what stands below it. Can be shared by threads.</summary>
public sealed class PartLayout(Measuring measuring)
{
    private const int MostOnStack = 64;

    /// <summary>True measures each row by itself, also where all have one height: what tests compare pages with.</summary>
    public bool RowByRow { get; init; }

    /// <summary>The height of a part in a frame, without keeping its texts.</summary>
    public double Height(PartPlan plan, Frame frame)
    {
        if (plan.HasFixedHeight) return plan.Height;
        if (!plan.IsShown(frame)) return 0;
        if (plan.Part.Shrinks) return Arrange(plan, frame, null);
        foreach (var element in plan.Elements)
            if (element.Grows && HeightOf(element, frame) > element.Element.Height) return Arrange(plan, frame, null);
        return plan.Height;
    }

    /// <summary>The height of what is said again where a part goes on on a new page.</summary>
    /// <param name="offset">How much of it is printed already.</param>
    public double Again(PartPlan plan, Frame frame, double offset) => offset <= 0 || !plan.GoesOn ? 0 : Place(plan, frame).Again(offset);

    public PlacedPart Place(PartPlan plan, Frame frame)
    {
        var placed = new List<PlacedElement>(plan.Elements.Count);
        var height = Arrange(plan, frame, placed);
        return new PlacedPart(plan, height, placed);
    }

    /// <summary>Where, from the part's upper edge, a text that a part prints shows what is looked for: at the line with its first
    /// character; 0 where it is on none.</summary>
    public double TopOf(PartPlan plan, TextPlan text, string wanted, Frame frame)
    {
        foreach (var placed in Place(plan, frame).Elements)
        {
            if (!ReferenceEquals(placed.Plan, text)) continue;
            return placed.Y + placed.LineHeight * Math.Max(0, LineOf(placed.Lines!, wanted));
        }
        return 0;
    }

    /// <summary>What is wrapped may go on in the next line, with a space less.</summary>
    private static int LineOf(IReadOnlyList<string> lines, string wanted)
    {
        var at = string.Join(' ', lines).IndexOf(wanted, StringComparison.OrdinalIgnoreCase);
        var line = at < 0 ? lines.Count : 0;
        for (; line < lines.Count && at > lines[line].Length; line++) at -= lines[line].Length + 1;
        return line < lines.Count ? line : 0;
    }

    /// <summary>Lets elements grow and pushes down what stands below them. Returns the part's height.</summary>
    /// <param name="placed">Null if only the height is wanted.</param>
    private double Arrange(PartPlan plan, Frame frame, List<PlacedElement>? placed)
    {
        Span<double> bottoms = plan.Elements.Count <= MostOnStack
            ? stackalloc double[plan.Elements.Count]
            : new double[plan.Elements.Count];
        var (bottom, designedBottom, shrinks, isEmpty) = (0.0, 0.0, plan.Part.Shrinks, true);
        for (var i = 0; i < plan.Elements.Count; i++)
        {
            var element = plan.Elements[i];
            var y = element.Element.Y + plan.Space + Push(plan, bottoms, i);
            var isLeftOut = shrinks && (!element.IsShown(frame) || element.IsEmpty(frame));
            isEmpty &= isLeftOut;
            var height = isLeftOut ? 0 : placed is null ? HeightOf(element, frame) : Add(PlacedAt(y, element, frame), placed);
            bottoms[i] = y - plan.Space + height;
            bottom = Math.Max(bottom, y + height);
            designedBottom = Math.Max(designedBottom, element.Element.Y + element.Element.Height + plan.Space);
        }
        if (placed is not null) Surround(plan, bottoms, placed);
        var below = Math.Max(0, plan.Height - designedBottom);
        return !shrinks ? Math.Max(plan.Height, bottom + below) : isEmpty ? 0 : bottom + below;
    }

    /// <summary>What lies behind others grows as far as those grow that end in it.</summary>
    private static void Surround(PartPlan plan, ReadOnlySpan<double> bottoms, List<PlacedElement> placed)
    {
        for (var i = 0; i < placed.Count; i++)
        {
            if (!placed[i].Plan.Surrounds) continue;
            var (own, grown) = (placed[i].Plan.Element, 0.0);
            for (var j = 0; j < plan.Elements.Count; j++)
            {
                var other = plan.Elements[j].Element;
                if (j != i && other.Y >= own.Y && other.Y + other.Height <= own.Y + own.Height + 0.01)
                    grown = Math.Max(grown, bottoms[j] - other.Y - other.Height);
            }
            placed[i] = placed[i] with { Height = Math.Max(0, own.Height + grown - (placed[i].Y - plan.Space - own.Y)) };
        }
    }

    /// <summary>What is not printed keeps its place, but does not grow.</summary>
    private double HeightOf(ElementPlan element, Frame frame) =>
        element.IsShown(frame) ? element.Height(frame, measuring) : element.Element.Height;

    private PlacedElement PlacedAt(double y, ElementPlan element, Frame frame) =>
        element.IsShown(frame) ? element.Place(y, frame, measuring) : new PlacedElement(element, y, element.Element.Height);

    private static double Add(PlacedElement element, List<PlacedElement> placed)
    {
        placed.Add(element);
        return element.Height;
    }

    /// <summary>How far the elements that end above this one have grown; below zero where all of them shrank.</summary>
    private static double Push(PartPlan plan, ReadOnlySpan<double> bottoms, int index)
    {
        var (push, top) = (plan.Part.Shrinks ? (double?)null : 0, plan.Elements[index].Element.Y);
        // Of what shrinks, only the nearest line above counts, since what is further up has moved that already.
        var nearest = plan.Part.Shrinks ? NearestAbove(plan, index) : double.MinValue;
        for (var i = 0; i < index; i++)
        {
            var other = plan.Elements[i].Element;
            if (other.Y + other.Height > top + 0.01 || other.Y + other.Height <= nearest) continue;
            var grown = bottoms[i] - other.Y - other.Height;
            push = push is { } most ? Math.Max(most, grown) : grown;
        }
        return push ?? 0;
    }

    /// <summary>The upper edge of the lowest element that ends above another one.</summary>
    private static double NearestAbove(PartPlan plan, int index)
    {
        var (nearest, top) = (double.MinValue, plan.Elements[index].Element.Y);
        for (var i = 0; i < index; i++)
        {
            var other = plan.Elements[i].Element;
            if (other.Y + other.Height <= top + 0.01) nearest = Math.Max(nearest, other.Y);
        }
        return nearest;
    }
}

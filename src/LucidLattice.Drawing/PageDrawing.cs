namespace LucidLattice.Drawing;

/// <summary>All that a page, or a part of one, is made of.</summary>
public sealed record PageDrawing(double Width, double Height, IReadOnlyList<DrawItem> Items)
{
    /// <summary>All items, those inside of figures and groups included; what is in a group is measured before its transform.</summary>
    public IEnumerable<DrawItem> Flatten() => Flatten(Items);

    private static IEnumerable<DrawItem> Flatten(IEnumerable<DrawItem> items)
        => items.SelectMany(item => item switch
        {
            FigureItem figure => Flatten(figure.Items).Prepend(item),
            GroupItem group => Flatten(group.Items).Prepend(item),
            _ => [item],
        });
}

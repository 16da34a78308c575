using LucidLattice.Core.Definitions;

namespace LucidLattice.Core.Elements;

/// <summary>Headings of columns.</summary>
public sealed class HeadingKind : ColumnKind<HeadingElement>
{
    public override StyleRole RoleAt(BandPlace place) => StyleRole.ColumnHeading;

    protected override TextPiece Piece(HeadingElement element, ColumnPlan column, ElementPlace place) =>
        new(column.Definition.Heading, null, null);
}

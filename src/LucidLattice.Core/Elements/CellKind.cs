using LucidLattice.Core.Definitions;

namespace LucidLattice.Core.Elements;

/// <summary>The values of a column, row by row.</summary>
public sealed class CellKind : ColumnKind<CellElement>
{
    protected override TextPiece? Piece(CellElement element, ColumnPlan column, ElementPlace place)
    {
        if (column.Value is null) return null;
        var value = column.Value;
        if (place.Place.Kind != BandKind.Detail)
            place.Problem(
                element, "cell-outside-detail", Severity.Warning,
                $"“{column.Definition.Heading}” prints one row's value here; a subtotal is probably meant.", null,
                "Replace it by a total.");
        return place.Section.Check(element.Id, "pattern",
            () => new TextPiece("", value, place.Section.Format(value, column.Definition.Pattern)), place.Section.OfRows());
    }
}

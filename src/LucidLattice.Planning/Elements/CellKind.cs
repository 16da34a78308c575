using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

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
        if (element.As != TotalForm.Value) return Related(element, column, place);
        return place.Section.Check(element.Id, "pattern",
            () => new TextPiece("", value, place.Section.Format(value, column.Definition.Pattern)), place.Section.OfRows());
    }

    /// <summary>The value in its relation to other rows.</summary>
    private static TextPiece? Related(CellElement element, ColumnPlan column, ElementPlace place)
    {
        var scope = place.Section.At(place.Place);
        return place.Section.Check(element.Id, "as", () =>
        {
            var value = Compiler.Compile(TotalExpression.Write(element, column.Definition.Expression, place.Section.Section.Levels), scope);
            place.Section.Use(value);
            return new TextPiece("", value, place.Section.Format(value, TotalExpression.IsShare(element.As)
                ? PercentForm.Pattern(place.Section.Culture)
                : column.Definition.Pattern));
        }, scope);
    }
}

using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>What headings, cells and totals share: a text whose place, side and pattern come from its column.</summary>
public abstract class ColumnKind<T> : ElementKind<T> where T : Element
{
    public sealed override bool InColumn => true;

    protected sealed override ElementPlan Planned(T element, ElementPlace place)
    {
        if (element.Column is not { } id || !place.Section.Columns.TryGetValue(id, out var column))
        {
            place.Problem(
                element, "unknown-column", Severity.Error,
                element.Column is null ? "This element has to stand in a column." : $"The column “{element.Column}” does not exist.",
                "column", "Delete this element.");
            return new BrokenPlan(element, 0, 60, place.StyleOf(element, Alignment.Left));
        }
        var natural = column.Definition.Align
            ?? (column.Value is { Codes: null } value && value.Type.IsNumber() ? Alignment.Right : Alignment.Left);
        var style = place.StyleOf(element, natural);
        return Piece(element, column, place) is { } piece
            ? new TextPlan(element, column.X, column.Width, style with { Scale = place.Scale(element, piece.Value,
                column.Definition.Expression) }, [piece])
                { Link = place.Link(element), OnlyChanges = element is CellElement && column.Definition.OnlyChanges,
                    Above = (element as TotalElement)?.Above ?? TotalRule.None, Below = (element as TotalElement)?.Below ?? TotalRule.None }
            : new BrokenPlan(element, column.X, column.Width, style);
    }

    /// <summary>What it prints; null if that is broken, with the reason among the problems.</summary>
    protected abstract TextPiece? Piece(T element, ColumnPlan column, ElementPlace place);
}

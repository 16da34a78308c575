using LucidLattice.Model.Definitions;
using LucidLattice.Sql.Catalogue;

namespace LucidLattice.Sql.Joins;

/// <summary>Where the card of a new table lies on the canvas: right of what it is joined to, below what is there already.</summary>
internal static class CardPlaces
{
    private const int Margin = 24, ColumnWidth = 240, Columns = 4, HeaderHeight = 48, RowHeight = 20;

    /// <returns>The upper left corner, in pixels.</returns>
    public static (double X, double Y) Next(JoinSource join, Join? how, IReadOnlyList<TableInfo> schema)
    {
        var to = join.Tables.FirstOrDefault(t => t.Id == how?.To);
        var column = to is null
            ? join.Tables.Count % Columns
            : Math.Clamp((int)Math.Round((to.X - Margin) / ColumnWidth) + 1, 0, Columns - 1);
        double x = Margin + ColumnWidth * column;
        double Bottom(JoinedTable table) =>
            table.Y + HeaderHeight + RowHeight * (schema.FirstOrDefault(t => t.Name == table.Table)?.Fields.Count ?? 0);
        var above = join.Tables.Where(t => Math.Abs(t.X - x) < ColumnWidth).Select(Bottom);
        return (x, above.Select(bottom => bottom + Margin).Append(Margin).Max());
    }
}

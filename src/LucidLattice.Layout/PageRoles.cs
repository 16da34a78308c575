using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Layout;

/// <summary>
/// Puts headings, paragraphs and tables around what is painted on a page. Rows that follow each other are one table; where the page does
/// not print the names of its columns, they are said all the same.
/// </summary>
public sealed class PageRoles(List<DrawItem> items)
{
    /// <summary>The columns of the table that is open, or where its texts begin; null while none is.</summary>
    private object? _table;

    /// <summary>Paints the elements of a part with what they are.</summary>
    /// <param name="fromBack">Those that are shown.</param>
    /// <param name="around">Paints what can be clicked in all of the part, if there is something.</param>
    public void Paint(PartPlan plan, IEnumerable<PlacedElement> fromBack, Action<PlacedElement> paint, Action? around)
    {
        var reading = plan.Reading;
        // A row without more goes on with the table; everything else ends it.
        if (!reading.HasRow && plan.Elements.Count > 0) End();
        var isInRow = false;
        if (around is not null && !reading.HasRow) around();
        foreach (var element in reading.InOrder(fromBack))
        {
            var (role, inRow) = (reading.RoleOf(element.Plan), reading.IsInRow(element.Plan));
            if (inRow && !isInRow)
            {
                Begin(plan, reading);
                items.Add(new RoleStart(DrawRole.Row));
                if (around is not null) In(new RoleStart(DrawRole.Cell, null, RoleStart.WholeRow), around);
            }
            else if (isInRow && !inRow) items.Add(RoleEnd.Last);
            isInRow = inRow;
            if (role is null) paint(element);
            else
            {
                if (!inRow) End();
                else if (_table is IReadOnlyList<double> places) role = role with { Number = PlaceOf(places, element.Plan.Element.X) + 1 };
                In(role, () => paint(element));
            }
        }
        if (isInRow) items.Add(RoleEnd.Last);
    }

    /// <summary>Ends what is open, at the end of the page.</summary>
    public void End()
    {
        if (_table is not null) items.Add(RoleEnd.Last);
        _table = null;
    }

    private void Begin(PartPlan plan, PartReading reading)
    {
        if (!reading.NamesColumns && GoesOn(plan, reading)) return;
        End();
        _table = reading.Places ?? (object)plan.Columns;
        items.Add(new RoleStart(DrawRole.Table));
        if (reading.NamesColumns || reading.Places is not null) return;
        items.Add(new RoleStart(DrawRole.Row));
        foreach (var (column, i) in plan.Columns.Select((c, i) => (c, i)))
            In(new RoleStart(DrawRole.ColumnHeader, column.Heading, i + 1), () => { });
        items.Add(RoleEnd.Last);
    }

    /// <summary>A row without columns goes on with a table in which there is a place for each of its texts.</summary>
    private bool GoesOn(PartPlan plan, PartReading reading) => reading.Places is { } places
        ? _table is IReadOnlyList<double> open && places.All(x => PlaceOf(open, x) >= 0)
        : ReferenceEquals(_table, plan.Columns);

    private static int PlaceOf(IReadOnlyList<double> places, double x)
    {
        for (var i = 0; i < places.Count; i++)
            if (Math.Abs(places[i] - x) < 0.5) return i;
        return -1;
    }

    private void In(RoleStart role, Action paint)
    {
        items.Add(role);
        paint();
        items.Add(RoleEnd.Last);
    }
}

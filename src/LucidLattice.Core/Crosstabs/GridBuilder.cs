using LucidLattice.Core.Definitions;
using LucidLattice.Core.Grouping;

namespace LucidLattice.Core.Crosstabs;

/// <summary>Puts the rows and columns of a crosstab in their order, with totals where they belong.</summary>
public static class GridBuilder
{
    /// <param name="number">Of the group around; -1 where it has no rows.</param>
    public static CrosstabGrid Build(CrosstabQuery query, CrosstabTable table, CrosstabShape shape, int number,
        int mostLines = CrosstabQuery.MostLines)
    {
        if (number < 0) return new CrosstabGrid([], [], (0, 0));
        var apart = query.Values.Count > 1;
        var lines = Of(query.Down, table.Down, number, shape.Stepped, apart && shape.ValuesDown ? query.Values.Count : 1,
            mostLines, out var moreLines);
        var columns = Of(query.Across, table.Across, number, false, apart && !shape.ValuesDown ? query.Values.Count : 1,
            CrosstabQuery.MostColumns, out var moreColumns);
        return new CrosstabGrid(lines, columns, (moreLines, moreColumns));
    }

    private static List<CrosstabEntry> Of(CrosstabAxis axis, GroupTree tree, int number, bool stepped, int values, int most, out int more)
    {
        var (entries, beyond) = (new List<CrosstabEntry>(), 0);
        Walk(0, number);
        more = beyond;
        return entries;

        void Walk(int fields, int group)
        {
            if (fields == axis.Fields.Count)
            {
                Add(new CrosstabEntry(fields, group, EntryKind.Leaf));
                return;
            }
            var place = axis.Fields[fields].Totals;
            var heads = stepped && fields > 0;
            if (heads) Add(new CrosstabEntry(fields, group, EntryKind.Heading) { HasNumbers = place == TotalPlace.First });
            else if (place == TotalPlace.First) Add(new CrosstabEntry(fields, group, EntryKind.Total));
            foreach (var inner in tree.Listed(1 + fields, group)) Walk(fields + 1, inner);
            if (place == TotalPlace.Last) Add(new CrosstabEntry(fields, group, EntryKind.Total));
        }

        void Add(CrosstabEntry entry)
        {
            if (entries.Count + values > most) beyond++;
            else if (values == 1) entries.Add(entry);
            else if (!entry.HasNumbers) entries.Add(entry);
            else
                for (var value = 0; value < values; value++) entries.Add(entry with { Value = value });
        }
    }
}

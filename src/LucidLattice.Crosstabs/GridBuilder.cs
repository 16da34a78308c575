using LucidLattice.Data.Grouping;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Crosstabs;

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

    /// <summary>How many rows and columns are beyond those that are printed, for a group around.</summary>
    public static (int Lines, int Columns) LeftOut(CrosstabQuery query, CrosstabTable table, CrosstabShape shape, int number) =>
        number < 0 || !MayBeTooMany(query, table, number) ? (0, 0) : Build(query, table, shape, number).LeftOut;

    /// <summary>False where even a total for every group and every value would find its place.</summary>
    private static bool MayBeTooMany(CrosstabQuery query, CrosstabTable table, int number)
    {
        long Entries(CrosstabAxis axis, GroupTree tree) => tree.Order.Length == 0 ? 0
            : (1L + axis.Fields.Count) * (1 + tree.Inside(1, number, tree.Innermost).Count) * Math.Max(1, query.Values.Count);
        return Entries(query.Down, table.Down) > CrosstabQuery.MostLines || Entries(query.Across, table.Across) > CrosstabQuery.MostColumns;
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
            // The total of everything is printed, however much before it is not.
            var isGrand = entry is { Fields: 0, Kind: EntryKind.Total };
            if (entries.Count + values > most - (isGrand ? 0 : values)) beyond += entry.HasNumbers ? values : 1;
            else if (values == 1) entries.Add(entry);
            else if (!entry.HasNumbers) entries.Add(entry);
            else
                for (var value = 0; value < values; value++) entries.Add(entry with { Value = value });
        }
    }
}

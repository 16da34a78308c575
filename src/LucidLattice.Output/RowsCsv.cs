using LucidLattice.Data;

namespace LucidLattice.Output;

/// <summary>Rows as CSV: a heading, then 2025-01-31, 12.5, true, and nothing where a value is empty. Texts are
/// as the database holds them.</summary>
public static class RowsCsv
{
    /// <param name="asIs">True leaves texts as they are, also those that a spreadsheet would take for formulas.</param>
    /// <param name="order">Which rows, and in which order; null for all as they are.</param>
    public static void Write(RowSet rows, IReadOnlyList<string> names, Stream output, CancellationToken cancel, int[]? order = null,
        bool asIs = false) =>
        CsvOutput.Write(output, csv =>
        {
            csv.WriteRecord(names.ToArray());
            for (var at = 0; at < (order?.Length ?? rows.Count); at++)
            {
                var row = order?[at] ?? at;
                if ((at & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
                foreach (var column in rows.Columns)
                    csv.WriteField(column is TextColumn texts ? asIs ? texts.StoredAt(row) : CsvOutput.Harmless(texts.StoredAt(row))
                        : column[row].Invariant);
                csv.EndRecord();
            }
        }, asIs);
}

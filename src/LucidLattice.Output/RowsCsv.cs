using System.Text;
using CsvHelper;
using LucidLattice.Core.Data;

namespace LucidLattice.Output;

/// <summary>Rows as CSV (RFC 4180, UTF-8): a heading, then 2025-01-31, 12.5, true, and nothing where a value is empty.</summary>
public static class RowsCsv
{
    public static void Write(RowSet rows, IReadOnlyList<string> names, Stream output, CancellationToken cancel)
    {
        using var text = new StreamWriter(output, new UTF8Encoding(false), 1 << 16, leaveOpen: true);
        // A text that a spreadsheet would take for a formula is kept from being one; signs of numbers are left alone.
        using var csv = CsvWriter.Create(text,
            CsvWriterOptions.Default with { NewLine = "\r\n", HasHeader = false, Injection = CsvInjection.Escape,
            InjectionCharacters = "=@\t\r" }, leaveOpen: true);
        csv.WriteRecord(names.ToArray());
        for (var row = 0; row < rows.Count; row++)
        {
            if ((row & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            foreach (var column in rows.Columns) csv.WriteField(column[row].Invariant);
            csv.EndRecord();
        }
    }
}

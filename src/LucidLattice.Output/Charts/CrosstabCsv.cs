using LucidLattice.Crosstabs;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;

namespace LucidLattice.Output.Charts;

/// <summary>All numbers of a crosstab as CSV, as a spreadsheet takes them: a line for each row with the names of its groups, a column for
/// each column with its headings one after the other, and numbers as they are. A last line says what is missing, if anything is.</summary>
public static class CrosstabCsv
{
    public static void Write(PrintedCrosstab crosstab, Stream output) => CsvOutput.Write(output, csv =>
    {
        var (grid, texts, figures) = (crosstab.Grid, crosstab.Texts, crosstab.Figures);
        var fields = figures.Query.Down.Fields;
        var columns = grid.Columns.Select(c => string.Join(", ", texts.Names(false, c)
            .Concat(c.Value >= 0 || grid.Columns.Count == 1 ? [figures.Query.Values[Math.Max(0, c.Value)].Name] : [])));
        List<string> heads = [.. fields.Select(f => f.Name), .. texts.NamesDown ? ["Value"] : Array.Empty<string>(), .. columns];
        foreach (var head in heads) csv.WriteField(CsvOutput.Harmless(head));
        csv.EndRecord();
        foreach (var line in grid.Lines.Where(l => l.HasNumbers))
        {
            var names = texts.Names(true, line).ToList();
            for (var i = 0; i < fields.Count; i++) csv.WriteField(CsvOutput.Harmless(names.ElementAtOrDefault(i) ?? ""));
            if (texts.NamesDown) csv.WriteField(CsvOutput.Harmless(figures.Query.Values[Math.Max(0, line.Value)].Name));
            foreach (var column in grid.Columns)
                csv.WriteField(figures.Shown(line, column, crosstab.Frame) is { IsNull: false } value
                    ? value.Type == DataType.Text ? CsvOutput.Harmless(value.Text) : value.Invariant : "");
            csv.EndRecord();
        }
        if (grid.LeftOut is not (0, 0) and var (lines, more))
        {
            csv.WriteField($"Not in this file: {lines} more rows and {more} more columns.");
            // As many fields as every other line has: RFC 4180, section 2, rule 4.
            for (var i = 1; i < heads.Count; i++) csv.WriteField("");
            csv.EndRecord();
        }
    });
}

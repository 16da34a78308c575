using LucidLattice.Model.Values;

namespace LucidLattice.Sql.Csv;

/// <summary>Finds the type that the cells of a column have in common.</summary>
public static class CsvInference
{
    /// <summary>The share of cells that has to fit; the others are listed, not lost.</summary>
    private const double Enough = 0.95;

    /// <param name="cells">The cells of the rows that are looked at.</param>
    public static CsvColumn Guess(string name, IReadOnlyList<string> cells)
    {
        var filled = cells.Where(c => c.Trim().Length > 0).ToList();
        if (filled.Count == 0) return new CsvColumn(name, DataType.Text);
        // Codes such as 007 are no numbers, whatever they look like.
        var codes = filled.Any(c => c.Trim() is ['0', >= '0' and <= '9', ..]);
        CsvColumn[] candidates =
        [
            new(name, DataType.Bool),
            .. codes
            ? (CsvColumn[])[]
            : [new(name, DataType.Whole), new(name, DataType.Whole, DecimalComma: true), new(name, DataType.Decimal),
            new(name, DataType.Decimal, DecimalComma: true)],
            .. Enum.GetValues<DateOrder>()
            .SelectMany(order => new[]
            { new CsvColumn(name, DataType.Date, Dates: order), new CsvColumn(name, DataType.DateTime, Dates: order) }),
        ];
        CsvColumn best = new(name, DataType.Text);
        var most = 0;
        foreach (var candidate in candidates)
        {
            var fits = filled.Count(c => candidate.TryRead(c, out _));
            // The first of several that fit equally is the narrower one; a day beyond 12 tells days from months.
            if (fits > most && fits >= Math.Ceiling(filled.Count * Enough)) (best, most) = (candidate, fits);
        }
        return best;
    }
}

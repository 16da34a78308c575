namespace LucidLattice.Model.Definitions;

/// <summary>A row of a statement that is calculated from other rows, as “Gross profit = Revenue − Cost of sales”: each total in its part is
/// calculated in its own column.</summary>
public sealed record CalculatedRow
{
    /// <summary>More nodes than any statement has; names of other calculated rows count with all that they stand for.</summary>
    public const int MostTerms = 500;

    /// <summary>What other formulas call it.</summary>
    public required string Name { get; init; }

    /// <summary>Numbers, + − * / and parentheses over the lines of the statement: the groups of the level in whose bands calculated rows
    /// stand, or of the first level. A name that is more than one word stands in double quotes. A line without rows counts as 0.</summary>
    public required string Formula { get; init; }

    /// <summary>The line below which it is printed, in a header or footer of the lines; null prints it in each.</summary>
    public string? After { get; init; }
}

using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Parsing;

/// <summary>How values are written in expressions.</summary>
public static class Literals
{
    /// <param name="text">Written as its type is: 2025-01-31, 12.5, true.</param>
    public static string Write(DataType type, string text) => type switch
    {
        DataType.Text => $"'{text.Replace("'", "''")}'",
        DataType.Date => $"DATE '{text}'",
        DataType.DateTime => $"TIMESTAMP '{text}'",
        _ => text,
    };
}

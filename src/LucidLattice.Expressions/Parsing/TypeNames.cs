using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Parsing;

/// <summary>The names of types that CAST understands: those of ISO SQL, those that PostgreSQL adds, and those that definitions
/// use.</summary>
public static class TypeNames
{
    /// <summary>Each type with its names, the usual one first.</summary>
    public static IReadOnlyList<(DataType Type, string[] Names)> All { get; } =
    [
        (DataType.Whole, ["INTEGER", "INT", "BIGINT", "SMALLINT", "INT2", "INT4", "INT8", "WHOLE"]),
        (DataType.Decimal, ["DECIMAL", "NUMERIC", "DEC"]),
        (DataType.Double, ["DOUBLE PRECISION", "DOUBLE", "REAL", "FLOAT", "FLOAT4", "FLOAT8"]),
        (DataType.Text, ["VARCHAR", "CHARACTER VARYING", "TEXT", "CHAR", "CHARACTER", "BPCHAR"]),
        (DataType.Date, ["DATE"]),
        (DataType.DateTime, ["TIMESTAMP", "TIMESTAMP WITHOUT TIME ZONE", "DATETIME"]),
        (DataType.Bool, ["BOOLEAN", "BOOL"]),
    ];

    private static readonly Dictionary<string, DataType> ByName =
        All.SelectMany(t => t.Names.Select(name => (name, t.Type))).ToDictionary(p => p.name, p => p.Type);

    public static DataType? Find(string name) => ByName.TryGetValue(name, out var type) ? type : null;

    /// <summary>True if a longer name of a type may begin with these words.</summary>
    public static bool GoesOn(string words) => ByName.Keys.Any(name => name.StartsWith(words + " ", StringComparison.Ordinal));
}

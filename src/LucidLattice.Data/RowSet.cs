using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Data;

/// <summary>The rows that a query gave, as typed columns.</summary>
/// <param name="Columns">Each with a value for every row.</param>
/// <param name="Count">The number of rows.</param>
/// <param name="Problems">Values that did not fit, rows that were cut off.</param>
public sealed record RowSet(IReadOnlyList<DataColumn> Columns, int Count, IReadOnlyList<Problem> Problems) : ISized
{
    private static long _made;

    public static readonly RowSet Empty = new([], 0, []);

    /// <summary>Tells rows that were read at one time from those of any other: everything worked out from them is kept under it.</summary>
    public long Reading { get; init; } = Interlocked.Increment(ref _made);

    /// <summary>False if the same query may give other rows though nothing changed, because it uses chance or the clock.</summary>
    public bool IsRepeatable { get; init; } = true;

    /// <summary>The memory that the values take, in bytes.</summary>
    public long Bytes => Columns.Sum(c => c.Bytes);

    public IEnumerable<ISized> Parts => Columns;
}

using LucidLattice.Core.Definitions;

namespace LucidLattice.Core.Data;

/// <summary>The rows that a query gave, as typed columns.</summary>
/// <param name="Columns">All of the same length.</param>
/// <param name="Count">The number of rows.</param>
/// <param name="Problems">Values that did not fit, rows that were cut off.</param>
public sealed record RowSet(IReadOnlyList<DataColumn> Columns, int Count, IReadOnlyList<Problem> Problems)
{
    public static readonly RowSet Empty = new([], 0, []);

    /// <summary>The memory that the values take, in bytes.</summary>
    public long Bytes => Columns.Sum(c => c.Bytes);
}

/// <summary>What is asked of a database: some fields of a dataset, with the values of the parameters that its SQL names.</summary>
public sealed record DataQuery(Dataset Dataset, IReadOnlyList<Field> Fields, IReadOnlyDictionary<string, Value> Parameters);

/// <summary>Where rows come from.</summary>
public interface IRowSource
{
    /// <exception cref="DataException">The data cannot be read; the message is meant for people.</exception>
    RowSet Read(DataQuery query, CancellationToken cancel);

    /// <summary>Makes sure that the fields are there to be read, without reading any rows.</summary>
    /// <exception cref="DataException">They are not; the message is meant for people.</exception>
    void Require(DataQuery query);
}

/// <summary>Data that cannot be read: a missing file, SQL that fails or is refused, a limit that was reached.</summary>
public sealed class DataException(string code, string message) : Exception(message)
{
    /// <summary>Stable and for machines, as in <see cref="Problem"/>.</summary>
    public string Code { get; } = code;
}

using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;

namespace LucidLattice.Data;

/// <summary>The one way by which rows come in.</summary>
public interface IRowReader
{
    /// <exception cref="DataException">The data cannot be read; the message is meant for people.</exception>
    RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel);

    /// <summary>Makes sure that the fields are there to be read, without reading any rows.</summary>
    /// <exception cref="DataException">They are not; the message is meant for people.</exception>
    void Require(DataQuery query);

    /// <summary>Changes whenever the dataset's database changes: what was made at one stamp can be used as long as it stays. Null if nobody
    /// can tell.</summary>
    string? Stamp(Dataset dataset) => null;

    /// <summary>About how many rows a reading would go through if nothing was left out. Null if nobody can tell.</summary>
    int? RowsAtMost(Dataset dataset) => null;

    /// <summary>
    /// The names of fields whose values come several times because a join multiplied the rows of their table, so that a total
    /// counts them several times. Empty if nobody can tell.
    /// </summary>
    IReadOnlySet<string> Repeated(Dataset dataset, CancellationToken cancel) => new HashSet<string>();
}

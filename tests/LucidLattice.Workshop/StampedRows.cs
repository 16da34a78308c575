using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;

namespace LucidLattice.Testing;

/// <summary>Rows of a source that knows its state, as databases do.</summary>
/// <param name="stamp">Gives the state; null where the source cannot tell.</param>
public sealed class StampedRows(IRowReader source, Func<string?> stamp) : IRowReader
{
    public int Readings { get; private set; }

    public string? Stamp(Dataset dataset) => stamp();

    public void Require(DataQuery query) => source.Require(query);

    public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel)
    {
        Readings++;
        return source.Read(query, progress, cancel);
    }
}

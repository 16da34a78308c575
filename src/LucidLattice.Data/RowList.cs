using LucidLattice.Model.Caching;

namespace LucidLattice.Data;

/// <summary>Some rows, as indices in the dataset's order.</summary>
public sealed record RowList(int[] Rows) : ISized
{
    public long Bytes => Rows.Length * 4L;
}

namespace LucidLattice.Core.Data;

/// <summary>Some rows, as indices in the dataset's order.</summary>
public sealed record RowList(int[] Rows) : Caching.ISized
{
    public long Bytes => Rows.Length * 4L;
}

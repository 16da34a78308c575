namespace LucidLattice.Model.Caching;

/// <summary>Something whose memory is worth counting, such as a column, a row order or the totals of an aggregate.</summary>
public interface ISized
{
    /// <summary>The memory that it takes by itself, in bytes; for something made of parts, what they take together.</summary>
    long Bytes { get; }

    /// <summary>What it is made of. A part that several things share is counted once.</summary>
    IEnumerable<ISized> Parts => [this];
}

namespace LucidLattice.Layout;

/// <summary>How far the printing of a section has come at a place.</summary>
/// <param name="Rows">How many of its rows, in printed order, begin before the place.</param>
/// <param name="Level">Of its tree: that of the innermost group that has begun and has not ended; the whole of the section if none
/// has.</param>
/// <param name="Group">That group.</param>
public readonly record struct Reached(int Rows, int Level, int Group = 0);

/// <summary>What of a section stands on a page: how far it had come at the page's begin, and has at its end.</summary>
public readonly record struct PageRows(Reached Start, Reached End)
{
    /// <summary>The rows that begin on the page, as a range of the printed order.</summary>
    public int From => Start.Rows;
    public int To => Math.Max(Start.Rows, End.Rows);
}

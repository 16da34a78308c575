namespace LucidLattice.Crosstabs;

/// <summary>What a row or a column of a printed crosstab stands for: a group of all fields, a total, or a heading of nested rows.</summary>
/// <param name="Fields">How many fields it keeps apart.</param>
/// <param name="Group">Of the level of the tree that they make; with none, the number of the group around.</param>
/// <param name="Value">Which of the values it shows; -1 where the other direction says.</param>
public sealed record CrosstabEntry(int Fields, int Group, EntryKind Kind, int Value = -1)
{
    /// <summary>Of a heading, true if the totals of what is inside of it stand on its line.</summary>
    public bool HasNumbers { get; init; } = true;

    /// <summary>True for the sum of the groups of a field, where that is not said by a heading.</summary>
    public bool IsTotal => Kind != EntryKind.Leaf;
}

public enum EntryKind { Leaf, Total, Heading }

/// <summary>The rows and columns of a crosstab for one group around, in printed order.</summary>
/// <param name="LeftOut">How many rows and columns there are beyond those that are printed.</param>
public sealed record CrosstabGrid(IReadOnlyList<CrosstabEntry> Lines, IReadOnlyList<CrosstabEntry> Columns,
    (int Lines, int Columns) LeftOut);

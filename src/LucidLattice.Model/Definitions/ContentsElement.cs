namespace LucidLattice.Model.Definitions;

/// <summary>The groups of its section with the pages on which they begin.</summary>
public sealed record ContentsElement : Element
{
    /// <summary>How many levels are listed, from the outermost in.</summary>
    public int Levels { get; init; } = 1;
}

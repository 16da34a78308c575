using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Expressions.GroupLevels;

/// <summary>The levels of a group tree.</summary>
/// <param name="Around">The keys of those that stand above its own.</param>
/// <param name="Language">In which groups without a key are named.</param>
public sealed record LevelsPlan(IReadOnlyList<Compiled> Around, IReadOnlyList<LevelPlan> Own, string Language)
{
    /// <summary>The level of the tree that is the whole of it; its own come after it.</summary>
    public int Base => Around.Count;
}

/// <summary>A level that is ready to run.</summary>
/// <param name="Format">Of the key, as the outline and machines show it.</param>
public sealed record LevelPlan([property: HashedAsDeclared] GroupedBy Level, Compiled Key, ValueFormat Format)
{
    /// <summary>A total by which groups stand in order; null for their keys.</summary>
    public Compiled? Order { get; init; }

    /// <summary>Decides which groups are kept; null keeps all.</summary>
    public Compiled? Keep { get; init; }

    /// <summary>What a group is called; null for its key.</summary>
    public Compiled? Label { get; init; }

    /// <summary>Keys for which groups are printed without rows; null prints none.</summary>
    public FillPlan? Fill { get; init; }

    /// <summary>True if totals decide which groups there are, and where.</summary>
    public bool IsArranged => Order is not null || Keep is not null || Level.First is not null;
}

/// <param name="From">Where the keys begin; null, or an empty one, with the first that a row has.</param>
/// <param name="To">Where they end.</param>
public sealed record FillPlan(KeySeries Series, Compiled? From, Compiled? To);

using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Expressions.GroupLevels;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Crosstabs;

/// <summary>The fields of one direction, compiled.</summary>
/// <param name="Totals">By which groups are put in order, and kept or left out.</param>
public sealed record CrosstabAxis(IReadOnlyList<CrosstabField> Fields, IReadOnlyList<LevelPlan> Levels, AggregateList Totals)
{
    /// <summary>Of fields with named groups, what these stand for; null elsewhere.</summary>
    public IReadOnlyList<Compiled?> Keys { get; init; } = [];
}

/// <summary>A number of each cell, compiled.</summary>
/// <param name="Number">From the totals of a cell.</param>
/// <param name="Format">Of what is printed, which may be a share of it.</param>
/// <param name="Full">Of the number itself.</param>
public sealed record CrosstabMeasure(CrosstabValue Definition, Compiled Number, ValueFormat Format, ValueFormat Full, string Name)
{
    public IReadOnlyList<(StyleRule Rule, Compiled When)> Rules { get; init; } = [];

    /// <summary>What a small line goes over; null prints the number.</summary>
    public Compiled? LineOver { get; init; }
}

/// <summary>What a crosstab asks of the rows.</summary>
/// <param name="Level">The level of the tree around, for whose groups it is worked out.</param>
/// <param name="Totals">The totals that values, conditions and links of cells are made of.</param>
public sealed record CrosstabQuery(int Level, CrosstabAxis Down, CrosstabAxis Across, IReadOnlyList<CrosstabMeasure> Values,
    AggregateList Totals, string Language)
{
    /// <summary>Other rows are not counted; null counts all.</summary>
    public Compiled? Filter { get; init; }

    /// <summary>What all rows of a cell have in common, as its link asks for it.</summary>
    public IReadOnlyList<Compiled> Common { get; init; } = [];

    /// <summary>More rows are not printed.</summary>
    public const int MostLines = 100_000;

    /// <summary>More columns are not printed.</summary>
    public const int MostColumns = 2_000;
}

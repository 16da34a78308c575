using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>A total that an evaluation looked up.</summary>
/// <param name="Source">The expression in which it stands, as it was written.</param>
/// <param name="Position">Where in it.</param>
/// <param name="Over">Which rows it is taken of.</param>
/// <param name="Level">Of the tree, where that is a group, or a group up to a place.</param>
/// <param name="From">Its rows as a range of the printed order, before its own condition; of a mark, none.</param>
public sealed record AskedTotal(string Source, int Position, AggregateSpec Spec, Value Value, AskedOver Over,
    int Level, int Group, int From, int To);

/// <summary>The rows that a total is taken of: a group's, a group's up to where it stands, those that start on a page, a chart's
/// mark's.</summary>
public enum AskedOver { Group, UpToHere, Page, Mark }

using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Data;

/// <summary>How a column is compared with fixed values.</summary>
public enum NarrowingKind { NotEmpty, AtLeast, AtMost, OneOf }

/// <summary>
/// Something plain that holds for every row that is wanted. A source may leave out rows for which it does not hold, and need
/// not: whoever asks looks at the rows once more. So a database may do what it can do quickly, and nothing depends on whether
/// it compares as reports do.
/// </summary>
/// <param name="Field">Of the dataset that is read; it comes from a column.</param>
/// <param name="Values">None, the bound, or those to choose from; none of them NULL, each of a type that can be compared with the
/// field's.</param>
public sealed record Narrowing(Field Field, NarrowingKind Kind, IReadOnlyList<Value> Values);

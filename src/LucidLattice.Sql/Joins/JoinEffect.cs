namespace LucidLattice.Sql.Joins;

/// <summary>What joining one table does to the number of rows.</summary>
/// <param name="Id">Of the joined table.</param>
/// <param name="Before">Rows without it.</param>
/// <param name="After">Rows with it.</param>
/// <param name="Repeats">True if a row before it can meet several of its rows, so that numbers of the tables before would be counted more
/// than once.</param>
public sealed record JoinEffect(string Id, string Table, long Before, long After, bool Repeats);

namespace LucidLattice.Sql.Catalogue;

/// <summary>How a database is reached.</summary>
/// <param name="Kind">Its engine, by the name that <c>SqlEngines</c> lists.</param>
/// <param name="Address">What the engine opens: of SQLite, the full path of a file.</param>
public sealed record Connection(string Kind, string Address);

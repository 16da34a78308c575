using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Sqlite;

namespace LucidLattice.Sql;

/// <summary>Every kind of database that can be read.</summary>
public static class SqlEngines
{
    public static IReadOnlyList<ISqlEngine> All(QueryLimits? limits = null) => [new SqliteEngine(limits ?? QueryLimits.Default)];

    /// <summary>Registered databases, each read by the engine of its kind.</summary>
    public static SqlDatabases Over(IDatabases databases, QueryLimits? limits = null) => new(databases, All(limits));
}

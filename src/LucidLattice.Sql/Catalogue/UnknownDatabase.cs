using LucidLattice.Data;

namespace LucidLattice.Sql.Catalogue;

/// <summary>A dataset names a database that is not registered.</summary>
internal static class UnknownDatabase
{
    public static DataException Called(string name, IDatabases databases)
        => new("unknown-database", $"No database is registered as “{name}”. {databases.Known}");
}

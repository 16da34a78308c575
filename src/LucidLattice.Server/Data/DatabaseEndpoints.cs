using LucidLattice.Server.Web;
using LucidLattice.Sql;

namespace LucidLattice.Server.Data;

/// <summary>A registered database with its tables; a message instead if it cannot be read.</summary>
public sealed record DatabaseInfo(string Name, IReadOnlyList<TableInfo> Tables, string? Error);

public static class DatabaseEndpoints
{
    public static void MapDatabases(this WebApplication app)
        => app.MapGet("/api/databases", (AppData data) => data.Databases().Select(d => Info(d.Name, data)).ToList()).WithName("listDatabases").WithTags("Data");

    /// <exception cref="ApiException">There is no such database.</exception>
    public static IReadOnlyList<TableInfo> Tables(string database, AppData data)
        => SchemaReader.Read(data.PathOf(database) ?? throw ApiException.NotFound($"No database is registered as “{database}”."));

    private static DatabaseInfo Info(string name, AppData data)
    {
        try
        {
            return new DatabaseInfo(name, Tables(name, data), null);
        }
        catch (Core.Data.DataException e)
        {
            return new DatabaseInfo(name, [], e.Message);
        }
    }
}

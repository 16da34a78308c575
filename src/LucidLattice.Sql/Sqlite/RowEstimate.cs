using LucidLattice.Data;
using LucidLattice.Model.Values;
using Microsoft.Data.Sqlite;

namespace LucidLattice.Sql.Sqlite;

/// <summary>
/// About how many rows a query will give: as many as the largest table that it reads has. Row numbers are looked up at the
/// end of the table, which costs nothing; with gaps and filters there will be fewer.
/// </summary>
internal static class RowEstimate
{
    public static int? Estimate(SafeConnection connection)
    {
        long? most = null;
        foreach (var table in connection.Tables.ToList())
        {
            try
            {
                using var command = connection.Command($"SELECT max(rowid) FROM {QueryBuilder.Quote(table)}");
                if (command.ExecuteScalar() is long rows) most = Math.Max(most ?? 0, rows);
            }
            catch (Exception e) when (e is DataException or SqliteException)
            {
                // Views and tables without row numbers have none to look up.
            }
        }
        return most is null ? null : (int)Math.Min(most.Value, int.MaxValue);
    }
}

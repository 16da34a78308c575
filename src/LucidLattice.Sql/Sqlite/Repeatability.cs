using System.Text.RegularExpressions;
using LucidLattice.Model.Definitions;
using Microsoft.Data.Sqlite;

namespace LucidLattice.Sql.Sqlite;

/// <summary>Whether a query gives the same rows as long as the data stays the same: not if it asks for chance or for the time.</summary>
internal static partial class Repeatability
{
    private static readonly string[] Clock = ["current_date", "current_time", "current_timestamp", "random", "randomblob"];

    public static bool IsGiven(SafeConnection connection, Dataset dataset)
    {
        if (connection.Functions.Any(f => Clock.Contains(f, StringComparer.OrdinalIgnoreCase))) return false;
        if (!connection.Functions.Any(f => TimeFunction().IsMatch(f))) return true;
        // The functions of time take a column as often as the word for the present; only the texts tell.
        var texts = connection.Tables.Select(t => Definition(connection, t)).Append((dataset.Source as QuerySource)?.Sql ?? "");
        return !texts.Any(text => Present().IsMatch(text));
    }

    private static string Definition(SafeConnection connection, string table)
    {
        using var command = connection.Command("SELECT sql FROM sqlite_schema WHERE name = :name AND type = 'view'");
        command.Parameters.Add(new SqliteParameter(":name", table));
        return command.ExecuteScalar() as string ?? "";
    }

    [GeneratedRegex("^(date|time|datetime|julianday|unixepoch|strftime|timediff)$", RegexOptions.IgnoreCase)]
    private static partial Regex TimeFunction();

    [GeneratedRegex(@"'now'|\w\(\s*\)", RegexOptions.IgnoreCase)]
    private static partial Regex Present();
}

using LucidLattice.Data;
using Microsoft.Data.Sqlite;

namespace LucidLattice.Storage;

/// <summary>What is wrong with the application's file, as the framework calls it: nobody above has to know SQLite's codes.</summary>
internal static class FileFaults
{
    // Result codes of SQLite (https://www.sqlite.org/rescode.html).
    private const int Busy = 5, ReadOnly = 8, IoError = 10, Full = 13, CannotOpen = 14, NotADatabase = 26;

    /// <summary>Runs a step.</summary>
    /// <exception cref="IOException">The disk is full.</exception>
    /// <exception cref="UnauthorizedAccessException">The file cannot be opened or written now.</exception>
    /// <exception cref="InvalidDataException">It is no database.</exception>
    public static T Named<T>(Func<T> step)
    {
        try
        {
            return step();
        }
        catch (SqliteException e) when (e.SqliteErrorCode == Full)
        {
            throw DiskFull.Fault();
        }
        catch (SqliteException e) when (e.SqliteErrorCode is Busy or ReadOnly or IoError or CannotOpen)
        {
            throw new UnauthorizedAccessException("The application's file cannot be written now.", e);
        }
        catch (SqliteException e) when (e.SqliteErrorCode == NotADatabase)
        {
            throw new InvalidDataException("The application's file is no database of Lucid Lattice.", e);
        }
    }
}

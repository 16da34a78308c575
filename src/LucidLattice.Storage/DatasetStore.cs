using LucidLattice.Model.Definitions;
using LucidLattice.Model.Files;
using LucidLattice.Planning;
using Microsoft.Data.Sqlite;
using static LucidLattice.Storage.AppDatabase;

namespace LucidLattice.Storage;

/// <summary>A saved dataset. Times are in UTC.</summary>
public sealed record SavedDataset(string Id, int Version, DateTime SavedAt, Dataset Definition);

/// <summary>A kept dataset that cannot be read, and why. Its file is kept, and can be had as it is.</summary>
public sealed record UnreadableDataset(string Id, string Name, string Reason);

/// <summary>Datasets that reports can be made from. Each save is a version; one made from an outdated version is refused.</summary>
public sealed class DatasetStore(AppDatabase app)
{
    private const string Newest = "SELECT d.id, d.version, d.saved_at, d.definition, d.name FROM datasets d WHERE d.version = (SELECT "
        + "max(version) FROM datasets n WHERE n.id = d.id) AND d.deleted_at IS NULL";

    /// <summary>Those that can be read.</summary>
    public IReadOnlyList<SavedDataset> List()
        => [.. Read($"{Newest} ORDER BY d.name, d.id", Readable).OfType<SavedDataset>()
            .Select(d => d with { Definition = WithBase(d.Definition) })];

    public IReadOnlyList<UnreadableDataset> Unreadable() =>
        [.. Read($"{Newest} ORDER BY d.name, d.id", Reason).OfType<UnreadableDataset>()];

    /// <summary>A dataset as it lies in the file, whether it can be read or not; null if there is none.</summary>
    public string? Text(string id) => Read($"{Newest} AND d.id = $id", reader => reader.GetString(3), ("$id", id)).FirstOrDefault();

    /// <exception cref="DefinitionFormatException">It is kept, but cannot be read.</exception>
    public SavedDataset? Find(string id) => Stored(id) is { } found ? found with { Definition = WithBase(found.Definition) } : null;

    /// <summary>As <see cref="Find"/>, but null too for one that cannot be read.</summary>
    public SavedDataset? FindReadable(string id)
        => Read($"{Newest} AND d.id = $id", Readable, ("$id", id)).FirstOrDefault() is { } found
            ? found with { Definition = WithBase(found.Definition) }
            : null;

    /// <summary>The dataset with the newest state of the one that it starts from filled in; without, if that is gone or starts from this
    /// one.</summary>
    public Dataset WithBase(Dataset dataset) => WithBase(dataset, [dataset.Id]);

    private Dataset WithBase(Dataset dataset, HashSet<string> seen)
    {
        if (dataset.Source is not DerivedSource source) return dataset;
        // One more than can be saved, so that who saves sees that it is too many.
        var basis = seen.Count <= Savable.LongestChain + 1 && seen.Add(source.Dataset)
            ? Read($"{Newest} AND d.id = $id", Readable, ("$id", source.Dataset)).FirstOrDefault()?.Definition
            : null;
        return dataset with { Database = basis?.Database ?? dataset.Database,
            Source = source with { Base = basis is null ? null : WithBase(basis, seen) } };
    }

    private SavedDataset? Stored(string id) => Read($"{Newest} AND d.id = $id", Saved, ("$id", id)).FirstOrDefault();

    /// <exception cref="SaveConflictException">The id is taken.</exception>
    public SavedDataset Create(Dataset dataset)
    {
        app.Write(connection =>
        {
            using var taken = Command(connection, "SELECT 1 FROM datasets WHERE id = $id", ("$id", dataset.Id));
            if (taken.ExecuteScalar() is not null)
                throw new SaveConflictException($"There is already a dataset with the id “{dataset.Id}”.", 0);
            return Insert(connection, WithBase(dataset), 1);
        });
        return Find(dataset.Id)!;
    }

    /// <summary>Saves what was made from version <paramref name="basedOn"/>, and returns the new one.</summary>
    /// <exception cref="SaveConflictException">Somebody saved since.</exception>
    /// <exception cref="KeyNotFoundException">There is no such dataset.</exception>
    public int Save(string id, int basedOn, Dataset dataset) => app.Write(connection =>
    {
        using var command = Command(connection, "SELECT max(version) FROM datasets WHERE id = $id", ("$id", id));
        if (command.ExecuteScalar() is not long newest) throw new KeyNotFoundException($"There is no dataset “{id}”.");
        if (newest != basedOn)
            throw new SaveConflictException($"This dataset was saved elsewhere since you opened it (version {newest}).", (int)newest);
        return Insert(connection, dataset with { Id = id }, (int)newest + 1);
    });

    /// <summary>Takes a dataset out of the list, or puts it back. False if there is no such dataset. Reports keep their own copy.</summary>
    public bool SetDeleted(string id, bool deleted) => app.Write(connection =>
        Execute(connection, "UPDATE datasets SET deleted_at = $at WHERE id = $id AND (deleted_at IS NULL) = $deleted", ("$id", id),
            ("$at", deleted ? Now() : null), ("$deleted", deleted)) > 0);

    private static int Insert(SqliteConnection connection, Dataset dataset, int version)
    {
        Execute(connection, "INSERT INTO datasets VALUES ($id, $version, $name, $definition, $at, NULL)",
            ("$id", dataset.Id), ("$version", version), ("$name", dataset.Name), ("$definition", Savable.Text(dataset)),
            ("$at", Now()));
        return version;
    }

    private static SavedDataset Saved(SqliteDataReader reader)
        => new(reader.GetString(0), reader.GetInt32(1), reader.GetDateTime(2), DatasetFile.Read(reader.GetString(3)));

    private static SavedDataset? Readable(SqliteDataReader reader)
    {
        try
        {
            return Saved(reader);
        }
        catch (DefinitionFormatException)
        {
            return null;
        }
    }

    private static UnreadableDataset? Reason(SqliteDataReader reader)
    {
        try
        {
            Saved(reader);
            return null;
        }
        catch (DefinitionFormatException e)
        {
            return new UnreadableDataset(reader.GetString(0), reader.GetString(4), e.Message);
        }
    }

    private List<T> Read<T>(string sql, Func<SqliteDataReader, T> read, params (string, object?)[] values) => app.Read(connection =>
    {
        using var command = Command(connection, sql, values);
        using var reader = command.ExecuteReader();
        var found = new List<T>();
        while (reader.Read()) found.Add(read(reader));
        return found;
    });

    private static string Now() => DateTime.UtcNow.ToString("yyyy-MM-dd HH:mm:ss.fff", System.Globalization.CultureInfo.InvariantCulture);
}

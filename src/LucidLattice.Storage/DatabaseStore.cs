namespace LucidLattice.Storage;

/// <summary>The databases that reports may read, by name.</summary>
public sealed class DatabaseStore(AppDatabase app)
{
    /// <exception cref="InvalidOperationException">The file is the application's own.</exception>
    public void Register(string name, string path)
    {
        var full = Path.GetFullPath(path);
        var target = new FileInfo(full) is { Exists: true } file ? file.ResolveLinkTarget(returnFinalTarget: true)?.FullName ?? full : full;
        if (string.Equals(target, app.Path, StringComparison.Ordinal)) throw new InvalidOperationException("The application's own file cannot be used as a database of reports.");
        app.Write(connection => AppDatabase.Execute(connection, "INSERT INTO databases VALUES ($name, $path) ON CONFLICT (name) DO UPDATE SET path = excluded.path", ("$name", name), ("$path", full)));
    }

    /// <summary>Forgets a database; its file stays. False if there is none of this name.</summary>
    public bool Unregister(string name) => app.Write(connection => AppDatabase.Execute(connection, "DELETE FROM databases WHERE name = $name", ("$name", name)) > 0);

    public IReadOnlyList<(string Name, string Path)> All() => app.Read(connection =>
    {
        using var command = AppDatabase.Command(connection, "SELECT name, path FROM databases ORDER BY name");
        using var reader = command.ExecuteReader();
        var found = new List<(string, string)>();
        while (reader.Read()) found.Add((reader.GetString(0), reader.GetString(1)));
        return found;
    });
}

namespace LucidLattice.Storage;

/// <summary>The databases that reports may read, by name.</summary>
public sealed class DatabaseStore(AppDatabase app)
{
    /// <exception cref="InvalidOperationException">The file is the application's own.</exception>
    public void Register(string name, string path)
    {
        var full = Path.GetFullPath(path);
        var target = new FileInfo(full) is { Exists: true } file ? file.ResolveLinkTarget(returnFinalTarget: true)?.FullName ?? full : full;
        // Whoever opens it looks once more, by what it leads to then.
        if (string.Equals(target, app.Path, StringComparison.Ordinal))
            throw new InvalidOperationException("The application's own file cannot be used as a database of reports.");
        app.Write(connection =>
            AppDatabase.Execute(connection,
                "INSERT INTO databases (name, path) VALUES ($name, $path) ON CONFLICT (name) DO UPDATE SET path = excluded.path, "
                + "forgotten_at = NULL", ("$name", name), ("$path", full)));
    }

    /// <summary>Forgets a database, or brings a forgotten one back; its file stays. False if there is none of this name.</summary>
    public bool SetForgotten(string name, bool forgotten) => app.Write(connection => AppDatabase.Execute(connection,
        "UPDATE databases SET forgotten_at = $at WHERE name = $name AND (forgotten_at IS NULL) = $forgotten", ("$name", name),
        ("$at", forgotten ? DateTime.UtcNow.ToString("O") : null), ("$forgotten", forgotten)) > 0);

    /// <summary>Takes a forgotten database away for good.</summary>
    public void Remove(string name) =>
        app.Write(connection =>
            AppDatabase.Execute(connection, "DELETE FROM databases WHERE name = $name AND forgotten_at IS NOT NULL", ("$name", name)));

    public IReadOnlyList<(string Name, string Path)> All() => Read("forgotten_at IS NULL");

    public IReadOnlyList<(string Name, string Path)> Forgotten() => Read("forgotten_at IS NOT NULL");

    private List<(string Name, string Path)> Read(string which) => app.Read(connection =>
    {
        using var command = AppDatabase.Command(connection, $"SELECT name, path FROM databases WHERE {which} ORDER BY name");
        using var reader = command.ExecuteReader();
        var found = new List<(string, string)>();
        while (reader.Read()) found.Add((reader.GetString(0), reader.GetString(1)));
        return found;
    });
}

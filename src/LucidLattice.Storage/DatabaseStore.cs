namespace LucidLattice.Storage;

/// <summary>A database that was registered.</summary>
/// <param name="Kind">Its engine.</param>
/// <param name="Address">What the engine opens: the full path of a file, for one that reads files.</param>
public sealed record RegisteredDatabase(string Name, string Kind, string Address);

/// <summary>The databases that reports may read, by name.</summary>
public sealed class DatabaseStore(AppDatabase app)
{
    /// <exception cref="InvalidOperationException">The file is the application's own.</exception>
    public void Register(string name, string kind, string address)
    {
        var full = Path.GetFullPath(address);
        var target = new FileInfo(full) is { Exists: true } file ? file.ResolveLinkTarget(returnFinalTarget: true)?.FullName ?? full : full;
        // Whoever opens it looks once more, by what it leads to then.
        if (string.Equals(target, app.Path, StringComparison.Ordinal))
            throw new InvalidOperationException("The application's own file cannot be used as a database of reports.");
        app.Write(connection =>
            AppDatabase.Execute(connection,
                "INSERT INTO databases (name, kind, address) VALUES ($name, $kind, $address) ON CONFLICT (name) DO UPDATE SET "
                + "kind = excluded.kind, address = excluded.address, forgotten_at = NULL",
                ("$name", name), ("$kind", kind), ("$address", address)));
    }

    /// <summary>Forgets a database, or brings a forgotten one back; its file stays. False if there is none of this name.</summary>
    public bool SetForgotten(string name, bool forgotten) => app.Write(connection => AppDatabase.Execute(connection,
        "UPDATE databases SET forgotten_at = $at WHERE name = $name AND (forgotten_at IS NULL) = $forgotten", ("$name", name),
        ("$at", forgotten ? DateTime.UtcNow.ToString("O") : null), ("$forgotten", forgotten)) > 0);

    /// <summary>Takes a forgotten database away for good.</summary>
    public void Remove(string name) =>
        app.Write(connection =>
            AppDatabase.Execute(connection, "DELETE FROM databases WHERE name = $name AND forgotten_at IS NOT NULL", ("$name", name)));

    public IReadOnlyList<RegisteredDatabase> All() => Read("forgotten_at IS NULL");

    public IReadOnlyList<RegisteredDatabase> Forgotten() => Read("forgotten_at IS NOT NULL");

    private List<RegisteredDatabase> Read(string which) => app.Read(connection =>
    {
        using var command = AppDatabase.Command(connection, $"SELECT name, kind, address FROM databases WHERE {which} ORDER BY name");
        using var reader = command.ExecuteReader();
        var found = new List<RegisteredDatabase>();
        while (reader.Read()) found.Add(new(reader.GetString(0), reader.GetString(1), reader.GetString(2)));
        return found;
    });
}

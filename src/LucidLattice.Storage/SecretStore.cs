using System.Security.Cryptography;

namespace LucidLattice.Storage;

/// <summary>Keys that the application makes for itself, once, and never shows.</summary>
public sealed class SecretStore(AppDatabase app)
{
    /// <summary>The key of a name, 32 random bytes; made when it is asked for first.</summary>
    public byte[] Key(string name) => app.Write(connection =>
    {
        AppDatabase.Execute(connection, "INSERT INTO secrets VALUES ($name, $value) ON CONFLICT DO NOTHING", ("$name", name),
            ("$value", RandomNumberGenerator.GetBytes(32)));
        using var command = AppDatabase.Command(connection, "SELECT value FROM secrets WHERE name = $name", ("$name", name));
        return (byte[])command.ExecuteScalar()!;
    });
}

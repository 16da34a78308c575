using static LucidLattice.Storage.AppDatabase;

namespace LucidLattice.Storage;

/// <summary>The first page of each report as it was drawn last, so that the library shows it at once after a restart.</summary>
public sealed class FirstPageStore(AppDatabase app)
{
    /// <summary>A larger picture is drawn again; in characters.</summary>
    public const int Longest = 500_000;

    /// <summary>The picture that was drawn from what the identity tells; null if another one was, or none.</summary>
    public string? Find(string report, string identity) => app.Read(connection =>
    {
        using var command = Command(connection, "SELECT svg FROM first_pages WHERE report = $report AND identity = $identity",
            ("$report", report), ("$identity", identity));
        return command.ExecuteScalar() as string;
    });

    /// <summary>Keeps a picture in the place of the report's last one.</summary>
    public void Keep(string report, string identity, string svg)
    {
        if (svg.Length > Longest || Find(report, identity) is not null) return;
        app.Write(connection => Execute(connection,
            "INSERT INTO first_pages VALUES ($report, $identity, $svg) "
            + "ON CONFLICT (report) DO UPDATE SET identity = excluded.identity, svg = excluded.svg",
            ("$report", report), ("$identity", identity), ("$svg", svg)));
    }
}

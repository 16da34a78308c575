using System.Globalization;
using static LucidLattice.Storage.AppDatabase;

namespace LucidLattice.Storage;

/// <summary>What came out when a link or a promise of a report was tried last.</summary>
/// <param name="Subject"><c>link ELEMENT PLACE</c> or <c>promise ID</c>.</param>
/// <param name="Content">The result, as whoever keeps it writes it.</param>
/// <param name="Tried">What was tried, as whoever keeps it writes that; empty for trials of earlier versions of the program.</param>
/// <param name="TriedAt">In UTC.</param>
public sealed record KeptTrial(string Report, string Subject, string Content, string Tried, DateTime TriedAt);

/// <summary>The last result of each trial, with its date; and where reports lie on the map of links.</summary>
public sealed class TrialStore(AppDatabase app)
{
    /// <summary>Keeps a result in the place of the one before.</summary>
    public void Keep(string report, string subject, string content, string tried = "") => app.Write(connection => Execute(connection,
        "INSERT INTO trials (report, subject, content, tried, tried_at) VALUES ($report, $subject, $content, $tried, $at) "
        + "ON CONFLICT (report, subject) DO UPDATE SET content = excluded.content, tried = excluded.tried, tried_at = excluded.tried_at",
        ("$report", report), ("$subject", subject), ("$content", content), ("$tried", tried),
        ("$at", DateTime.UtcNow.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture))));

    /// <param name="report">Null for those of all reports.</param>
    public IReadOnlyList<KeptTrial> All(string? report = null) => app.Read(connection =>
    {
        using var command = Command(connection,
            "SELECT report, subject, content, tried, tried_at FROM trials WHERE $report IS NULL OR report = $report "
            + "ORDER BY report, subject",
            ("$report", report));
        using var reader = command.ExecuteReader();
        var found = new List<KeptTrial>();
        while (reader.Read())
            found.Add(new KeptTrial(reader.GetString(0), reader.GetString(1), reader.GetString(2), reader.GetString(3),
                DateTime.SpecifyKind(reader.GetDateTime(4), DateTimeKind.Utc)));
        return found;
    });

    /// <summary>Where somebody laid reports on the map, by their ids.</summary>
    public IReadOnlyDictionary<string, (double X, double Y)> Places() => app.Read(connection =>
    {
        using var command = Command(connection, "SELECT report, x, y FROM map_places");
        using var reader = command.ExecuteReader();
        var places = new Dictionary<string, (double, double)>();
        while (reader.Read()) places[reader.GetString(0)] = (reader.GetDouble(1), reader.GetDouble(2));
        return places;
    });

    public void Place(string report, double x, double y) => app.Write(connection => Execute(connection,
        "INSERT INTO map_places VALUES ($report, $x, $y) ON CONFLICT (report) DO UPDATE SET x = excluded.x, y = excluded.y",
        ("$report", report), ("$x", x), ("$y", y)));

    /// <summary>Lets the map be laid out by itself again.</summary>
    public void ForgetPlaces() => app.Write(connection => Execute(connection, "DELETE FROM map_places"));
}

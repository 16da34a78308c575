using LucidLattice.Model.Files;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Planning;
using Microsoft.Data.Sqlite;
using static LucidLattice.Storage.AppDatabase;

namespace LucidLattice.Storage;

/// <summary>A report as the library lists it. Times are in UTC.</summary>
/// <param name="Unreadable">Why its draft cannot be read; null if it can. Its file is kept, and can be had as it is.</param>
public sealed record ReportEntry(string Id, string Title, string? Description, int Draft, int? Published, DateTime SavedAt,
    string? Unreadable = null)
{
    /// <summary>True if the draft differs from what readers see.</summary>
    public bool HasUnpublishedChanges => Published != Draft;
}

/// <summary>A version that is kept.</summary>
/// <param name="Kind"><c>draft</c>, <c>published</c>, or <c>refused</c>: made from an outdated one, and kept beside what came
/// first.</param>
/// <param name="IsRead">True for the one that readers see.</param>
/// <param name="Note">What its author said about it.</param>
public sealed record ReportVersion(int Version, string Kind, string Title, DateTime SavedAt, bool IsRead, string? Note = null);

/// <summary>One saved version of a definition.</summary>
public sealed record SavedReport(string Id, int Version, int Draft, int? Published, ReportDefinition Definition);

/// <summary>
/// Reports with their drafts and publications. Each save is a version of its own; a save that was made from an outdated
/// version is refused, and kept beside the one that came first.
/// </summary>
public sealed class ReportStore(AppDatabase app) : IReportCatalog
{
    /// <summary>The longest note of a version, in letters.</summary>
    public const int LongestNote = 500;

    /// <summary>In bytes.</summary>
    private const long ReadLimit = 64_000_000;

    private readonly SizedCache _read = new(ReadLimit);

    private const string Columns = "r.id, v.version, r.draft, r.published, v.definition, v.saved_at, v.title";

    public IReadOnlyList<ReportEntry> List() => app.Read(connection =>
    {
        using var command = Command(connection,
            $"SELECT {Columns} FROM reports r JOIN report_versions v ON v.report_id = r.id AND v.version = r.draft WHERE r.deleted_at IS "
            + $"NULL ORDER BY v.title, r.id");
        using var reader = command.ExecuteReader();
        var found = new List<ReportEntry>();
        while (reader.Read()) found.Add(Entry(reader));
        return found;
    });

    /// <summary>The drafts of all reports, but for those that cannot be read.</summary>
    public IEnumerable<SavedReport> Drafts() => [.. List().Where(r => r.Unreadable is null).Select(r => Draft(r.Id)).OfType<SavedReport>()];

    /// <summary>The draft of a report as it lies in the file, whether it can be read or not; null if there is no such report.</summary>
    public string? DraftText(string id) => app.Read(connection =>
    {
        using var command = Command(connection,
            "SELECT v.definition FROM reports r JOIN report_versions v ON v.report_id = r.id AND v.version = r.draft WHERE r.id = $id "
            + "AND r.deleted_at IS NULL",
            ("$id", id));
        return command.ExecuteScalar() as string;
    });

    /// <summary>The draft of a report, or null if there is no such report.</summary>
    public SavedReport? Draft(string id) => One(id, "r.draft");

    /// <summary>What readers see, or null if the report was never published or is deleted.</summary>
    public SavedReport? PublishedVersion(string id) => One(id, "r.published");

    /// <summary>The versions that are kept, the newest first.</summary>
    public IReadOnlyList<ReportVersion> Versions(string id) => app.Read(connection =>
    {
        using var command = Command(connection,
            "SELECT v.version, v.kind, v.title, v.saved_at, v.version = r.published, v.note FROM report_versions v JOIN reports r "
            + "ON r.id = v.report_id WHERE r.id = $id AND r.deleted_at IS NULL ORDER BY v.version DESC", ("$id", id));
        using var reader = command.ExecuteReader();
        var found = new List<ReportVersion>();
        while (reader.Read())
            found.Add(new(reader.GetInt32(0), reader.GetString(1), reader.GetString(2),
                DateTime.SpecifyKind(reader.GetDateTime(3), DateTimeKind.Utc), !reader.IsDBNull(4) && reader.GetBoolean(4),
                reader.IsDBNull(5) ? null : reader.GetString(5)));
        return found;
    });

    /// <summary>One of the versions, or null if it is not kept.</summary>
    public SavedReport? Version(string id, int version) => One(id, "$version", version);

    /// <summary>A publication that cannot be read is no target; links to it are problems like those to none.</summary>
    ReportDefinition? IReportCatalog.Published(string reportId)
    {
        try
        {
            return PublishedVersion(reportId)?.Definition;
        }
        catch (DefinitionFormatException)
        {
            return null;
        }
    }

    /// <summary>Of the text, in which the definition is written in one way.</summary>
    ContentHash? IReportCatalog.IdentityOf(string reportId) => app.Read(connection =>
    {
        using var command = Command(connection,
            "SELECT v.definition FROM reports r JOIN report_versions v ON v.report_id = r.id AND v.version = r.published WHERE r.id = $id "
            + "AND r.deleted_at IS NULL", ("$id", reportId));
        return command.ExecuteScalar() is string text ? ContentHash.Of(text) : (ContentHash?)null;
    });

    /// <summary>True if no report has the id, deleted ones included.</summary>
    public bool IsFree(string id) => app.Read(connection =>
    {
        using var command = Command(connection, "SELECT 1 FROM reports WHERE id = $id", ("$id", id));
        return command.ExecuteScalar() is null;
    });

    /// <exception cref="SaveConflictException">The id is taken.</exception>
    public SavedReport Create(string id, ReportDefinition definition) => app.Write(connection =>
    {
        using var exists = Command(connection, "SELECT 1 FROM reports WHERE id = $id", ("$id", id));
        if (exists.ExecuteScalar() is not null) throw new SaveConflictException($"There is already a report with the id “{id}”.", 0);
        Execute(connection, "INSERT INTO reports VALUES ($id, 1, NULL, NULL)", ("$id", id));
        Insert(connection, id, 1, "draft", definition);
        return new SavedReport(id, 1, 1, null, definition);
    });

    /// <summary>Saves a draft that was made from version <paramref name="basedOn"/>, and returns its number.</summary>
    /// <exception cref="SaveConflictException">Somebody saved since; the refused draft is kept as a version too.</exception>
    /// <exception cref="KeyNotFoundException">There is no such report.</exception>
    public int SaveDraft(string id, int basedOn, ReportDefinition definition)
    {
        var (version, current) = app.Write(connection =>
        {
            var report = Head(connection, id);
            var next = Next(connection, id);
            var refused = report.Draft != basedOn;
            Insert(connection, id, next, refused ? "refused" : "draft", definition);
            if (refused) return (next, report.Draft);
            Execute(connection, "UPDATE reports SET draft = $version WHERE id = $id", ("$id", id), ("$version", next));
            foreach (var gone in VersionThinning.Superfluous(SavedDrafts(connection, id), DateTime.UtcNow))
                Execute(connection, "DELETE FROM report_versions WHERE report_id = $id AND version = $version", ("$id", id),
                    ("$version", gone));
            return (next, next);
        });
        return version == current
            ? version
            : throw new SaveConflictException(
            $"This report was saved elsewhere since you opened it, as version {current}. Your changes are not lost: they are kept "
            + $"beside it, as version {version} of its history.", current);
    }

    /// <summary>Says what a version is about; null takes the note away. False if the version is not kept.</summary>
    /// <exception cref="ArgumentException">The note is longer than <see cref="LongestNote"/>.</exception>
    public bool SetNote(string id, int version, string? note)
    {
        if (note?.Length > LongestNote) throw new ArgumentException($"A note has up to {LongestNote} letters, not {note.Length}.");
        return app.Write(connection => Execute(connection,
            "UPDATE report_versions SET note = $note WHERE report_id = $id AND version = $version", ("$id", id), ("$version", version),
            ("$note", string.IsNullOrWhiteSpace(note) ? null : note.Trim())) > 0);
    }

    private static List<(int Version, DateTime SavedAt)> SavedDrafts(SqliteConnection connection, string id)
    {
        using var command = Command(connection,
            "SELECT version, saved_at FROM report_versions WHERE report_id = $id AND kind = 'draft' ORDER BY version DESC", ("$id", id));
        using var reader = command.ExecuteReader();
        var found = new List<(int, DateTime)>();
        while (reader.Read()) found.Add((reader.GetInt32(0), DateTime.SpecifyKind(reader.GetDateTime(1), DateTimeKind.Utc)));
        return found;
    }

    /// <summary>Makes the draft what readers see, and returns its version.</summary>
    /// <exception cref="SaveConflictException">The draft is no longer the version that was looked at.</exception>
    /// <exception cref="KeyNotFoundException">There is no such report.</exception>
    public int Publish(string id, int version)
    {
        var published = app.Write(connection => Publish(connection, id, version));
        return published;
    }

    private static int Publish(SqliteConnection connection, string id, int version)
    {
        var report = Head(connection, id);
        if (report.Draft != version)
            throw new SaveConflictException($"The draft was saved elsewhere since (version {report.Draft}).", report.Draft);
        Execute(connection, "UPDATE report_versions SET kind = 'published' WHERE report_id = $id AND version = $version", ("$id", id),
            ("$version", version));
        Execute(connection, "UPDATE reports SET published = $version WHERE id = $id", ("$id", id), ("$version", version));
        return version;
    }

    /// <summary>Takes a report out of the library, or puts it back. False if there is no such report.</summary>
    public bool SetDeleted(string id, bool deleted)
    {
        var changed = app.Write(connection =>
            Execute(connection, "UPDATE reports SET deleted_at = $at WHERE id = $id AND (deleted_at IS NULL) = $deleted", ("$id", id),
                ("$at", deleted ? Now() : null), ("$deleted", deleted)) > 0);
        return changed;
    }

    /// <param name="version">The column that holds the number of the version, or <c>$version</c>.</param>
    private SavedReport? One(string id, string version, int number = 0) => app.Read(connection =>
    {
        using var command = Command(connection,
            $"SELECT {Columns} FROM reports r JOIN report_versions v ON v.report_id = r.id AND v.version = {version} WHERE r.id = $id "
            + $"AND r.deleted_at IS NULL", ("$id", id), ("$version", number));
        using var reader = command.ExecuteReader();
        return reader.Read() ? Saved(reader) : null;
    });

    /// <summary>One draft that cannot be read hides no other: it is listed with the reason.</summary>
    private ReportEntry Entry(SqliteDataReader reader)
    {
        int? published = reader.IsDBNull(3) ? null : reader.GetInt32(3);
        try
        {
            var definition = Definition(reader);
            return new ReportEntry(reader.GetString(0), definition.Title, definition.Description, reader.GetInt32(2), published,
                reader.GetDateTime(5));
        }
        catch (DefinitionFormatException e)
        {
            return new ReportEntry(reader.GetString(0), reader.GetString(6), null, reader.GetInt32(2), published, reader.GetDateTime(5),
                e.Message);
        }
    }

    private SavedReport Saved(SqliteDataReader reader)
        => new(reader.GetString(0), reader.GetInt32(1), reader.GetInt32(2), reader.IsDBNull(3) ? null : reader.GetInt32(3),
            Definition(reader));

    /// <summary>The same text is read once: each edit of a report asks for all the reports that its links lead to.</summary>
    private ReportDefinition Definition(SqliteDataReader reader)
    {
        var text = reader.GetString(4);
        return _read.Get(ContentHash.Of(text), () => new ReadDefinition(ReportFile.Read(text), text.Length), CancellationToken.None)
            .Definition;
    }

    /// <param name="Length">Of its text, in characters. Each takes two bytes in the text and up to two in what is read from it, as was
    /// measured with the demo's reports.</param>
    private sealed record ReadDefinition(ReportDefinition Definition, int Length) : ISized
    {
        public long Bytes => 4L * Length;
    }

    private static (int Draft, int? Published) Head(SqliteConnection connection, string id)
    {
        using var command = Command(connection, "SELECT draft, published FROM reports WHERE id = $id AND deleted_at IS NULL", ("$id", id));
        using var reader = command.ExecuteReader();
        if (!reader.Read()) throw new KeyNotFoundException($"There is no report “{id}”.");
        return (reader.GetInt32(0), reader.IsDBNull(1) ? null : reader.GetInt32(1));
    }

    private static int Next(SqliteConnection connection, string id)
    {
        using var command = Command(connection, "SELECT max(version) + 1 FROM report_versions WHERE report_id = $id", ("$id", id));
        return Convert.ToInt32(command.ExecuteScalar());
    }

    private static void Insert(SqliteConnection connection, string id, int version, string kind, ReportDefinition definition)
        => Execute(connection, "INSERT INTO report_versions VALUES ($id, $version, $kind, $title, $definition, $at, NULL)",
            ("$id", id), ("$version", version), ("$kind", kind), ("$title", definition.Title),
            ("$definition", Savable.Text(definition)), ("$at", Now()));

    private static string Now() => DateTime.UtcNow.ToString("yyyy-MM-dd HH:mm:ss.fff", System.Globalization.CultureInfo.InvariantCulture);
}

/// <summary>A save that would have overwritten somebody else's.</summary>
/// <param name="current">The version that came first.</param>
public sealed class SaveConflictException(string message, int current) : Exception(message)
{
    public int Current { get; } = current;
}

using System.Text.Json;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Server.Web;
using LucidLattice.Server.Workspace;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Csv;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Sqlite;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.HttpResults;

namespace LucidLattice.Server.Data;

/// <summary>A registered database with its tables; a message instead if it cannot be read.</summary>
/// <param name="IsOwn">True for an uploaded one, which can be replaced and take in more tables; others are only ever read.</param>
public sealed record DatabaseInfo(string Name, IReadOnlyList<TableInfo> Tables, string? Error, bool IsOwn);

/// <summary>Registers a SQLite file of this machine. It is only ever read.</summary>
public sealed record RegisterDatabase(string Name, string Path);

/// <summary>What reads a database: the names of datasets and the titles of reports.</summary>
public sealed record DatabaseUses(IReadOnlyList<string> Datasets, IReadOnlyList<string> Reports);

/// <summary>Databases: registered and uploaded ones.</summary>
public static class DatabaseEndpoints
{
    /// <summary>The largest file that can be uploaded, in bytes.</summary>
    public const long MostUploaded = 256L << 20;

    public static void MapDatabases(this WebApplication app)
    {
        var databases = app.MapGroup("/api/databases").WithTags("Data");
        databases.MapGet("/", (AppData data, SqlDatabases read) => data.Databases().Select(d => Info(d.Name, data, read)).ToList())
            .WithName("listDatabases")
                .WithSummary("The databases with their tables.");
        databases.MapPost("/", Register).WithName("registerDatabase")
                .WithSummary("Registers a database that is only ever read.");
        databases.MapGet("/{name}/uses", Uses).WithName("listDatabaseUses")
                .WithSummary("The datasets and reports that read a database.");
        databases.MapDelete("/{name}",
            (string name, AppData data) => data.SetForgotten(name, true) ? Results.NoContent() : throw Missing(name))
            .WithName("forgetDatabase")
                .WithSummary("Forgets a database; its file stays, and it can be restored.").Produces(StatusCodes.Status204NoContent);
        databases.MapPost("/{name}/restore",
            (string name, AppData data) => data.SetForgotten(name, false) ? Results.NoContent() : throw Missing(name))
            .WithName("restoreDatabase")
                .WithSummary("Restores a forgotten database.").Produces(StatusCodes.Status204NoContent);
        databases.MapPost("/upload", UploadSqlite).WithName("uploadDatabase")
                .WithSummary("Uploads a SQLite file as a database.").Accepts<byte[]>("application/octet-stream");
        databases.MapPost("/csv/preview",
            (HttpContext context, AppData data, CancellationToken cancel) =>
            WithUpload(context, data, (file, _) => CsvFile.Preview(file), cancel)).WithName("previewCsv")
                .WithSummary("The first rows of a CSV file, with a proposed type for each column.")
                .Accepts<byte[]>("application/octet-stream");
        databases.MapPost("/spreadsheet", ReadSpreadsheet).WithName("readSpreadsheet")
                .WithSummary("The first sheet of a workbook as CSV.").Accepts<byte[]>("application/octet-stream")
            .Produces<string>(contentType: "text/csv");
        databases.MapPost("/csv", UploadCsv).WithName("uploadCsv")
                .WithSummary("Makes a CSV file a table of an uploaded database.").Accepts<byte[]>("application/octet-stream");
    }

    /// <exception cref="ApiException">There is no such database.</exception>
    public static IReadOnlyList<TableInfo> Tables(string database, AppData data, SqlDatabases read) =>
        data.Find(database) is null ? throw Missing(database) : read.Tables(database);

    private static ApiException Missing(string name) => ApiException.NotFound($"No database is registered as “{name}”.");

    private static Created<DatabaseInfo> Register(RegisterDatabase request, AppData data, SqlDatabases read)
    {
        var name = data.NameFor(request.Name);
        if (!Path.IsPathFullyQualified(request.Path))
            throw ApiException.Bad("bad-path", "Give the whole path of the file, from the root on.");
        var at = SqliteEngine.At(request.Path);
        read.Tables(at);
        try
        {
            data.Register(name, at);
        }
        catch (InvalidOperationException e)
        {
            throw ApiException.Bad("own-file", e.Message);
        }
        return TypedResults.Created($"/api/databases/{Uri.EscapeDataString(name)}", Info(name, data, read));
    }

    /// <param name="name">What the database is called.</param>
    /// <param name="replace">True if an uploaded database of this name may go.</param>
    private static Task<DatabaseInfo> UploadSqlite(string name, HttpContext context, AppData data, SqlDatabases read,
        CancellationToken cancel, bool replace = false) => WithUpload(context, data, (file, path) =>
    {
        file.Close();
        return Info(data.PutSqlite(read, name, path, replace), data, read);
    }, cancel);

    /// <param name="name">What the database is called. An uploaded one takes the table in beside those that it has.</param>
    /// <param name="table">What its table is called.</param>
    /// <param name="columns">The columns as the preview proposes them, as JSON, perhaps changed; null reads them from the first line of the
    /// body, since those of a wide file are too long for an address.</param>
    /// <param name="replace">True if a table of this name may go.</param>
    private static Task<CsvImport> UploadCsv(string name, string table, HttpContext context, AppData data,
        SqlDatabases read, CancellationToken cancel, string? columns = null, bool replace = false)
        => WithUpload(context, data, (file, _) => data.PutCsv(read, name, table, file,
            Columns(columns ?? FirstLine(file)), replace, cancel), cancel);

    /// <summary>The first sheet of a workbook (.xlsx) as CSV, which then becomes a table as any CSV does.</summary>
    private static async Task<IResult> ReadSpreadsheet(HttpContext context, AppData data, CancellationToken cancel) =>
        Results.Text(await WithUpload(context, data, (file, _) =>
        {
            using var csv = new StringWriter();
            SpreadsheetFile.ToCsv(file, csv, cancel);
            return csv.ToString();
        }, cancel), "text/csv; charset=utf-8");

    /// <summary>The first line of a file, which then stands behind it.</summary>
    private static string FirstLine(FileStream file)
    {
        const int Longest = 1 << 20;
        var line = new List<byte>();
        for (var next = file.ReadByte(); next is not -1 and not '\n'; next = file.ReadByte())
        {
            line.Add((byte)next);
            if (line.Count > Longest) throw ApiException.Bad("bad-columns", "The first line should hold the columns as JSON.");
        }
        return System.Text.Encoding.UTF8.GetString([.. line]);
    }

    private static List<CsvColumn> Columns(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<List<CsvColumn>>(json, ReportJson.Options) ?? [];
        }
        catch (JsonException e)
        {
            throw ApiException.Bad("bad-columns",
                $"The columns cannot be read: {FormatWords.Explain(e, ReportJson.Options, typeof(List<CsvColumn>))}");
        }
    }

    /// <summary>Puts the body of a request into a file of its own for as long as it is looked at. Its name comes from here, so it cannot
    /// lie anywhere else.</summary>
    private static async Task<T> WithUpload<T>(HttpContext context, AppData data, Func<FileStream, string, T> use, CancellationToken cancel)
    {
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size) size.MaxRequestBodySize = MostUploaded;
        var path = Path.Combine(data.Uploads, Guid.NewGuid().ToString("N") + ".part");
        try
        {
            await using var file = new FileStream(path, FileMode.CreateNew, FileAccess.ReadWrite);
            await context.Request.Body.CopyToAsync(file, cancel);
            file.Position = 0;
            return await Task.Run(() => use(file, path), cancel);
        }
        finally
        {
            File.Delete(path);
        }
    }

    private static DatabaseUses Uses(string name, AppData data) => new(
        [.. data.Datasets.List().Where(d => d.Definition.Database == name).Select(d => d.Definition.Name)],
        [.. data.Reports.Drafts().Where(r => r.Definition.Datasets.Any(d => d.Database == name)).Select(r => r.Definition.Title)]);

    private static DatabaseInfo Info(string name, AppData data, SqlDatabases read)
    {
        try
        {
            return new DatabaseInfo(name, Tables(name, data, read), null, data.IsOwn(name));
        }
        catch (DataException e)
        {
            return new DatabaseInfo(name, [], e.Message, data.IsOwn(name));
        }
    }
}

using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using Xunit;

namespace LucidLattice.Server.Tests;

/// <summary>Databases and datasets through the API.</summary>
public sealed class DataApiTests(RunningServer server) : IClassFixture<RunningServer>
{
    private async Task<(int Status, JsonElement Body)> Upload(string path, byte[] bytes)
    {
        using var content = new ByteArrayContent(bytes);
        content.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        var response = await server.Client.PostAsync("/api/databases" + path, content);
        return ((int)response.StatusCode, JsonDocument.Parse(await response.Content.ReadAsStringAsync()).RootElement);
    }

    [Fact]
    public async Task A_CSV_file_becomes_a_database_of_its_own_that_reports_can_read()
    {
        var file = Encoding.UTF8.GetBytes("port;tide;day\nVoe;1,4;1.3.2025\nBrae;0,9;31.3.2025\n");
        var (_, preview) = await Upload("/csv/preview", file);
        Assert.Equal(";", preview.GetProperty("delimiter").GetString());
        var columns = Uri.EscapeDataString(preview.GetProperty("columns").GetRawText());
        var (status, made) = await Upload($"/csv?name=tides&table=tides&columns={columns}", file);
        Assert.Equal((200, 2), (status, made.GetProperty("rows").GetInt32()));
        var (_, report) = await server.Send(HttpMethod.Post, "/reports", new { database = "tides", table = "tides" });
        var (_, run) = await server.Send(HttpMethod.Post, $"/reports/{report.GetProperty("id").GetString()}/runs", new { draft = true });
        Assert.Equal(2, run.GetProperty("rows").GetInt32());
        Assert.Contains("31 Mar 2025", await server.Client.GetStringAsync($"/api/runs/{run.GetProperty("id").GetString()}/pages/1"));
        // Its name is taken now; what reads it is known; it can be forgotten.
        Assert.Equal(409, (await Upload($"/csv?name=tides&table=x&columns={columns}", file)).Status);
        Assert.Equal("Tides", (await server.Get("/databases/tides/uses")).GetProperty("reports")[0].GetString());
        Assert.Equal(204, (int)(await server.Client.DeleteAsync("/api/databases/tides")).StatusCode);
    }

    [Fact]
    public async Task Uploads_are_checked_to_be_what_they_claim_and_leave_nothing_behind()
    {
        var uploads = Path.Combine(server.Folder, "uploads");
        int Files() => Directory.Exists(uploads) ? Directory.GetFiles(uploads).Length : 0;
        var before = Files();
        Assert.Equal("not-a-database", (await Upload("/upload?name=x", "no database"u8.ToArray())).Body.GetProperty("code").GetString());
        Assert.Equal("not-a-database", (await Upload("/upload?name=x", [.. "SQLite format 3\0"u8, .. new byte[500]])).Body.GetProperty("code").GetString());
        Assert.Equal("not-csv", (await Upload("/csv/preview", [0, 1, 2, 3])).Body.GetProperty("code").GetString());
        Assert.Equal("bad-name", (await Upload("/upload?name=%20", "x"u8.ToArray())).Body.GetProperty("code").GetString());
        Assert.Equal(before, Files());

        var (status, made) = await Upload("/upload?name=" + Uri.EscapeDataString("../../copy of ferries"), await File.ReadAllBytesAsync(Path.Combine(server.Folder, "skerravoe-ferries.sqlite")));
        Assert.Equal(200, status);
        Assert.Equal(10, made.GetProperty("tables").GetArrayLength());
        // Whatever it is called, it lies where uploads lie.
        Assert.Equal(before + 1, Files());
    }

    [Fact]
    public async Task Files_are_registered_by_their_path_but_never_the_applications_own()
    {
        Assert.Equal("own-file", (await server.Send(HttpMethod.Post, "/databases", new { name = "own", path = Path.Combine(server.Folder, "lucid-lattice.sqlite") })).Body.GetProperty("code").GetString());
        Assert.Equal("bad-path", (await server.Send(HttpMethod.Post, "/databases", new { name = "r", path = "somewhere/else.sqlite" })).Body.GetProperty("code").GetString());
        Assert.Equal("database-missing", (await server.Send(HttpMethod.Post, "/databases", new { name = "r", path = "/nowhere/at-all.sqlite" })).Body.GetProperty("code").GetString());
        var (status, _) = await server.Send(HttpMethod.Post, "/databases", new { name = "again", path = Path.Combine(server.Folder, "skerravoe-ferries.sqlite") });
        Assert.Equal(200, status);
    }

    [Fact]
    public async Task A_dataset_is_looked_at_kept_in_versions_and_made_into_a_report()
    {
        var dataset = await server.Get("/datasets/bookings");
        var definition = dataset.GetProperty("definition");
        var (_, view) = await server.Send(HttpMethod.Post, "/datasets/look", new { definition, field = "ticket_class" });
        Assert.Equal(5, view.GetProperty("field").GetProperty("distinct").GetInt32());
        Assert.Equal(4, view.GetProperty("joins").GetArrayLength());
        Assert.Contains("JOIN \"sailings\" AS \"s\" ON", view.GetProperty("sql").GetString());
        Assert.Equal(100, view.GetProperty("rows").GetArrayLength());
        Assert.Equal(200, (await server.Send(HttpMethod.Put, "/datasets/bookings", new { basedOn = 1, definition })).Status);
        Assert.Equal(409, (await server.Send(HttpMethod.Put, "/datasets/bookings", new { basedOn = 1, definition })).Status);
        var (_, report) = await server.Send(HttpMethod.Post, "/reports", new { dataset = "bookings", title = "From a dataset" });
        var (_, run) = await server.Send(HttpMethod.Post, $"/reports/{report.GetProperty("id").GetString()}/runs", new { draft = true });
        Assert.Equal(view.GetProperty("count").GetInt32(), run.GetProperty("rows").GetInt32());
        Assert.Equal(204, (int)(await server.Client.DeleteAsync("/api/datasets/bookings")).StatusCode);
        Assert.Equal(404, (int)(await server.Client.GetAsync("/api/datasets/bookings")).StatusCode);
        Assert.Equal(204, (int)(await server.Client.PostAsync("/api/datasets/bookings/restore", null)).StatusCode);
    }
}

using System.Text.Json;
using Xunit;

namespace LucidLattice.Server.Tests;

public sealed class LibraryTests(RunningServer server) : IClassFixture<RunningServer>
{
    private async Task<JsonElement> Entry(string id) =>
        (await server.Get("/reports")).EnumerateArray().Single(r => r.GetProperty("id").GetString() == id);

    [Fact]
    public async Task Databases_are_listed_with_their_tables_and_fields()
    {
        var database = (await server.Get("/databases")).EnumerateArray().Single();
        Assert.Equal("skerravoe", database.GetProperty("name").GetString());
        Assert.Equal(JsonValueKind.Null, database.GetProperty("error").ValueKind);
        var tables = database.GetProperty("tables").EnumerateArray().Select(t => t.GetProperty("name").GetString()).ToList();
        Assert.Contains("bookings", tables);
        Assert.Contains("sailings_with_income", tables);
    }

    [Fact]
    public async Task Reports_of_one_title_get_ids_of_their_own()
    {
        var ids = new List<string?>();
        for (var i = 0; i < 3; i++)
            ids.Add((await server.Send(HttpMethod.Post, "/reports",
                new { title = "Ünder way!", database = "skerravoe", table = "ports" })).Body.GetProperty("id").GetString());
        Assert.Equal(["nder-way", "nder-way-2", "nder-way-3"], ids);
    }

    [Fact]
    public async Task Renaming_reaches_readers_but_other_changes_wait_for_publication()
    {
        await server.Send(HttpMethod.Post, "/reports", new { title = "First name", database = "skerravoe", table = "vessels" });
        await server.Send(HttpMethod.Post, "/reports/first-name/publish", new { version = 1 });
        await server.Send(HttpMethod.Post, "/reports/first-name/rename", new { title = "Second name" });
        var entry = await Entry("first-name");
        Assert.Equal(("Second name", 2, false),
            (entry.GetProperty("title").GetString(), entry.GetProperty("published").GetInt32(),
            entry.GetProperty("hasUnpublishedChanges").GetBoolean()));
        var draft = (await server.Get("/reports/first-name")).GetProperty("definition");
        var (_, saved) = await server.Send(HttpMethod.Put, "/reports/first-name/draft", new { basedOn = 2, definition = draft });
        await server.Send(HttpMethod.Post, "/reports/first-name/rename", new { title = "Third name" });
        entry = await Entry("first-name");
        Assert.Equal(("Third name", 2, true),
            (entry.GetProperty("title").GetString(), entry.GetProperty("published").GetInt32(),
            entry.GetProperty("hasUnpublishedChanges").GetBoolean()));
        Assert.Equal("Second name", (await server.Run("first-name", new { })).Body.GetProperty("title").GetString());
        Assert.Equal(3, saved.GetProperty("version").GetInt32());
        Assert.Equal((400, "no-title"), Code(await server.Send(HttpMethod.Post, "/reports/first-name/rename", new { title = " " })));
    }

    /// <summary>The first page is kept as it was drawn, and no longer once the report says something else; nothing is kept of a run with
    /// values of its own.</summary>
    [Fact]
    public async Task The_first_page_is_kept_until_the_report_changes()
    {
        const string Id = "route-performance";
        async Task<string> Kept() => await server.Client.GetStringAsync($"/api/reports/{Id}/first-page");
        async Task<string> Drawn(object values)
        {
            var run = (await server.Send(HttpMethod.Post, $"/reports/{Id}/runs", new { values })).Body.GetProperty("id").GetString();
            // Pages are kept once all are known, since they may print how many there are.
            while (!(await server.Get($"/runs/{run}")).GetProperty("pagesComplete").GetBoolean()) await Task.Delay(20);
            return await server.Client.GetStringAsync($"/api/runs/{run}/pages/1");
        }
        await Drawn(new { from = "2025-03-01", to = "2025-03-31" });
        Assert.Equal("", await Kept());
        var first = await Drawn(new { });
        Assert.Equal(first, await Kept());
        await server.Send(HttpMethod.Post, $"/reports/{Id}/rename", new { title = "Performance of routes" });
        Assert.Equal("", await Kept());
        Assert.NotEqual(first, await Drawn(new { }));
        Assert.NotEqual(first, await Kept());
    }

    [Fact]
    public async Task A_published_version_has_a_note_and_any_two_are_compared()
    {
        await server.Send(HttpMethod.Post, "/reports", new { title = "Noted", database = "skerravoe", table = "ports" });
        await server.Send(HttpMethod.Post, "/reports/noted/rename", new { title = "Noted twice" });
        await server.Send(HttpMethod.Post, "/reports/noted/rename", new { title = "Noted three times" });
        Assert.Equal(204, (await server.Send(HttpMethod.Put, "/reports/noted/versions/2/note", new { note = "why" })).Status);
        Assert.Equal("why", (await server.Get("/reports/noted/versions")).EnumerateArray()
            .Single(v => v.GetProperty("version").GetInt32() == 2).GetProperty("note").GetString());
        Assert.Contains("Noted twice", (await server.Get("/reports/noted/versions/1/changes?to=2")).GetRawText(), StringComparison.Ordinal);
        Assert.Equal("[]", (await server.Get("/reports/noted/versions/2/changes?to=2")).GetRawText());
        Assert.Equal(404, (await server.Send(HttpMethod.Put, "/reports/noted/versions/9/note", new { note = "why" })).Status);
        Assert.Equal((400, "note-too-long"),
            Code(await server.Send(HttpMethod.Put, "/reports/noted/versions/1/note", new { note = new string('x', 501) })));
    }

    [Fact]
    public async Task Versions_are_listed_compared_in_sentences_and_had_again()
    {
        await server.Send(HttpMethod.Post, "/reports", new { title = "Versions", database = "skerravoe", table = "sailings_with_income" });
        await server.Send(HttpMethod.Post, "/reports/versions/publish", new { version = 1 });
        var first = (await server.Get("/reports/versions")).GetProperty("definition");
        var (_, answer) = await server.Send(HttpMethod.Post, "/compose",
            new { definition = first, edits = new object[] { new { type = "addLevel", field = "route" } } });
        await server.Send(HttpMethod.Put, "/reports/versions/draft", new { basedOn = 1, definition = answer.GetProperty("definition") });

        var versions = (await server.Get("/reports/versions/versions")).EnumerateArray().ToList();
        Assert.Equal([2, 1], versions.Select(v => v.GetProperty("version").GetInt32()));
        Assert.Equal([false, true], versions.Select(v => v.GetProperty("isRead").GetBoolean()));
        var changes = (await server.Get("/reports/versions/versions/1/changes")).EnumerateArray()
            .SelectMany(c => c.GetProperty("come").EnumerateArray()).Select(s => s.GetString()!).ToList();
        Assert.Contains(changes, s => s.StartsWith("It groups them by route", StringComparison.Ordinal));
        Assert.Empty((await server.Get("/reports/versions/versions/2/changes")).EnumerateArray());
        Assert.Equal(first.GetRawText(), (await server.Get("/reports/versions/versions/1")).GetProperty("definition").GetRawText());
        Assert.Equal(404, (await server.Send(HttpMethod.Get, "/reports/versions/versions/9", new { })).Status);
        Assert.Equal(404, (await server.Send(HttpMethod.Get, "/reports/no-such/versions", new { })).Status);
    }

    [Fact]
    public async Task A_guided_report_is_made_of_a_table_and_what_cannot_be_is_said()
    {
        var (_, made) = await server.Send(HttpMethod.Post, "/reports",
            new { database = "skerravoe", table = "sailings_with_income", guide = new { goal = "howItChanges", step = "year" } });
        Assert.Equal("Passengers by year", made.GetProperty("definition").GetProperty("title").GetString());
        var refused = await server.Send(HttpMethod.Post, "/reports/guided",
            new { database = "skerravoe", table = "ports", guide = new { goal = "howItChanges" } });
        Assert.Equal(400, refused.Status);
        Assert.Contains("no date", refused.Body.GetProperty("detail").GetString());
    }

    [Fact]
    public async Task Of_saves_made_at_once_from_one_version_exactly_one_is_taken()
    {
        await server.Send(HttpMethod.Post, "/reports", new { title = "Crowded", database = "skerravoe", table = "routes" });
        var definition = (await server.Get("/reports/crowded")).GetProperty("definition");
        var answers = await Task.WhenAll(
            Enumerable.Range(0, 8).Select(_ => server.Send(HttpMethod.Put, "/reports/crowded/draft", new { basedOn = 1, definition })));
        Assert.Equal(1, answers.Count(a => a.Status == 200));
        Assert.Equal(7, answers.Count(a => a.Status == 409));
    }

    [Fact]
    public async Task Problems_of_a_saved_report_are_listed()
    {
        await server.Send(HttpMethod.Post, "/reports", new { title = "Flawed", database = "skerravoe", table = "vessels" });
        var saved = await server.Get("/reports/flawed");
        var (_, view) = await server.Send(HttpMethod.Post, "/compose",
            new { definition = saved.GetProperty("definition"), edits = new[] { new { type = "setSection", filter = "seets > 100" } } });
        await server.Send(HttpMethod.Put, "/reports/flawed/draft", new { basedOn = 1, definition = view.GetProperty("definition") });
        var problem = (await server.Get("/reports/flawed/problems")).EnumerateArray().Single();
        Assert.Equal(("unknown-field", "filter"), (problem.GetProperty("code").GetString(), problem.GetProperty("property").GetString()));
        Assert.Equal("Did you mean “seats”?", problem.GetProperty("mends")[0].GetString());
        Assert.Equal((400, "has-problems"), Code(await server.Send(HttpMethod.Post, "/reports/flawed/publish", new { version = 2 })));
    }

    [Fact]
    public async Task A_database_that_breaks_is_a_problem_of_its_reports_and_not_of_the_server()
    {
        var file = Path.Combine(server.Folder, "skerravoe-ferries.sqlite");
        var kept = await File.ReadAllBytesAsync(file);
        try
        {
            await File.WriteAllTextAsync(file, new string('x', 8192));
            var (status, run) = await server.Run("route-performance", new { values = new { region = "West Firth" } });
            Assert.Equal((200, "failed"), (status, run.GetProperty("state").GetString()));
            Assert.Equal("not-a-database", run.GetProperty("problems")[0].GetProperty("code").GetString());
            Assert.Contains("is no SQLite database", (await server.Get("/databases"))[0].GetProperty("error").GetString());
            Assert.Equal("not-a-database", (await server.Get("/reports/route-performance/problems"))[0].GetProperty("code").GetString());
        }
        finally
        {
            await File.WriteAllBytesAsync(file, kept);
        }
        Assert.Equal("ready", (await server.Run("route-performance", new { })).Body.GetProperty("state").GetString());
    }

    private static (int, string?) Code((int Status, JsonElement Body) answer) =>
        (answer.Status, answer.Body.GetProperty("code").GetString());

    /// <summary>As a newer program, or a broken disk, may leave them.</summary>
    [Fact]
    public async Task What_cannot_be_read_is_listed_with_the_reason_and_its_file_and_hides_nothing_else()
    {
        await server.Send(HttpMethod.Post, "/reports", new { title = "From the future", database = "skerravoe", table = "ports" });
        await server.Send(HttpMethod.Post, "/reports", new { title = "Torn", database = "skerravoe", table = "ports" });
        await server.Send(HttpMethod.Post, "/datasets",
            new { id = "x", name = "Torn rows", database = "skerravoe", source = new { type = "table", table = "ports" },
            fields = Array.Empty<object>() });
        Execute("UPDATE report_versions SET definition = replace(definition, '\"version\": ', '\"version\": 9') WHERE report_id = "
            + "'from-the-future'");
        Execute("UPDATE report_versions SET definition = substr(definition, 1, 100) WHERE report_id = 'torn'");
        Execute("UPDATE datasets SET definition = '{' WHERE id = 'torn-rows'");

        Assert.Contains("newer version", (await Entry("from-the-future")).GetProperty("unreadable").GetString());
        Assert.Equal("Torn", (await Entry("torn")).GetProperty("title").GetString());
        Assert.Equal(JsonValueKind.Null, (await Entry("route-performance")).GetProperty("unreadable").ValueKind);
        Assert.Equal(100, (await server.Client.GetStringAsync("/api/reports/torn/file")).Length);
        var unreadable = (await server.Get("/datasets/unreadable")).EnumerateArray().Single();
        Assert.Equal("Torn rows", unreadable.GetProperty("name").GetString());
        Assert.Equal("{", await server.Client.GetStringAsync("/api/datasets/torn-rows/file"));

        // Whatever looks at all of them goes on.
        Assert.Contains((await server.Get("/datasets")).EnumerateArray(), d => d.GetProperty("id").GetString() == "sailings-with-income");
        Assert.NotEmpty((await server.Get("/databases/skerravoe/uses")).GetProperty("reports").EnumerateArray());
        Assert.NotEmpty((await server.Get("/datasets/sailings-with-income/uses")).GetProperty("reports").EnumerateArray());
        Assert.Equal(JsonValueKind.Array, (await server.Get("/datasets/problems")).ValueKind);
        var opened = await server.Client.GetAsync("/api/reports/torn");
        Assert.Equal(400, (int)opened.StatusCode);
        Assert.Contains("cannot be read", await opened.Content.ReadAsStringAsync());
    }

    private void Execute(string sql)
    {
        using var connection =
            new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(server.Folder, "lucid-lattice.sqlite")};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        Assert.NotEqual(0, command.ExecuteNonQuery());
    }
}

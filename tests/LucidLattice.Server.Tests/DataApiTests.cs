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
        var (_, run) = await server.Run($"{report.GetProperty("id").GetString()}", new { draft = true });
        Assert.Equal(2, run.GetProperty("rows").GetInt32());
        Assert.Contains("31 Mar 2025", await server.Client.GetStringAsync($"/api/runs/{run.GetProperty("id").GetString()}/pages/1"));
        // What reads it is known; it can be forgotten, and brought back.
        Assert.Equal("Tides", (await server.Get("/databases/tides/uses")).GetProperty("reports")[0].GetString());
        Assert.Equal(204, (int)(await server.Client.DeleteAsync("/api/databases/tides")).StatusCode);
        Assert.DoesNotContain((await server.Get("/databases")).EnumerateArray(), d => d.GetProperty("name").GetString() == "tides");
        Assert.Equal(404, (int)(await server.Client.DeleteAsync("/api/databases/tides")).StatusCode);
        Assert.Equal(204, (await server.Send(HttpMethod.Post, "/databases/tides/restore", new { })).Status);
        Assert.Equal(404, (await server.Send(HttpMethod.Post, "/databases/tides/restore", new { })).Status);
        Assert.Contains((await server.Get("/databases")).EnumerateArray(), d => d.GetProperty("name").GetString() == "tides"
            && d.GetProperty("isOwn").GetBoolean());
    }

    /// <summary>Several files can be joined, and newer rows take the place of older ones, without a moment in which a reader finds half of
    /// them.</summary>
    [Fact]
    public async Task CSV_files_come_together_in_one_database_and_newer_rows_replace_older_ones()
    {
        async Task<(int, JsonElement)> Load(string table, string text, string more = "")
        {
            var file = Encoding.UTF8.GetBytes(text);
            var columns = (await Upload("/csv/preview", file)).Body.GetProperty("columns").GetRawText();
            return await Upload($"/csv?name=harbour&table={table}&columns={Uri.EscapeDataString(columns)}{more}", file);
        }
        async Task<string> Joined()
        {
            var join = new { id = "j", name = "J", database = "harbour",
                source = new { type = "join",
                tables = new object[]
                { new { id = "c", table = "calls" },
                new { id = "p", table = "piers",
                join = new { to = "c", kind = "inner", on = new[] { new { column = "pier", to = "pier" } } } } } },
                fields = new[] { new { name = "ship", type = "text", table = "c" }, new { name = "depth", type = "whole", table = "p" } } };
            var view = (await server.Send(HttpMethod.Post, "/datasets/look", new { definition = join })).Body;
            return string.Join(';', view.GetProperty("rows").EnumerateArray().Select(r => string.Join(',', r.EnumerateArray())));
        }
        Assert.Equal(200, (await Load("calls", "ship,pier\nSula Wind,1\nTernhope,2\n")).Item1);
        Assert.Equal(200, (await Load("piers", "pier,depth\n1,7\n2,9\n")).Item1);
        Assert.Equal("Sula Wind,7;Ternhope,9", await Joined());

        var taken = await Load("Piers", "pier,depth\n1,8\n");
        Assert.Equal((409, "table-taken"), (taken.Item1, taken.Item2.GetProperty("code").GetString()));
        Assert.Equal("Sula Wind,7;Ternhope,9", await Joined());
        var files = Directory.GetFiles(Path.Combine(server.Folder, "uploads")).Length;
        Assert.Equal(200, (await Load("piers", "pier,depth\n1,8\n", "&replace=true")).Item1);
        Assert.Equal("Sula Wind,8", await Joined());
        Assert.Equal(files, Directory.GetFiles(Path.Combine(server.Folder, "uploads")).Length);
        // A file that cannot be read leaves everything as it was.
        Assert.Equal(400,
            (await Upload($"/csv?name=harbour&table=piers&columns={Uri.EscapeDataString("[]")}&replace=true",
            "pier,depth\n1,1\n"u8.ToArray())).Status);
        Assert.Equal("Sula Wind,8", await Joined());

        // A database that is only read takes nothing in; an uploaded one is replaced whole if that is said.
        Assert.Equal(409, (await Upload("/csv?name=skerravoe&table=x&columns=%5B%5D&replace=true", "a\n1\n"u8.ToArray())).Status);
        var ferries = await File.ReadAllBytesAsync(Path.Combine(server.Folder, "skerravoe-ferries.sqlite"));
        Assert.Equal(409, (await Upload("/upload?name=harbour", ferries)).Status);
        Assert.Equal(409, (await Upload("/upload?name=skerravoe&replace=true", ferries)).Status);
        Assert.Equal(200, (await Upload("/upload?name=harbour&replace=true", ferries)).Status);
        Assert.Equal("“harbour” has a view called “sailing_income” already. Choose another name.",
            (await Load("sailing_income", "a\n1\n", "&replace=true")).Item2.GetProperty("detail").GetString());
        Assert.Equal(files, Directory.GetFiles(Path.Combine(server.Folder, "uploads")).Length);
    }

    [Fact]
    public async Task Uploads_are_checked_to_be_what_they_claim_and_leave_nothing_behind()
    {
        var uploads = Path.Combine(server.Folder, "uploads");
        int Files() => Directory.Exists(uploads) ? Directory.GetFiles(uploads).Length : 0;
        var before = Files();
        Assert.Equal("not-a-database", (await Upload("/upload?name=x", "no database"u8.ToArray())).Body.GetProperty("code").GetString());
        Assert.Equal("not-a-database",
            (await Upload("/upload?name=x", [.. "SQLite format 3\0"u8, .. new byte[500]])).Body.GetProperty("code").GetString());
        Assert.Equal("not-csv", (await Upload("/csv/preview", [0, 1, 2, 3])).Body.GetProperty("code").GetString());
        Assert.Equal("bad-name", (await Upload("/upload?name=%20", "x"u8.ToArray())).Body.GetProperty("code").GetString());
        Assert.Equal(before, Files());

        var (status, made) = await Upload("/upload?name=" + Uri.EscapeDataString("../../copy of ferries"),
            await File.ReadAllBytesAsync(Path.Combine(server.Folder, "skerravoe-ferries.sqlite")));
        Assert.Equal(200, status);
        Assert.Equal(18, made.GetProperty("tables").GetArrayLength());
        // Whatever it is called, it lies where uploads lie.
        Assert.Equal(before + 1, Files());
    }

    [Fact]
    public async Task Files_are_registered_by_their_path_but_never_the_applications_own()
    {
        Assert.Equal("own-file",
            (await server.Send(HttpMethod.Post, "/databases",
            new { name = "own", path = Path.Combine(server.Folder, "lucid-lattice.sqlite") })).Body.GetProperty("code").GetString());
        Assert.Equal("bad-path",
            (await server.Send(HttpMethod.Post, "/databases", new { name = "r", path = "somewhere/else.sqlite" })).Body.GetProperty("code")
            .GetString());
        Assert.Equal("database-missing",
            (await server.Send(HttpMethod.Post, "/databases", new { name = "r", path = "/nowhere/at-all.sqlite" })).Body.GetProperty("code")
            .GetString());
        var (status, _) = await server.Send(HttpMethod.Post, "/databases",
            new { name = "again", path = Path.Combine(server.Folder, "skerravoe-ferries.sqlite") });
        Assert.Equal(201, status);
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
        var (_, run) = await server.Run($"{report.GetProperty("id").GetString()}", new { draft = true });
        Assert.Equal(view.GetProperty("count").GetInt32(), run.GetProperty("rows").GetInt32());
        Assert.Equal(204, (int)(await server.Client.DeleteAsync("/api/datasets/bookings")).StatusCode);
        Assert.Equal(404, (int)(await server.Client.GetAsync("/api/datasets/bookings")).StatusCode);
        Assert.Equal(204, (int)(await server.Client.PostAsync("/api/datasets/bookings/restore", null)).StatusCode);
    }

    private async Task<JsonElement> Ok(HttpMethod method, string path, object body)
    {
        var (status, answer) = await server.Send(method, path, body);
        Assert.True(status is 200 or 201, $"{status} {answer}");
        return answer;
    }

    [Fact]
    public async Task A_renamed_field_follows_into_drafts_and_other_changes_when_they_are_told_to()
    {
        var kept = await Ok(HttpMethod.Post, "/datasets", (await server.Get("/datasets/sailings-with-income")).GetProperty("definition"));
        var id = kept.GetProperty("id").GetString()!;
        var report = await Ok(HttpMethod.Post, "/reports", new { dataset = id, title = "Follows" });
        var start = await Ok(HttpMethod.Post, "/datasets",
            new { id = "new", name = "On top", database = "skerravoe", source = new { type = "derived", dataset = id },
            fields = new[] { new { name = "vessel", type = "text" } } });
        await Ok(HttpMethod.Post, $"/reports/{report.GetProperty("id").GetString()}/publish", new { version = 1 });

        var renamed = await Ok(HttpMethod.Post, "/datasets/rename-field",
            new { definition = kept.GetProperty("definition"), field = "vessel", name = "ship" });
        Assert.Equal("name-taken",
            (await server.Send(HttpMethod.Post, "/datasets/rename-field",
            new { definition = kept.GetProperty("definition"), field = "vessel", name = "ROUTE" })).Body.GetProperty("code").GetString());
        var saved = await Ok(HttpMethod.Put, $"/datasets/{id}", new { basedOn = 1, definition = renamed });
        Assert.Equal(["Follows", "On top"], saved.GetProperty("followed").EnumerateArray().Select(f => f.GetString()!));
        var draft = await server.Get($"/reports/{report.GetProperty("id").GetString()}");
        Assert.Contains("\"expression\":\"ship\"", draft.GetRawText());
        Assert.Equal(0, (await server.Get($"/reports/{report.GetProperty("id").GetString()}/problems")).GetArrayLength());
        // What readers see stays as it was published, and still runs.
        var (_, run) = await server.Run($"{report.GetProperty("id").GetString()}", new { });
        Assert.Equal("ready", run.GetProperty("state").GetString());
        Assert.Equal("ship",
            (await server.Get($"/datasets/{start.GetProperty("id").GetString()}")).GetProperty("definition").GetProperty("fields")[0]
            .GetProperty("column").GetString());

        // Taking it back is a renaming too.
        Assert.Equal(["Follows", "On top"],
            (await Ok(HttpMethod.Put, $"/datasets/{id}", new { basedOn = 2, definition = kept.GetProperty("definition") }))
            .GetProperty("followed").EnumerateArray().Select(f => f.GetString()!));
        Assert.Contains("\"expression\":\"vessel\"", (await server.Get($"/reports/{report.GetProperty("id").GetString()}")).GetRawText());
        await Ok(HttpMethod.Put, $"/datasets/{id}", new { basedOn = 3, definition = renamed });

        // A field that goes is said before, and by name.
        var without = System.Text.Json.Nodes.JsonNode.Parse(renamed.GetRawText())!;
        var fields = without["fields"]!.AsArray();
        fields.Remove(fields.First(f => (string)f!["name"]! == "net_fare"));
        await Ok(HttpMethod.Put, $"/datasets/{id}", new { basedOn = 4, definition = without });
        var uses = await server.Get($"/datasets/{id}/uses");
        var use = Assert.Single(uses.GetProperty("reports").EnumerateArray());
        Assert.False(use.GetProperty("upToDate").GetBoolean());
        Assert.Equal("On top", uses.GetProperty("datasets")[0].GetString());
        Assert.Equal(("net_fare", "column Net fare"),
            (use.GetProperty("changed")[0].GetProperty("field").GetString(),
            use.GetProperty("changed")[0].GetProperty("uses")[0].GetString()));
        var copies = await Ok(HttpMethod.Post, "/compose/copies", new { definition = draft.GetProperty("definition") });
        Assert.Equal("d1", Assert.Single(copies.EnumerateArray()).GetProperty("id").GetString());
        var followed = Assert.Single(
            (await Ok(HttpMethod.Post, $"/datasets/{id}/follow", new { reports = new[] { report.GetProperty("id").GetString() } }))
            .EnumerateArray());
        Assert.Equal("column Net fare uses Net fare, which is gone", followed.GetProperty("broken")[0].GetString());
        Assert.True((await server.Get($"/datasets/{id}/uses")).GetProperty("reports")[0].GetProperty("upToDate").GetBoolean());
        Assert.NotEqual(0, (await server.Get($"/reports/{report.GetProperty("id").GetString()}/problems")).GetArrayLength());
    }

    [Fact]
    public async Task A_reports_dataset_is_exchanged_with_a_mapping()
    {
        var report = await Ok(HttpMethod.Post, "/reports", new { dataset = "sailings-with-income", title = "Exchanged" });
        var definition = report.GetProperty("definition");
        var proposal = await Ok(HttpMethod.Post, "/compose/exchange", new { definition, old = "d1", dataset = "late-sailings" });
        var fields = proposal.GetProperty("fields").EnumerateArray()
            .ToDictionary(f => f.GetProperty("field").GetString()!, f => f.GetProperty("now").GetString());
        Assert.Equal(("departs", "vessel", null), (fields["departs"], fields["vessel"], fields["net_fare"]));
        var map = fields.Where(f => f.Value is not null).ToDictionary();
        var view = await Ok(HttpMethod.Post, "/compose",
            new { definition,
            edits = new[] { new { type = "exchangeDataset", old = "d1", next = proposal.GetProperty("next"), fields = map } } });
        Assert.Equal("late-sailings", view.GetProperty("definition").GetProperty("datasets")[0].GetProperty("copyOf").GetString());
        Assert.Equal(["least_delay", "regions"],
            view.GetProperty("parameters").EnumerateArray().Select(p => p.GetProperty("name").GetString()!));
        Assert.True(view.GetProperty("rows").GetInt32() is > 100 and < 2000);
        Assert.Equal(404,
            (await server.Send(HttpMethod.Post, "/compose/exchange", new { definition, old = "d1", dataset = "nowhere" })).Status);
    }

    [Fact]
    public async Task A_dataset_cannot_start_from_itself()
    {
        var first = (
            await Ok(HttpMethod.Post, "/datasets",
            new { id = "new", name = "First", database = "skerravoe", source = new { type = "table", table = "ports" },
            fields = new[] { new { name = "name", type = "text" } } })).GetProperty("id").GetString();
        var second = (
            await Ok(HttpMethod.Post, "/datasets",
            new { id = "new", name = "Second", database = "skerravoe", source = new { type = "derived", dataset = first },
            fields = new[] { new { name = "name", type = "text" } } })).GetProperty("id").GetString();
        var circle = new { id = first, name = "First", database = "skerravoe", source = new { type = "derived", dataset = second },
            fields = new[] { new { name = "name", type = "text" } } };
        Assert.Equal("dataset-cycle",
            (await server.Send(HttpMethod.Put, $"/datasets/{first}", new { basedOn = 1, definition = circle })).Body.GetProperty("code")
            .GetString());
        Assert.Equal(10,
            (await Ok(HttpMethod.Post, "/datasets/look",
            new { definition = (await server.Get($"/datasets/{second}")).GetProperty("definition") })).GetProperty("count").GetInt32());
    }

    [Fact]
    public async Task A_table_that_changed_beneath_a_dataset_is_a_problem_with_a_mend()
    {
        var file = Path.Combine(server.Folder, "changing.sqlite");
        void Run(string sql)
        {
            using var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={file};Pooling=False");
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = sql;
            command.ExecuteNonQuery();
        }
        Run("CREATE TABLE tides (port TEXT, height REAL); INSERT INTO tides VALUES ('Voe', 1.4)");
        await Ok(HttpMethod.Post, "/databases", new { name = "changing", path = file });
        var made = await Ok(HttpMethod.Post, "/datasets",
            new { id = "new", name = "Tides", database = "changing", source = new { type = "table", table = "tides" },
            fields = new[] { new { name = "port", type = "text" }, new { name = "height", type = "decimal" } } });
        Assert.DoesNotContain((await server.Get("/datasets/problems")).EnumerateArray(), p => p.GetProperty("name").GetString() == "Tides");
        Run("ALTER TABLE tides RENAME COLUMN height TO metres");
        var problem = (await server.Get("/datasets/problems")).EnumerateArray().Single(p => p.GetProperty("name").GetString() == "Tides")
            .GetProperty("problem");
        Assert.Equal("field-missing", problem.GetProperty("code").GetString());
        Assert.Contains("new name", problem.GetProperty("mends")[0].GetString());
        // The field goes on under its name, from the column's new one.
        var view = await Ok(HttpMethod.Post, "/datasets/look",
            new { definition = new { id = made.GetProperty("id").GetString(), name = "Tides", database = "changing",
            source = new { type = "table", table = "tides" },
            fields = new object[]
            { new { name = "port", type = "text" }, new { name = "height", type = "decimal", column = "metres" } } } });
        Assert.Equal("1.4", view.GetProperty("rows")[0][1].GetString());
    }

    [Fact]
    public async Task SQL_names_its_parameters_and_a_look_takes_values_for_them()
    {
        const string sql = "SELECT departs, passengers FROM sailings WHERE departs >= :from AND passengers > :least";
        var described = await Ok(HttpMethod.Post, "/datasets/describe", new { database = "skerravoe", sql });
        Assert.Equal(["from", "least"], described.GetProperty("parameters").EnumerateArray().Select(p => p.GetString()!));
        // Without values there are no rows to guess from, so the columns' declared types decide.
        Assert.Equal(["dateTime", "whole"],
            described.GetProperty("fields").EnumerateArray().Select(f => f.GetProperty("type").GetString()!));
        object Asked(object parameters) =>
            new { id = "x", name = "Asked", database = "skerravoe", source = new { type = "query", sql },
                fields = described.GetProperty("fields"), parameters };
        var declared = Asked(new object[]
            { new { name = "from", type = "date", @default = "DATE '2025-01-01'" },
            new { name = "least", type = "whole", required = true } });
        Assert.Contains("no parameter here",
            (await Ok(HttpMethod.Post, "/datasets/look", new { definition = Asked(Array.Empty<object>()) })).GetProperty("problems")[0]
            .GetProperty("message").GetString());
        var unanswered = await Ok(HttpMethod.Post, "/datasets/look", new { definition = declared });
        Assert.Equal((0, "warning"),
            (unanswered.GetProperty("count").GetInt32(), unanswered.GetProperty("problems")[0].GetProperty("severity").GetString()));
        var view = await Ok(HttpMethod.Post, "/datasets/look", new { definition = declared, values = new { least = "100" } });
        Assert.True(view.GetProperty("count").GetInt32() > 0);
        Assert.Equal(["1 January 2025", "100"],
            view.GetProperty("asked").EnumerateArray().Select(a => a.GetProperty("words").GetString()!));
        var trial = await Ok(HttpMethod.Post, "/expressions/try",
            new { definition = declared, expression = "passengers > :least", values = new { least = "100" } });
        Assert.Equal("true", trial.GetProperty("results")[0].GetString());
        Assert.True((await server.Get("/expressions/functions")).GetArrayLength() > 20);
    }

    [Fact]
    public async Task A_slow_look_tells_how_far_it_is_and_ends_when_its_asker_leaves()
    {
        const string sql = "WITH RECURSIVE r (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM r) SELECT x FROM r";
        var definition = new { id = "x", name = "Endless", database = "skerravoe", source = new { type = "query", sql },
            fields = new[] { new { name = "x", type = "whole" } } };
        using var leave = new CancellationTokenSource();
        var look = server.Client.SendAsync(new HttpRequestMessage(HttpMethod.Post, "/api/datasets/look")
            { Content = System.Net.Http.Json.JsonContent.Create(new { definition, follow = "endless-look" }) }, leave.Token);
        async Task<HttpResponseMessage> Progress() => await server.Client.GetAsync("/api/compose/progress/endless-look");
        JsonElement? seen = null;
        while (seen?.GetProperty("rows").GetInt32() is null or 0)
        {
            Assert.False(look.IsCompleted);
            var answer = await Progress();
            if (answer.StatusCode == System.Net.HttpStatusCode.OK)
                seen = JsonDocument.Parse(await answer.Content.ReadAsStringAsync()).RootElement;
        }
        Assert.Equal("reading", seen.Value.GetProperty("stage").GetString());
        await leave.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => look);
        while ((await Progress()).StatusCode != System.Net.HttpStatusCode.NoContent) await Task.Yield();
    }

    [Theory]
    [InlineData("/csv?name=a&table=t&columns=nonsense", "port;tide\nVoe;1\n")]
    [InlineData("/csv?name=&table=t&columns=%5B%5D", "port;tide\nVoe;1\n")]
    [InlineData("/csv?name=b&table=t&columns=%5B%5D", "port;tide\nVoe;1\n")]
    [InlineData("/csv/preview", "")]
    public async Task Uploads_gone_wrong_say_so_and_leave_nothing_behind(string path, string text)
    {
        var uploads = Path.Combine(server.Folder, "uploads");
        string[] Files() => Directory.Exists(uploads) ? Directory.GetFiles(uploads) : [];
        var before = Files();
        var (status, body) = await Upload(path, Encoding.UTF8.GetBytes(text));
        Assert.Equal(400, status);
        Assert.NotEqual("", body.GetProperty("detail").GetString());
        Assert.Equal(before, Files());
        Assert.DoesNotContain((await server.Get("/databases")).EnumerateArray(),
            d => d.GetProperty("name").GetString() is "a" or "b" or "");
    }
}

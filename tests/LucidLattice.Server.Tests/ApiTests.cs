using System.Text.Json;
using System.Text.Json.Nodes;
using LucidLattice.Demo;
using LucidLattice.Model.Definitions;
using LucidLattice.Testing;
using Xunit;

namespace LucidLattice.Server.Tests;

public sealed class ApiTests(RunningServer server) : IClassFixture<RunningServer>
{
    [Fact]
    public async Task The_committed_description_of_the_API_is_the_one_that_is_served()
    {
        var served = await server.Client.GetStringAsync("/api/openapi.json");
        Assert.True(
            JsonNode.DeepEquals(JsonNode.Parse(File.ReadAllText(Path.Combine(Checkout.Root, "docs/openapi.json"))),
            JsonNode.Parse(served)),
            "docs/openapi.json is outdated: start the server, save /api/openapi.json there, and run npm run api in web/.");
    }

    [Fact]
    public async Task A_reader_runs_a_report_and_gets_its_pages_outline_and_files()
    {
        Assert.Equal("ok", (await server.Get("/health")).GetProperty("status").GetString());
        var (status, run) = await server.Run("route-performance",
            new { values = new { from = "2025-06-01", to = "2025-06-30", region = "Northern Isles" } });
        Assert.Equal((200, "ready"), (status, run.GetProperty("state").GetString()));
        var id = run.GetProperty("id").GetString();
        var pages = run.GetProperty("pageCount").GetInt32();
        Assert.Contains("Sailings from 1 June 2025 to 30 June 2025, Northern Isles",
            await server.Client.GetStringAsync($"/api/runs/{id}/pages/1"));
        Assert.Contains($"Page {pages} of {pages}", await server.Client.GetStringAsync($"/api/runs/{id}/pages/{pages}"));
        Assert.Equal("not-found", (await server.Get($"/runs/{id}/pages/{pages + 1}")).GetProperty("code").GetString());
        var outline = (await server.Get($"/runs/{id}/outline")).GetProperty("entries").EnumerateArray()
            .Select(e => e.GetProperty("label").GetString()).ToList();
        Assert.Equal(["Northern Isles", "Brae – Linga", "Holm – Brae"], outline);
        Assert.StartsWith("%PDF-", await server.Client.GetStringAsync($"/api/runs/{id}/pdf"));
        // Read in the browser, it runs nothing and fetches nothing.
        using (var shown = await server.Client.GetAsync($"/api/runs/{id}/html?shown=true"))
        {
            Assert.Null(shown.Content.Headers.ContentDisposition);
            var policy = shown.Headers.GetValues("Content-Security-Policy").Single();
            Assert.StartsWith("default-src 'none';", policy);
            Assert.DoesNotContain("script", policy);
        }
        using (var html = await server.Client.GetAsync($"/api/runs/{id}/html"))
        {
            Assert.Equal(("text/html", "Route performance.html"),
                (html.Content.Headers.ContentType!.MediaType, html.Content.Headers.ContentDisposition!.FileName!.Trim('"')));
            var text = await html.Content.ReadAsStringAsync();
            Assert.Contains("<h1>Route performance</h1>", text);
            // A mark leads back to this server.
            Assert.Contains($"href=\"{server.Client.BaseAddress}read/sailings-in-detail?route=Holm", text);
        }
        Assert.Equal(pages, (await server.Get($"/runs/{id}/json")).GetProperty("pageCount").GetInt32());
        Assert.True((await server.Client.DeleteAsync($"/api/runs/{id}")).IsSuccessStatusCode);
        Assert.Equal("run-gone", (await server.Get($"/runs/{id}/pages/1")).GetProperty("code").GetString());
    }

    [Fact]
    public async Task Sheets_have_pages_an_outline_and_hits_of_their_own()
    {
        var (_, run) = await server.Run("routes-compared", new { });
        var id = run.GetProperty("id").GetString();
        Assert.Equal(["routes", "months"], run.GetProperty("sheets").EnumerateArray().Select(s => s.GetProperty("id").GetString()));
        Assert.Contains("Routes compared", await server.Client.GetStringAsync($"/api/runs/{id}/pages/1"));
        var months = await server.Client.GetStringAsync($"/api/runs/{id}/pages/1?sheet=months");
        Assert.Contains("Month by month", months);
        Assert.Contains("Page 1 of 1", months);
        Assert.Equal("not-found", (await server.Get($"/runs/{id}/pages/1?sheet=nowhere")).GetProperty("code").GetString());
        Assert.Equal("not-found", (await server.Get($"/runs/{id}/pages/2?sheet=months")).GetProperty("code").GetString());

        async Task<List<string?>> Labels(string query)
            => [.. (await server.Get($"/runs/{id}/outline{query}")).GetProperty("entries").EnumerateArray()
                .Select(e => e.GetProperty("label").GetString())];
        Assert.Contains("Fulmar Bay", await Labels(""));
        Assert.Contains("January 2025", await Labels("?sheet=months"));
        Assert.DoesNotContain("January 2025", await Labels(""));

        var hits = (await server.Get($"/runs/{id}/find?text=West%20Firth")).GetProperty("hits").EnumerateArray()
            .Select(h => h.GetProperty("sheet").GetString());
        Assert.Equal(["months", "routes"], hits.Distinct().Order());
        using var json = JsonDocument.Parse(await server.Client.GetStringAsync($"/api/runs/{id}/json"));
        Assert.Contains("months", json.RootElement.GetRawText());

        // A sheet is composed by its id.
        var definition = (await server.Get("/reports/routes-compared")).GetProperty("definition");
        var (_, view) = await server.Send(HttpMethod.Post, "/compose", new { definition, sheet = "months" });
        Assert.Equal("months", view.GetProperty("sheet").GetString());
        Assert.False(view.GetProperty("changed").GetBoolean());
        Assert.Contains("Month by month",
            string.Concat(view.GetProperty("bands").EnumerateArray().Select(b => b.GetProperty("svg").GetString())));
    }

    /// <summary>What the front end asks while sentences are filled in; a condition comes with its type, as it stands in a
    /// dataset.</summary>
    [Fact]
    public async Task Questions_choices_pairs_and_names_are_the_servers()
    {
        var definition = (await server.Get("/datasets/late-sailings")).GetProperty("definition");
        var (status, asked) = await server.Send(HttpMethod.Post, "/datasets/ask-reader",
            new { definition, condition = new { type = "field", field = "route", @is = "oneOf", values = Array.Empty<string>() } });
        Assert.Equal(200, status);
        Assert.Equal("field", asked.GetProperty("condition").GetProperty("type").GetString());
        Assert.Contains(asked.GetProperty("parameters").EnumerateArray(), p => p.GetProperty("name").GetString() == "route");
        Assert.Equal((400, "no-field"), Code(await server.Send(HttpMethod.Post, "/datasets/ask-reader",
            new { definition, condition = new { type = "expression", expression = "TRUE" } })));

        var (_, choices) = await server.Send(HttpMethod.Post, "/datasets/field-choices",
            new { parameters = new[] { new { name = "p", type = "text" } }, parameter = "p", dataset = definition, field = "route" });
        Assert.Equal("route", choices.GetProperty("value").GetString());

        var (_, names) = await server.Send(HttpMethod.Post, "/expressions/names", new[] { "route", "net fare", "order", "and" });
        Assert.Equal(["route", "\"net fare\"", "order", "\"and\""], names.EnumerateObject().Select(n => n.Value.GetString()));

        var joined = new { id = "new", name = "J", database = "skerravoe", fields = Array.Empty<object>(),
            source = new { type = "join", tables = new[] { new { id = "s", table = "sailings" }, new { id = "v", table = "vessels" } } } };
        var (_, pairs) = await server.Send(HttpMethod.Post, "/datasets/join-pairs", new { definition = joined, table = "v" });
        Assert.Equal("vessel_id, as in sailings", pairs[0].GetProperty("label").GetString());
    }

    [Fact]
    public async Task A_report_is_made_from_a_view_composed_saved_published_and_deleted()
    {
        var (_, made) = await server.Send(HttpMethod.Post, "/reports",
            new { title = "Api journey", database = "skerravoe", table = "sailings_with_income" });
        Assert.Equal("api-journey", made.GetProperty("id").GetString());
        var edits = new object[]
            { new { type = "addLevel", field = "region" }, new { type = "addTotals", column = "c6" },
            new { type = "addChart", band = "reportHeader" }, new { type = "linkChart", chart = "ch1", report = "sailings-in-detail" } };
        var section = made.GetProperty("definition").GetProperty("sheets")[0].GetProperty("sections")[0].GetProperty("id").GetString()!;
        var vantage = new Dictionary<string, string[]> { [section] = ["West Firth"] };
        var (status, view) =
            await server.Send(HttpMethod.Post, "/compose", new { definition = made.GetProperty("definition"), edits, vantage });
        Assert.Equal(200, status);
        Assert.Equal("West Firth", view.GetProperty("vantage")[0].GetProperty("label").GetString());
        var bands = view.GetProperty("bands").EnumerateArray().ToDictionary(b => b.GetProperty("name").GetString()!);
        Assert.Equal(3, bands["Region header"].GetProperty("printed").GetInt64());
        Assert.Equal(view.GetProperty("rows").GetInt64(), bands["Rows"].GetProperty("printed").GetInt64());
        Assert.Contains("West Firth", bands["Region header"].GetProperty("svg").GetString());
        // The detail report needs a route, which a chart by region cannot carry: said here, and publishing is refused.
        Assert.Contains(view.GetProperty("problems").EnumerateArray(), p => p.GetProperty("code").GetString() == "missing-carried-value");
        var (_, saved) = await server.Send(HttpMethod.Put, "/reports/api-journey/draft",
            new { basedOn = 1, definition = view.GetProperty("definition") });
        Assert.Equal(2, saved.GetProperty("version").GetInt32());
        Assert.Equal("has-problems",
            (await server.Send(HttpMethod.Post, "/reports/api-journey/publish", new { version = 2 })).Body.GetProperty("code").GetString());
        Assert.Equal((409, "save-conflict"),
            Code(await server.Send(HttpMethod.Put, "/reports/api-journey/draft",
            new { basedOn = 1, definition = view.GetProperty("definition") })));
        Assert.Equal((404, "not-found"), Code(await server.Run("api-journey", new { })));
        Assert.Equal("ready", (await server.Run("api-journey", new { draft = true })).Body.GetProperty("state").GetString());
        Assert.True((await server.Client.DeleteAsync("/api/reports/api-journey")).IsSuccessStatusCode);
        Assert.Equal((404, "not-found"), Code(await server.Send(HttpMethod.Post, "/reports/api-journey/rename", new { title = "x" })));
        Assert.Equal(204, (await server.Send(HttpMethod.Post, "/reports/api-journey/restore", new { })).Status);
    }

    [Theory]
    [InlineData("/compose", "{ \"definition\": 1 }", "bad-request")]
    [InlineData("/compose", "{ not json", "bad-request")]
    [InlineData("/reports", "{ \"definition\": { \"format\": \"x\" } }", "definition-format")]
    [InlineData("/reports", "{ \"database\": \"nowhere\", \"table\": \"t\" }", "not-found")]
    [InlineData("/reports/none/runs", "{}", "not-found")]
    [InlineData("/nothing", "{}", "not-found")]
    public async Task Bad_requests_are_answered_as_problem_details(string path, string body, string code)
    {
        var response = await server.Client.PostAsync("/api" + path, new StringContent(body, System.Text.Encoding.UTF8, "application/json"));
        Assert.Equal("application/problem+json", response.Content.Headers.ContentType!.MediaType);
        var problem = JsonDocument.Parse(await response.Content.ReadAsStringAsync()).RootElement;
        Assert.Equal(code, problem.GetProperty("code").GetString());
        Assert.Equal((int)response.StatusCode, problem.GetProperty("status").GetInt32());
        Assert.EndsWith(".", problem.GetProperty("detail").GetString());
    }

    [Fact]
    public async Task A_parameter_of_the_wrong_type_gives_a_failed_run_with_a_sentence()
    {
        var (_, run) = await server.Run("route-performance", new { values = new { from = "yesterday" } });
        Assert.Equal("failed", run.GetProperty("state").GetString());
        Assert.Contains("“yesterday” is not a date", run.GetProperty("problems")[0].GetProperty("message").GetString());
    }

    [Theory]
    [InlineData("Host", "evil.example")]
    [InlineData("Origin", "http://evil.example")]
    public async Task Other_hosts_and_origins_are_refused(string header, string value)
    {
        var request = new HttpRequestMessage(HttpMethod.Get, "/api/reports");
        request.Headers.TryAddWithoutValidation(header, value);
        Assert.Equal(403, (int)(await server.Client.SendAsync(request)).StatusCode);
    }

    [Fact]
    public async Task Pages_come_with_a_strict_policy()
    {
        var response = await server.Client.GetAsync("/api/health");
        var policy = response.Headers.GetValues("Content-Security-Policy").Single();
        Assert.Contains("default-src 'none'", policy);
        Assert.DoesNotContain("unsafe", policy);
        Assert.Equal("nosniff", response.Headers.GetValues("X-Content-Type-Options").Single());
    }

    private static (int, string?) Code((int Status, JsonElement Body) answer) =>
        (answer.Status, answer.Body.GetProperty("code").GetString());

    [Fact]
    public async Task Choices_are_listed_searched_and_follow_other_parameters()
    {
        async Task<List<string>> Labels(object request) =>
            [.. (await server.Send(HttpMethod.Post, "/reports/delays-by-cause/choices", request)).Body.GetProperty("choices")
                .EnumerateArray().Select(c => c.GetProperty("label").GetString()!)];
        Assert.Equal(["Eastern Sound", "Northern Isles", "West Firth"], await Labels(new { parameter = "region" }));
        Assert.Equal(["Brae – Linga", "Grutness – Brae", "Holm – Brae"],
            await Labels(new { parameter = "routes", values = new { region = "Northern Isles" } }));
        Assert.Equal(["Holm – Brae"],
            await Labels(new { parameter = "routes", values = new { region = "Northern Isles" }, search = "holm" }));
        Assert.Equal(404, (await server.Send(HttpMethod.Post, "/reports/delays-by-cause/choices", new { parameter = "nonsense" })).Status);
    }

    /// <summary>A value that only links may set is taken with what the link gave, for exactly that value and report, and not
    /// otherwise.</summary>
    [Fact]
    public async Task Values_for_links_alone_are_taken_from_links_alone()
    {
        var target = DemoReports.All.First(r => r.Id == "sailings-in-detail").Definition;
        target = target with { Title = "Linked detail",
            Parameters = [.. target.Parameters.Select(p => p.Name == "route" ? p with { SetBy = SetBy.Link } : p)] };
        await server.Send(HttpMethod.Post, "/reports", new { definition = JsonDocument.Parse(ReportJson.Write(target)).RootElement });
        await server.Send(HttpMethod.Post, "/reports/linked-detail/publish", new { version = 1 });
        var source = JsonDocument.Parse(
            ReportJson.Write(DemoReports.All.First(r => r.Id == "delays-by-cause").Definition with { Title = "Linking" })
            .Replace("\"sailings-in-detail\"", "\"linked-detail\"")).RootElement;
        await server.Send(HttpMethod.Post, "/reports", new { definition = source });
        var (_, run) = await server.Run("linking", new { draft = true });
        var svg = System.Xml.Linq.XDocument.Parse(
            await server.Client.GetStringAsync($"/api/runs/{run.GetProperty("id").GetString()}/pages/1"));
        var mark = svg.Descendants().First(e => (string?)e.Attribute("data-label") == "Holm – Brae");
        var proof = (string)mark.Attribute("data-proof")!;
        var values = new Dictionary<string, string> { ["route"] = "Holm – Brae" };
        async Task<string> State(object request) => (await server.Run("linked-detail", request)).Body.GetProperty("state").GetString()!;
        Assert.Equal("ready", await State(new { values, proof }));
        Assert.Equal("failed", await State(new { values }));
        Assert.Equal("failed", await State(new { values, proof = proof[..^1] + (proof[^1] == '0' ? '1' : '0') }));
        Assert.Equal("failed", await State(new { values = new Dictionary<string, string> { ["route"] = "Brae – Linga" }, proof }));
    }

    /// <summary>RFC 9110: what is wrong with a request is said by its status; RFC 9457: and in words.</summary>
    [Theory]
    [InlineData("PATCH", "/api/reports", null, 405, "GET, POST")]
    [InlineData("PUT", "/api/health", null, 405, "GET")]
    [InlineData("DELETE", "/read/route-performance", null, 405, "GET")]
    [InlineData("POST", "/api/reports", "text/plain", 415, null)]
    [InlineData("POST", "/api/databases/upload?name=x", "application/json", 415, null)]
    [InlineData("GET", "/api/nothing", null, 404, null)]
    [InlineData("POST", "/api/nothing", "application/json", 404, null)]
    [InlineData("GET", "/api/runs/x/pages/abc", null, 404, null)]
    [InlineData("GET", "/assets/none.js", null, 404, null)]
    [InlineData("GET", "/fonts/none.ttf", null, 404, null)]
    [InlineData("POST", "/api/compose", "application/json", 400, null)]
    [InlineData("GET", "/api/runs/x/outline?level=abc", null, 400, null)]
    public async Task A_wrong_request_is_said_to_be_wrong(string method, string address, string? type, int status, string? allowed)
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), address);
        if (type is not null) request.Content = new StringContent("", System.Text.Encoding.UTF8, type);
        using var answer = await server.Client.SendAsync(request, TestContext.Current.CancellationToken);
        Assert.Equal(status, (int)answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        if (allowed is not null) Assert.Equal(allowed, string.Join(", ", answer.Content.Headers.Allow));
        Assert.True(answer.Headers.Contains("Content-Security-Policy"));
        Assert.True(answer.Headers.Contains("X-Content-Type-Options"));
    }

    [Fact]
    public async Task What_no_screen_could_open_is_not_saved()
    {
        var report = DemoReports.All[0].Definition;
        async Task Refused(ReportDefinition definition)
        {
            using var answer = await server.Client.PostAsync("/api/reports", new StringContent(
                JsonSerializer.Serialize(new { definition }, ReportJson.Options), System.Text.Encoding.UTF8, "application/json"),
                TestContext.Current.CancellationToken);
            var body = JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;
            Assert.Equal((400, "definition-format"), ((int)answer.StatusCode, (string?)body["code"]));
        }
        await Refused(report with { Sheets = [] });
        await Refused(report with { Sheets = [report.Sheets[0] with { Sections = [] }] });
        var inner = report.Sheets[0].Sections[0];
        for (var i = 0; i < 19; i++)
            inner = new Section { Id = $"s{i}", Dataset = inner.Dataset, ReportHeader = new()
                { Parts = [new() { Id = $"p{i}", Height = 1, Sections = [inner] }] } };
        await Refused(report with { Sheets = [report.Sheets[0] with { Sections = [inner] }] });
        // Datasets that start from one another: as many as can be read, and no more.
        var from = "bookings";
        var made = 0;
        while (true)
        {
            var (status, body) = await server.Send(HttpMethod.Post, "/datasets", new { id = "x", name = $"after {from}",
                database = "skerravoe",
                source = new { type = "derived", dataset = from }, fields = new[] { new { name = "people", type = "whole" } } });
            if (status != 201) break;
            from = body.GetProperty("id").GetString()!;
            made++;
        }
        Assert.Equal(LucidLattice.Planning.Savable.LongestChain, made);
        Assert.Equal(System.Net.HttpStatusCode.OK, (await server.Client.GetAsync("/api/datasets",
            TestContext.Current.CancellationToken)).StatusCode);
    }
}

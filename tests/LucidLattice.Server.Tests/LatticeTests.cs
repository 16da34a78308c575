using System.Text.Json;
using LucidLattice.Model.Files;
using LucidLattice.Authoring.Editing;
using LucidLattice.Demo;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Server.Tests;

/// <summary>The lattice over HTTP: traces, tried links, made details, the map, and what publishing looks at.</summary>
public sealed class LatticeTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static object Json(ReportDefinition report) => JsonDocument.Parse(ReportJson.Write(report)).RootElement;

    private static ReportDefinition Demo(string id) => DemoReports.All.First(r => r.Id == id).Definition;

    private static string Escaped(JsonElement place) => Uri.EscapeDataString(place.GetRawText());

    [Fact]
    public async Task A_number_is_traced_to_its_rows_page_by_page_and_as_a_file()
    {
        var (_, run) = await server.Run("route-performance", new { });
        var id = run.GetProperty("id").GetString();
        var last = run.GetProperty("pageCount").GetInt32();
        var printed = await Printed(id!, last);
        var trace = await server.Get($"/runs/{id}/trace?place={Escaped(printed)}");
        var part = trace.GetProperty("parts")[0];
        var count = part.GetProperty("rows").GetInt32();
        var rows = await server
            .Get($"/runs/{id}/trace/rows?place={Escaped(printed)}&from={count - 1}&count=10&sort=passengers&descending=true");
        Assert.Equal((count, 1), (rows.GetProperty("total").GetInt32(), rows.GetProperty("rows").GetArrayLength()));
        // All fields are there, also those that the report does not use, with where they come from.
        Assert.Contains(rows.GetProperty("head").EnumerateArray(), h => h.GetProperty("origin").GetString()!.EndsWith(".remark",
            StringComparison.Ordinal));
        var file = await server.Client.GetStringAsync($"/api/runs/{id}/trace/rows.csv?place={Escaped(printed)}");
        Assert.True(file.Split("\r\n").Length >= count);
        foreach (var bad in new[] { "x", "null", "[]", "{}",
            "{\"section\":\"main\",\"element\":\"gfc\",\"groups\":[9,9,9],\"place\":0,\"row\":0}",
            new string('x', 4_500) })
            Assert.InRange((int)(await server.Client.GetAsync($"/api/runs/{id}/trace?place={Uri.EscapeDataString(bad)}")).StatusCode,
                400, 404);
    }

    /// <summary>The place of the last number on a page.</summary>
    private async Task<JsonElement> Printed(string run, int page)
    {
        for (var y = 700; y > 60; y -= 4)
        {
            var at = await server.Get($"/runs/{run}/pages/{page}/at?x=330&y={y}");
            if (at.TryGetProperty("printed", out var printed) && printed.ValueKind == JsonValueKind.Object
                && at.GetProperty("element").GetString() == "gfc") return printed;
        }
        throw new InvalidOperationException("The total is not there.");
    }

    [Fact]
    public async Task A_trace_of_data_that_changed_since_is_refused()
    {
        var (_, run) = await server.Run("offices", new { });
        var id = run.GetProperty("id").GetString();
        JsonElement printed = default;
        for (var y = 60; y < 700 && printed.ValueKind != JsonValueKind.Object; y += 4)
            if ((await server.Get($"/runs/{id}/pages/1/at?x=80&y={y}")).TryGetProperty("printed", out var found)) printed = found;
        Assert.Equal(200, (int)(await server.Client.GetAsync($"/api/runs/{id}/trace?place={Escaped(printed)}")).StatusCode);
        // What is published elsewhere changes nothing that this run has read.
        await server.Send(HttpMethod.Post, "/reports",
        new { definition = Json(Demo("sailing-log") with { Title = "Published meanwhile" }) });
        Assert.Equal(200, (await server.Send(HttpMethod.Post, "/reports/published-meanwhile/publish", new { version = 1 })).Status);
        Assert.Equal(200, (int)(await server.Client.GetAsync($"/api/runs/{id}/trace?place={Escaped(printed)}")).StatusCode);
        var file = Path.Combine(server.Folder, "skerravoe-ferries.sqlite");
        File.SetLastWriteTimeUtc(file, DateTime.UtcNow.AddMinutes(1));
        var gone = await server.Client.GetAsync($"/api/runs/{id}/trace?place={Escaped(printed)}");
        Assert.Equal(410, (int)gone.StatusCode);
        Assert.Contains("changed since", await gone.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task A_detail_report_is_made_and_adds_up_and_the_map_knows_it()
    {
        var (_, made) = await server.Send(HttpMethod.Post, "/links/details",
            new { definition = Json(Demo("sailings-by-outcome")), element = "s2", title = "Made of rows" });
        Assert.Equal("made-of-rows", made.GetProperty("report").GetString());
        var (status, trial) = await server.Send(HttpMethod.Post, "/links/trials",
            new { report = new { definition = made.GetProperty("definition") }, id = "sailings-by-outcome", on = "s2" });
        Assert.Equal(200, status);
        Assert.True(trial.GetProperty("marks").GetArrayLength() > 3);
        Assert.Equal(0, trial.GetProperty("differ").GetInt32());
        var (_, saved) = await server.Send(HttpMethod.Put, "/reports/sailings-by-outcome/draft",
            new { basedOn = 1, definition = made.GetProperty("definition") });
        Assert.Equal(2, saved.GetProperty("version").GetInt32());
        var map = await server.Get("/links");
        JsonElement Made(JsonElement map) => map.GetProperty("links").EnumerateArray().First(l => l.GetProperty("on").GetString() == "s2");
        var link = Made(map);
        Assert.Equal("nothing", link.GetProperty("trial").GetProperty("since").GetString());
        Assert.Equal(("made-of-rows", 0), (link.GetProperty("to").GetString(), link.GetProperty("trial").GetProperty("differ").GetInt32()));
        Assert.Contains(map.GetProperty("links").EnumerateArray(), l => l.GetProperty("broken").GetArrayLength() > 0);
        await server.Send(HttpMethod.Put, "/links/places", new { report = "sailing-log", x = 12.5, y = 40 });
        var placed = (await server.Get("/links")).GetProperty("reports").EnumerateArray().First(r => r.GetProperty("id")
            .GetString() == "sailing-log");
        Assert.Equal(12.5, placed.GetProperty("x").GetDouble());
        Assert.Contains("“Made of rows”", (await server.Get("/reports/made-of-rows/leading-here"))[0].GetString());
        await Proofs_end_where_the_link_is_changed(made.GetProperty("definition"), async () =>
            Made(await server.Get("/links")).GetProperty("trial").GetProperty("since").GetString()!);
        // What cannot be listed is said.
        var (bad, why) = await server.Send(HttpMethod.Post, "/links/details",
            new { definition = Json(Demo("sailings-by-outcome")), element = "nothing" });
        Assert.Equal((400, "There is no element “nothing”."), (bad, why.GetProperty("detail").GetString()));
    }

    private async Task Proofs_end_where_the_link_is_changed(JsonElement definition, Func<Task<string>> since)
    {
        var (report, version) = (ReportFile.Read(definition.GetRawText()), 2);
        async Task Save(ReportDefinition changed)
        {
            await server.Send(HttpMethod.Put, "/reports/sailings-by-outcome/draft", new { basedOn = version, definition = Json(changed) });
            version++;
        }

        // Paper and texts beside it decide no number that is clicked.
        await Save(report with { Title = "Another title", Page = new PageSetup { Width = 842, Height = 595 } });
        Assert.Equal("nothing", await since());
        await Save(report.MapLinks(l => l.Report == "made-of-rows" ? l with { Carries = [.. l.Carries.Skip(1)] } : l));
        Assert.Equal("definition", await since());
        var (refused, why) = await server.Send(HttpMethod.Post, "/reports/sailings-by-outcome/publish", new { version });
        Assert.Equal(409, refused);
        Assert.Contains("has not been tried since", why.GetProperty("detail").GetString());
        await Save(report.MapSections(s => s with { Filter = "passengers > 10" }));
        Assert.Equal("definition", await since());
        await Save(report);
        Assert.Equal("nothing", await since());
        var target = ReportFile.Read((await server.Get("/reports/made-of-rows")).GetProperty("definition").GetRawText());
        await server.Send(HttpMethod.Put, "/reports/made-of-rows/draft",
            new { basedOn = 1, definition = Json(target.MapSections(s => s with { Filter = "passengers > 10" })) });
        // Readers, and links, see what is published.
        Assert.Equal("nothing", await since());
        await server.Send(HttpMethod.Post, "/reports/made-of-rows/publish", new { version = 2, anyway = true });
        Assert.Equal("definition", await since());
    }

    [Fact]
    public async Task Links_follow_a_parameter_that_is_renamed_and_publishing_names_what_would_break()
    {
        var (_, log) = await server.Send(HttpMethod.Post, "/reports",
            new { definition = Json(Demo("sailing-log") with { Title = "Own log" }) });
        Assert.Equal("own-log", log.GetProperty("id").GetString());
        await server.Send(HttpMethod.Post, "/reports/own-log/publish", new { version = 1 });
        var leading = Demo("sailings-in-detail").MapLinks(l => l with { Report = "own-log" }) with { Title = "Own detail" };
        await server.Send(HttpMethod.Post, "/reports", new { definition = Json(leading) });
        await server.Send(HttpMethod.Post, "/reports/own-detail/publish", new { version = 1 });

        var renamed = new RenameParameter { Parameter = "sailing", Name = "crossing" }
            .Apply(Demo("sailing-log") with { Title = "Own log" }, NoReports.Instance);
        await server.Send(HttpMethod.Put, "/reports/own-log/draft", new { basedOn = 1, definition = Json(renamed) });
        var (status, published) = await server.Send(HttpMethod.Post, "/reports/own-log/publish", new { version = 2 });
        Assert.True(status == 200, published.ToString());
        var followed = await server.Get("/reports/own-detail");
        Assert.Contains("\"parameter\":\"crossing\"", followed.GetProperty("definition").GetRawText().Replace(" ", "").Replace("\n", ""));
        Assert.Equal(followed.GetProperty("version").GetInt32(), followed.GetProperty("published").GetInt32());

        // Another type cannot follow: its author is asked.
        var typed = renamed with { Parameters = [renamed.Parameters[0] with { Type = DataType.Date }] };
        typed = typed.MapSections(s => s with { Filter = "departs >= :crossing" });
        await server.Send(HttpMethod.Put, "/reports/own-log/draft", new { basedOn = 2, definition = Json(typed) });
        var (refused, why) = await server.Send(HttpMethod.Post, "/reports/own-log/publish", new { version = 3 });
        Assert.Equal((409, "concerns"), (refused, why.GetProperty("code").GetString()));
        Assert.Contains("“Own detail” would break", why.GetProperty("detail").GetString());
        Assert.Equal(200, (await server.Send(HttpMethod.Post, "/reports/own-log/publish", new { version = 3, anyway = true })).Status);
    }

    [Fact]
    public async Task A_broken_promise_stops_a_publication_until_its_author_agrees()
    {
        var promising = Demo("offices") with
        {
            Title = "Promising", Promises = [new Promise
            {
                Id = "p", Left = new DatasetTotal { Dataset = Demo("offices").Datasets[0].Id, Expression = "count(*)" },
                Is = PromiseIs.AtMost, Right = new PlainNumber { Value = 1 },
            }],
        };
        await server.Send(HttpMethod.Post, "/reports", new { definition = Json(promising) });
        var (status, why) = await server.Send(HttpMethod.Post, "/reports/promising/publish", new { version = 1 });
        Assert.Equal(409, status);
        Assert.Contains("A promise is broken.", why.GetProperty("detail").GetString());
        Assert.Equal(200, (await server.Send(HttpMethod.Post, "/reports/promising/publish", new { version = 1, anyway = true })).Status);
        var (_, tried) = await server.Send(HttpMethod.Post, "/links/promises", new { definition = Json(promising), id = "promising" });
        Assert.Contains("and 1 is 1", tried[0].GetProperty("broken").GetString());
    }

    [Fact]
    public async Task Groups_are_opened_in_a_run_of_their_own_and_found_by_their_keys()
    {
        var (_, closed) = await server.Run("busiest-routes", new { });
        Assert.True(closed.GetProperty("closes").GetBoolean());
        var svg = await server.Client.GetStringAsync($"/api/runs/{closed.GetProperty("id").GetString()}/pages/1");
        Assert.DoesNotContain("Holm", svg);
        var (_, open) = await server.Run("busiest-routes", new { opened = new[] { "*" } });
        Assert.Contains("Holm", await server.Client.GetStringAsync($"/api/runs/{open.GetProperty("id").GetString()}/pages/1"));
        var place = await server
            .Get($"/runs/{closed.GetProperty("id").GetString()}/group?level=l1&key={Uri.EscapeDataString("2025-07-01 00:00")}");
        Assert.Equal(1, place.GetProperty("page").GetInt32());
        Assert.Equal(400, (await server.Run("busiest-routes", new { opened = Enumerable.Range(0, 900).Select(i => $"{i}") })).Status);
    }
}

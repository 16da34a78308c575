using System.Text.Json;
using LucidLattice.Charts.Types;
using LucidLattice.Demo;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using Xunit;

namespace LucidLattice.Server.Tests;

public sealed class RunTests(RunningServer server) : IClassFixture<RunningServer>
{
    [Fact]
    public async Task A_run_that_never_ends_is_stopped_while_others_are_served()
    {
        // SQL by hand that counts for ever; the run's own limit would stop it only after a minute.
        var definition = DemoReports.All.First(r => r.Id == "route-performance").Definition;
        var dataset = definition.Datasets[0];
        var endless = $"SELECT * FROM (SELECT {string.Join(", ", dataset.Fields.Select(f => $"i AS {f.Name}"))} FROM (WITH RECURSIVE n "
            + $"(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT count(*) AS i FROM n))";
        definition = definition with { Title = "Endless", Datasets = [dataset with { Source = new QuerySource { Sql = endless } }] };
        var (_, made) = await server.Send(HttpMethod.Post, "/reports",
            new { definition = JsonDocument.Parse(ReportJson.Write(definition)).RootElement });
        var (_, run) = await server.Send(HttpMethod.Post, "/reports/endless/runs", new { draft = true });
        Assert.Equal("endless", made.GetProperty("id").GetString());
        Assert.Equal("running", run.GetProperty("state").GetString());
        var id = run.GetProperty("id").GetString();
        Assert.Equal("ready",
            (await server.Send(HttpMethod.Post, "/reports/route-performance/runs", new { })).Body.GetProperty("state").GetString());
        var waiting = server.Client.GetAsync($"/api/runs/{id}/pages/1");
        Assert.Equal(204, (int)(await server.Client.DeleteAsync($"/api/runs/{id}")).StatusCode);
        var answer = JsonDocument.Parse(await (await waiting).Content.ReadAsStringAsync()).RootElement;
        // Whoever waited is answered: that it was stopped, or, arriving after that, that the run is gone.
        Assert.Contains(answer.GetProperty("code").GetString(), new[] { "stopped", "run-gone" });
        Assert.Equal("run-gone", (await server.Get($"/runs/{id}")).GetProperty("code").GetString());
    }

    [Fact]
    public async Task Many_readers_page_through_shared_and_own_runs_without_an_error()
    {
        var shared = await Paged("/reports/route-performance/runs", new { });
        var readers = Enumerable.Range(0, 16).Select(async reader =>
        {
            var random = new Random(reader);
            var run = shared;
            if (reader % 4 == 0)
                run = await Paged("/reports/sailings-in-detail/runs",
                    new { values = new { route = "Holm – Brae", from = $"2024-0{1 + random.Next(9)}-01" } });
            for (var i = 0; i < 12; i++)
            {
                var page = 1 + random.Next(run.GetProperty("pageCount").GetInt32());
                var svg = await server.Client.GetStringAsync($"/api/runs/{run.GetProperty("id").GetString()}/pages/{page}");
                Assert.Contains($"Page {page} of {run.GetProperty("pageCount").GetInt32()}", svg);
            }
        });
        await Task.WhenAll(readers);
    }

    /// <summary>A run, once its last page is known: on a busy machine that may come after the answer.</summary>
    private async Task<JsonElement> Paged(string path, object request)
    {
        var (_, run) = await server.Send(HttpMethod.Post, path, request);
        while (!run.GetProperty("pagesComplete").GetBoolean()) run = await server.Get($"/runs/{run.GetProperty("id").GetString()}");
        return run;
    }

    [Fact]
    public async Task A_slow_run_tells_how_far_it_is_and_equal_requests_share_it()
    {
        // Rows enough to take more than the second after which a run answers that it is under way.
        var definition = DemoReports.All.First(r => r.Id == "bookings-by-route").Definition;
        var dataset = definition.Datasets[0];
        var slow = $"SELECT {string.Join(", ", dataset.Fields.Select(f => $"b.{f.Name}"))} FROM bookings_in_full b WHERE (WITH RECURSIVE "
            + $"n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 4000 + b.booking_id % 2) SELECT max(i) FROM n) > 0";
        definition = definition with { Title = "Slow", Datasets = [dataset with { Source = new QuerySource { Sql = slow } }] };
        await server.Send(HttpMethod.Post, "/reports", new { definition = JsonDocument.Parse(ReportJson.Write(definition)).RootElement });
        var (_, first) = await server.Send(HttpMethod.Post, "/reports/slow/runs", new { draft = true });
        Assert.Equal("running", first.GetProperty("state").GetString());
        // On a busy machine the first row may come after the answer.
        while (first.GetProperty("state").GetString() == "running" && first.GetProperty("progress").GetProperty("rows").GetInt32() == 0)
            first = await server.Get($"/runs/{first.GetProperty("id").GetString()}");
        var progress = first.GetProperty("progress");
        Assert.Equal("reading", progress.GetProperty("stage").GetString());
        Assert.True(progress.GetProperty("rows").GetInt32() > 0);
        var (_, second) = await server.Send(HttpMethod.Post, "/reports/slow/runs", new { draft = true });
        Assert.NotEqual(first.GetProperty("id").GetString(), second.GetProperty("id").GetString());
        // The second reader joined where the first one had come to already.
        Assert.True(second.GetProperty("progress").GetProperty("rows").GetInt32() >= progress.GetProperty("rows").GetInt32());
        Assert.Equal(204, (int)(await server.Client.DeleteAsync($"/api/runs/{first.GetProperty("id").GetString()}")).StatusCode);
        Assert.Equal("running", (await server.Get($"/runs/{second.GetProperty("id").GetString()}")).GetProperty("state").GetString());
        Assert.Equal(204, (int)(await server.Client.DeleteAsync($"/api/runs/{second.GetProperty("id").GetString()}")).StatusCode);
        Assert.Equal("run-gone",
            (await server.Get($"/runs/{second.GetProperty("id").GetString()}/pages/1")).GetProperty("code").GetString());
    }

    [Fact]
    public async Task Texts_are_found_in_a_run_and_marked_on_its_pages()
    {
        var (_, run) = await server.Send(HttpMethod.Post, "/reports/bookings-by-route/runs", new { });
        var id = run.GetProperty("id").GetString();
        var found = await server.Get($"/runs/{id}/find?text=norwick&most=5");
        var hit = found.GetProperty("hits")[0];
        Assert.Equal("Norwick – Aith", hit.GetProperty("text").GetString());
        var outline = (await server.Get($"/runs/{id}/outline")).GetProperty("entries").EnumerateArray()
            .First(e => e.GetProperty("label").GetString() == "Norwick – Aith");
        Assert.Equal(outline.GetProperty("page").GetInt32(), hit.GetProperty("page").GetInt32());
        var inside = await server.Get($"/runs/{id}/outline?level=1&group=0");
        Assert.Equal((3, 2), (inside.GetProperty("total").GetInt32(), inside.GetProperty("entries")[0].GetProperty("level").GetInt32()));
        var page = $"/api/runs/{id}/pages/{hit.GetProperty("page").GetInt32()}";
        Assert.Contains(Palette.Found, await server.Client.GetStringAsync(page + "?find=norwick"));
        Assert.DoesNotContain(Palette.Found, await server.Client.GetStringAsync(page));
        Assert.Equal(404, (int)(await server.Client.GetAsync($"/api/runs/{id}/pages/99999")).StatusCode);
    }

    [Fact]
    public async Task Refresh_reads_what_changed_in_the_database()
    {
        var (_, before) = await server.Send(HttpMethod.Post, "/reports/bookings-by-route/runs", new { });
        var (_, same) = await server.Send(HttpMethod.Post, "/reports/bookings-by-route/runs", new { });
        Assert.Equal(before.GetProperty("asOf").GetString(), same.GetProperty("asOf").GetString());
        var (_, anew) = await server.Send(HttpMethod.Post, "/reports/bookings-by-route/runs", new { refresh = true });
        Assert.NotEqual(before.GetProperty("asOf").GetString(), anew.GetProperty("asOf").GetString());
        // What was started before keeps its own snapshot.
        Assert.Equal(before.GetProperty("asOf").GetString(),
            (await server.Get($"/runs/{before.GetProperty("id").GetString()}")).GetProperty("asOf").GetString());
    }

    [Fact]
    public async Task A_page_is_the_same_each_time_it_is_drawn()
    {
        var (_, run) = await server.Send(HttpMethod.Post, "/reports/route-performance/runs", new { });
        var path = $"/api/runs/{run.GetProperty("id").GetString()}/pages/7";
        Assert.Equal(await server.Client.GetStringAsync(path), await server.Client.GetStringAsync(path));
    }

    [Fact]
    public async Task Fonts_and_the_one_page_are_served_and_nothing_else_is()
    {
        foreach (var font in Output.Typesetting.Fonts.FileNames)
            Assert.Equal("font/ttf", (await server.Client.GetAsync("/fonts/" + font)).Content.Headers.ContentType!.MediaType);
        Assert.Equal(404, (int)(await server.Client.GetAsync("/fonts/..%2f..%2fetc%2fpasswd")).StatusCode);
        var page = await server.Client.GetAsync("/read/route-performance?from=2025-01-01");
        var html = await page.Content.ReadAsStringAsync();
        var policy = page.Headers.GetValues("Content-Security-Policy").Single();
        var nonce = System.Text.RegularExpressions.Regex.Match(html, "style-nonce\" content=\"([^\"]+)\"").Groups[1].Value;
        Assert.Contains($"'nonce-{nonce}'", policy);
        Assert.DoesNotContain("http://", html.Replace("http://www.w3.org", ""));
        Assert.DoesNotContain("https://", html);
    }

    /// <summary>A crosstab as a table to sort and fold, and as CSV; a cell is traced by the mark that the table names.</summary>
    [Fact]
    public async Task A_crosstab_is_there_as_a_table_and_as_a_file()
    {
        var (_, started) = await server.Send(HttpMethod.Post, "/reports/passengers-by-month/runs", new { values = new { } });
        var run = started.GetProperty("id").GetString();
        var table = await server.Get($"/runs/{run}/crosstabs/x1");
        Assert.Equal("Passengers by year, month and route", table.GetProperty("title").GetString());
        Assert.Equal(["Year", "Month"], table.GetProperty("corner").EnumerateArray().Select(c => c.GetString()));
        var lines = table.GetProperty("lines").EnumerateArray().ToList();
        Assert.Equal(24 + 2 + 1, lines.Count);
        var cell = lines[0].GetProperty("cells")[0];
        Assert.Equal(("3,478", 3478, "x1-2.0.1.0.0"), (cell.GetProperty("text").GetString(), cell.GetProperty("number").GetInt32(),
            cell.GetProperty("mark").GetString()));
        Assert.Equal("sailings-in-detail", cell.GetProperty("action").GetProperty("report").GetString());
        var csv = (await server.Client.GetStringAsync($"/api/runs/{run}/crosstabs/x1/csv")).Split("\r\n");
        Assert.StartsWith("Year,Month,Skerra – Aith", csv[0]);
        Assert.Equal(lines.Count + 2, csv.Length);
        var place = await server.Get($"/runs/{run}/pages/1/at?x=300&y=200");
        Assert.Equal("x1", place.GetProperty("element").GetString());
        foreach (var wrong in new[] { "nope", "x1-3", "ch1", "x1/svg" })
            Assert.Equal(System.Net.HttpStatusCode.NotFound,
                (await server.Client.GetAsync($"/api/runs/{run}/crosstabs/{wrong}")).StatusCode);
    }

    /// <summary>A chart alone: its numbers as a table, its picture as SVG and PNG, its numbers as CSV; in Compose, as every type would draw
    /// it.</summary>
    [Fact]
    public async Task A_chart_is_there_as_numbers_as_a_picture_and_in_every_type()
    {
        var client = server.Client;
        var (_, started) = await server.Send(HttpMethod.Post, "/reports/year-in-charts/runs", new { values = new { } });
        var run = started.GetProperty("id").GetString();
        var table = await server.Get($"/runs/{run}/charts/ch1");
        Assert.Equal(["month", "Eastern Sound", "Northern Isles", "West Firth"],
            table.GetProperty("head").EnumerateArray().Select(h => h.GetString()));
        Assert.Equal(12, table.GetProperty("rows").GetArrayLength());
        Assert.StartsWith("<svg", await client.GetStringAsync($"/api/runs/{run}/charts/ch1/svg"));
        Assert.Equal([0x89, (byte)'P', (byte)'N', (byte)'G'], (await client.GetByteArrayAsync($"/api/runs/{run}/charts/ch1/png"))[..4]);
        var csv = (await client.GetStringAsync($"/api/runs/{run}/charts/ch1/csv")).Split("\r\n");
        Assert.Equal("month,Series,Value,Rows", csv[0]);
        Assert.Equal(12 * 3 + 2, csv.Length);
        foreach (var wrong in new[] { "ch1/gif", "nope", "nope/svg", "ch1-7" })
            Assert.Equal(System.Net.HttpStatusCode.NotFound, (await client.GetAsync($"/api/runs/{run}/charts/{wrong}")).StatusCode);

        var definition = (await server.Get("/reports/year-in-charts")).GetProperty("definition");
        var (_, previews) =
            await server.Send(HttpMethod.Post, "/compose/chart-previews", new { report = new { definition }, chart = "ch1" });
        var drawn = previews.EnumerateObject().Select(p => p.Name).ToList();
        // A histogram needs numbers along its axis; every other type draws something of these rows.
        Assert.Equal(ChartTypes.All.Select(t => t.Id).Where(t => t != "histogram").Order(), drawn.Order());
        Assert.All(previews.EnumerateObject(), p => Assert.StartsWith("<svg", p.Value.GetString()));
    }

    [Fact]
    public async Task A_gesture_that_makes_no_sense_changes_nothing_and_says_why()
    {
        var report = await server.Get("/reports/route-performance");
        var (status, problem) = await server.Send(HttpMethod.Post, "/compose",
            new { definition = report.GetProperty("definition"), edits = new[] { new { type = "addChart", band = "detail", level = 0 } } });
        Assert.Equal((400, "edit"), (status, problem.GetProperty("code").GetString()));
        Assert.Contains("header or footer", problem.GetProperty("detail").GetString());
    }

    [Fact]
    public async Task The_page_count_of_a_draft_is_that_of_its_run()
    {
        var definition = (await server.Get("/reports/route-performance")).GetProperty("definition");
        var values = new { from = "2025-03-01", to = "2025-04-30" };
        var (_, counted) = await server.Send(HttpMethod.Post, "/compose/pages", new { definition, values });
        var (_, run) = await server.Send(HttpMethod.Post, "/reports/route-performance/runs", new { values });
        Assert.Equal(run.GetProperty("pageCount").GetInt32(), counted.GetProperty("pageCount").GetInt32());
    }
}

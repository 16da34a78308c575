using System.Text.Json;
using Xunit;

namespace LucidLattice.Server.Tests;

/// <summary>Looks of charts and palettes that are kept by name.</summary>
public sealed class LookTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static object Chart(string palette) => new
    {
        type = "chart", id = "c", palette, words = new { title = new { text = "Its own", side = "left" } },
        category = new { by = "region" }, values = new[] { new { expression = "count(*)" } },
    };

    private async Task<List<JsonElement>> Kept(string what) => [.. (await server.Get("/looks")).GetProperty(what).EnumerateArray()];

    [Fact]
    public async Task A_look_is_kept_without_the_words_and_is_carried_in_whole_or_in_part()
    {
        await server.Send(HttpMethod.Post, "/looks", new { name = " For the board ", chart = Chart("teal") });
        await server.Send(HttpMethod.Post, "/looks", new { name = "Another", chart = Chart("grey"), isDefault = true });
        await server.Send(HttpMethod.Post, "/looks", new { name = "For the board", chart = Chart("blue"), isDefault = true });
        var looks = await Kept("looks");
        Assert.Equal(["Another", "For the board"], looks.Select(l => l.GetProperty("name").GetString()));
        Assert.Equal([false, true], looks.Select(l => l.GetProperty("isDefault").GetBoolean()));
        var look = looks[1].GetProperty("look");
        Assert.Equal("blue", look.GetProperty("palette").GetString());
        Assert.DoesNotContain("Its own", look.ToString());

        var report = (await server.Get("/reports/year-in-charts")).GetProperty("definition");
        async Task<JsonElement> Carried(params string[] parts)
        {
            var (_, body) = await server.Send(HttpMethod.Post, "/compose",
                new { definition = report, edits = new[] { new { type = "carryLook", look, to = new[] { "ch1" }, parts } } });
            return body.GetProperty("definition").GetProperty("sheets")[0].GetProperty("sections")[0].GetProperty("reportHeader")
                .GetProperty("parts").EnumerateArray().SelectMany(p => p.GetProperty("elements").EnumerateArray())
                .Single(e => e.GetProperty("id").GetString() == "ch1");
        }
        var whole = await Carried();
        Assert.Equal(("blue", "left"),
            (whole.GetProperty("palette").GetString(), whole.GetProperty("words").GetProperty("title").GetProperty("side").GetString()));
        var part = await Carried("words");
        Assert.False(part.TryGetProperty("palette", out var palette) && palette.ValueKind == JsonValueKind.String);

        await server.Send(HttpMethod.Delete, "/looks?name=Another", new { });
        Assert.Single(await Kept("looks"));
        Assert.Equal(404, (await server.Send(HttpMethod.Delete, "/looks?name=Another", new { })).Status);
    }

    [Fact]
    public async Task A_palette_is_kept_and_its_author_is_told_what_is_hard_to_tell_apart()
    {
        await server.Send(HttpMethod.Post, "/looks/palettes", new { name = "Ours", colors = new[] { "#112233", "#112244", "#EEEEEE" } });
        var palette = Assert.Single(await Kept("palettes"));
        Assert.Equal(["#112233", "#112244"], palette.GetProperty("alike").EnumerateArray().Select(c => c.GetString()));
        foreach (var wrong in new object[]
        {
            new { name = "", colors = new[] { "#112233" } }, new { name = "Wrong", colors = new[] { "red" } },
            new { name = "None", colors = Array.Empty<string>() }, new { name = new string('x', 81), colors = new[] { "#112233" } },
            new { name = "Many", colors = Enumerable.Repeat("#112233", 33) },
        })
            Assert.Equal(400, (await server.Send(HttpMethod.Post, "/looks/palettes", wrong)).Status);
        Assert.Equal(200, (await server.Send(HttpMethod.Delete, "/looks/palettes?name=Ours", new { })).Status);
        Assert.Empty(await Kept("palettes"));
    }

    [Fact]
    public async Task A_look_of_reports_is_kept_with_its_logo_and_worn_by_another()
    {
        var logo = Convert.ToBase64String("<svg xmlns='http://www.w3.org/2000/svg'><rect width='9' height='9'/></svg>"u8);
        object Look(string title, string? image) => new
        {
            look = new { id = "", name = "Night", font = "serif", scale = 1.1, ink = "#111111", muted = "#555555", title,
                levels = new[] { "#0B5D5B" },
                logo = image },
            logo = image is null ? null : new { id = "i", name = "logo.svg", data = logo },
        };
        Assert.Equal(400, (await server.Send(HttpMethod.Post, "/looks/reports", Look("red", null))).Status);
        Assert.Equal(200, (await server.Send(HttpMethod.Post, "/looks/reports", Look("#222222", "i"))).Status);
        var kept = Assert.Single(await Kept("reports"));
        var report = (await server.Get("/reports/seasons-and-regions")).GetProperty("definition");
        var own = JsonSerializer.Deserialize<Dictionary<string, object>>(kept.GetProperty("look"))!;
        own["logo"] = null!;
        var (status, worn) = await server.Send(HttpMethod.Post, "/compose", new { definition = report,
            edits = new[] { new { type = "setReportLook",
            own, logo = new { name = "logo.svg", data = logo } } } });
        Assert.Equal(200, status);
        Assert.Contains("<image", worn.GetProperty("behind").GetString());
        Assert.Equal(200, (await server.Send(HttpMethod.Delete, "/looks/reports?name=Night", new { })).Status);
        Assert.Empty(await Kept("reports"));
    }
}

using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.RegularExpressions;
using LucidLattice.Server.Web;
using LucidLattice.Testing;
using Xunit;

namespace LucidLattice.Server.Tests;

/// <summary>What the API's own description promises.</summary>
public sealed partial class ApiDescriptionTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static readonly string[] Methods = ["get", "put", "post", "delete"];

    [Fact]
    public async Task Every_operation_says_what_it_does_and_how_problems_are_answered()
    {
        var description = await server.Client.GetFromJsonAsync<JsonElement>("/api/openapi.json");
        var operations = description.GetProperty("paths").EnumerateObject()
            .SelectMany(p => p.Value.EnumerateObject().Where(o => Methods.Contains(o.Name)).Select(o => (p.Name, o.Value))).ToList();
        Assert.All(operations, o =>
        {
            Assert.EndsWith(".", o.Value.GetProperty("summary").GetString());
            Assert.Matches("^[a-z][A-Za-z]+$", o.Value.GetProperty("operationId").GetString()!);
            Assert.True(o.Value.GetProperty("responses").TryGetProperty("default", out _), o.Name);
        });
        Assert.Equal(operations.Count, operations.Select(o => o.Value.GetProperty("operationId").GetString()).Distinct().Count());
    }

    /// <summary>Outside reference: RFC 9457, 3.1.1 (a type that can be looked up), 3.1.3 (a title that is the same in each case).</summary>
    [Fact]
    public async Task A_problem_has_a_type_that_can_be_looked_up_and_a_title_that_does_not_depend_on_the_case()
    {
        var problems = new List<JsonElement>();
        foreach (var id in new[] { "none", "neither" })
        {
            var response = await server.Client.GetAsync($"/api/reports/{id}");
            Assert.Equal("application/problem+json", response.Content.Headers.ContentType!.MediaType);
            problems.Add(await response.Content.ReadFromJsonAsync<JsonElement>());
        }
        string Of(int index, string property) => problems[index].GetProperty(property).GetString()!;
        Assert.Equal((Of(0, "title"), Of(0, "type")), (Of(1, "title"), Of(1, "type")));
        Assert.NotEqual(Of(0, "detail"), Of(1, "detail"));
        var page = await server.Client.GetAsync(Of(0, "type"));
        Assert.Equal("text/html", page.Content.Headers.ContentType!.MediaType);
        Assert.Contains(Of(0, "title"), await page.Content.ReadAsStringAsync());
        Assert.Equal(HttpStatusCode.NotFound, (await server.Client.GetAsync("/api/problems/no-such-type")).StatusCode);
    }

    /// <summary>Each code that the source answers with has a type, and no type is left over.</summary>
    [Fact]
    public void Every_code_has_a_type()
    {
        var used = Directory.EnumerateFiles(Path.Combine(Checkout.Root, "src"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/bin/", StringComparison.Ordinal))
            .SelectMany(f => Codes().Matches(File.ReadAllText(f)).Select(m => m.Groups[1].Value)).ToHashSet();
        Assert.Equal([], used.Except(ProblemTypes.All.Select(t => t.Code)));
        // Those that no constructor names: thrown with a code that was chosen before.
        Assert.Equal([], ProblemTypes.All.Select(t => t.Code).Except(used).Except(["not-found", "run-gone"]));
    }

    [GeneratedRegex("(?:DataException\\(|ApiException\\((?:[\\w.]+,)?|Bad\\(|ApiException\\(bad\\.StatusCode,)\\s*\"([a-z-]+)\"")]
    private static partial Regex Codes();

    [Fact]
    public async Task What_is_created_says_where_it_is()
    {
        var made = await server.Client.PostAsJsonAsync("/api/datasets", new
        {
            id = "new", name = "Ports of call", database = "Skerravoe Ferries", fields = Array.Empty<object>(),
            source = new { type = "query", sql = "SELECT 1 AS one" },
        });
        Assert.Equal(HttpStatusCode.Created, made.StatusCode);
        var there = await server.Client.GetFromJsonAsync<JsonElement>(made.Headers.Location);
        Assert.Equal("Ports of call", there.GetProperty("definition").GetProperty("name").GetString());
    }
}

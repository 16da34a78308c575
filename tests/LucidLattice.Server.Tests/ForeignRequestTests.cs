using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using LucidLattice.Demo;
using LucidLattice.Model.Definitions;
using Xunit;

namespace LucidLattice.Server.Tests;

/// <summary>Property: whatever stands in the place of anything in a definition, the answer is one about the definition, and never that
/// something went wrong on the server.</summary>
public sealed class ForeignRequestTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static readonly string[] Strange = ["null", "[]", "{}", "-1", "1e300", "\"\"", "[null]", """{"a":null}"""];

    [Theory]
    [InlineData("months-of-each-route")]
    [InlineData("boarding-vouchers")]
    public async Task Nothing_in_a_definition_is_a_fault_of_the_server(string id)
    {
        var text = ReportJson.Write(DemoReports.All.First(r => r.Id == id).Definition);
        var faults = new List<string>();
        foreach (var path in Paths(JsonNode.Parse(text)!).Where((_, i) => i % 3 == 0))
            foreach (var value in Strange)
            {
                var definition = JsonNode.Parse(text)!;
                Put(definition, path, JsonNode.Parse(value));
                var response = await server.Client.PostAsJsonAsync("/api/compose", new JsonObject { ["definition"] = definition });
                if ((int)response.StatusCode >= 500) faults.Add($"{string.Join('.', path)} = {value}");
                else if ((int)response.StatusCode >= 400)
                    Assert.NotEmpty((await response.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("detail").GetString()!);
            }
        Assert.Empty(faults);
    }

    [Fact]
    public async Task What_does_not_say_what_it_is_is_told_what_it_can_be()
    {
        var definition = JsonNode.Parse(ReportJson.Write(DemoReports.All[0].Definition))!;
        definition["sheets"]![0]!["sections"]![0]!["detail"]!["parts"]![0]!["elements"]!.AsArray().Add(new JsonObject { ["id"] = "x" });
        var (status, body) = await server.Send(HttpMethod.Post, "/compose", new JsonObject { ["definition"] = definition });
        Assert.Equal(400, status);
        Assert.Contains("“type” is needed", body.GetProperty("detail").GetString());
    }

    private static IEnumerable<string[]> Paths(JsonNode node) => node switch
    {
        JsonObject o => o.Where(p => p.Key != "datasets").SelectMany(p => Under(p.Key, p.Value)),
        JsonArray a => a.SelectMany((item, i) => Under(i.ToString(System.Globalization.CultureInfo.InvariantCulture), item)),
        _ => [],
    };

    private static IEnumerable<string[]> Under(string name, JsonNode? node) =>
        (node is null ? [] : Paths(node)).Select(inner => inner.Prepend(name).ToArray()).Prepend([name]);

    private static void Put(JsonNode root, string[] path, JsonNode? value)
    {
        foreach (var step in path[..^1]) root = root is JsonArray list ? list[int.Parse(step)]! : root[step]!;
        if (root is JsonArray items) items[int.Parse(path[^1])] = value;
        else root[path[^1]] = value;
    }
}

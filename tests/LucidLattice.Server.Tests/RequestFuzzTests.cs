using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using CsCheck;
using LucidLattice.Testing;
using LucidLattice.Demo;
using LucidLattice.Model.Definitions;
using Xunit;

namespace LucidLattice.Server.Tests;

/// <summary>Whatever is asked of the API, the answer is an answer or a problem (RFC 9457) in words for its asker, and lists of others stay
/// as they were.</summary>
public sealed partial class RequestFuzzTests(RunningServer server) : IClassFixture<RunningServer>
{
    private sealed record Asked(string Method, string Address, string? Body, string Type = "application/json")
    {
        public override string ToString() => $"{Method} {Address}\n{Body}";
    }

    private static string Json(object body) => JsonSerializer.Serialize(body, ReportJson.Options);

    /// <summary>Requests as the front end makes them, of every kind that takes a body.</summary>
    private static IEnumerable<(string Method, string Path, string Body)> Usual()
    {
        var reports = DemoReports.All.Select(r => r.Definition).ToList();
        foreach (var definition in reports)
        {
            var first = definition.Sheets[0].Sections[0];
            var element = definition.AllParts().SelectMany(p => p.Elements).FirstOrDefault()?.Id ?? "";
            var report = new { definition, values = new Dictionary<string, string>() };
            yield return ("POST", "/compose", Json(report));
            yield return ("POST", "/compose/pages", Json(report));
            yield return ("POST", "/compose/explanation", Json(new { definition }));
            yield return ("POST", "/compose/vantage", Json(new { report, section = first.Id, wish = "longestText" }));
            yield return ("POST", "/compose/widths", Json(new { report, section = first.Id }));
            yield return ("POST", "/compose/chart-previews", Json(new { report, chart = element }));
            yield return ("POST", "/compose/choices", Json(new { definition,
                parameter = definition.Parameters.FirstOrDefault()?.Name ?? "" }));
            yield return ("POST", "/compose/copies", Json(new { definition }));
            yield return ("POST", "/links/promises", Json(new { definition }));
            yield return ("POST", "/links/trials", Json(new { report, on = element }));
            yield return ("POST", "/reports", Json(new { definition }));
            yield return ("PUT", "/reports/route-performance/draft", Json(new { basedOn = 1, definition }));
        }
        foreach (var dataset in DemoDatasets.All)
        {
            yield return ("POST", "/datasets/look", Json(new { definition = dataset, field = dataset.Fields[0].Name }));
            yield return ("POST", "/datasets", Json(dataset));
            yield return ("PUT", $"/datasets/{dataset.Id}", Json(new { basedOn = 1, definition = dataset }));
            yield return ("POST", "/datasets/rename-field", Json(new { definition = dataset, field = dataset.Fields[0].Name,
                name = "other" }));
            yield return ("POST", "/datasets/add-table", Json(new { definition = dataset, table = "vessels" }));
            yield return ("POST", "/expressions/try", Json(new { definition = dataset, expression = dataset.Fields[0].Name }));
            yield return ("POST", "/reports/guided", Json(new { title = "x", dataset = dataset.Id, guide = new { goal = "howMuch" } }));
        }
        yield return ("POST", "/datasets/describe", Json(new { database = "skerravoe",
            sql = "SELECT name FROM routes WHERE route_id = :r" }));
        yield return ("POST", "/expressions/names", Json(new[] { "a", "b c" }));
        yield return ("POST", "/reports/route-performance/runs", Json(new { values = new { from = "2025-01-01", to = "2025-12-31" },
            draft = false, refresh = false, opened = new[] { "x" } }));
        yield return ("POST", "/reports/route-performance/choices", Json(new { parameter = "from", search = "x", values = new { } }));
        yield return ("POST", "/databases", Json(new { name = "x", path = "/nowhere/x.sqlite" }));
        yield return ("POST", "/looks/palettes", Json(new { name = "p", colors = new[] { "#0B5D5B" } }));
        yield return ("PUT", "/links/places", Json(new { report = "route-performance", x = 1.5, y = 2 }));
    }

    private static Gen<Asked> Bodies => Gen.OneOf(
        Usual().GroupBy(u => (u.Method, u.Path)).Select(g => (IGen<Asked>)Mutations.Json([.. g.Select(u => u.Body)])
            .Select(body => new Asked(g.Key.Method, g.Key.Path, body))).ToArray());

    private static readonly string[] Odd = ["", "x", "0", "1", "-1", "1e9", "99999999999999999999", "null", "%00", "%EF%BF%BE",
        "%ED%A0%80", "..",
        "%2e%2e%2f", "a%20b", "'", "%22", "<b>", "skerravoe", "route-performance", "bookings", "*", "1,2", new string('n', 2_000)];

    /// <summary>Every address of the API with odd values in its places.</summary>
    private static Gen<Asked> Addresses()
    {
        var paths = JsonNode.Parse(File.ReadAllText(Path.Combine(Checkout.Root, "docs/openapi.json")))!["paths"]!.AsObject();
        var forms = paths.SelectMany(p => p.Value!.AsObject().Select(m => (Method: m.Key.ToUpperInvariant(), Path: p.Key["/api".Length..],
            Query: m.Value!["parameters"]?.AsArray().Where(q => q!["in"]!.GetValue<string>() == "query")
                .Select(q => q!["name"]!.GetValue<string>()).ToArray() ?? []))).ToArray();
        string[] methods = ["GET", "POST", "PUT", "DELETE", "PATCH"];
        string?[] bodies = [null, "", "{}", "[]", "null", "{\"a\":1}", "\"x\"", "nonsense", "{", new string('[', 300)];
        string[] types = ["application/json", "text/plain", "application/octet-stream", "application/json; charset=utf-16"];
        return Gen.Select(Gen.OneOf(forms), Gen.OneOf(Odd).Array[8], Gen.OneOf(bodies), Gen.OneOf(types), Gen.Int[0, 9]).Select((form,
            odd, body,
            type, other) =>
        {
            var at = 0;
            var address = PlaceHolder().Replace(form.Path, _ => odd[at++ % odd.Length]);
            var query = string.Join('&', form.Query.Select(name => $"{name}={odd[at++ % odd.Length]}"));
            var method = other == 0 ? methods[at % methods.Length] : form.Method;
            return new Asked(method, query.Length > 0 ? $"{address}?{query}" : address, method == "GET" ? null : body, type);
        });
    }

    [GeneratedRegex(@"\{\w+\}")]
    private static partial Regex PlaceHolder();

    private async Task Ask(Asked asked)
    {
        using var request = new HttpRequestMessage(new HttpMethod(asked.Method), "/api" + asked.Address);
        if (asked.Body is not null)
        {
            request.Content = new ByteArrayContent(Encoding.UTF8.GetBytes(asked.Body));
            request.Content.Headers.TryAddWithoutValidation("Content-Type", asked.Type);
        }
        using var answer = await server.Client.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        var status = (int)answer.StatusCode;
        // What is too long, or no address at all, is refused before the application sees it.
        if (status is 414 or 431 || (status == 400 && text.Length == 0)) return;
        Assert.True(status < 500, $"{status}: {text}");
        Assert.True(answer.Headers.Contains("Content-Security-Policy"), "no security headers");
        if (status < 400) return;
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        Fuzz.IsASentence(JsonDocument.Parse(text).RootElement.GetProperty("detail").GetString());
    }

    [Fact]
    public void Any_body_is_answered_in_words()
    {
        Fuzz.Over(Bodies, 1_200, a => a.ToString(), a => Task.Run(() => Ask(a)).GetAwaiter().GetResult());
        ListsAnswer();
    }

    [Fact]
    public void Any_address_is_answered_in_words()
    {
        Fuzz.Over(Addresses(), 2_500, a => a.ToString(), a => Task.Run(() => Ask(a)).GetAwaiter().GetResult());
        ListsAnswer();
    }

    private void ListsAnswer()
    {
        foreach (var list in new[] { "/reports", "/datasets", "/datasets/problems", "/links", "/databases", "/looks" })
            Task.Run(() => Ask(new Asked("GET", list, null))).GetAwaiter().GetResult();
    }
}

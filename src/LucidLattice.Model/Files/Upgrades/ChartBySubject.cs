using System.Text.Json.Nodes;

namespace LucidLattice.Model.Files.Upgrades;

/// <summary>Reports, from 2 to 3: a chart may have series and several values, so its settings are nested by subject.</summary>
internal static class ChartBySubject
{
    public static void Nest(JsonObject file)
    {
        foreach (var chart in Charts(file).ToList()) NestOne(chart);
    }

    private static void NestOne(JsonObject chart)
    {
        var category = new JsonObject();
        Take(chart, "category", category, "by");
        Take(chart, "categoryPattern", category, "pattern");
        Take(chart, "order", category, "order");
        var value = new JsonObject();
        Take(chart, "value", value, "expression");
        Take(chart, "pattern", value, "pattern");
        var words = new JsonObject();
        Take(chart, "title", words, "title");
        Take(chart, "categoryTitle", words, "category");
        Take(chart, "valueTitle", words, "value");
        Take(chart, "valueLabels", chart, "labels");
        chart["category"] = category;
        chart["values"] = new JsonArray(value);
        if (words.Count > 0) chart["words"] = words;
        if (chart["color"] is { } color)
        {
            chart.Remove("color");
            chart["colors"] = new JsonArray(color);
        }
    }

    private static void Take(JsonObject from, string name, JsonObject to, string called)
    {
        if (!from.Remove(name, out var content) || content is null) return;
        to[called] = content;
    }

    /// <summary>The charts anywhere in a file; the only things of that type.</summary>
    internal static IEnumerable<JsonObject> Charts(JsonNode? node) => node switch
    {
        JsonObject one when one["type"] is JsonValue type && type.TryGetValue<string>(out var kind) && kind == "chart" => [one],
        JsonObject one => one.SelectMany(p => Charts(p.Value)),
        JsonArray many => many.SelectMany(Charts),
        _ => [],
    };
}

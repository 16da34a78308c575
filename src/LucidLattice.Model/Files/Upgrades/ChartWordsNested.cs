using System.Text.Json.Nodes;

namespace LucidLattice.Model.Files.Upgrades;

/// <summary>Reports, from 4 to 5: the words, the legend and the series of a chart have looks of their own.</summary>
internal static class ChartWordsNested
{
    private static readonly string[] Texts = ["title", "subtitle", "category", "value", "right", "note"], Aligned =
        ["title", "subtitle", "note"], Looks = ["color", "lineWidth", "dash"];

    public static void Nest(JsonObject file)
    {
        foreach (var chart in ChartBySubject.Charts(file).ToList())
        {
            if (chart["words"] is JsonObject words) NestWords(words);
            if (chart["legend"] is JsonValue legend) chart["legend"] = new JsonObject { ["place"] = legend.DeepClone() };
            foreach (var value in (chart["values"] as JsonArray ?? []).OfType<JsonObject>()) NestLook(value);
        }
    }

    private static void NestWords(JsonObject words)
    {
        var align = words["align"];
        words.Remove("align");
        foreach (var name in Texts)
        {
            if (words[name] is not JsonValue said || !said.TryGetValue<string>(out var text)) words.Remove(name);
            // Titles of axes may hold values now, so that braces in them mean something.
            else words[name] = text.Length == 0 ? new JsonObject { ["shown"] = "never" } : new JsonObject
            {
                ["text"] = Aligned.Contains(name) ? text : text.Replace("{{", "{{{{"),
            };
        }
        if (align is null) return;
        foreach (var name in Aligned)
        {
            var text = words[name] as JsonObject ?? [];
            text["style"] = new JsonObject { ["align"] = align.DeepClone() };
            words[name] = text;
        }
    }

    private static void NestLook(JsonObject value)
    {
        var look = new JsonObject();
        foreach (var name in Looks)
            if (value.Remove(name, out var set) && set is not null) look[name] = set;
        if (value.Remove("markers", out var markers) && markers is JsonValue shown && shown.TryGetValue<bool>(out var are) && !are)
            look["marker"] = "none";
        if (look.Count > 0) value["look"] = look;
    }
}

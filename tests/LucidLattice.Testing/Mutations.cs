using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using CsCheck;

namespace LucidLattice.Testing;

/// <summary>Documents and texts that were right, with a few things changed as accidents, other programs and ill will change them.</summary>
public static partial class Mutations
{
    /// <summary>Values that break what did not expect them: nothing, other types, numbers without meaning, letters that XML has no
    /// place for, beginnings of expressions, patterns and attacks.</summary>
    private static readonly string[] Odd =
    [
        "null", "\"\"", "\" \"", "0", "-1", "0.5", "1e308", "-1e308", "1e400", "1000000000000000000000000000000", "99999999999",
            "2147483647",
        "-2147483648", "true", "false", "[]", "{}", "[null]", "[[]]", "{\"a\":null}", "\"\\ufffe\"", "\"\\u0000\"",
        "\"text\"", "\"decimal\"", "\"EXTRACT(\"", "\"CAST(1 AS DECIMAL(\"", "\"round(1, 99999999999)\"", "\"1/0\"", "\"((((\"",
        "\"{{ sum(x\"", "\"{{\"", "\"{{ now() | yyyyyyyyy }}\"", "\"2025-13-45\"", "\"0001-01-01\"", "\"9999-12-31\"", "\"NaN\"",
            "\"Infinity\"",
        "\"#GGGGGG\"", "\"#,##0.00000000000000000000000000000000\"", "\"'\"", "\"../../etc/passwd\"", "\"javascript:alert(1)\"",
        "\"'; DROP TABLE x; --\"", "\"<script>\"", "\"sum(count(*))\"", "\"lag(1)\"", "\"page_number()\"", "\":p\"", "\""
            + new string('x', 5_000) + "\"",
    ];

    /// <param name="Where">Which place, as a share of all of them.</param>
    /// <param name="How">What happens there.</param>
    /// <param name="From">Which other place or value is used, as a share of all of them.</param>
    private readonly record struct Change(double Where, int How, double From);

    private static readonly Gen<Change> AnyChange =
        Gen.Select(Gen.Double[0, 0.999_999], Gen.Int[0, 9], Gen.Double[0, 0.999_999]).Select((where, how, from) => new Change(where, how,
            from));

    private static readonly Gen<Change[]> Changes = AnyChange.Array[1, 4];

    private static T At<T>(this IReadOnlyList<T> all, double share) => all[(int)(share * all.Count)];

    /// <summary>One of some JSON documents with up to four values replaced by odd ones, by others of the document, or taken out.</summary>
    public static Gen<string> Json(IReadOnlyList<string> documents) =>
        Gen.Select(Gen.OneOf(documents.ToArray()), Changes).Select((document, changes) =>
        {
            var root = JsonNode.Parse(document)!;
            foreach (var change in changes) Apply(root, change);
            return root.ToJsonString();
        });

    private static void Apply(JsonNode root, Change change)
    {
        var places = Places(root).ToList();
        if (places.Count == 0) return;
        var (owner, key) = places.At(change.Where);
        if (change.How == 9 && owner is JsonArray list) list.Add(JsonNode.Parse(Odd.At(change.From)));
        else if (change.How >= 8) Remove(owner, key);
        else if (change.How >= 6) Put(owner, key, Other(places.At(change.From))?.DeepClone());
        else Put(owner, key, JsonNode.Parse(Odd.At(change.From)));
    }

    private static IEnumerable<(JsonNode Owner, object Key)> Places(JsonNode node)
    {
        var inside = node switch
        {
            JsonObject thing => thing.Select(p => ((object)p.Key, p.Value)),
            JsonArray list => list.Select((value, i) => ((object)i, value)),
            _ => [],
        };
        foreach (var (key, value) in inside)
        {
            yield return (node, key);
            if (value is null) continue;
            foreach (var place in Places(value)) yield return place;
        }
    }

    private static JsonNode? Other((JsonNode Owner, object Key) place) =>
        place.Key is int i ? place.Owner[i] : place.Owner[(string)place.Key];

    private static void Put(JsonNode owner, object key, JsonNode? value)
    {
        if (key is int i) owner[i] = value;
        else owner[(string)key] = value;
    }

    private static void Remove(JsonNode owner, object key)
    {
        if (key is int i) owner.AsArray().RemoveAt(i);
        else owner.AsObject().Remove((string)key);
    }

    /// <summary>One of some texts with up to four of its words cut, repeated, swapped, or replaced by one of another text.</summary>
    public static Gen<string> Text(IReadOnlyList<string> samples)
    {
        var words = samples.SelectMany(s => Words().Matches(s).Select(m => m.Value)).Distinct().Order(StringComparer.Ordinal).ToList();
        return Gen.Select(Gen.OneOf(samples.ToArray()), Changes).Select((sample, changes) =>
        {
            var parts = Words().Matches(sample).Select(m => m.Value).ToList();
            foreach (var change in changes.Where(_ => parts.Count > 0))
            {
                var at = (int)(change.Where * parts.Count);
                if (change.How == 0) parts.RemoveRange(at, parts.Count - at);
                else if (change.How == 1) parts.RemoveAt(at);
                else if (change.How == 2) parts.InsertRange(at, Enumerable.Repeat(parts[at], (int)(change.From * 60)));
                else if (change.How == 3) parts.InsertRange(at, parts.Skip((int)(change.From * parts.Count)).Take(6).ToList());
                else if (change.How == 4) parts.Insert(at, Pieces.At(change.From));
                else if (change.How < 7) parts.Insert(at, words.At(change.From));
                else parts[at] = words.At(change.From);
            }
            return string.Concat(parts);
        });
    }

    private static readonly string[] Pieces = ["(", ")", ",", "'", "\"", "NULL", " IN (", " BETWEEN ", "CASE WHEN ", " END",
        "99999999999999999999",
        "1e999", "''", " OVER (", "--", "/*", ";", ":p", "\0", "\ufffe", "\ud800", "CAST(1 AS ", "DECIMAL(", "INTERVAL '1' ", "DATE '",
            "EXTRACT("];

    [GeneratedRegex(@"\w+|\s+|.", RegexOptions.Singleline)]
    private static partial Regex Words();
}

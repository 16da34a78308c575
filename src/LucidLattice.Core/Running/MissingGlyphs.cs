using System.Text;
using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Planning;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Running;

/// <summary>Finds characters that no font has, before a reader sees boxes. Each distinct text is looked at once.</summary>
internal static class MissingGlyphs
{
    private const int MostShown = 5;

    public static IEnumerable<Problem> Of(SectionPlan plan, RowSet rows, ITypesetter typesetter)
    {
        var known = new Dictionary<Rune, bool>();
        var texts = plan.Bands.Values.SelectMany(parts => parts).SelectMany(p => p.Elements).OfType<TextPlan>().ToList();
        foreach (var text in texts)
            if (Problem(text.Pieces.Select(p => p.Literal), text.Id, "text") is { } problem) yield return problem;
        var printed = texts.SelectMany(t => t.Pieces).Select(p => p.Value).Concat(plan.Charts.Select(c => c.Category)).SelectMany(v => v?.Fields ?? new HashSet<int>()).Distinct();
        foreach (var field in printed)
        {
            if (Problem(plan.Dataset!.Fields[field].Codes.Select(c => c.Label), plan.Dataset.Id, "fields", $" of the codes of “{plan.Dataset.Fields[field].Name}”") is { } label) yield return label;
            if (rows.Columns[field] is TextColumn column && Problem(column.Texts, plan.Dataset!.Id, "fields", $" of “{column.Field.Name}”") is { } problem) yield return problem;
        }

        Problem? Problem(IEnumerable<string> all, string place, string property, string of = "")
        {
            var missing = new HashSet<Rune>();
            string? first = null;
            foreach (var text in all)
            {
                if (System.Text.Ascii.IsValid(text)) continue;
                foreach (var rune in text.EnumerateRunes())
                {
                    if (!known.TryGetValue(rune, out var drawn)) known[rune] = drawn = typesetter.CanDraw(rune);
                    if (drawn) continue;
                    missing.Add(rune);
                    first ??= text.Length > 40 ? text[..40] + "…" : text;
                }
            }
            if (missing.Count == 0) return null;
            var shown = string.Join(", ", missing.Take(MostShown).Select(r => $"{r} (U+{r.Value:X4})"));
            return new Problem("missing-glyphs", Severity.Warning, $"{(missing.Count == 1 ? "A character" : $"{missing.Count} characters")}{of} {(missing.Count == 1 ? "has" : "have")} no shape in the fonts of reports and print{(missing.Count == 1 ? "s" : "")} as a box: {shown}{(missing.Count > MostShown ? ", …" : "")}. First in “{first}”.", place, property, Mends: ["Write it with other characters. Latin, Greek, Cyrillic, Hebrew and Arabic are there."]);
        }
    }
}

using System.Text;
using LucidLattice.Data;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Reports.Running;

/// <summary>Finds characters that no font has, before a reader sees boxes. Each distinct text is looked at once.</summary>
internal static class MissingGlyphs
{
    private const int MostShown = 5;

    public static IEnumerable<Problem> Find(RunData data, ITypesetter typesetter)
    {
        var known = new Dictionary<Rune, bool>();
        var said = new HashSet<(string?, string)>();
        foreach (var sheet in data.Plan.Sheets)
            foreach (var element in sheet.PageHeader.Concat(sheet.PageFooter).SelectMany(p => p.Elements))
                if (OfElement(element, data[sheet.First].NewFrame()) is { } problem) yield return problem;
        foreach (var section in data.Sections)
            foreach (var problem in InSection(section))
                if (said.Add((problem.Place, problem.Message))) yield return problem;

        IEnumerable<Problem> InSection(SectionData section)
        {
            var (plan, texts) = (section.Plan, section.Plan.Elements.SelectMany(e => e.Texts).ToList());
            foreach (var element in plan.Elements)
                if (OfElement(element, section.NewFrame()) is { } problem) yield return problem;
            var values = texts.SelectMany(t => t.Pieces).Select(p => p.Value).OfType<Compiled>()
                .Concat(plan.Elements.SelectMany(e => e.Written));
            foreach (var field in values.SelectMany(v => v.Fields).Distinct())
            {
                var declared = plan.Dataset!.Fields[field];
                if (Problem(declared.Codes.Select(c => c.Label), plan.Dataset.Id, "fields",
                    $" of the codes of “{declared.Name}”") is { } label) yield return label;
                if (section.Rows.Columns[field] is not TextColumn column) continue;
                if (Problem(column.Texts, plan.Dataset.Id, "fields", $" of “{column.Field.Name}”") is { } problem) yield return problem;
            }
        }

        // What is the same on each page, as the words of a parameter, is written out; other values are known by their formats.
        Problem? OfElement(ElementPlan element, Frame frame) => Problem(
            element.Samples.Concat(element.Texts.SelectMany(t => t.Pieces).Where(p => p.Value is { Phase: Phase.Constant })
                .Select(p => p.Text(frame))), element.Id, element is TextPlan ? "text" : "words");

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
            var (subject, verb, s) = missing.Count == 1 ? ("A character", "has", "s") : ($"{missing.Count} characters", "have", "");
            return new Problem(
                "missing-glyphs", Severity.Warning,
                $"{subject}{of} {verb} no shape in the fonts of reports and print{s} as a box: "
                + $"{shown}{(missing.Count > MostShown ? ", …" : "")}. First in “{first}”.", place,
                property, Mends: ["Put a font that has it into the folder “fonts” of the data folder (docs/fonts.md), or write it with "
                + "other characters. Latin, Greek, Cyrillic, Hebrew and Arabic are there."]);
        }
    }
}

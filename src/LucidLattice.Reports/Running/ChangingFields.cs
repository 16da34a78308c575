using LucidLattice.Data;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Reports.Running;

/// <summary>Finds headers and footers that print a field which is not the same in all rows of their group: only one of its values is
/// seen there, which is seldom meant.</summary>
internal static class ChangingFields
{
    public static IEnumerable<Problem> In(SectionData data)
    {
        var known = new Dictionary<(int Level, int Field), bool>();
        foreach (var (place, parts) in data.Plan.Bands.Where(b => b.Key.IsSummary))
        {
            var level = data.Plan.Base + place.Level;
            foreach (var text in parts.SelectMany(p => p.Elements).SelectMany(e => e.Texts))
                foreach (var field in text.Pieces.Select(p => p.Value?.Field).OfType<int>().Distinct())
                {
                    if (IsKey(data.Plan, place.Level, field)) continue;
                    if (!known.TryGetValue((level, field), out var changes)) known[(level, field)] = changes = Changes(data, level, field);
                    if (changes) yield return Warning(data.Plan, place, text, data.Rows.Columns[field].Field);
                }
        }
    }

    private static Problem Warning(SectionPlan plan, BandPlace place, TextPlan text, Field field)
    {
        var name = Names.Quoted(field.Name);
        var of = place.Level == 0 ? "of the report" : $"of one “{plan.Levels[place.Level - 1].Level.Name}”";
        return new("changing-field", Severity.Warning,
            $"“{field.Caption}” is not the same in all rows {of}; the {(place.IsFooter ? "footer prints that of the last" : "header "
                + "prints that of the first")} row.", text.Id, "text",
            Mends: [$"Write min({name}), max({name}) or count(DISTINCT {name}), or move it to the rows."]);
    }

    /// <summary>What a group is made by, or worked out from: the month of a departure names its group.</summary>
    private static bool IsKey(SectionPlan plan, int level, int field) =>
        plan.Levels.Take(level).Any(l => l.Key.Fields.Contains(field)) || plan.Match.Any(m => m.Own.Fields.Contains(field));

    private static bool Changes(SectionData data, int level, int field)
    {
        var (column, groups) = (data.Rows.Columns[field], data.Tree.Levels[level]);
        for (var group = 0; group < groups.Count && data.Tree.Order.Length > 0; group++)
            if (Changes(column, data.Tree.Rows(level, group))) return true;
        return false;
    }

    private static bool Changes(DataColumn column, ReadOnlySpan<int> rows)
    {
        if (rows.Length < 2) return false;
        var first = rows[0];
        var empty = column.Nulls[first];
        foreach (var row in rows[1..])
        {
            if (column.Nulls[row] != empty) return true;
            if (!empty && !IsSame(column, first, row)) return true;
        }
        return false;
    }

    private static bool IsSame(DataColumn column, int a, int b) => column switch
    {
        LongColumn longs => longs.Values[a] == longs.Values[b],
        TextColumn texts => texts.Codes[a] == texts.Codes[b],
        DoubleColumn doubles => doubles.Values[a].Equals(doubles.Values[b]),
        WideColumn wide => wide.Values[a] == wide.Values[b],
        _ => true,
    };
}

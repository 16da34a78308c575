using System.Globalization;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>
/// What the choices of a total's sentence mean, written as an expression: the same that an author could write, checked and worked
/// out in the same way.
/// </summary>
public static class TotalExpression
{
    /// <param name="of">What the column shows of a row.</param>
    /// <param name="levels">Those of the section, outermost first.</param>
    public static string Write(TotalElement total, string of, BandPlace place, IReadOnlyList<Level> levels)
    {
        if (place.IsPageBand)
        {
            var group = Names.Quoted((levels.FirstOrDefault(l => l.Id == total.Within) ?? levels.FirstOrDefault())?.Name ?? "");
            return Aggregate(total, of, null, total.As switch
            {
                TotalForm.Running => " OVER (ROWS UNBOUNDED PRECEDING)",
                TotalForm.RunningInAround => $" OVER (PARTITION BY {group} ROWS UNBOUNDED PRECEDING)",
                _ => " OVER (PARTITION BY page)",
            });
        }
        var next = place.Level < levels.Count ? levels[place.Level].By : null;
        var around = place.Level > 1 ? levels[place.Level - 2].Name : null;
        return Related(total.As, over => Aggregate(total, of, next, over), around);
    }

    /// <summary>The total as a formula over lines of a statement says: each aggregate in it is taken of each line.</summary>
    /// <param name="own">The formula of the calculated row in which it stands; null where it stands for its own group.</param>
    public static string Write(TotalElement total, string of, BandPlace place, IReadOnlyList<Level> levels, StatementLines lines,
        string? own)
    {
        var next = place.Level < levels.Count ? levels[place.Level].By : null;
        var itself = own is null ? Aggregate(total, of, next, "")
            : Aggregate(total, of, next, (call, conditions) => lines.Write(own, null, line => OfLine(line, call, conditions)));
        return total.Formula is not { Length: > 0 } formula ? itself : lines.Write(formula, itself,
            line => Aggregate(total, of, next, (call, conditions) => OfLine(line, call, conditions)));

        static string OfLine(StatementLine line, string call, IReadOnlyList<string?> conditions) =>
            Filtered(call, [.. conditions, line.Condition]) + line.Over;
    }

    /// <summary>What a column shows of a row, in its relation to other rows.</summary>
    public static string Write(CellElement cell, string of, IReadOnlyList<Level> levels)
    {
        var around = levels.Count > 0 ? levels[^1].Name : null;
        return cell.As is TotalForm.Value or TotalForm.Change or TotalForm.Growth or TotalForm.ChangeOnYear or TotalForm.GrowthOnYear
            ? Related(cell.As, _ => $"({of})", around)
            : Related(cell.As, over => over.Length == 0 ? $"({of})" : $"sum({of}){over}", around);
    }

    /// <summary>True if it is a share, which wants to be printed as one.</summary>
    public static bool IsShare(TotalForm form) =>
        form is TotalForm.ShareOfAround or TotalForm.ShareOfAll or TotalForm.Growth or TotalForm.GrowthOnYear;

    /// <param name="value">The number with an OVER behind each of its aggregates; with none, the number itself.</param>
    /// <param name="around">The name of the level around; null for the whole section.</param>
    private static string Related(TotalForm form, Func<string, string> value, string? around)
    {
        var within = around is null ? "" : $"PARTITION BY {Names.Quoted(around)}";
        var own = value("");
        var before = form is TotalForm.ChangeOnYear or TotalForm.GrowthOnYear ? $"year_before({own})" : $"lag({own}) OVER ({within})";
        return form switch
        {
            TotalForm.ShareOfAround => $"1.0 * {own} / nullif({value($" OVER ({within})")}, 0)",
            TotalForm.ShareOfAll => $"1.0 * {own} / nullif({value(" OVER ()")}, 0)",
            TotalForm.Running => value(" OVER (ROWS UNBOUNDED PRECEDING)"),
            TotalForm.RunningInAround => value($" OVER ({within} ROWS UNBOUNDED PRECEDING)"),
            TotalForm.Rank => $"rank() OVER (ORDER BY {own} DESC)",
            TotalForm.RankInAround => $"rank() OVER ({within} ORDER BY {own} DESC)",
            TotalForm.Change or TotalForm.ChangeOnYear => $"{own} - {before}",
            TotalForm.Growth or TotalForm.GrowthOnYear => $"1.0 * ({own} - {before}) / nullif(abs({before}), 0)",
            _ => own,
        };
    }

    /// <param name="next">What the groups of the next level are made by.</param>
    private static string Aggregate(TotalElement total, string of, string? next, string over) =>
        Aggregate(total, of, next, (call, conditions) => Filtered(call, conditions) + over);

    /// <param name="write">Writes one aggregate, with the conditions that its rows fulfil.</param>
    private static string Aggregate(TotalElement total, string of, string? next, Func<string, IReadOnlyList<string?>, string> write)
    {
        string Call(string call, string? condition = null) => write(call, [condition, total.Where]);
        var by = total.By ?? "NULL";
        return total.Aggregate switch
        {
            MadeAggregates.Different => Call($"count(DISTINCT {of})"),
            MadeAggregates.Weighted => $"({Call($"sum(({of}) * ({by}))")} * 1.0 / nullif({Call($"sum({by})", $"({of}) IS NOT NULL")}, 0))",
            MadeAggregates.Ratio => $"({Call($"sum({of})")} * 1.0 / nullif({Call($"sum({by})")}, 0))",
            MadeAggregates.PercentChange =>
                $"(({Call($"sum({of})")} - {Call($"sum({by})")}) * 1.0 / nullif(abs({Call($"sum({by})")}), 0))",
            MadeAggregates.PerGroup => $"({Call($"sum({of})")} * 1.0 / nullif({Call($"count(DISTINCT {next ?? "NULL"})")}"
                + $" + {Call($"count(DISTINCT CASE WHEN {next ?? "NULL"} IS NULL THEN 1 END)")}, 0))",
            MadeAggregates.Percentile => Call($"percentile_cont({Fraction(total)}) WITHIN GROUP (ORDER BY {of})"),
            _ => Call($"{total.Aggregate}({of})"),
        };
    }

    private static string Filtered(string call, IReadOnlyList<string?> conditions)
    {
        var filter = string.Join(" AND ", conditions.Where(c => c is { Length: > 0 }).Select(c => $"({c})"));
        return call + (filter.Length == 0 ? "" : $" FILTER (WHERE {filter})");
    }

    private static string Fraction(TotalElement total) => (total.Fraction ?? 0.5).ToString("0.######", CultureInfo.InvariantCulture);
}

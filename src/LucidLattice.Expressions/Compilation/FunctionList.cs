using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Calls;
using LucidLattice.Expressions.Evaluation;

namespace LucidLattice.Expressions.Compilation;

/// <summary>Everything that can be written in an expression, in the order in which it is offered and documented.</summary>
public static class FunctionList
{
    public static IReadOnlyList<FunctionHelp> All { get; } =
    [
        new("CASE", "CASE WHEN … THEN … ELSE … END", "one value or another"),
        new("CAST", "CAST(a AS DECIMAL(12, 2))", "the value as another type"),
        new("DATE", "DATE '2025-01-31'", "a day"),
        new("TIMESTAMP", "TIMESTAMP '2025-01-31 06:15:00'", "a day and a time"),
        new("INTERVAL", "INTERVAL '1' MONTH", "a length of time, to add to a date"),
        new("EXTRACT", "EXTRACT(YEAR FROM a)", "a part of a date"),
        .. Functions.List.Where(f => f.Help.Rows).Select(f => f.Help),
        new("period_start", "period_start(:period)", "the first day of a period"),
        new("period_end", "period_end(:period)", "the last day of a period"),
        new("parameters", "parameters()", "what readers have set, as a sentence"),
        new("is_every", "is_every(:parameter)", "whether every one is chosen"),
        .. AggregateKinds.All.Select(a => a.Help),
        new("group_name", "group_name()", "what the group around is called", false),
        new("lag", "lag(sum(n)) OVER ()", "the same of the group, or row, printed before", false),
        new("year_before", "year_before(sum(n))", "the same of the group of the same period a year before", false),
        new("rank", "rank() OVER (ORDER BY sum(n) DESC)", "the group's place among its neighbours; equal ones share it", false),
        new("dense_rank", "dense_rank() OVER (ORDER BY sum(n) DESC)", "the same without gaps after equal ones", false),
        .. Functions.List.Where(f => !f.Help.Rows).Select(f => f.Help),
    ];
}

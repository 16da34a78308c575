namespace LucidLattice.Core.Expressions;

/// <summary>What authors are offered while they write an expression.</summary>
/// <param name="Form">How it is written: <c>round(number, digits)</c>.</param>
/// <param name="Words">What it gives.</param>
/// <param name="Rows">False if it needs the rows of a group or a page around it, so that a field cannot be worked out with it.</param>
public sealed record FunctionHelp(string Name, string Form, string Words, bool Rows = true)
{
    public static IReadOnlyList<FunctionHelp> All { get; } =
    [
        new("coalesce", "coalesce(a, b, …)", "the first of them that is not empty"),
        new("nullif", "nullif(a, b)", "a, or empty if it equals b"),
        new("CASE", "CASE WHEN … THEN … ELSE … END", "one value or another"),
        new("CAST", "CAST(a AS DECIMAL(12, 2))", "the value as another type"),
        new("EXTRACT", "EXTRACT(YEAR FROM a)", "a part of a date"),
        new("INTERVAL", "INTERVAL '1' MONTH", "a span to add to a date"),
        new("DATE", "DATE '2025-01-31'", "a day"),
        new("TIMESTAMP", "TIMESTAMP '2025-01-31 06:15:00'", "a day and a time"),
        new("current_date", "CURRENT_DATE", "today"),
        new("current_timestamp", "CURRENT_TIMESTAMP", "now"),
        new("date_trunc", "date_trunc('month', a)", "the start of the month (year, quarter, week, day)"),
        new("abs", "abs(n)", "without its sign"),
        new("sign", "sign(n)", "-1, 0 or 1"),
        new("floor", "floor(n)", "the next whole number below"),
        new("ceiling", "ceiling(n)", "the next whole number above"),
        new("round", "round(n, digits)", "rounded, halves away from zero"),
        new("mod", "mod(a, b)", "what is left after dividing"),
        new("sqrt", "sqrt(n)", "the square root"),
        new("upper", "upper(text)", "in capital letters"),
        new("lower", "lower(text)", "in small letters"),
        new("trim", "trim(text)", "without spaces at its ends"),
        new("length", "length(text)", "how many characters it has"),
        new("replace", "replace(text, old, new)", "with each old part replaced"),
        new("substring", "substring(text FROM 1 FOR 3)", "a part of it"),
        new("contains", "contains(text, part)", "whether the part is in it"),
        new("starts_with", "starts_with(text, part)", "whether it starts so"),
        new("ends_with", "ends_with(text, part)", "whether it ends so"),
        new("period_start", "period_start(:period)", "the first day of a period"),
        new("period_end", "period_end(:period)", "the last day of a period"),
        new("is_every", "is_every(:parameter)", "whether every one is chosen"),
        .. Aggregates.AggregateKinds.All.Select(a => a.Help),
        new("lag", "lag(sum(n)) OVER ()", "the same of the group, or row, printed before", false),
        new("rank", "rank() OVER (ORDER BY sum(n) DESC)", "the group's place among its neighbours; equal ones share it", false),
        new("dense_rank", "dense_rank() OVER (ORDER BY sum(n) DESC)", "the same without gaps after equal ones", false),
        new("page_number", "page_number()", "the page it stands on", false),
        new("page_count", "page_count()", "how many pages there are", false),
    ];
}

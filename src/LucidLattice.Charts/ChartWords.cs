using System.Text.RegularExpressions;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts;

/// <summary>Short words for a chart, made from the labels of its fields: “Passengers by route”.</summary>
public sealed partial class ChartWords(IReadOnlyList<Field> fields, IReadOnlyList<Column> columns)
{
    /// <summary>“Passengers by route and region”; of many values, the first two.</summary>
    public string Title(ChartElement chart)
    {
        var values = chart.Values.Take(2).Select((v, i) => i == 0 ? Name(v) : Lower(Name(v)));
        var by = new[] { chart.Category.By }.Concat(chart.Series is { } series ? [series.By] : []).Select(b => Lower(Label(b)));
        var shown = by.Where(b => !b.StartsWith('\'')).ToList();
        return Capital(string.Join(" and ", values)) + (shown.Count == 0 ? "" : $" by {string.Join(" and ", shown)}");
    }

    public string Category(ChartElement chart) => Capital(Label(chart.Category.By));

    /// <summary>In lower case, as a sentence names them.</summary>
    public ChartPartWords Parts(ChartElement chart) => new(Lower(Label(chart.Category.By)),
        chart.Category.Within is { } within ? Lower(Label(within)) : null, chart.Series is { } series ? Lower(Label(series.By)) : null,
        [.. chart.Values.Select(v => Lower(Name(v)))]);

    /// <summary>What the legend calls a value.</summary>
    public string Name(ChartValue value) => value.Name ?? Name(value.Expression);

    /// <summary>A short name of a total: “Passengers”, “Average delay”.</summary>
    public string Name(string expression) => Capital(Value(expression));

    /// <summary>What a simple total is over: the fare of <c>sum(fare)</c>; null for other expressions.</summary>
    public static string? ArgumentOf(string expression) =>
        SimpleAggregate().Match(expression.Trim()) is { Success: true } match && AggregateKinds.Find(match.Groups["name"].Value) is not null
            ? match.Groups["of"].Value.Trim()
            : null;

    /// <summary>True for a sum or a count, whose parts have a share in the whole.</summary>
    public static bool AddsUp(string expression) => SimpleAggregate().Match(expression.Trim()) is { Success: true } match
        && match.Groups["name"].Value.ToLowerInvariant() is "sum" or "count"
        && !expression.Contains("DISTINCT", StringComparison.OrdinalIgnoreCase);

    private string Value(string expression)
    {
        var match = SimpleAggregate().Match(expression.Trim());
        if (!match.Success || AggregateKinds.Find(match.Groups["name"].Value) is not { } kind) return Label(expression);
        var argument = Once().Replace(match.Groups["of"].Value.Trim(), "");
        return kind is Sum ? Label(argument) : kind.Title(argument == "*" ? argument : Lower(Label(argument)));
    }

    private string Label(string expression)
        => columns.FirstOrDefault(c => c.Expression == expression)?.Heading
            ?? fields.FirstOrDefault(f => f.Name == expression || Names.Quoted(f.Name) == expression)?.Caption
            ?? (PartOfDate()
            .Match(expression.Trim()) is { Success: true } part ? Capital(part.Groups["part"].Value.ToLowerInvariant()) : null)
            ?? expression;

    private static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    private static string Lower(string text) => MidSentence.Of(text);

    /// <summary>What a date is cut to is what a reader calls it: the month.</summary>
    [GeneratedRegex(@"^(?:EXTRACT\s*\(\s*(?<part>\w+)\s+FROM\s+[^()]+\)|date_trunc\s*\(\s*'(?<part>\w+)'\s*,[^()]+\))$",
        RegexOptions.IgnoreCase)]
    private static partial Regex PartOfDate();

    [GeneratedRegex(@"^DISTINCT\s+", RegexOptions.IgnoreCase)]
    private static partial Regex Once();

    [GeneratedRegex(@"^(?<name>\w+)\s*\((?<of>[^()]+)\)$", RegexOptions.IgnoreCase)]
    private static partial Regex SimpleAggregate();
}

/// <summary>Short names, made from the labels of fields: “month”, “region”, “passengers”.</summary>
public sealed record ChartPartWords(string Category, string? Within, string? Series, IReadOnlyList<string> Values);

using System.Text.RegularExpressions;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Expressions.Aggregates;

namespace LucidLattice.Core.Charts;

/// <summary>Short words for a chart, made from the labels of its fields: “Passengers by route”.</summary>
public sealed partial class ChartWords(IReadOnlyList<Field> fields, IReadOnlyList<Column> columns)
{
    public string Title(ChartElement chart) => $"{Capital(Value(chart.Value))} by {Lower(Label(chart.Category))}";

    public string Category(ChartElement chart) => Capital(Label(chart.Category));

    private string Value(string expression)
    {
        var match = SimpleAggregate().Match(expression.Trim());
        if (!match.Success || AggregateKinds.Find(match.Groups["name"].Value) is not { } kind) return Label(expression);
        var argument = match.Groups["of"].Value.Trim();
        return kind is Sum ? Label(argument) : kind.Title(argument == "*" ? argument : Lower(Label(argument)));
    }

    private string Label(string expression)
        => columns.FirstOrDefault(c => c.Expression == expression)?.Heading
            ?? fields.FirstOrDefault(f => f.Name == expression || Names.Quoted(f.Name) == expression)?.Caption
            ?? expression;

    private static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    private static string Lower(string text) =>
        text.Length > 1 && char.IsUpper(text[1]) ? text : text.Length == 0 ? text : char.ToLowerInvariant(text[0]) + text[1..];

    [GeneratedRegex(@"^(?<name>\w+)\s*\((?<of>[^()]+)\)$", RegexOptions.IgnoreCase)]
    private static partial Regex SimpleAggregate();
}

using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Datasets.Parameters;

/// <summary>The order in which parameters are worked out: each after those that its default and its choices use.</summary>
public static class ParameterOrder
{
    /// <param name="Order">Indices of the definition's parameters; those of a cycle come last.</param>
    /// <param name="Cycle">The names of parameters that need each other.</param>
    public sealed record Result(IReadOnlyList<int> Order, IReadOnlyList<string> Cycle);

    public static Result Resolve(ReportDefinition report)
    {
        var places = new Dictionary<string, int>(StringComparer.OrdinalIgnoreCase);
        for (var i = 0; i < report.Parameters.Count; i++) places.TryAdd(report.Parameters[i].Name, i);
        var needs = report.Parameters.Select(p => Needs(p).Where(places.ContainsKey).Select(name => places[name]).ToHashSet()).ToList();
        var neededBy = needs.SelectMany((own, i) => own.Select(need => (need, i))).ToLookup(n => n.need, n => n.i);
        var open = needs.Select(n => n.Count).ToArray();
        // The earliest that needs nothing more, so that the author's order is kept where it can be.
        var ready = new SortedSet<int>(Enumerable.Range(0, needs.Count).Where(i => open[i] == 0));
        var order = new List<int>();
        while (ready.Count > 0)
        {
            var next = ready.Min;
            ready.Remove(next);
            order.Add(next);
            foreach (var i in neededBy[next])
                if (--open[i] == 0) ready.Add(i);
        }
        var rest = Enumerable.Range(0, needs.Count).Except(order).ToList();
        return new Result([.. order, .. rest], [.. rest.Where(i => IsInCycle(i, needs)).Select(i => report.Parameters[i].Name)]);
    }

    /// <summary>What a parameter's default and choices may name: all others. Its own place stays, under no name, so that places
    /// agree.</summary>
    public static IReadOnlyList<Parameter> Others(ReportDefinition report, Parameter parameter) =>
        [.. report.Parameters.Select(p => p.Name == parameter.Name ? p with { Name = "" } : p)];

    /// <summary>The names of the parameters that a parameter's default and choices use.</summary>
    public static IEnumerable<string> Needs(Parameter parameter)
    {
        string?[] texts = [parameter.Default == "*" ? null : parameter.Default, parameter.DefaultEnd,
            (parameter.Choices as DatasetChoices)?.Filter, (parameter.Choices as DatasetChoices)?.Value,
            (parameter.Choices as DatasetChoices)?.Label];
        return texts.SelectMany(text => text is { Length: > 0 } && !text.StartsWith('[') ? Named(text) : [])
            .Distinct(StringComparer.OrdinalIgnoreCase);
    }

    private static IEnumerable<string> Named(string text)
    {
        try
        {
            return [.. Lexer.Read(text).Where(t => t.Kind == TokenKind.Parameter).Select(t => t.Text)];
        }
        catch (ExpressionException)
        {
            // What cannot be read is reported where it is compiled.
            return [];
        }
    }

    private static bool IsInCycle(int start, List<HashSet<int>> needs)
    {
        var (seen, open) = (new HashSet<int>(), new Stack<int>(needs[start]));
        while (open.TryPop(out var i))
        {
            if (i == start) return true;
            if (!seen.Add(i)) continue;
            foreach (var next in needs[i]) open.Push(next);
        }
        return false;
    }
}

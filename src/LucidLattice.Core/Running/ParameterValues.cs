using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;

namespace LucidLattice.Core.Running;

/// <summary>The values that a run works with, in the order of the definition's parameters.</summary>
/// <param name="Given">Names of the parameters whose value somebody gave.</param>
public sealed record ParameterValues(Value[] Values, IReadOnlySet<string> Given, IReadOnlyList<Problem> Problems)
{
    /// <summary>Reads what was given, and works out the defaults of the rest.</summary>
    /// <param name="given">By name, written as <see cref="Value.Invariant"/> writes values; an empty text is no value.</param>
    public static ParameterValues Resolve(ReportDefinition report, IReadOnlyDictionary<string, string> given, DateTime now)
    {
        var problems = new List<Problem>();
        var values = new Value[report.Parameters.Count];
        var names = new HashSet<string>();
        for (var i = 0; i < values.Length; i++)
        {
            var parameter = report.Parameters[i];
            if (given.TryGetValue(parameter.Name, out var text))
            {
                if (parameter.SetBy == SetBy.Nobody)
                    problems.Add(new("parameter-not-settable", Severity.Error, $"“{parameter.Caption}” is fixed by the report's author and cannot be set.", parameter.Name, Mends: ["Leave it out."]));
                else if (!ValueText.TryParse(text, parameter.Type, out values[i]))
                    problems.Add(new("parameter-type", Severity.Error, $"“{Shown(text)}” is not {parameter.Type.Words()}, which “{parameter.Caption}” has to be.", parameter.Name, Mends: [$"Write it as {ValueText.Example(parameter.Type)}."]));
                else
                {
                    if (parameter.Type == DataType.Text && text.Length == 0) values[i] = Value.Null;
                    names.Add(parameter.Name);
                }
            }
            else if (parameter.Default is { Length: > 0 }) values[i] = Default(report, i, values, now, problems);
            if (parameter.Required && values[i].IsNull && !problems.Any(p => p.Place == parameter.Name))
                problems.Add(new("parameter-required", Severity.Error, $"“{parameter.Caption}” is needed before this report can be shown.", parameter.Name, Mends: ["Give it a value."]));
        }
        foreach (var unknown in given.Keys.Where(name => report.Parameters.All(p => p.Name != name)))
            problems.Add(new("unknown-parameter", Severity.Error, $"This report has no parameter “{Shown(unknown)}”.", unknown, Mends: report.Parameters.Count == 0 ? null : [$"It has {string.Join(", ", report.Parameters.Select(p => p.Name))}."]));
        return new ParameterValues(values, names, problems);
    }

    /// <summary>What is wrong with the defaults, found without running anything.</summary>
    public static IEnumerable<Problem> CheckDefaults(ReportDefinition report)
    {
        for (var i = 0; i < report.Parameters.Count; i++)
            if (report.Parameters[i].Default is { Length: > 0 } && Compile(report, i, out var problem) is null) yield return problem!;
    }

    private static Value Default(ReportDefinition report, int index, Value[] values, DateTime now, List<Problem> problems)
    {
        if (Compile(report, index, out var problem) is { } compiled)
            return new Frame { Parameters = values, Now = now, Collation = new Collation(report.Language) }.Try(compiled);
        problems.Add(problem!);
        return Value.Null;
    }

    /// <summary>A default may use the parameters before its own, so that there are no cycles.</summary>
    private static Compiled? Compile(ReportDefinition report, int index, out Problem? problem)
    {
        var parameter = report.Parameters[index];
        problem = null;
        try
        {
            var compiled = Compiler.Compile(parameter.Default!, new Scope { Parameters = [.. report.Parameters.Take(index)], Allowed = Phase.Constant });
            if (compiled.Type == parameter.Type || compiled.Type == DataType.Null) return compiled;
            var convertible = (compiled.Type.IsNumber() && parameter.Type.IsNumber()) || (compiled.Type.IsTime() && parameter.Type.IsTime());
            if (!convertible) throw new ExpressionException("type-mismatch", $"The default of “{parameter.Caption}” is {compiled.Type.Words()}, but it has to be {parameter.Type.Words()}.", 0);
            return Casts.Cast(compiled, parameter.Type, null, 0);
        }
        catch (ExpressionException e)
        {
            problem = new Problem(e.Code, Severity.Error, e.Message, parameter.Name, "default", e.Position, e.Mend is null ? null : [e.Mend]);
            return null;
        }
    }

    private static string Shown(string text) => text.Length > 60 ? text[..60] + "…" : text;
}

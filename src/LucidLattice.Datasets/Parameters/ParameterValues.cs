using LucidLattice.Data;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets.Parameters;

/// <summary>The values that a run works with, in the order of the definition's parameters.</summary>
/// <param name="Given">Names of the parameters whose value somebody gave, and that were taken.</param>
/// <param name="Labels">What the choices call values, by parameter; only of values that are in use.</param>
public sealed record ParameterValues(Value[] Values, IReadOnlySet<string> Given, IReadOnlyList<Problem> Problems,
    IReadOnlyList<IReadOnlyDictionary<Value, string>> Labels)
{
    /// <summary>Reads what was given, and works out the defaults of the rest, each after those that it depends on.</summary>
    /// <param name="given">By name, written as <see cref="ParameterText"/> reads it; an empty text is no value.</param>
    /// <param name="choices">Gives what a parameter offers; null if anything goes. A value that is not offered (any more) falls back to the
    /// default, which is said.</param>
    /// <param name="fromLink">Names whose values are known to come from a link.</param>
    public static ParameterValues Resolve(ReportDefinition report, IReadOnlyDictionary<string, string> given, DateTime now,
        Func<Parameter, Value[], IReadOnlyList<ParameterChoice>?>? choices = null, IReadOnlySet<string>? fromLink = null)
        => new Resolver(report, given, now, choices ?? ((_, _) => null), fromLink ?? new HashSet<string>()).Resolve();

    /// <summary>The value of a parameter as people read it.</summary>
    public string Words(ReportDefinition report, int index, string? pattern = null)
        => ParameterWords.Describe(report.Parameters[index], Values[index], v => Labels[index].GetValueOrDefault(v), pattern,
            Languages.Culture(report.Language));

    /// <summary>What is wrong with the defaults and choices, found without running anything.</summary>
    public static IEnumerable<Problem> CheckDefaults(ReportDefinition report)
    {
        var cycle = ParameterOrder.Resolve(report).Cycle;
        foreach (var name in cycle) yield return Cycle(name, cycle);
        foreach (var parameter in report.Parameters)
        {
            foreach (var (text, property) in Defaults(parameter))
                if (Compile(report, parameter, text, property, out var problem) is null) yield return problem!;
            if (ParameterChoices.Check(report, parameter) is { } wrong) yield return wrong;
        }
    }

    private static Problem Cycle(string name, IReadOnlyList<string> cycle)
        => new("parameter-cycle", Severity.Error,
            $"The parameters {string.Join(", ", cycle.Select(c => ":" + c))} need each other, so none of them can be worked out first.",
            name, "default", Mends: ["Give one of them a default or choices that do not use the others."]);

    private static IEnumerable<(string Text, string Property)> Defaults(Parameter parameter)
    {
        if (parameter.Default is { Length: > 0 } and not "*" && !parameter.Default.StartsWith('['))
            yield return (parameter.Default, "default");
        if (parameter is { Shape: ParameterShape.Period, DefaultEnd.Length: > 0 }) yield return (parameter.DefaultEnd, "defaultEnd");
    }

    private static Compiled? Compile(ReportDefinition report, Parameter parameter, string text, string property, out Problem? problem)
    {
        problem = null;
        try
        {
            var compiled =
                Compiler.Compile(text, new Scope { Parameters = ParameterOrder.Others(report, parameter), Allowed = Phase.Constant });
            var type = parameter.Shape == ParameterShape.Period ? DataType.Date : parameter.Type;
            if (compiled.Type == type || compiled.Type == DataType.Null) return compiled;
            var convertible = (compiled.Type.IsNumber() && type.IsNumber()) || (compiled.Type.IsTime() && type.IsTime());
            if (!convertible)
                throw new ExpressionException("type-mismatch",
                    $"The default of “{parameter.Caption}” is {compiled.Type.Words()}, but it has to be {type.Words()}.", 0);
            return Casts.Cast(compiled, type, null, 0);
        }
        catch (ExpressionException e)
        {
            problem = new Problem(e.Code, Severity.Error, e.Message, parameter.Name, property, e.Position,
                e.Mend is null ? null : [e.Mend]);
            return null;
        }
    }

    private sealed class Resolver(ReportDefinition report, IReadOnlyDictionary<string, string> given, DateTime now,
        Func<Parameter, Value[], IReadOnlyList<ParameterChoice>?> choices, IReadOnlySet<string> fromLink)
    {
        private readonly List<Problem> _problems = [];
        private readonly Value[] _values = new Value[report.Parameters.Count];
        private readonly IReadOnlyDictionary<Value, string>[] _labels = [.. report.Parameters.Select(_ => new Dictionary<Value, string>())];
        private readonly HashSet<string> _given = [];

        public ParameterValues Resolve()
        {
            var (order, cycle) = ParameterOrder.Resolve(report);
            foreach (var name in cycle) _problems.Add(Cycle(name, cycle));
            foreach (var index in order) Resolve(index);
            foreach (var unknown in given.Keys.Where(name => report.Parameters.All(p => p.Name != name)))
                _problems.Add(
                    new("unknown-parameter", Severity.Error, $"This report has no parameter “{Shown(unknown)}”.", unknown,
                    Mends: report.Parameters.Count == 0 ? null : [$"It has {string.Join(", ", report.Parameters.Select(p => p.Name))}."]));
            return new ParameterValues(_values, _given, _problems, _labels);
        }

        private void Resolve(int index)
        {
            var parameter = report.Parameters[index];
            var isGiven = Take(parameter, out var value);
            if (!isGiven) value = Default(parameter);
            // Where nothing particular is chosen, there is nothing to look up.
            var initial = (parameter.Choices as DatasetChoices)?.Initial;
            var asksFirst = initial is not null && value.IsNull;
            if (parameter.Choices is not null && (asksFirst || Used(value).Any()) && Offered(parameter) is { } offered)
                value = AmongChoices(index, parameter, offered, asksFirst ? Initial(parameter, offered) : value, isGiven);
            if (isGiven && !_problems.Any(p => p.Place == parameter.Name && p.Code == "value-not-offered")) _given.Add(parameter.Name);
            _values[index] = value;
            if (parameter.Required && value.IsNull && !_problems.Any(p => p.Place == parameter.Name && p.IsError))
                _problems.Add(
                    new("parameter-required", Severity.Error, $"“{parameter.Caption}” is needed before this report can be shown.",
                    parameter.Name, Mends: [parameter.Help ?? "Give it a value."]));
        }

        /// <summary>What was given, if it may be and can be read.</summary>
        private bool Take(Parameter parameter, out Value value)
        {
            value = Value.Null;
            if (!given.TryGetValue(parameter.Name, out var text)) return false;
            if (parameter.SetBy == SetBy.Nobody || (parameter.SetBy == SetBy.Link && !fromLink.Contains(parameter.Name)))
            {
                var who = parameter.SetBy == SetBy.Nobody
                    ? "is fixed by the report's author and cannot be set"
                    : "is set by links that lead here, and by nothing else";
                _problems.Add(
                    new("parameter-not-settable", Severity.Error, $"“{parameter.Caption}” {who}.", parameter.Name,
                    Mends: ["Leave it out."]));
                return false;
            }
            if (ParameterText.TryParse(parameter, text, out value)) return true;
            var should = parameter.Shape switch { ParameterShape.Period => "a period from an earlier to a later day",
                ParameterShape.Several => $"a list, each of {parameter.Type.Words()}", _ => parameter.Type.Words() };
            _problems.Add(
                new("parameter-type", Severity.Error, $"“{Shown(text)}” is not {should}, which “{parameter.Caption}” has to be.",
                parameter.Name, Mends: [$"Write it as {ParameterText.Example(parameter)}."]));
            return false;
        }

        private Value Default(Parameter parameter)
        {
            if (parameter.Default == "*") return parameter.Every is null ? Value.Null : Value.Every;
            if (parameter.Shape == ParameterShape.Period)
            {
                var (from, to) = (Worked(parameter, parameter.Default, "default"), Worked(parameter, parameter.DefaultEnd, "defaultEnd"));
                return from.IsNull && to.IsNull
                    ? Value.Null
                    : Value.Of(new Period(from.IsNull ? null : from.Date, to.IsNull ? null : to.Date));
            }
            if (parameter.Shape != ParameterShape.Several) return Worked(parameter, parameter.Default, "default");
            if (parameter.Default?.StartsWith('[') == true && ParameterText.TryParse(parameter, parameter.Default, out var list))
                return list;
            return Worked(parameter, parameter.Default, "default") is { IsNull: false } one ? Value.Of(new ValueList([one])) : Value.Null;
        }

        private Value Worked(Parameter parameter, string? text, string property)
        {
            if (text is not { Length: > 0 }) return Value.Null;
            if (Compile(report, parameter, text, property, out var problem) is { } compiled)
                return new Frame { Parameters = _values, Now = now, Collation = new Collation(report.Language) }.Try(compiled);
            _problems.Add(problem!);
            return Value.Null;
        }

        private IReadOnlyList<ParameterChoice>? Offered(Parameter parameter)
        {
            try
            {
                return choices(parameter, _values);
            }
            catch (ExpressionException e)
            {
                _problems.Add(
                    new(e.Code, Severity.Error, e.Message, parameter.Name, "choices", e.Position, e.Mend is null ? null : [e.Mend]));
            }
            catch (DataException e)
            {
                _problems.Add(new(e.Code, Severity.Error, e.Message, parameter.Name, "choices"));
            }
            return null;
        }

        /// <summary>A value that is not offered falls back to the default, or to nothing if that is not offered either.</summary>
        private Value AmongChoices(int index, Parameter parameter, IReadOnlyList<ParameterChoice> offered, Value value, bool isGiven)
        {
            var labels = offered.GroupBy(c => c.Value).ToDictionary(g => g.Key, g => g.First().Label);
            var kept = Kept(value, labels, out var refused);
            if (refused.Count > 0 && kept.IsNull)
            {
                kept = isGiven ? Kept(Default(parameter), labels, out _) : Value.Null;
                if (kept.IsNull) kept = Initial(parameter, offered);
                // A default that the data does not have gives way to the choice that the author named for that.
                if (!isGiven && !kept.IsNull) refused = [];
            }
            if (refused.Count > 0)
            {
                var culture = Languages.Culture(report.Language);
                var instead = kept.IsNull
                    ? "nothing is chosen"
                    : $"{ParameterWords.Describe(parameter, kept, v => labels.GetValueOrDefault(v), null, culture)} is used instead";
                _problems.Add(
                    new("value-not-offered", Severity.Warning,
                    $"“{string.Join("”, “", refused.Take(3).Select(v => ParameterWords.OfOne(v, culture)))}” is not offered for "
                    + $"“{parameter.Caption}” here, so {instead}.", parameter.Name));
            }
            _labels[index] = Used(kept).Where(labels.ContainsKey).ToDictionary(v => v, v => labels[v]);
            return kept;
        }

        /// <summary>The choice that stands there at first; NULL for none.</summary>
        private static Value Initial(Parameter parameter, IReadOnlyList<ParameterChoice> offered)
        {
            if (offered.Count == 0 || parameter.Choices is not DatasetChoices { Initial: { } initial }) return Value.Null;
            var value = initial == InitialChoice.First ? offered[0].Value : offered[^1].Value;
            return parameter.Shape switch
            {
                ParameterShape.Single => value,
                ParameterShape.Several => Value.Of(new ValueList([value])),
                _ => Value.Null,
            };
        }

        private static Value Kept(Value value, Dictionary<Value, string> labels, out List<Value> refused)
        {
            refused = [.. Used(value).Where(v => !labels.ContainsKey(v))];
            if (refused.Count == 0) return value;
            List<Value> rest = value.Type == DataType.List ? [.. value.List.Values.Where(v => v.IsEmpty || labels.ContainsKey(v))] : [];
            return value.Type == DataType.List && rest.Count > 0 ? Value.Of(new ValueList(rest)) : Value.Null;
        }

        /// <summary>What has to be among the choices. Rows without a value can be asked for whatever is offered.</summary>
        private static IEnumerable<Value> Used(Value value) => value.Type switch
        {
            DataType.List => value.List.Values.Where(v => !v.IsEmpty),
            DataType.Null or DataType.Every or DataType.Period or DataType.Empty => [],
            _ => [value],
        };

        private static string Shown(string text) => text.Length > 60 ? text[..60] + "…" : text;
    }
}

using LucidLattice.Data;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets.Parameters;

/// <summary>One of the values that a parameter offers.</summary>
public sealed record ParameterChoice(Value Value, string Label);

/// <summary>Works out what a parameter offers, from the author's list or from the rows of a dataset.</summary>
public sealed class ParameterChoices(IRowReader source)
{
    /// <summary>Null if anything may be given.</summary>
    /// <param name="values">Of all parameters, as far as they are known; the choices' condition may use them.</param>
    /// <exception cref="ExpressionException">An expression of the choices is wrong.</exception>
    /// <exception cref="DataException">The dataset cannot be read.</exception>
    public IReadOnlyList<ParameterChoice>? Offered(ReportDefinition report, Parameter parameter, Value[] values, DateTime now,
        CancellationToken cancel) => parameter.Choices switch
    {
        FixedChoices list =>
            [.. list.Values.Select(
                c => ValueText.TryParse(c.Value, parameter.Type, out var value) ? new ParameterChoice(value, c.Label ?? c.Value) : null)
                .OfType<ParameterChoice>()],
        DatasetChoices chosen => FromRows(report, parameter, chosen, values, now, cancel),
        _ => null,
    };

    /// <summary>The rows that have to be looked at: of texts alone, those in which one is met first.</summary>
    private static IEnumerable<int> Rows(DataColumn? column, int count)
    {
        if (column is not TextColumn texts)
        {
            for (var row = 0; row < count; row++) yield return row;
            yield break;
        }
        var (seen, left) = (new bool[texts.Texts.Count], texts.Texts.Count);
        for (var row = 0; row < count && left > 0; row++)
        {
            if (texts.Nulls[row] || seen[texts.Codes[row]]) continue;
            seen[texts.Codes[row]] = true;
            left--;
            yield return row;
        }
    }

    /// <summary>What is wrong with the choices, found without reading rows.</summary>
    public static Problem? Check(ReportDefinition report, Parameter parameter)
    {
        try
        {
            switch (parameter.Choices)
            {
                case DatasetChoices chosen:
                    Compile(report, parameter, chosen);
                    return null;
                case FixedChoices list when list.Values.FirstOrDefault(
                    c => !ValueText.TryParse(c.Value, parameter.Type, out _)) is { } wrong:
                    return new Problem("type-mismatch", Severity.Error,
                        $"The choice “{wrong.Value}” of “{parameter.Caption}” is not {parameter.Type.Words()}.", parameter.Name, "choices",
                        Mends: [$"Write it as {ValueText.Example(parameter.Type)}."]);
                default:
                    return null;
            }
        }
        catch (ExpressionException e)
        {
            return new Problem(e.Code, Severity.Error, e.Message, parameter.Name, "choices", e.Position, e.Mend is null ? null : [e.Mend]);
        }
    }

    private IReadOnlyList<ParameterChoice> FromRows(ReportDefinition report, Parameter parameter, DatasetChoices chosen, Value[] values,
        DateTime now, CancellationToken cancel)
    {
        var (dataset, value, label, filter) = Compile(report, parameter, chosen);
        var used = value.Fields.Concat(label?.Fields ?? new HashSet<int>()).Concat(filter?.Fields ?? new HashSet<int>()).Distinct().Order()
            .ToList();
        var read = source.Read(ReportQuery.For(report, dataset, [.. used.Select(i => dataset.Fields[i])], values, now), new RunProgress(),
            cancel);
        var columns = dataset.Fields.Select(DataColumn (f) => new UnreadColumn(f)).ToArray();
        for (var i = 0; i < used.Count; i++) columns[used[i]] = read.Columns[i];
        var collation = new Collation(report.Language);
        var frame = new Frame { Rows = read with { Columns = columns }, Parameters = values, Now = now, Collation = collation };
        var found = new Dictionary<Value, string>();
        var order = new List<Value>();
        foreach (var row in Rows(label is null && filter is null && value.Field is { } only ? columns[only] : null, read.Count))
        {
            if ((row & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            frame.Row = row;
            var key = frame.Try(value);
            if (key.IsNull || found.ContainsKey(key)) continue;
            if (filter is not null && frame.Try(filter) is not { IsNull: false, Bool: true }) continue;
            var words = label ?? value;
            var shown = frame.Try(words);
            found[key] = words.Codes?.Label(shown) is { } coded
                ? coded
                : shown.Type == DataType.Text
                ? shown.Text
                : ParameterWords.OfOne(shown, Languages.Culture(report.Language));
            order.Add(key);
        }
        IEnumerable<Value> sorted = chosen.Order switch
        {
            not ChoiceOrder.AsRead when value.Codes is { } codes => order.OrderBy(v => codes.Place(v)).ThenBy(v => found[v], collation),
            ChoiceOrder.Label => order.OrderBy(v => found[v], collation),
            ChoiceOrder.Value => order.Order(Comparer<Value>.Create((a, b) => Value.Compare(a, b, collation))),
            _ => order,
        };
        return [.. sorted.Select(v => new ParameterChoice(v, found[v]))];
    }

    private static (Dataset Dataset, Compiled Value, Compiled? Label, Compiled? Filter) Compile(ReportDefinition report,
        Parameter parameter, DatasetChoices chosen)
    {
        var dataset = report.Datasets.FirstOrDefault(d => d.Id == chosen.Dataset)
            ?? throw new ExpressionException("unknown-dataset",
            $"The choices of “{parameter.Caption}” come from a dataset that the report does not have.", 0);
        if (chosen.Unfiltered) dataset = dataset with { Filter = null };
        var scope = new Scope { Fields = dataset.Fields, Parameters = ParameterOrder.Others(report, parameter), Allowed = Phase.Row };
        var value = Compiler.Compile(chosen.Value, scope);
        if (value.Type != parameter.Type && !(value.Type.IsNumber() && parameter.Type.IsNumber()))
            throw new ExpressionException("type-mismatch",
                $"The choices of “{parameter.Caption}” are {value.Type.Words()}, but it has to be {parameter.Type.Words()}.", 0);
        return (dataset, value, chosen.Label is { Length: > 0 } label ? Compiler.Compile(label, scope) : null,
            chosen.Filter is { Length: > 0 } filter ? Compiler.Condition(filter, scope) : null);
    }
}

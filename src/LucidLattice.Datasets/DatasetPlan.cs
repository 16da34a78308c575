using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets;

/// <summary>A dataset that is ready to be read: its worked-out fields in the order of their dependence, its condition and order
/// compiled.</summary>
/// <param name="Worked">Fields with expressions, each after those that it uses, by their index.</param>
/// <param name="Filter">Null keeps every row.</param>
public sealed record DatasetPlan(Dataset Dataset, IReadOnlyList<(int Field, Compiled Value)> Worked, Compiled? Filter,
    IReadOnlyList<(Compiled Key, bool Descending)> Sort)
{
    /// <summary>True if reading its columns is all there is to do.</summary>
    public bool IsPlain =>
        Dataset.Source is not DerivedSource && Worked.Count == 0 && Filter is null && Sort.Count == 0 && !Dataset.Distinct;

    /// <summary>What its expressions read besides fields.</summary>
    public Reads Reads =>
        Reads.All([.. Worked.Select(w => w.Value.Reads), .. Sort.Select(s => s.Key.Reads), Filter?.Reads ?? Reads.Nothing]);

    /// <summary>Plans a dataset; what is wrong is added to the problems, and left out.</summary>
    public static DatasetPlan Prepare(Dataset dataset, IReadOnlyList<Parameter> parameters, List<Problem> problems)
    {
        var worked = WorkedOut(dataset, parameters, problems);
        var scope = new Scope { Fields = dataset.Fields, Parameters = parameters, Allowed = Phase.Row, RowsStandAlone = true };
        var filter = Try("filter",
            () => ConditionText.Write(dataset.Filter, dataset, parameters) is { Length: > 0 } text
            ? Compiler.Condition(text, scope)
            : null);
        var sort = dataset.Sort.Select(s => (Key: Try("sort", () => Compiler.Compile(s.By, scope)), s.Descending))
            .Where(s => s.Key is not null).Select(s => (s.Key!, s.Descending)).ToList();
        return new DatasetPlan(dataset, worked, filter, sort);

        Compiled? Try(string property, Func<Compiled?> step)
        {
            try
            {
                return step();
            }
            catch (ExpressionException e)
            {
                problems.Add(Problem(dataset, property, e));
                return null;
            }
        }
    }

    private static List<(int, Compiled)> WorkedOut(Dataset dataset, IReadOnlyList<Parameter> parameters, List<Problem> problems)
    {
        var scope = new Scope { Fields = dataset.Fields, Parameters = parameters, Allowed = Phase.Row, RowsStandAlone = true };
        var open = new List<(int Field, Compiled Value)>();
        for (var i = 0; i < dataset.Fields.Count; i++)
        {
            if (dataset.Fields[i].Expression is not { Length: > 0 } text) continue;
            try
            {
                var value = Compiler.Compile(text, scope);
                var type = dataset.Fields[i].Type;
                open.Add((i, value.Type == type
                    || value.Type == DataType.Null
                    ? value
                    : Casts.Cast(value, type, type == DataType.Decimal ? dataset.Fields[i].Scale : null, 0) with { Text = text }));
            }
            catch (ExpressionException e)
            {
                problems.Add(Problem(dataset, $"fields.{dataset.Fields[i].Name}", e));
            }
        }
        var ordered = new List<(int, Compiled)>();
        while (open.Count > 0)
        {
            var next = open.FindIndex(w => w.Value.Fields.All(f => open.All(o => o.Field != f)));
            if (next < 0)
            {
                foreach (var (field, _) in open)
                    problems.Add(
                        Problem(dataset, $"fields.{dataset.Fields[field].Name}",
                        new ExpressionException("field-cycle",
                        $"“{dataset.Fields[field].Caption}” is worked out from itself, by way of other fields.", 0,
                        "Take one of them out of the circle.")));
                break;
            }
            ordered.Add(open[next]);
            open.RemoveAt(next);
        }
        return ordered;
    }

    private static Problem Problem(Dataset dataset, string property, ExpressionException e)
        => new(e.Code, Severity.Error, e.Message, dataset.Id, property, e.Position, e.Mend is null ? null : [e.Mend]);
}

using LucidLattice.Data;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets;

/// <summary>What an expression gives for the first rows, while it is still being written.</summary>
/// <param name="Type">Of its values, in words; null if it is wrong.</param>
/// <param name="Results">One for each of the first rows, as <see cref="Value.Invariant"/> writes it; null where empty.</param>
/// <param name="Inputs">The fields that it uses, with their values in the same rows.</param>
public sealed record ExpressionTrial(string? Type, IReadOnlyList<string?> Results, IReadOnlyList<TrialInput> Inputs, Problem? Problem)
{
    /// <summary>A parameter that the expression names and that is not there, as it could be made; null if there is none.</summary>
    public Parameter? Missing { get; init; }

    private const int Rows = 5, MostInputs = 4;

    /// <param name="itself">The field that is being worked out, which its own expression cannot use; null if there is none.</param>
    public static ExpressionTrial TryOut(Dataset dataset, string? itself, string expression, DatasetQuestion question, IRowReader source,
        CancellationToken cancel)
    {
        var fields = dataset.Fields.Where(f => f.Name != itself).ToList();
        try
        {
            Compiler.Compile(expression, Scope(fields, question));
            // Only what is needed is read, so that another field's mistake does not spoil this one.
            var needed = Needed(expression, fields);
            var plain =
                dataset with { Fields = [.. fields.Where(f => needed.Contains(f.Name))], Filter = null, Sort = [], Distinct = false };
            var compiled = Compiler.Compile(expression, Scope(plain.Fields, question));
            var rows = source.Read(question.Query with { Dataset = plain, Fields = plain.Fields }, new RunProgress(), cancel);
            var frame = new Frame { Rows = rows, Parameters = [.. question.Query.Values], Now = question.Query.Now,
                Collation = new Collation(question.Query.Language) };
            var results = new List<string?>();
            for (frame.Row = 0; frame.Row < Math.Min(Rows, rows.Count); frame.Row++) results.Add(Shown(frame.Try(compiled)));
            var inputs = compiled.Fields.Take(MostInputs)
                .Select(i =>
                new TrialInput(plain.Fields[i].Name, [.. Enumerable.Range(0, results.Count).Select(row => Shown(rows.Columns[i][row]))]))
                    .ToList();
            return new ExpressionTrial(compiled.Type == DataType.Null ? "empty" : compiled.Type.Words(), results, inputs, null);
        }
        catch (ExpressionException e)
        {
            return new ExpressionTrial(null, [], [],
                new Problem(e.Code, Severity.Error, e.Message, dataset.Id, null, e.Position, e.Mend is null ? null : [e.Mend]))
            {
                Missing = e.Code == "unknown-parameter"
                    ? MissingParameter.Propose(expression, dataset, question.Around.Parameters) : null,
            };
        }
        catch (DataException e)
        {
            return new ExpressionTrial(null, [], [], new Problem(e.Code, Severity.Error, e.Message, dataset.Id));
        }
    }

    private static Scope Scope(IReadOnlyList<Field> fields, DatasetQuestion question) =>
        new() { Fields = fields, Parameters = question.Around.Parameters, Allowed = Phase.Row };

    private static HashSet<string> Needed(string expression, IReadOnlyList<Field> fields)
    {
        var needed = new HashSet<string>();
        var open = new Stack<string>(FieldNames.In(expression, fields));
        while (open.TryPop(out var name))
            if (needed.Add(name) && fields.First(f => f.Name == name).Expression is { Length: > 0 } inner)
                foreach (var next in FieldNames.In(inner, fields)) open.Push(next);
        return needed;
    }

    private static string? Shown(Value value) => value.IsNull ? null : value.Invariant;
}

/// <summary>A field that an expression uses, with its values in the rows that were tried.</summary>
public sealed record TrialInput(string Field, IReadOnlyList<string?> Values);

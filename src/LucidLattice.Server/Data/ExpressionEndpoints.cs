using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Copies;
using LucidLattice.Planning.Elements;
using LucidLattice.Server.Web;
using LucidLattice.Storage;

namespace LucidLattice.Server.Data;

/// <summary>Asks what an expression gives for the first rows of a dataset that may not be saved yet.</summary>
/// <param name="Itself">The field that is being worked out; null if there is none.</param>
/// <param name="Parameters">Those of the report that the dataset stands in; null takes the dataset's own.</param>
public sealed record TrialRequest(Dataset Definition, string Expression, string? Itself = null, IReadOnlyList<Parameter>? Parameters = null,
    IReadOnlyDictionary<string, string>? Values = null);

/// <summary>Asks for a parameter that a dataset names and does not have.</summary>
public sealed record MissingParameterRequest(Dataset Definition, string Name);

/// <summary>Help while expressions are written: what can be used, and what it gives.</summary>
public static class ExpressionEndpoints
{
    public static void MapExpressions(this WebApplication app)
    {
        var expressions = app.MapGroup("/api/expressions").WithTags("Data");
        expressions.MapGet("/aggregates", () => TotalChoice.All).WithName("listAggregates")
                .WithSummary("The kinds of total that sentences offer.");
        expressions.MapGet("/functions", () => FunctionList.All).WithName("listFunctions")
                .WithSummary("Everything that can be written in an expression.");
        expressions.MapPost("/names", (string?[] names) => names.Select(n => n ?? throw ApiException.Bad("bad-request",
            "A name is null. Remove it.")).Distinct().ToDictionary(n => n, Names.Quoted)).WithName("writeNames")
                .WithSummary("The names of fields, quoted as expressions need them.");
        expressions.MapPost("/missing-parameter", (MissingParameterRequest request) => request.Definition.Source is QuerySource query
            ? MissingParameter.ProposeForSql(query.Sql, request.Name, request.Definition)
            : MissingParameter.Propose($":{request.Name}", request.Definition, [])
                ?? throw ApiException.Bad("bad-request", $"“{request.Name}” is no name of a parameter.")).WithName("proposeParameter")
                .WithSummary("A parameter for a name that an expression uses and the report does not have.");
        expressions.MapPost("/try", Try).TakesTurn().WithName("tryExpression")
                .WithSummary("The values of an expression for some rows, or what is wrong with it.");
    }

    private static ExpressionTrial Try(TrialRequest request, IRowReader source, DatasetStore store, CancellationToken cancel)
    {
        var dataset = store.WithBase(request.Definition);
        var question = DatasetQuestion.Ask(request.Parameters is null ? dataset : dataset with { Parameters = request.Parameters },
            request.Values ?? new Dictionary<string, string>(), DateTime.UtcNow);
        return ExpressionTrial.TryOut(dataset, request.Itself, request.Expression, question, source, cancel);
    }
}

using System.Text.Encodings.Web;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace LucidLattice.Server.Web;

/// <summary>Problems in the description of the API, and a page for each type of them.</summary>
public static class DescribedProblems
{
    private const string SchemaName = "ProblemAnswer";

    /// <summary>Says of each operation that whatever goes wrong is answered as problem details (RFC 9457).</summary>
    public static Task Add(OpenApiDocument document, OpenApiDocumentTransformerContext context, CancellationToken cancel)
    {
        document.AddComponent(SchemaName, Schema());
        var answer = new OpenApiMediaType { Schema = new OpenApiSchemaReference(SchemaName, document) };
        foreach (var operation in document.Paths.Values.SelectMany(p => p.Operations ?? []).Select(o => o.Value))
        {
            operation.Responses ??= [];
            operation.Responses["default"] = new OpenApiResponse
            {
                Description = "What is wrong: a sentence for people (detail), a type and a code for machines.",
                Content = new Dictionary<string, OpenApiMediaType> { ["application/problem+json"] = answer },
            };
        }
        return Task.CompletedTask;
    }

    private static OpenApiSchema Schema()
    {
        string[] texts = ["type", "title", "detail", "instance", "code"];
        var properties = texts.ToDictionary(name => name, IOpenApiSchema (_) => new OpenApiSchema { Type = JsonSchemaType.String });
        properties["status"] = new OpenApiSchema { Type = JsonSchemaType.Integer };
        return new OpenApiSchema { Type = JsonSchemaType.Object, Properties = properties, Required = properties.Keys.ToHashSet() };
    }

    /// <summary>The addresses that problems name as their types.</summary>
    public static void MapProblemTypes(this WebApplication app)
    {
        var problems = app.MapGroup(ProblemTypes.Root.TrimEnd('/')).WithTags("Problems");
        problems.MapGet("/", () => ProblemTypes.All).WithName("listProblemTypes")
            .WithSummary("Every type of problem that the API answers with.");
        problems.MapGet("/{code}", (string code) => ProblemTypes.Find(code) is { } type ? Page(type)
            : throw ApiException.NotFound($"There is no type of problem “{code}”; {ProblemTypes.Root} lists them."))
            .WithName("getProblemType").WithSummary("A type of problem, for people.").Produces<string>(contentType: "text/html");
    }

    private static IResult Page(ProblemType type)
    {
        string Text(string text) => HtmlEncoder.Default.Encode(text);
        return Results.Text($"<!DOCTYPE html><html lang=\"en\"><head><meta charset=\"utf-8\"><title>{Text(type.Title)}</title></head><body>"
            + $"<main><h1>{Text(type.Title)}</h1><p>The code <code>{Text(type.Code)}</code> names this type of problem. "
            + "The <code>detail</code> of an answer says the case and what to do.</p></main></body></html>", "text/html; charset=utf-8");
    }
}

using System.Text.RegularExpressions;
using LucidLattice.Authoring.Editing;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Storage;
using Microsoft.AspNetCore.Mvc;

namespace LucidLattice.Server.Web;

/// <summary>An error that is answered as RFC 9457 problem details.</summary>
/// <param name="code">Stable and for machines.</param>
/// <param name="message">For people.</param>
public sealed class ApiException(int status, string code, string message) : Exception(message)
{
    public int Status { get; } = status;
    public string Code { get; } = code;

    public static ApiException NotFound(string message) => new(StatusCodes.Status404NotFound, "not-found", message);

    public static ApiException Gone(string message) => new(StatusCodes.Status410Gone, "run-gone", message);

    public static ApiException Bad(string code, string message) => new(StatusCodes.Status400BadRequest, code, message);
}

/// <summary>Turns what handlers throw into problem details; what nobody foresaw is logged and says no more than that it happened.</summary>
public sealed partial class ApiErrors(RequestDelegate next, ILogger<ApiErrors> log)
{
    public async Task Invoke(HttpContext context)
    {
        try
        {
            await next(context);
            if (context.Response is { HasStarted: false, StatusCode: var status, ContentLength: null, ContentType: null }
                && Bare(status) is { } bare) await Write(context, bare);
        }
        catch (Exception e) when (!context.Response.HasStarted)
        {
            if (e is OperationCanceledException && context.RequestAborted.IsCancellationRequested) return;
            var known = e switch
            {
                ApiException api => api,
                SaveConflictException conflict => new ApiException(StatusCodes.Status409Conflict, "save-conflict", conflict.Message),
                // What a dictionary misses by itself is a fault of the program.
                KeyNotFoundException missing when !missing.Message.StartsWith("The given key", StringComparison.Ordinal) =>
                    ApiException.NotFound(missing.Message),
                EditException edit => ApiException.Bad("edit", edit.Message),
                DefinitionFormatException format => ApiException.Bad("definition-format", format.Message),
                DataException data => ApiException.Bad(data.Code, data.Message),
                BadHttpRequestException bad =>
                new ApiException(bad.StatusCode, "bad-request",
                    bad.InnerException is System.Text.Json.JsonException json
                    ? $"The request cannot be read: {FormatWords.Explain(json, ReportJson.Options)}"
                    : Plain(bad.Message)),
                // An object without the “type” that says what it is.
                NotSupportedException { Message: var said } json when said.Contains("Path: $", StringComparison.Ordinal) =>
                    ApiException.Bad("bad-request", $"The request cannot be read: {FormatWords.Explain(json, ReportJson.Options)}"),
                System.Text.Json.JsonException deep when deep.Message.Contains("maximum allowed depth", StringComparison.Ordinal) =>
                    ApiException.Bad("too-deep", "Things would stand too deep inside of one another here. Take some of them out."),
                // Nothing was saved, and whoever asked should know why.
                _ when DiskFull.Is(e) =>
                    new ApiException(StatusCodes.Status507InsufficientStorage, "disk-full",
                        "The disk is full, so nothing was saved; your work is still in this tab. Make room, and it is saved."),
                UnauthorizedAccessException =>
                    new ApiException(StatusCodes.Status503ServiceUnavailable, "not-writable",
                        "The folder of the data cannot be written now, so nothing was saved; your work is still in this tab."),
                OperationCanceledException => new ApiException(StatusCodes.Status409Conflict, "stopped", "The run was stopped."),
                _ => null,
            };
            if (known is null) log.LogError(e, "Unforeseen error at {Path}", context.Request.Path);
            await Write(context, known
                ?? new ApiException(StatusCodes.Status500InternalServerError, "unforeseen",
                "Something went wrong on the server. Your work is kept; try again."));
        }
    }

    /// <summary>What routing and the file server answer without a word.</summary>
    private static ApiException? Bare(int status) => status switch
    {
        StatusCodes.Status404NotFound => ApiException.NotFound("There is nothing at this address."),
        StatusCodes.Status405MethodNotAllowed => new ApiException(status, "wrong-method", "Pages and files can only be read."),
        StatusCodes.Status415UnsupportedMediaType => new ApiException(status, "wrong-type", "This address takes another type of content."),
        _ => null,
    };

    /// <summary>What the framework says of parameters, without its words for them.</summary>
    private static string Plain(string message)
    {
        if (message.Contains("no body was provided", StringComparison.Ordinal)) return "The request has no body; JSON is needed.";
        var missing = MissingParameter().Match(message);
        if (missing.Success) return $"“{missing.Groups["name"].Value}” is missing in the address.";
        var wrong = WrongParameter().Match(message);
        return wrong.Success ? $"“{wrong.Groups["value"].Value}” is no value for “{wrong.Groups["name"].Value}”." : message;
    }

    [GeneratedRegex("Required parameter \"\\S+ (?<name>\\w+)\" was not provided")]
    private static partial Regex MissingParameter();

    [GeneratedRegex("Failed to bind parameter \"\\S+ (?<name>\\w+)\" from \"(?<value>.*)\"", RegexOptions.Singleline)]
    private static partial Regex WrongParameter();

    public static Task Write(HttpContext context, ApiException error)
    {
        context.Response.StatusCode = error.Status;
        var type = ProblemTypes.Find(error.Code);
        var problem = new ProblemDetails
        {
            Status = error.Status,
            Type = type?.Address ?? "about:blank",
            Title = type?.Title ?? Microsoft.AspNetCore.WebUtilities.ReasonPhrases.GetReasonPhrase(error.Status),
            Detail = error.Message,
            Instance = context.Request.Path,
        };
        problem.Extensions["code"] = error.Code;
        return context.Response.WriteAsJsonAsync(problem, System.Text.Json.JsonSerializerOptions.Web, "application/problem+json");
    }
}

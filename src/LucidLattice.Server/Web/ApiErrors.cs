using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Editing;
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
public sealed class ApiErrors(RequestDelegate next, ILogger<ApiErrors> log)
{
    /// <summary>ENOSPC, as .NET passes it on.</summary>
    private const int DiskIsFull = 28;

    public async Task Invoke(HttpContext context)
    {
        try
        {
            await next(context);
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
                    : bad.Message),
                // An object without the “type” that says what it is.
                NotSupportedException { Message: var said } json when said.Contains("Path: $", StringComparison.Ordinal) =>
                    ApiException.Bad("bad-request", $"The request cannot be read: {FormatWords.Explain(json, ReportJson.Options)}"),
                // Nothing was saved, and whoever asked should know why.
                Microsoft.Data.Sqlite.SqliteException { SqliteErrorCode: 13 } or IOException { HResult: DiskIsFull } =>
                    new ApiException(StatusCodes.Status507InsufficientStorage, "disk-full",
                        "The disk is full, so nothing was saved; your work is still in this tab. Make room, and it is saved."),
                Microsoft.Data.Sqlite.SqliteException { SqliteErrorCode: 5 or 8 or 10 or 14 } or UnauthorizedAccessException =>
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

    public static Task Write(HttpContext context, ApiException error)
    {
        context.Response.StatusCode = error.Status;
        var problem = new ProblemDetails { Status = error.Status, Title = error.Message, Type = $"urn:lucid-lattice:{error.Code}",
            Detail = error.Message, Instance = context.Request.Path };
        problem.Extensions["code"] = error.Code;
        return context.Response.WriteAsJsonAsync(problem, System.Text.Json.JsonSerializerOptions.Web, "application/problem+json");
    }
}

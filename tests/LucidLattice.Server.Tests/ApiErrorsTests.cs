using System.Text.Json;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Server.Web;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Logging.Abstractions;
using Xunit;

namespace LucidLattice.Server.Tests;

/// <summary>Whatever is thrown while a request is answered becomes a problem (RFC 9457) whose status and words are true.</summary>
public sealed class ApiErrorsTests
{
    private const int Enospc = 28;

    public static TheoryData<Exception, int, string> Thrown => new()
    {
        { new IOException("No space left on device", Enospc), 507, "disk-full" },
        { new UnauthorizedAccessException("/secret/path is denied"), 503, "not-writable" },
        { new DataException("query-too-slow", "The query was stopped."), 400, "query-too-slow" },
        { new DefinitionFormatException("No definition."), 400, "definition-format" },
        { new KeyNotFoundException("There is no report “x”."), 404, "not-found" },
        { new KeyNotFoundException("The given key 'x' was not present in the dictionary."), 500, "unforeseen" },
        { new OperationCanceledException(), 409, "stopped" },
        { new JsonException("The maximum allowed depth of 128 was reached: maximum allowed depth."), 400, "too-deep" },
        { new InvalidOperationException("System.Secret failed at /secret/path"), 500, "unforeseen" },
    };

    [Theory]
    [MemberData(nameof(Thrown))]
    public async Task What_is_thrown_becomes_a_true_answer(Exception thrown, int status, string code)
    {
        var context = new DefaultHttpContext();
        using var body = new MemoryStream();
        context.Response.Body = body;
        await new ApiErrors(_ => throw thrown, NullLogger<ApiErrors>.Instance).Invoke(context);
        Assert.Equal(status, context.Response.StatusCode);
        var problem = JsonDocument.Parse(body.ToArray()).RootElement;
        Assert.Equal(code, problem.GetProperty("code").GetString());
        var detail = problem.GetProperty("detail").GetString()!;
        // Nothing of the program's inside, nor of its machine, is said.
        Assert.DoesNotContain("secret", detail, StringComparison.OrdinalIgnoreCase);
        if (status is 503 or 507) Assert.Contains("nothing was saved", detail);
    }
}

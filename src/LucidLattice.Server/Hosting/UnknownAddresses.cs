using LucidLattice.Server.Web;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing.Template;

namespace LucidLattice.Server.Hosting;

/// <summary>Says what is wrong with a request to the API that no endpoint takes: its address (404), method (405) or type (415).</summary>
public static class UnknownAddresses
{
    private const string Pattern = "/api/{**rest}";

    private sealed record Known(TemplateMatcher Address, IReadOnlyList<string> Methods, IReadOnlyList<string> Types);

    public static void MapUnknownAddresses(this WebApplication app)
    {
        // Made once all endpoints are mapped, and kept: making endpoints takes long.
        var known = new Lazy<IReadOnlyList<Known>>(() => Of(app.Services.GetRequiredService<EndpointDataSource>()));
        app.Map(Pattern, IResult (HttpContext context) => throw Wrong(context, known.Value));
    }

    private static IReadOnlyList<Known> Of(EndpointDataSource source) =>
        [.. source.Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.RoutePattern.RawText is { } text && text != Pattern && text.StartsWith("/api", StringComparison.Ordinal))
            .Select(e => new Known(new TemplateMatcher(TemplateParser.Parse(e.RoutePattern.RawText!.TrimEnd('/')), []),
                e.Metadata.GetMetadata<IHttpMethodMetadata>()?.HttpMethods ?? [],
                e.Metadata.GetMetadata<IAcceptsMetadata>()?.ContentTypes ?? []))];

    private static ApiException Wrong(HttpContext context, IReadOnlyList<Known> known)
    {
        // An address that differs in its method or type alone falls through to here as well.
        var here = known.Where(k => k.Address.TryMatch(context.Request.Path, [])).ToList();
        var method = context.Request.Method;
        if (here.FirstOrDefault(e => e.Methods.Contains(method) && e.Types.Count > 0) is { Types: { } types })
            return new ApiException(StatusCodes.Status415UnsupportedMediaType, "wrong-type",
                $"This address takes {string.Join(" or ", types)}, not “{context.Request.ContentType}”.");
        var methods = here.SelectMany(e => e.Methods).Distinct().Order().ToList();
        if (methods.Count == 0 || methods.Contains(method))
            return ApiException.NotFound("There is no such address in the API; /api/openapi.json lists them.");
        context.Response.Headers.Allow = string.Join(", ", methods);
        return new ApiException(StatusCodes.Status405MethodNotAllowed, "wrong-method",
            $"This address takes {string.Join(" and ", methods)}, not {method}.");
    }
}

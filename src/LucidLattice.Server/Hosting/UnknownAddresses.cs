using LucidLattice.Server.Web;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing.Template;

namespace LucidLattice.Server.Hosting;

/// <summary>Says what is wrong with a request to the API that no endpoint takes: its address (404), method (405) or type (415).</summary>
public static class UnknownAddresses
{
    private const string Pattern = "/api/{**rest}";

    public static void MapUnknownAddresses(this WebApplication app) => app.Map(Pattern, IResult (HttpContext context) =>
    {
        // An address that differs in its method or type alone falls through to here as well.
        var here = ((IEndpointRouteBuilder)app).DataSources.SelectMany(s => s.Endpoints).OfType<RouteEndpoint>()
            .Where(e => e.RoutePattern.RawText is { } text && text != Pattern && text.StartsWith("/api", StringComparison.Ordinal)
                && new TemplateMatcher(TemplateParser.Parse(text.TrimEnd('/')), []).TryMatch(context.Request.Path, []))
            .Select(e => (Methods: e.Metadata.GetMetadata<IHttpMethodMetadata>()?.HttpMethods ?? [],
                Types: e.Metadata.GetMetadata<IAcceptsMetadata>()?.ContentTypes ?? []))
            .ToList();
        var method = context.Request.Method;
        if (here.FirstOrDefault(e => e.Methods.Contains(method) && e.Types.Count > 0) is { Types: { } types })
            throw new ApiException(StatusCodes.Status415UnsupportedMediaType, "wrong-type",
                $"This address takes {string.Join(" or ", types)}, not “{context.Request.ContentType}”.");
        var methods = here.SelectMany(e => e.Methods).Distinct().Order().ToList();
        if (methods.Count == 0 || methods.Contains(method))
            throw ApiException.NotFound("There is no such address in the API; /api/openapi.json lists them.");
        context.Response.Headers.Allow = string.Join(", ", methods);
        throw new ApiException(StatusCodes.Status405MethodNotAllowed, "wrong-method",
            $"This address takes {string.Join(" and ", methods)}, not {method}.");
    });
}

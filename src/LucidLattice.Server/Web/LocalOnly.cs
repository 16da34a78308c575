using System.Security.Cryptography;

namespace LucidLattice.Server.Web;

/// <summary>
/// Answers only requests that were made to this machine by name and come from the application's own pages, and tells the
/// browser what the pages may do: no scripts, styles, fonts or connections from anywhere else.
/// </summary>
public sealed class LocalOnly(RequestDelegate next)
{
    /// <summary>Where the nonce of a page's styles is kept while the request is served.</summary>
    public const string NonceKey = "style-nonce";

    public async Task Invoke(HttpContext context)
    {
        AddHeaders(context);
        var host = context.Request.Host;
        if (host.Host is not ("127.0.0.1" or "localhost" or "[::1]"))
        {
            await Refuse(context, "host", "This server only answers to 127.0.0.1 and localhost.");
            return;
        }
        var origin = context.Request.Headers.Origin.ToString();
        var safe = HttpMethods.IsGet(context.Request.Method) || HttpMethods.IsHead(context.Request.Method);
        var site = context.Request.Headers["Sec-Fetch-Site"].ToString();
        if ((origin.Length > 0 && origin != $"{context.Request.Scheme}://{host}") || (!safe && site is "cross-site" or "same-site"))
        {
            await Refuse(context, "origin", "Requests from other sites are refused.");
            return;
        }
        await next(context);
    }

    /// <summary>Whatever the answer is, refusals among them.</summary>
    private static void AddHeaders(HttpContext context)
    {
        var nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(16));
        context.Items[NonceKey] = nonce;
        var headers = context.Response.Headers;
        headers.ContentSecurityPolicy = $"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{nonce}'; font-src 'self'; "
            + $"img-src 'self' data:; connect-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";
    }

    private static Task Refuse(HttpContext context, string code, string detail)
        => ApiErrors.Write(context, new ApiException(StatusCodes.Status403Forbidden, code, detail));
}

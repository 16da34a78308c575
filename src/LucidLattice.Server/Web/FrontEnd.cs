using LucidLattice.Output;
using Microsoft.Extensions.FileProviders;

namespace LucidLattice.Server.Web;

/// <summary>Serves the built front end, the report fonts, and the one page that every address of the application leads to.</summary>
public static class FrontEnd
{
    public static void MapFrontEnd(this WebApplication app)
    {
        app.MapGet("/fonts/{file}", IResult (string file, HttpContext context) =>
        {
            if (Fonts.Open(file) is not { } stream) throw ApiException.NotFound("There is no such font.");
            context.Response.Headers.CacheControl = "public, max-age=86400";
            return Results.Stream(stream, "font/ttf");
        }).ExcludeFromDescription();

        var root = Path.Combine(AppContext.BaseDirectory, "wwwroot");
        if (Directory.Exists(root))
            app.UseStaticFiles(new StaticFileOptions
            {
                FileProvider = new PhysicalFileProvider(root),
                // The names of assets carry a hash of their content.
                OnPrepareResponse = file => file.Context.Response.Headers.CacheControl = file.File.Name == "index.html" ? "no-store" : "public, max-age=31536000, immutable",
            });
        app.MapGet("/{**address}", async (HttpContext context) =>
        {
            var page = Path.Combine(root, "index.html");
            if (!File.Exists(page)) throw ApiException.NotFound("The front end is not built. Start with ./run.sh.");
            var html = (await File.ReadAllTextAsync(page)).Replace("__STYLE_NONCE__", (string)context.Items[LocalOnly.NonceKey]!);
            context.Response.Headers.CacheControl = "no-store";
            return Results.Content(html, "text/html; charset=utf-8");
        }).ExcludeFromDescription();
    }
}

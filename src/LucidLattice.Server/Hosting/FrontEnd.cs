using LucidLattice.Output.Typesetting;
using LucidLattice.Server.Web;
using Microsoft.Extensions.FileProviders;

namespace LucidLattice.Server.Hosting;

/// <summary>Serves the built front end, the report fonts, and the one page that every address of the application leads to.</summary>
public static class FrontEnd
{
    private static readonly string Root = Path.Combine(AppContext.BaseDirectory, "wwwroot");

    /// <summary>Serves the built files; comes before routing, which would send their addresses to the one page.</summary>
    public static void UseFrontEndFiles(this WebApplication app)
    {
        if (!Directory.Exists(Root)) return;
        app.UseStaticFiles(new StaticFileOptions
        {
            FileProvider = new PhysicalFileProvider(Root),
            // The names of assets carry a hash of their content.
            OnPrepareResponse = file =>
                file.Context.Response.Headers.CacheControl = file.Context.Request.Path.StartsWithSegments("/assets")
                    ? "public, max-age=31536000, immutable"
                    : "no-cache",
        });
    }

    public static void MapFrontEnd(this WebApplication app)
    {
        app.MapGet("/fonts/{file}", IResult (string file, HttpContext context) =>
        {
            if (Fonts.Open(file) is not { } stream) throw ApiException.NotFound("There is no such font.");
            context.Response.Headers.CacheControl = "public, max-age=86400";
            return Results.Stream(stream, "font/ttf");
        }).ExcludeFromDescription();

        app.MapGet("/fonts/own.css", () => Results.Text(string.Concat(Fonts.Own.Select(f =>
            $"@font-face {{ font-family: {Css(f.Family)}; src: url({Css("/fonts/" + Uri.EscapeDataString(f.File))}); "
            + $"font-weight: {(f.Bold ? 700 : 400)}; font-style: {(f.Italic ? "italic" : "normal")}; }}\n")), "text/css"))
            .ExcludeFromDescription();

        // An address with a dot at its end is that of a file, which would be there.
        app.MapGet("/{**address:nonfile}", async (HttpContext context) =>
        {
            var page = Path.Combine(Root, "index.html");
            if (!File.Exists(page)) throw ApiException.NotFound("The front end is not built. Start with ./run.sh.");
            var html = (await File.ReadAllTextAsync(page)).Replace("__STYLE_NONCE__", (string)context.Items[LocalOnly.NonceKey]!);
            context.Response.Headers.CacheControl = "no-store";
            return Results.Content(html, "text/html; charset=utf-8");
        }).ExcludeFromDescription();
    }

    /// <summary>A text of CSS: whatever a font's file says of itself stays inside of its quotes.</summary>
    private static string Css(string text)
    {
        return $"'{string.Concat(text.Select(c => IsPlain(c) ? c.ToString() : $"\\{(int)c:x} "))}'";

        static bool IsPlain(char c) => char.IsLetterOrDigit(c) || c is ' ' or '/' or '.' or '%' or '-' or '_';
    }
}

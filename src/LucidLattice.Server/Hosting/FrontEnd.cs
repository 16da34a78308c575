using LucidLattice.Output.Typesetting;
using LucidLattice.Server.Web;

namespace LucidLattice.Server.Hosting;

/// <summary>Serves the built front end, the report fonts, and the one page that every address of the application leads to.</summary>
public static class FrontEnd
{
    private static readonly string Root = Path.Combine(AppContext.BaseDirectory, "wwwroot");

    /// <summary>Serves the built files; comes before routing, which would send their addresses to the one page.</summary>
    public static void UseFrontEndFiles(this WebApplication app)
    {
        if (!Directory.Exists(Root)) return;
        // The names of assets carry a hash of their content.
        app.UsePackedFiles(Root, path =>
            path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "public, max-age=86400");
    }

    public static void MapFrontEnd(this WebApplication app)
    {
        app.MapGet("/fonts/{file}", IResult (string file, HttpContext context) =>
        {
            if (Fonts.Open(file) is not { } stream) throw ApiException.NotFound("There is no such font.");
            context.Response.Headers.CacheControl = "public, max-age=86400";
            return Results.Stream(stream, "font/ttf");
        }).ExcludeFromDescription();

        // An address with a dot at its end is that of a file, which would be there.
        app.MapGet("/{**address:nonfile}", async (HttpContext context) =>
        {
            var page = Path.Combine(Root, "index.html");
            if (!File.Exists(page)) throw ApiException.NotFound("The front end is not built. Start with ./run.sh.");
            var nonce = (string)context.Items[LocalOnly.NonceKey]!;
            var fonts = string.Concat(Fonts.Own.Select(Rule));
            var html = (await File.ReadAllTextAsync(page)).Replace("__STYLE_NONCE__", nonce)
                .Replace("<!-- fonts of the installation -->", fonts.Length == 0 ? "" : $"<style nonce=\"{nonce}\">{fonts}</style>");
            context.Response.Headers.CacheControl = "no-store";
            return Results.Content(html, "text/html; charset=utf-8");
        }).ExcludeFromDescription();
    }

    /// <summary>Where a browser finds a font of the installation; it stands in the page itself, which saves asking for it.</summary>
    private static string Rule((string Family, bool Bold, bool Italic, string File) font) =>
        $"@font-face {{ font-family: {Css(font.Family)}; src: url({Css("/fonts/" + Uri.EscapeDataString(font.File))}); "
        + $"font-weight: {(font.Bold ? 700 : 400)}; font-style: {(font.Italic ? "italic" : "normal")}; }}\n";

    /// <summary>A text of CSS: whatever a font's file says of itself stays inside of its quotes.</summary>
    private static string Css(string text)
    {
        return $"'{string.Concat(text.Select(c => IsPlain(c) ? c.ToString() : $"\\{(int)c:x} "))}'";

        static bool IsPlain(char c) => char.IsLetterOrDigit(c) || c is ' ' or '/' or '.' or '%' or '-' or '_';
    }
}

using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;
using Microsoft.Net.Http.Headers;

namespace LucidLattice.Server.Hosting;

/// <summary>
/// Sends files as the build has packed them (Brotli, RFC 7932; gzip, RFC 1952) to browsers that can unpack them. A packed file lies beside
/// its original under the same name with one more ending.
/// </summary>
public static class PackedFiles
{
    /// <summary>The encodings, the smaller ones first, with the endings of their files.</summary>
    private static readonly (string Encoding, string Ending)[] Kinds = [("br", ".br"), ("gzip", ".gz")];

    private static readonly FileExtensionContentTypeProvider Types = new();

    /// <summary>Serves the files of a folder, packed where that is possible.</summary>
    /// <param name="caching">How long browsers may keep what is at a path.</param>
    public static void UsePackedFiles(this WebApplication app, string root, Func<PathString, string> caching)
    {
        var files = new PhysicalFileProvider(root);
        var types = new FileExtensionContentTypeProvider();
        foreach (var (_, ending) in Kinds) types.Mappings[ending] = "application/octet-stream";
        app.Use((context, next) =>
        {
            var accepted = context.Request.GetTypedHeaders().AcceptEncoding;
            var path = context.Request.Path.Value ?? "";
            foreach (var (encoding, ending) in Kinds)
            {
                if (!accepted.Any(a => a.Value == encoding && a.Quality is not 0) || !files.GetFileInfo(path + ending).Exists) continue;
                context.Items[typeof(PackedFiles)] = (encoding, path);
                context.Request.Path = path + ending;
                break;
            }
            return next();
        });
        app.UseStaticFiles(new StaticFileOptions
        {
            FileProvider = files,
            ContentTypeProvider = types,
            OnPrepareResponse = file =>
            {
                var headers = file.Context.Response.Headers;
                headers[HeaderNames.Vary] = HeaderNames.AcceptEncoding;
                headers.CacheControl = caching(file.Context.Request.Path);
                if (file.Context.Items[typeof(PackedFiles)] is not (string encoding, string path)) return;
                headers.ContentEncoding = encoding;
                headers.ContentType = Types.TryGetContentType(path, out var type) ? type : "application/octet-stream";
            },
        });
    }
}

using System.IO.Compression;
using System.Text.RegularExpressions;
using Xunit;

namespace LucidLattice.Server.Tests;

public sealed class FrontEndTests(RunningServer server) : IClassFixture<RunningServer>
{
    /// <summary>Preferences as RFC 9110, 12.5.3 has them: what has a weight of zero is refused.</summary>
    [Theory]
    [InlineData("br, gzip", "br")]
    [InlineData("gzip", "gzip")]
    [InlineData("br;q=0, gzip;q=0.5", "gzip")]
    [InlineData("identity", null)]
    public async Task A_script_comes_packed_as_the_browser_can_unpack_it(string accepted, string? encoding)
    {
        var address = Regex.Match(await server.Client.GetStringAsync("/"), "src=\"(/assets/[^\"]+[.]js)\"").Groups[1].Value;
        using var request = new HttpRequestMessage(HttpMethod.Get, address);
        request.Headers.Add("Accept-Encoding", accepted);
        using var answer = await server.Client.SendAsync(request);
        Assert.Equal(encoding, answer.Content.Headers.ContentEncoding.SingleOrDefault());
        Assert.Equal("text/javascript", answer.Content.Headers.ContentType!.MediaType);
        Assert.Contains("immutable", answer.Headers.CacheControl!.ToString());
        Assert.Contains("Accept-Encoding", answer.Headers.Vary);
        await using var packed = await answer.Content.ReadAsStreamAsync();
        await using Stream unpacked = encoding switch
        {
            "br" => new BrotliStream(packed, CompressionMode.Decompress),
            "gzip" => new GZipStream(packed, CompressionMode.Decompress),
            _ => packed,
        };
        using var reader = new StreamReader(unpacked);
        var built = await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "wwwroot" + address));
        Assert.Equal(built, await reader.ReadToEndAsync());
    }
}

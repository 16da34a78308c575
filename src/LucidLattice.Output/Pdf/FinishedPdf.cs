using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace LucidLattice.Output.Pdf;

/// <summary>
/// Looks up what has to be known to add to a finished PDF: its trailer, its catalogue and its pages. Reads single objects
/// by the cross-reference table (ISO 32000-1, 7.5.4), so memory does not grow with the file.
/// </summary>
internal sealed partial class FinishedPdf
{
    private const int TableEntry = 20;
    private readonly Stream _file;
    private readonly long _firstEntry;

    /// <param name="file">Complete, with one cross-reference table; read from anywhere.</param>
    public FinishedPdf(Stream file)
    {
        _file = file;
        var tail = Read(Math.Max(0, file.Length - 2048), 2048);
        TableAt = long.Parse(StartXref().Match(tail).Groups[1].Value, CultureInfo.InvariantCulture);
        Trailer = tail[(tail.LastIndexOf("trailer", StringComparison.Ordinal) + 7)..tail.LastIndexOf("startxref",
            StringComparison.Ordinal)];
        Size = Number(Trailer, "Size");
        _firstEntry = TableAt + TableHead().Match(Read(TableAt, 64)).Length;
        Root = Reference(Trailer, "Root");
        Catalogue = Object(Root);
    }

    /// <summary>Where the cross-reference table is.</summary>
    public long TableAt { get; }

    /// <summary>The trailer's dictionary.</summary>
    public string Trailer { get; }

    /// <summary>One more than the largest object number.</summary>
    public int Size { get; }

    /// <summary>The number of the catalogue.</summary>
    public int Root { get; }

    /// <summary>The dictionary of the catalogue.</summary>
    public string Catalogue { get; }

    /// <summary>The object numbers of all pages, in order.</summary>
    public List<int> Pages()
    {
        var pages = new List<int>();
        void Visit(int number)
        {
            var node = Object(number);
            var kids = Kids().Match(node);
            if (!kids.Success) pages.Add(number);
            else foreach (Match kid in AnyReference().Matches(kids.Groups[1].Value))
                Visit(int.Parse(kid.Groups[1].Value, CultureInfo.InvariantCulture));
        }
        Visit(Reference(Catalogue, "Pages"));
        return pages;
    }

    /// <summary>The dictionary of an object, which is all that the objects looked at here hold.</summary>
    private string Object(int number)
    {
        var offset = long.Parse(Read(_firstEntry + (long)TableEntry * number, 10), CultureInfo.InvariantCulture);
        for (var length = 512; ; length *= 4)
        {
            var text = Read(offset, length);
            var end = text.IndexOf("endobj", StringComparison.Ordinal);
            if (end < 0 && length < 1 << 24) continue;
            return text[(text.IndexOf("obj", StringComparison.Ordinal) + 3)..end].Trim();
        }
    }

    private string Read(long at, int length)
    {
        var bytes = new byte[length];
        _file.Position = at;
        return Encoding.Latin1.GetString(bytes, 0, _file.ReadAtLeast(bytes, length, throwOnEndOfStream: false));
    }

    private static int Number(string dictionary, string name) =>
        int.Parse(Regex.Match(dictionary, $@"/{name}\s+(\d+)").Groups[1].Value, CultureInfo.InvariantCulture);

    private static int Reference(string dictionary, string name) =>
        int.Parse(Regex.Match(dictionary, $@"/{name}\s+(\d+)\s+0\s+R").Groups[1].Value, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"startxref\s+(\d+)\s+%%EOF")]
    private static partial Regex StartXref();

    [GeneratedRegex(@"^xref\s+0\s+\d+\s*?\n")]
    private static partial Regex TableHead();

    [GeneratedRegex(@"/Kids\s*\[([^\]]*)\]")]
    private static partial Regex Kids();

    [GeneratedRegex(@"(\d+)\s+0\s+R")]
    private static partial Regex AnyReference();
}

using System.Globalization;
using System.Text;
using LucidLattice.Core.Charts;
using LucidLattice.Core.Running;

namespace LucidLattice.Output.Pdf;

/// <summary>
/// Adds to a finished PDF what its writer cannot: the outline of the groups, page labels and the document's language, as an
/// incremental update (ISO 32000-1, 7.5.6) that leaves every byte before it as it is.
/// </summary>
internal sealed class PdfNavigation
{
    /// <summary>Levels whose groups would make the outline longer than this are left out of it.</summary>
    private const int MostEntries = 50_000;

    private readonly ReportRun _run;
    private readonly Stream _output;
    private readonly List<int> _pages;
    private readonly List<(int Number, long Offset)> _objects = [];
    private readonly int _levels;
    private readonly string _top;
    private long _position;
    private int _next;

    private PdfNavigation(ReportRun run, Stream output, FinishedPdf pdf, long length)
    {
        (_run, _output, _position) = (run, output, length);
        _pages = pdf.Pages();
        _next = pdf.Size;
        var tree = run.Data!.Tree;
        if (tree.Order.Length > 0)
            for (var (level, total) = (1, 0); level < tree.Levels.Count && (total += tree.Levels[level].Count) <= MostEntries; level++) _levels = level;
        _top = run.Report.Page.Height.ToString("0.##", CultureInfo.InvariantCulture);
    }

    /// <param name="finished">The PDF as it was written, to be read.</param>
    /// <param name="output">Has had every byte of it, and gets the rest.</param>
    public static void Append(ReportRun run, Stream finished, Stream output)
    {
        var pdf = new FinishedPdf(finished);
        new PdfNavigation(run, output, pdf, finished.Length).Append(pdf);
    }

    private void Append(FinishedPdf pdf)
    {
        Write("\n");
        var entries = new StringBuilder($"/Lang {Text(_run.Report.Language)} /PageLabels << /Nums [0 << /S /D >>] >>");
        if (_levels > 0)
        {
            var root = _next++;
            var (first, last, count) = Entries(0, 0, root);
            Object(root, $"<< /Type /Outlines /First {first} 0 R /Last {last} 0 R /Count {count} >>");
            entries.Append(CultureInfo.InvariantCulture, $" /Outlines {root} 0 R /PageMode /UseOutlines");
        }
        Object(pdf.Root, $"{pdf.Catalogue[..pdf.Catalogue.LastIndexOf(">>", StringComparison.Ordinal)]} {entries} >>");
        WriteTable(pdf);
    }

    /// <summary>Writes the entries of the groups inside of a group; each object only needs its neighbours' numbers.</summary>
    private (int First, int Last, int Count) Entries(int level, int group, int parent)
    {
        var tree = _run.Data!.Tree;
        var frame = _run.Data.NewFrame();
        var (child, first, previous, count) = (tree.FirstChild(level, group), _next, 0, 0);
        for (var number = _next++; ; child++)
        {
            count++;
            var inner = level + 1 < _levels ? Entries(level + 1, child, number) : default;
            var hasNext = tree.HasNextSibling(level + 1, child);
            var next = hasNext ? _next++ : 0;
            var key = _run.Data.KeyOf(level + 1, child, frame);
            var label = key.IsNull ? ChartNumbers.EmptyLabel : _run.Data.Plan.Levels[level].Format.Format(key);
            var page = _pages[Math.Clamp((_run.PageOf(level + 1, child) ?? 1) - 1, 0, _pages.Count - 1)];
            Object(number, string.Create(CultureInfo.InvariantCulture, $"<< /Title {Text(label)} /Parent {parent} 0 R /Dest [{page} 0 R /XYZ null {_top} null]{(previous > 0 ? $" /Prev {previous} 0 R" : "")}{(hasNext ? $" /Next {next} 0 R" : "")}{(inner.Count > 0 ? $" /First {inner.First} 0 R /Last {inner.Last} 0 R /Count -{inner.Count}" : "")} >>"));
            if (!hasNext) return (first, number, count);
            (previous, number) = (number, next);
        }
    }

    private void Object(int number, string content)
    {
        _objects.Add((number, _position));
        Write($"{number} 0 obj\n{content}\nendobj\n");
    }

    private void WriteTable(FinishedPdf pdf)
    {
        var table = _position;
        _objects.Sort();
        Write("xref\n");
        for (var i = 0; i < _objects.Count;)
        {
            var end = i + 1;
            while (end < _objects.Count && _objects[end].Number == _objects[end - 1].Number + 1) end++;
            Write($"{_objects[i].Number} {end - i}\n");
            for (; i < end; i++) Write(_objects[i].Offset.ToString("0000000000", CultureInfo.InvariantCulture) + " 00000 n \n");
        }
        var trailer = System.Text.RegularExpressions.Regex.Replace(pdf.Trailer, @"/Size\s+\d+", $"/Size {_next} /Prev {pdf.TableAt}");
        Write($"trailer{trailer.TrimEnd()}\nstartxref\n{table}\n%%EOF\n");
    }

    /// <summary>A text string in UTF-16, as hexadecimal digits: nothing in it can end it early.</summary>
    private static string Text(string text) => $"<FEFF{Convert.ToHexString(Encoding.BigEndianUnicode.GetBytes(text))}>";

    private void Write(string text)
    {
        var bytes = Encoding.Latin1.GetBytes(text);
        _output.Write(bytes);
        _position += bytes.Length;
    }
}

using System.Globalization;
using System.Text;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Reports.Running;

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
    private readonly string _top;
    private long _position;
    private int _next;

    private PdfNavigation(ReportRun run, Stream output, FinishedPdf pdf, long length)
    {
        (_run, _output, _position) = (run, output, length);
        _pages = pdf.Pages();
        _next = pdf.Size;
        _top = run.Report.Page.Height.ToString("0.##", CultureInfo.InvariantCulture);
    }

    /// <summary>An entry of the outline: a group, or with several of them a sheet.</summary>
    /// <param name="Page">The index of its page in the file.</param>
    /// <param name="Inner">The entries inside of it.</param>
    private sealed record Entry(string Label, int Page, IEnumerable<Entry> Inner);

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
        var entries = new StringBuilder($"/Lang {Text(_run.Report.Language)} /PageLabels << /Nums [{PageLabels()}] >>");
        var root = _next++;
        var (first, last, count) = WriteEntries(Outline(), root);
        if (count > 0)
        {
            Object(root, $"<< /Type /Outlines /First {first} 0 R /Last {last} 0 R /Count {count} >>");
            entries.Append(CultureInfo.InvariantCulture, $" /Outlines {root} 0 R /PageMode /UseOutlines");
        }
        else Object(root, "null");
        Object(pdf.Root, $"{pdf.Catalogue[..pdf.Catalogue.LastIndexOf(">>", StringComparison.Ordinal)]} {entries} >>");
        WriteTable(pdf);
    }

    /// <summary>Each sheet counts its pages from 1; those after the first say which sheet they are of.</summary>
    private string PageLabels()
    {
        var labels = new StringBuilder("0 << /S /D >>");
        var start = 0;
        foreach (var (before, sheet) in _run.Sheets.Zip(_run.Sheets.Skip(1)))
        {
            start += before.Index.Count;
            labels.Append(CultureInfo.InvariantCulture, $" {start} << /S /D /P {Text(sheet.Plan.Sheet.Name + " ")} >>");
        }
        return labels.ToString();
    }

    private IEnumerable<Entry> Outline()
    {
        if (_run.Sheets.Count == 1) return OfSheet(_run.Sheets[0], 0);
        var start = 0;
        return _run.Sheets.Select(sheet =>
        {
            var entry = new Entry(sheet.Plan.Sheet.Name, start, OfSheet(sheet, start));
            start += sheet.Index.Count;
            return entry;
        }).ToList();
    }

    private IEnumerable<Entry> OfSheet(SheetPages sheet, int start) =>
        sheet.Plan.Sections.SelectMany(section => OfSection(sheet, _run.Data![section], start));

    private IEnumerable<Entry> OfSection(SheetPages sheet, SectionData data, int start)
    {
        var levels = 0;
        for (var (level, total) = (1, 0); level < data.Tree.Levels.Count && (total += data.Tree.Levels[level].Count) <= MostEntries;
            level++) levels = level;
        return levels == 0 || data.Tree.Order.Length == 0 ? [] : Groups(sheet, data, start, 0, 0, levels, data.NewFrame());
    }

    private static IEnumerable<Entry> Groups(SheetPages sheet, SectionData data, int start, int level, int group, int levels, Frame frame)
    {
        foreach (var child in data.Tree.Listed(level, group))
        {
            var page = start + (sheet.PageOf(data.Plan, level + 1, child) ?? 1) - 1;
            yield return new Entry(data.LabelOf(level + 1, child, frame), page,
                level + 1 < levels ? Groups(sheet, data, start, level + 1, child, levels, frame) : []);
        }
    }

    /// <summary>Writes entries as they come; each object only needs its neighbours' numbers.</summary>
    private (int First, int Last, int Count) WriteEntries(IEnumerable<Entry> entries, int parent)
    {
        var (first, previous, number, count) = (0, 0, 0, 0);
        using var each = entries.GetEnumerator();
        var more = each.MoveNext();
        while (more)
        {
            var entry = each.Current;
            if (count++ == 0) first = number = _next++;
            var inner = WriteEntries(entry.Inner, number);
            more = each.MoveNext();
            var next = more ? _next++ : 0;
            var target = _pages[Math.Clamp(entry.Page, 0, _pages.Count - 1)];
            var around = $"{(previous > 0 ? $" /Prev {previous} 0 R" : "")}{(more ? $" /Next {next} 0 R" : "")}";
            var inside = inner.Count > 0 ? $" /First {inner.First} 0 R /Last {inner.Last} 0 R /Count -{inner.Count}" : "";
            Object(number,
                $"<< /Title {Text(entry.Label)} /Parent {parent} 0 R /Dest [{target} 0 R /XYZ null {_top} null]{around}{inside} >>");
            (previous, number) = (number, next);
        }
        return (first, previous, count);
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

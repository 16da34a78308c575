using System.Globalization;
using System.IO.Compression;
using System.Text;
using CsvHelper;
using ExcelDataReader;
using LucidLattice.Data;

namespace LucidLattice.Sql.Csv;

/// <summary>Reads the first sheet of a workbook in Office Open XML (ECMA-376, .xlsx) as CSV, so that it becomes a table in the same way:
/// numbers with a point, dates as ISO 8601 writes them, formulas by their last results.</summary>
public static class SpreadsheetFile
{
    public const int MostColumns = 2_000, MostCells = 20_000_000;

    /// <summary>A workbook is compressed; what comes out of it is counted before anything is read.</summary>
    public const long MostBytes = 512L << 20;

    // The reader wants an encoding of old workbooks at hand, though none of these are read.
    static SpreadsheetFile() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    /// <exception cref="DataException">It is no workbook, or a larger one than is taken.</exception>
    public static void ToCsv(Stream workbook, TextWriter to, CancellationToken cancel)
    {
        try
        {
            Measure(workbook, cancel);
            workbook.Position = 0;
            using var reader = ExcelReaderFactory.CreateOpenXmlReader(workbook, new ExcelReaderConfiguration { LeaveOpen = true });
            Write(reader, to, cancel);
        }
        catch (Exception e) when (e is InvalidDataException or System.Xml.XmlException or ArgumentException or FormatException
            or IndexOutOfRangeException or KeyNotFoundException or NullReferenceException or InvalidCastException
            or OverflowException or ExcelDataReader.Exceptions.ExcelReaderException)
        {
            throw new DataException("bad-spreadsheet", "This is no workbook that can be read (.xlsx). Save it again, or as CSV.");
        }
    }

    private static void Measure(Stream workbook, CancellationToken cancel)
    {
        var (total, buffer) = (0L, new byte[1 << 16]);
        using var archive = new ZipArchive(workbook, ZipArchiveMode.Read, leaveOpen: true);
        foreach (var entry in archive.Entries)
        {
            using var content = entry.Open();
            for (int read; (read = content.Read(buffer)) > 0;)
            {
                cancel.ThrowIfCancellationRequested();
                if ((total += read) > MostBytes)
                    throw new DataException("spreadsheet-too-large",
                        $"The workbook holds more than {MostBytes >> 20} MB; save the sheet that is wanted as CSV.");
            }
        }
    }

    private static void Write(IExcelDataReader reader, TextWriter to, CancellationToken cancel)
    {
        using var csv = CsvWriter.Create(to, CsvWriterOptions.Default with { HasHeader = false }, leaveOpen: true);
        var (cells, width) = (0L, 0);
        while (reader.Read())
        {
            cancel.ThrowIfCancellationRequested();
            // As wide as its headings: what stands beside them has no name.
            if (width == 0) width = Width(reader);
            if (width == 0) continue;
            if (width > MostColumns) throw new DataException("too-many-columns", $"The sheet has more than {MostColumns:N0} columns.");
            if ((cells += width) > MostCells)
                throw new DataException("spreadsheet-too-large", $"The sheet has more than {MostCells:N0} cells; save it as CSV.");
            for (var i = 0; i < width; i++) csv.WriteField(i < reader.FieldCount ? Text(reader.GetValue(i)) : "");
            csv.EndRecord();
        }
        if (cells == 0) throw new DataException("empty-spreadsheet", "The first sheet of the workbook is empty.");
    }

    private static int Width(IExcelDataReader reader)
    {
        var width = reader.FieldCount;
        while (width > 0 && Text(reader.GetValue(width - 1)).Length == 0) width--;
        return width;
    }

    private static string Text(object? cell) => cell switch
    {
        null => "",
        double number when number == Math.Floor(number) && Math.Abs(number) < 1e15 =>
            ((long)number).ToString(CultureInfo.InvariantCulture),
        double number => number.ToString("R", CultureInfo.InvariantCulture),
        DateTime time => time.TimeOfDay == TimeSpan.Zero ? time.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)
            : time.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture),
        bool flag => flag ? "true" : "false",
        _ => Convert.ToString(cell, CultureInfo.InvariantCulture) ?? "",
    };
}

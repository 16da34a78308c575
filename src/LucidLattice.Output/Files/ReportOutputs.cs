namespace LucidLattice.Output.Files;

/// <summary>Every kind of file that reports are written to: the command line, the API and the menu of readers offer these.</summary>
public static class ReportOutputs
{
    public static IReadOnlyList<IReportOutput> All { get; } = 
        [new PdfOutput(), new HtmlOutput(), new CsvReportOutput(), new JsonOutput(), new SvgOutput(), new PngOutput()];

    /// <summary>The kind of file that a path names by its end; null if there is none.</summary>
    public static IReportOutput? Of(string path)
    {
        var end = Path.GetExtension(path).TrimStart('.');
        return All.FirstOrDefault(o => string.Equals(o.Name, end, StringComparison.OrdinalIgnoreCase));
    }
}

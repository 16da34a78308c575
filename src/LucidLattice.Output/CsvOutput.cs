using System.Text;
using CsvHelper;

namespace LucidLattice.Output;

/// <summary>CSV as all outputs write it: RFC 4180, UTF-8.</summary>
internal static class CsvOutput
{
    /// <summary>A text that a spreadsheet may take for a formula, kept from being one; signs of numbers are left alone.</summary>
    public static string? Harmless(string? text) =>
        text is { Length: > 0 } && text[0] is '+' or '-' or '|' && !double.TryParse(text, System.Globalization.NumberStyles.Float,
            System.Globalization.CultureInfo.InvariantCulture, out _) ? "'" + text : text;

    /// <param name="asIs">True leaves texts as they are, also those that a spreadsheet would take for formulas.</param>
    public static void Write(Stream output, Action<CsvWriter> write, bool asIs = false)
    {
        using var text = new StreamWriter(output, new UTF8Encoding(false), 1 << 16, leaveOpen: true);
        using var csv = CsvWriter.Create(text,
            CsvWriterOptions.Default with { NewLine = "\r\n", HasHeader = false, Injection = asIs ? CsvInjection.None : CsvInjection.Escape,
            InjectionCharacters = "=@\t\r" }, leaveOpen: true);
        write(csv);
    }
}

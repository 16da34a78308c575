namespace LucidLattice.Model.Definitions;

/// <summary>A set of letters, colours and distances that a whole report wears; what an element sets of its own stays as it is.</summary>
/// <param name="Id">As definitions name it; of a look of one's own, nothing.</param>
/// <param name="Scale">How large its letters are, as a multiple of the usual size.</param>
/// <param name="Ink">#RRGGBB, as all colours: of texts and values.</param>
/// <param name="Muted">Of headings of columns, notes and subtitles.</param>
/// <param name="Levels">The colours of group headings and totals, from the outermost level in.</param>
public sealed record ReportLook(string Id, string Name, FontFamily Font, double Scale, string Ink, string Muted, string Title,
    IReadOnlyList<string> Levels, bool BoldColumnHeadings = false)
{
    public const double LeastScale = 0.5, MostScale = 3, LeastRowSpace = -4, MostRowSpace = 40;
    public const int MostLevels = 8;

    /// <summary>Room that rows have above and below together beyond their own height, in points; less than nothing sets them
    /// closer.</summary>
    public double RowSpace { get; init; }

    /// <summary>Printed in the upper margin of each page, with values in double braces; null for nothing.</summary>
    [Holds(TextForm.Template)]
    public string? Header { get; init; }

    /// <summary>The id of one of the report's images, drawn in the upper margin at the right; null for none.</summary>
    public string? Logo { get; init; }
}

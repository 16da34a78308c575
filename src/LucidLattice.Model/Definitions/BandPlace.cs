namespace LucidLattice.Model.Definitions;

/// <summary>Which kind of band something stands in.</summary>
public enum BandKind { ReportHeader, PageHeader, GroupHeader, Detail, GroupFooter, PageFooter, ReportFooter }

/// <summary>A band's place in its section (or, of page bands, on its sheet): its kind, and for group bands the level.</summary>
/// <param name="Level">From 1 at the outermost; 0 elsewhere.</param>
public readonly record struct BandPlace(BandKind Kind, int Level = 0)
{
    public bool IsPageBand => Kind is BandKind.PageHeader or BandKind.PageFooter;

    /// <summary>True where an aggregate without OVER covers the rows of a group.</summary>
    public bool IsSummary => Kind is BandKind.ReportHeader or BandKind.ReportFooter or BandKind.GroupHeader or BandKind.GroupFooter;

    /// <summary>“Report header”, “Route footer”, “Rows”.</summary>
    /// <param name="levels">Those of the section.</param>
    public string Name(IReadOnlyList<Level> levels) => Kind switch
    {
        BandKind.ReportHeader => "Report header",
        BandKind.ReportFooter => "Report footer",
        BandKind.PageHeader => "Page header",
        BandKind.PageFooter => "Page footer",
        BandKind.Detail => "Rows",
        _ => $"{levels[Level - 1].Name} {(Kind == BandKind.GroupHeader ? "header" : "footer")}",
    };

    /// <summary>True where what is printed sees the last row of its rows, not the first.</summary>
    public bool IsFooter => Kind is BandKind.GroupFooter or BandKind.ReportFooter;
}

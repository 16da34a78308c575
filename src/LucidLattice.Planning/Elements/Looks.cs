using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>The looks that ship with the application.</summary>
public static class Looks
{
    public static IReadOnlyList<ReportLook> All { get; } =
    [
        new("firth", "Firth: clear letters, levels in their colours", FontFamily.Sans, 1, Palette.Ink, Palette.Muted, Palette.Ink,
            [Palette.Level(1), Palette.Level(2), Palette.Level(3)]),
        new("ledger", "Ledger: serifs in black, for long tables", FontFamily.Serif, 0.95, "#000000", "#3D3D3D", "#000000",
            ["#000000", "#000000", "#000000"], BoldColumnHeadings: true),
        new("harbour", "Harbour: blue titles and totals", FontFamily.Sans, 1, "#1B2733", "#5A6875", "#123F63",
            ["#123F63", "#1F6FA8", "#3A6B8C"], BoldColumnHeadings: true),
        new("peat", "Peat: serifs in brown, for reading", FontFamily.Serif, 1.05, "#2B1D14", "#6B5B4D", "#64271F",
            ["#64271F", "#7A4B2A", "#5C5327"]),
        new("beacon", "Beacon: large letters and strong contrast", FontFamily.Sans, 1.2, "#000000", "#2F3A40", "#000000",
            ["#3F2A63", "#0D4A75", "#1F5B2B"], BoldColumnHeadings: true),
    ];

    /// <summary>The look of a report: its own, or the one that it names; the first where there is none of that name.</summary>
    public static ReportLook Of(ReportDefinition report) => report.OwnLook ?? All.FirstOrDefault(l => l.Id == report.Look) ?? All[0];
}

using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>The look of each role.</summary>
public static class StyleRoles
{
    public static ResolvedStyle Resolve(Element element, BandPlace place, int levels, Alignment natural, ReportLook look)
    {
        var style = element.Style ?? new Style();
        var role = style.Role ?? ElementKinds.KindOf(element).RoleAt(place);
        var (size, bold, color) = role switch
        {
            StyleRole.Title => (18.0, true, look.Title),
            StyleRole.Subtitle => (9, false, look.Muted),
            StyleRole.GroupHeading => (10.5, true, GroupColor(place, levels, look)),
            StyleRole.ColumnHeading => (8, look.BoldColumnHeadings, look.Muted),
            StyleRole.Total => (9, true, GroupColor(place, levels, look)),
            StyleRole.Note => (8, false, look.Muted),
            _ => (9, false, look.Ink),
        };
        return new ResolvedStyle(
            new Font(style.Font ?? look.Font, Math.Clamp(style.Size ?? size * look.Scale, 4, 72), style.Bold ?? bold,
                style.Italic ?? false),
            style.Color ?? color,
            style.Align ?? natural,
            style.Align is null)
        {
            Background = style.Background, Border = style.Border, Padding = Math.Clamp(style.Padding ?? 0, 0, 100), Turn = style.Turn ?? 0,
            Wrap = style.Wrap,
        };
    }

    /// <summary>Groups wear their level's colour, except the innermost of several, which is nearest to the rows and stays calm.</summary>
    private static string GroupColor(BandPlace place, int levels, ReportLook look)
        => place.Level == 0 || (levels > 1 && place.Level == levels) ? look.Ink
        : look.Levels.Count == 0 ? look.Ink : look.Levels[Math.Min(place.Level, look.Levels.Count) - 1];
}

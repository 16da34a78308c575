using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Elements;

/// <summary>The look of each role.</summary>
public static class StyleRoles
{
    public static ResolvedStyle Resolve(Element element, BandPlace place, int levels, Alignment natural)
    {
        var style = element.Style ?? new Style();
        var role = style.Role ?? ElementKinds.KindOf(element).RoleAt(place);
        var (size, bold, color) = role switch
        {
            StyleRole.Title => (18.0, true, Palette.Ink),
            StyleRole.Subtitle => (9, false, Palette.Muted),
            StyleRole.GroupHeading => (10.5, true, GroupColor(place, levels)),
            StyleRole.ColumnHeading => (8, false, Palette.Muted),
            StyleRole.Total => (9, true, GroupColor(place, levels)),
            StyleRole.Note => (8, false, Palette.Muted),
            _ => (9, false, Palette.Ink),
        };
        return new ResolvedStyle(
            new Font(style.Font ?? FontFamily.Sans, Math.Clamp(style.Size ?? size, 4, 72), style.Bold ?? bold, style.Italic ?? false),
            style.Color ?? color,
            style.Align ?? natural,
            style.Align is null)
        {
            Background = style.Background, Border = style.Border, Padding = Math.Clamp(style.Padding ?? 0, 0, 100), Turn = style.Turn ?? 0,
        };
    }

    /// <summary>Groups wear their level's colour, except the innermost of several, which is nearest to the rows and stays calm.</summary>
    private static string GroupColor(BandPlace place, int levels)
        => place.Level == 0 || (levels > 1 && place.Level == levels) ? Palette.Ink : Palette.Level(place.Level);
}

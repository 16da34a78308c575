using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Puts elements and parts into bands.</summary>
internal static class BandEditing
{
    /// <summary>With a part added at the end of a band.</summary>
    public static Workpiece AddPart(this Workpiece at, BandPlace place, BandPart part) =>
        at.MapBand(place, band => band with { Parts = [.. band.Parts, part] });

    /// <summary>With an element added to a part; the part grows to hold it.</summary>
    public static Workpiece AddElement(this Workpiece at, string partId, Element element)
        => at.MapBands((_, band) => band.Parts.All(p => p.Id != partId) ? band : band with
        {
            Parts =
            [
                .. band.Parts.Select(p => p.Id != partId
                    ? p
                    : p with { Height = p.HeightWith(element, 2), Elements = [.. p.Elements, element] }),
            ],
        });

    /// <summary>The fixed height of a part, large enough for one more element; null where it follows from what stands in it.</summary>
    public static double? HeightWith(this BandPart part, Element element, double below = 0) =>
        part.Height is { } height ? Math.Max(height, element.Y + element.Height + below) : null;

    /// <summary>The part of a band that holds texts and totals, made if there is none; parts with a chart or with headings are left to
    /// them.</summary>
    public static (Workpiece At, BandPart Part) TextPart(this Workpiece at, BandPlace place, bool repeat = false)
    {
        // Headings of columns move when levels do, so nothing else is put into their part.
        var existing = at.BandAt(place).Parts
            .LastOrDefault(p => !p.Elements.Any(e => e is ChartElement or CrosstabElement or HeadingElement));
        if (existing is not null) return (at, existing);
        var part = new BandPart { Id = at.NewId("p"), Repeat = repeat };
        return (at.MapBand(place, band => band.AboveHeadings(part)), part);
    }

    /// <summary>The part of a band at a height, made if there is none, and how far from the band's top it begins.</summary>
    /// <param name="y">From the top edge of the band, in points.</param>
    public static (Workpiece At, BandPart Part, double Top) PartAt(this Workpiece at, BandPlace place, double y)
    {
        var above = 0.0;
        var part = at.BandAt(place).Parts.FirstOrDefault(p => (above += p.LeastHeight()) > y);
        if (part is null) (at, part) = at.TextPart(place);
        return (at, part, at.BandAt(place).Parts.TakeWhile(p => p.Id != part.Id).Sum(p => p.LeastHeight()));
    }

    /// <summary>The band with a part added at its end, but above the headings of columns, which belong right above the rows.</summary>
    public static Band AboveHeadings(this Band band, BandPart part)
    {
        var at = band.Parts.ToList().FindIndex(Levels.HasHeadings);
        return band with { Parts = at < 0 ? [.. band.Parts, part] : [.. band.Parts.Take(at), part, .. band.Parts.Skip(at)] };
    }

    /// <summary>Where headings of columns stand: right above the rows, with the innermost group or at the top of the section; where no rows
    /// are printed, above the innermost groups.</summary>
    public static BandPlace HeadingPlace(this Section section)
    {
        var level = section.Levels.Count - (section.Summary ? 1 : 0);
        return level > 0 ? new BandPlace(BandKind.GroupHeader, level) : new BandPlace(BandKind.ReportHeader);
    }
}

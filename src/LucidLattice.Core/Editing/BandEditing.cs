using LucidLattice.Core.Definitions;

namespace LucidLattice.Core.Editing;

/// <summary>Puts elements and parts into bands.</summary>
internal static class BandEditing
{
    /// <summary>The section with a part added at the end of a band.</summary>
    public static Section AddPart(this Section section, BandPlace place, BandPart part)
        => section.MapBands((p, band) => p == place ? new Band { Parts = [.. band.Parts, part] } : band);

    /// <summary>The section with an element added to a part; the part grows to hold it.</summary>
    public static Section AddElement(this Section section, string partId, Element element)
        => section.MapBands((_, band) => band.Parts.All(p => p.Id != partId) ? band : new Band
        {
            Parts = [.. band.Parts.Select(p => p.Id != partId ? p : p with { Height = Math.Max(p.Height, element.Y + element.Height + 2), Elements = [.. p.Elements, element] })],
        });

    /// <summary>The part of a band that holds texts and totals, made if there is none; parts with a chart or with headings are left to them.</summary>
    public static (Section Section, BandPart Part) TextPart(this Section section, BandPlace place, double height, bool repeat = false)
    {
        // Headings of columns move when levels do, so nothing else is put into their part.
        var existing = section.BandAt(place).Parts.LastOrDefault(p => !p.Elements.Any(e => e is ChartElement or HeadingElement));
        if (existing is not null) return (section, existing);
        var part = new BandPart { Id = NewId.For(section, "p"), Height = height, Repeat = repeat };
        return (section.MapBands((p, band) => p == place ? band.AboveHeadings(part) : band), part);
    }

    /// <summary>The band with a part added at its end, but above the headings of columns, which belong right above the rows.</summary>
    public static Band AboveHeadings(this Band band, BandPart part)
    {
        var at = band.Parts.ToList().FindIndex(Levels.HasHeadings);
        return new Band { Parts = at < 0 ? [.. band.Parts, part] : [.. band.Parts.Take(at), part, .. band.Parts.Skip(at)] };
    }

    /// <summary>Parts that lost their last element go too.</summary>
    public static Section WithoutEmptyParts(this Section section, Section before)
    {
        var had = before.Bands().SelectMany(b => b.Band.Parts).Where(p => p.Elements.Count > 0).Select(p => p.Id).ToHashSet();
        return section.MapBands((_, band) => new Band { Parts = [.. band.Parts.Where(p => p.Elements.Count > 0 || !had.Contains(p.Id))] });
    }

    /// <summary>Where headings of columns stand: with the innermost group, or at the top of each page without groups.</summary>
    public static BandPlace HeadingPlace(this Section section)
        => section.Levels.Count > 0 ? new BandPlace(BandKind.GroupHeader, section.Levels.Count) : new BandPlace(BandKind.PageHeader);
}

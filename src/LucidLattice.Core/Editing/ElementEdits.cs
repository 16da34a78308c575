using LucidLattice.Core.Definitions;
using LucidLattice.Core.Links;

namespace LucidLattice.Core.Editing;

/// <summary>Adds a text to a band, below what stands there.</summary>
public sealed record AddText : Edit
{
    public required string Text { get; init; }
    public required BandKind Band { get; init; }
    public int Level { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        (section, var part) = section.TextPart(new BandPlace(Band, Level), 20);
        var y = part.Elements.Count == 0 ? 3 : part.Elements.Max(e => e.Y + e.Height) + 2;
        return report.WithMainSection(section.AddElement(part.Id, new TextElement { Id = NewId.For(section, "t"), Y = y, Width = Math.Min(240, report.Page.BodyWidth), Height = 15, Text = Text }));
    }
}

/// <summary>Replaces an element by another with the same id.</summary>
public sealed record SetElement : Edit
{
    public required Element Element { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        Elements.Require(section, Element.Id);
        section = section.MapElements((_, e) => e.Id == Element.Id ? Element : e);
        // A part holds what stands in it.
        return report.WithMainSection(section.MapBands((_, band) => new Band
        {
            Parts = [.. band.Parts.Select(p => p.Elements.Any(e => e.Id == Element.Id) ? p with { Height = Math.Max(p.Height, Element.Y + Element.Height) } : p)],
        }));
    }
}

/// <summary>Changes the words of a text, or of a column's heading.</summary>
public sealed record SetText : Edit
{
    public required string Element { get; init; }
    public required string Text { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        return Elements.Require(section, Element) switch
        {
            TextElement => report.WithMainSection(section.MapElements((_, e) => e is TextElement t && t.Id == Element ? t with { Text = Text } : e)),
            HeadingElement heading => report.WithMainSection(section with { Columns = [.. section.Columns.Select(c => c.Id == heading.Column ? c with { Heading = Text } : c)] }),
            ChartElement chart => new SetElement { Element = chart with { Title = Text } }.Apply(report, catalog),
            _ => throw new EditException("Only texts, headings and chart titles can be typed over."),
        };
    }
}

public sealed record DeleteElement : Edit
{
    public required string Element { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        Elements.Require(section, Element);
        return report.WithMainSection(section.MapElements((_, e) => e.Id == Element ? null : e).WithoutEmptyParts(section));
    }
}

/// <summary>Changes which rows are kept and how they are ordered.</summary>
public sealed record SetSection : Edit
{
    /// <summary>A condition; empty for none; null leaves it.</summary>
    public string? Filter { get; init; }
    public IReadOnlyList<SortKey>? Sort { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        return report.WithMainSection(section with { Filter = Filter is null ? section.Filter : Filter.Trim() is { Length: > 0 } text ? text : null, Sort = Sort ?? section.Sort });
    }
}

internal static class Elements
{
    public static Element Require(Section section, string id)
        => section.Elements().Select(e => e.Element).FirstOrDefault(e => e.Id == id) ?? throw new EditException($"There is no element “{id}”.");
}

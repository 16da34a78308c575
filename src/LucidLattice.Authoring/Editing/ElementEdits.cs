using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Adds a text to a band: where it is let go, or else below what stands there.</summary>
public sealed record AddText : Edit
{
    public required string Text { get; init; }
    public required BandKind Band { get; init; }
    public int Level { get; init; }

    /// <summary>From the left margin and from the top edge of the band, in points; null puts it below what stands there.</summary>
    public double? X { get; init; }
    public double? Y { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        const double Height = 15;
        if (X is { } x && Y is { } top)
        {
            if (!double.IsFinite(x) || !double.IsFinite(top)) throw new EditException("Positions are numbers.");
            (at, var there, var begins) = at.PartAt(new BandPlace(Band, Level), top);
            var left = Math.Clamp(x, 0, Math.Max(0, at.BodyWidth - 20));
            return at.AddElement(there.Id, new TextElement { Id = at.NewId("t"), X = left, Y = Math.Max(0, top - begins),
                Width = Math.Min(240, at.BodyWidth - left), Height = Height, Text = Text });
        }
        (at, var part) = at.TextPart(new BandPlace(Band, Level));
        var y = part.Elements.Count == 0 ? 3 : part.Elements.Max(e => e.Y + e.Height) + 2;
        return at.AddElement(part.Id,
            new TextElement { Id = at.NewId("t"), Y = y, Width = Math.Min(240, at.BodyWidth), Height = Height, Text = Text });
    }
}

/// <summary>Changes the words of a text, or of a column's heading.</summary>
public sealed record SetText : Edit
{
    public required string Element { get; init; }
    protected override string Named => Element;
    public required string Text { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        return at.Require(Element) switch
        {
            TextElement => at.MapElements(e => e is TextElement t && t.Id == Element ? t with { Text = Text } : e),
            HeadingElement heading => at with { Report = at.Report.MapSections(s => Renamed(s, heading.Column)) },
            ChartElement chart =>
            new Replace
            {
                Item = new ElementItem(chart with { Words = chart.Words with { Title = chart.Words.Title with { Text = Text } } }),
            }.Change(at, catalog),
            _ => throw new EditException("Only texts, headings and chart titles can be typed over."),
        };
    }

    private Section Renamed(Section section, string? column)
        => section.Columns.All(c => c.Id != column)
            ? section
            : section with { Columns = [.. section.Columns.Select(c => c.Id == column ? c with { Heading = Text } : c)] };
}

/// <summary>Changes which rows of a section are kept and how they are ordered.</summary>
public sealed record SetSection : Edit
{
    /// <summary>A condition; empty for none; null leaves it.</summary>
    public string? Filter { get; init; }
    public IReadOnlyList<SortKey>? Sort { get; init; }

    /// <summary>The conditions that stand as a sentence; null leaves them, <see cref="AllOf"/> of none keeps every row.</summary>
    public Condition? Conditions { get; init; }

    /// <summary>False prints no detail rows, so that headings stand once above the totals of the innermost groups; null leaves
    /// it.</summary>
    public bool? PrintsRows { get; init; }

    /// <summary>All parameters of the report, where a condition asks for one that is new; null leaves them.</summary>
    public IReadOnlyList<Parameter>? Parameters { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var section = at.Section;
        var changed = section with
        {
            Filter = Filter is null ? section.Filter : Filter.Trim() is { Length: > 0 } text ? text : null,
            Sort = Sort ?? section.Sort,
            Conditions = Conditions switch { null => section.Conditions, AllOf { Conditions.Count: 0 } => null, _ => Conditions },
            Summary = PrintsRows is { } prints ? !prints : section.Summary,
        };
        var next = at.With(changed);
        if (changed.Summary != section.Summary) next = Levels.HeadingsTo(next, from: section.HeadingPlace());
        return Parameters is null ? next : next with { Report = next.Report with { Parameters = Parameters } };
    }
}

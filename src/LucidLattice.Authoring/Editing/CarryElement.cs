using System.Text.RegularExpressions;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

/// <summary>Carries an element into a band, to where it is let go: into the part that is there, or into a new one.</summary>
public sealed partial record CarryElement : Edit
{
    public required string Element { get; init; }
    public required BandKind Band { get; init; }
    public int Level { get; init; }

    /// <summary>From the left margin, in points.</summary>
    public required double X { get; init; }

    /// <summary>From the top edge of the band, in points.</summary>
    public required double Y { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var place = new BandPlace(Band, Level);
        (at, var part, var top) = at.PartAt(place, Y);
        var moved = new Move { Id = Element, To = new Spot { In = part.Id } }.Change(at, catalog);
        var placed = new Placement { Id = Element, X = Math.Max(0, X), Y = Math.Max(0, Y - top) };
        var arranged = new Arrange { Places = [placed] }.Change(moved, catalog);
        // Below a group, the value of its last row is hardly what is meant.
        return place.IsFooter && TotalOf(at) is { } total
            ? new SetText { Element = Element, Text = total }.Change(arranged, catalog)
            : arranged;
    }

    /// <summary>What prints the total of a number, for a text that prints nothing but that number of a row; else null.</summary>
    private string? TotalOf(Workpiece at)
    {
        var element = at.Section.Elements().Select(e => e.Element).FirstOrDefault(e => e.Id == Element);
        if (element is not TextElement { Text: var text } || Alone().Match(text) is not { Success: true } only) return null;
        var named = only.Groups["value"].Value;
        var field = at.Dataset?.Fields.FirstOrDefault(f => f.Type.IsNumber() && (f.Name == named || Names.Quoted(f.Name) == named));
        return field is null ? null : $"{{{{ {UsualAggregate.ForField(field)}({named}){only.Groups["format"].Value} }}}}";
    }

    [GeneratedRegex(@"^\{\{\s*(?<value>[^{}|]+?)(?<format>\s*\|[^{}]*?)?\s*\}\}$")]
    private static partial Regex Alone();
}

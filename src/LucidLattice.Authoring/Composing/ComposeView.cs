using LucidLattice.Charts;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Reports.Running;

namespace LucidLattice.Authoring.Composing;

/// <summary>A sheet as its author sees it: every band once, filled with real values from one path through the groups of each
/// section.</summary>
/// <param name="Sheet">The id of the sheet.</param>
/// <param name="Bands">From top to bottom; those of a section inside of a band right below it.</param>
/// <param name="Rows">Of the first section.</param>
public sealed record ComposeView(string Sheet, IReadOnlyList<BandView> Bands, IReadOnlyList<VantageStep> Vantage, int Rows)
{
    /// <summary>What lies behind everything on the first page, as large as the page; null where nothing does.</summary>
    public PageDrawing? Behind { get; init; }
}

/// <summary>One band, drawn for the vantage.</summary>
/// <param name="Section">The id of its section; of page bands, of the sheet's first one.</param>
/// <param name="Depth">0 for a section on the sheet, 1 for one inside of it, and so on.</param>
/// <param name="Printed">How often it is printed in the whole report; null for page bands, which is once a page.</param>
/// <param name="Left">Where the section begins, from the left margin, in points.</param>
/// <param name="Height">In points; the detail band with its first rows.</param>
/// <param name="Drawing">As wide as the page's body.</param>
/// <param name="Parts">From top to bottom; of the detail band, those of its first row.</param>
/// <param name="Elements">Where each element is, measured from the band's top left corner; of the detail band, in its first row.</param>
public sealed record BandView(
    string Section, int Depth, BandPlace Place, string Name, long? Printed, double Left, double Height, PageDrawing Drawing,
    IReadOnlyList<PartView> Parts, IReadOnlyList<ElementView> Elements, IReadOnlyList<ChartView> Charts);

/// <summary>Where a part of a band is drawn.</summary>
/// <param name="Top">From the band's upper edge, in points.</param>
public sealed record PartView(string Id, double Top, double Height);

/// <param name="Part">The id of the band part it stands in.</param>
/// <param name="PartTop">The part's upper edge within the band, from which the element's own Y counts.</param>
/// <param name="Column">The id of its column, if it belongs to one.</param>
public sealed record ElementView(string Id, string Part, double PartTop, string? Column, double X, double Y, double Width, double Height)
{
    /// <summary>By which what it prints can be traced.</summary>
    public PrintedPlace? Printed { get; init; }
}

/// <summary>The numbers that a chart draws at the vantage.</summary>
/// <param name="Figure">The id of its drawing here.</param>
/// <param name="Table">What it draws, as a table: categories down, series across.</param>
/// <param name="Words">What its parts are called.</param>
/// <param name="Parts">Where the parts of the picture are that an author can choose, from the frame's top left corner.</param>
/// <param name="Texts">What is printed around it, by the id of the part.</param>
/// <param name="Series">Those that are drawn, in their order.</param>
/// <param name="Unsuited">Why its numbers do not suit some types of charts, by the type's id.</param>
/// <param name="Action">What a click anywhere in the picture does, where it has one link as a whole.</param>
public sealed record ChartView(string Id, string Figure, string Title, IReadOnlyList<MarkView> Marks, NumbersTable Table,
    ChartPartWords Words,
    IReadOnlyList<ChartPartView> Parts, IReadOnlyDictionary<string, string> Texts, IReadOnlyList<SeriesView> Series,
    IReadOnlyDictionary<string, string> Unsuited, LinkAction? Action);

/// <param name="Category">The key of its category, as definitions write it; null where there is none.</param>
/// <param name="Name">What its category is called.</param>
/// <param name="Series">The place of its series among all.</param>
/// <param name="Color">#RRGGBB, as it is drawn.</param>
public sealed record MarkView(string Label, string Figure, int Rows, LinkAction? Action, string? Category, string Name, int Series,
    string Color);

/// <param name="Key">Of its part of the rows, as definitions write it; empty where the chart has no series, or for rows without
/// one.</param>
/// <param name="Value">Which of the chart's values it draws, from 0.</param>
/// <param name="Color">#RRGGBB.</param>
public sealed record SeriesView(string Name, string Key, int Value, string Color);

/// <param name="Part">title, subtitle, note, categoryTitle, valueTitle, rightTitle, category, left, right, plot, legend, labels, or a
/// series or a mark with its place: <c>series 0</c>, <c>mark 3</c>.</param>
public sealed record ChartPartView(string Part, double X, double Y, double Width, double Height);

/// <summary>One level of the path that Compose shows.</summary>
/// <param name="Section">The id of the section whose path it belongs to.</param>
/// <param name="Key">The group's key, written as machines write it; null if the key is empty.</param>
/// <param name="Index">From 0, among the groups of the same parent.</param>
/// <param name="Siblings">The keys of all groups of the same parent; of more than <see cref="Vantage.MostSiblings"/>, those around this
/// one.</param>
public sealed record VantageStep(string Section, string Level, string Name, string? Key, string Label, int Index, int Count,
    IReadOnlyList<VantageKey> Siblings);

public sealed record VantageKey(string? Key, string Label);

using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;

namespace LucidLattice.Core.Composing;

/// <summary>A report as its author sees it: every band once, filled with real values from one path through the groups.</summary>
public sealed record ComposeView(IReadOnlyList<BandView> Bands, IReadOnlyList<VantageStep> Vantage, int Rows);

/// <summary>One band, drawn for the vantage.</summary>
/// <param name="Printed">How often it is printed in the whole report; null for page bands, which is once a page.</param>
/// <param name="Height">In points; the detail band with its first rows.</param>
/// <param name="Drawing">As wide as the page's body.</param>
/// <param name="Elements">Where each element is, measured from the band's top left corner; of the detail band, in its first row.</param>
public sealed record BandView(BandPlace Place, string Name, long? Printed, double Height, PageDrawing Drawing, IReadOnlyList<ElementView> Elements, IReadOnlyList<ChartView> Charts);

/// <param name="Part">The id of the band part it stands in.</param>
/// <param name="PartTop">The part's upper edge within the band, from which the element's own Y counts.</param>
/// <param name="Column">The id of its column, if it belongs to one.</param>
public sealed record ElementView(string Id, string Part, double PartTop, string? Column, double X, double Y, double Width, double Height);

/// <summary>The numbers that a chart draws at the vantage.</summary>
public sealed record ChartView(string Id, string Title, IReadOnlyList<MarkView> Marks);

public sealed record MarkView(string Label, string Figure, int Rows, Links.LinkAction? Action);

/// <summary>One level of the path that Compose shows.</summary>
/// <param name="Key">The group's key, written as machines write it; null if the key is empty.</param>
/// <param name="Index">From 0, among the groups of the same parent.</param>
/// <param name="Siblings">The keys of all groups of the same parent, at most <see cref="ComposeViewer.MostSiblings"/>.</param>
public sealed record VantageStep(string Level, string Name, string? Key, string Label, int Index, int Count, IReadOnlyList<VantageKey> Siblings);

public sealed record VantageKey(string? Key, string Label);

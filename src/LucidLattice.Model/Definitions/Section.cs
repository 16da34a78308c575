using System.Text.Json.Serialization;

namespace LucidLattice.Model.Definitions;

/// <summary>A list of rows with its grouping levels and its bands. It stands on a sheet, or in a part of another section's band.</summary>
public sealed record Section
{
    public required string Id { get; init; }

    /// <summary>True prints it beside the section before it, at the same height; false below it.</summary>
    public bool Beside { get; init; }

    /// <summary>In points; null takes what is left beside its neighbours, in equal parts.</summary>
    public double? Width { get; init; }

    /// <summary>Of a section inside of another one: which of its rows belong to the row or the group around it; none takes all.</summary>
    public IReadOnlyList<MatchKey> Match { get; init; } = [];

    /// <summary>The id of the dataset whose rows are listed; null for a section of texts alone.</summary>
    public string? Dataset { get; init; }

    /// <summary>A row-phase condition; rows for which it is not true are taken out of everything.</summary>
    [Holds(TextForm.Expression)]
    public string? Filter { get; init; }

    /// <summary>Conditions as a sentence; rows for which they do not hold are taken out likewise.</summary>
    public Condition? Conditions { get; init; }

    /// <summary>The order of rows within the innermost group; ties keep the dataset's order.</summary>
    public IReadOnlyList<SortKey> Sort { get; init; } = [];

    /// <summary>The columns of the detail list, from left to right.</summary>
    public IReadOnlyList<Column> Columns { get; init; } = [];

    /// <summary>The grouping levels, outermost first.</summary>
    public IReadOnlyList<Level> Levels { get; init; } = [];

    /// <summary>True prints no detail rows: what stands in <see cref="Detail"/>, and headings of columns that have no totals, are kept but
    /// not printed.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Summary { get; init; }

    public Band ReportHeader { get; init; } = new();
    public Band Detail { get; init; } = new();
    public Band ReportFooter { get; init; } = new();
}

/// <summary>Rows of a section inside of another belong to a place around it where both sides are equal; an empty one is equal to
/// nothing.</summary>
public sealed record MatchKey
{
    /// <summary>A row-phase expression over the section's own rows.</summary>
    [Holds(TextForm.Expression)]
    public required string Own { get; init; }

    /// <summary>A row-phase expression over the rows around it.</summary>
    [Holds(TextForm.Expression)]
    public required string Around { get; init; }
}

/// <summary>One key of a row order.</summary>
public sealed record SortKey
{
    /// <summary>A row-phase expression.</summary>
    [Holds(TextForm.Expression)]
    public required string By { get; init; }
    public bool Descending { get; init; }
}

/// <summary>A grouping level of a section, with the bands around its groups.</summary>
public sealed record Level : GroupedBy
{
    /// <summary>True if each group but the first of its parent starts on a new page.</summary>
    public bool NewPage { get; init; }

    /// <summary>True begins a group on a new page where it would not end on this one, if a page can hold it whole.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Together { get; init; }

    /// <summary>True leaves out groups whose totals, as its header and footer print them, are all zero or empty.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool OmitZero { get; init; }
    public Band Header { get; init; } = new();
    public Band Footer { get; init; } = new();
}

/// <summary>Ties a detail value to its heading and its totals: they share place, width, alignment and pattern.</summary>
public sealed record Column
{
    public required string Id { get; init; }
    public required string Heading { get; init; }

    /// <summary>A row-phase expression: the value in the detail band.</summary>
    [Holds(TextForm.Expression)]
    public required string Expression { get; init; }

    /// <summary>In points. Columns stand side by side, so a column's place follows from the widths before it.</summary>
    public required double Width { get; init; }

    /// <summary>Null takes the side that suits the type: numbers right, all else left.</summary>
    public Alignment? Align { get; init; }

    /// <summary>A Unicode LDML pattern; null takes the one that suits the field.</summary>
    public string? Pattern { get; init; }

    /// <summary>A condition over parameters; where it is not true, readers see the report as if the column was not there. Null shows it
    /// always.</summary>
    [Holds(TextForm.Expression)]
    public string? When { get; init; }

    /// <summary>True prints a value only where it is another one than in the row above, in the same group and on the same
    /// page.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool OnlyChanges { get; init; }
}

/// <summary>A horizontal strip of the page: parts stacked from top to bottom.</summary>
public sealed record Band
{
    public IReadOnlyList<BandPart> Parts { get; init; } = [];
}

/// <summary>A part of a band. It grows with its texts, and is kept on one page where a page can hold it.</summary>
public sealed record BandPart
{
    public required string Id { get; init; }

    /// <summary>The least height, in points; null for one that follows from what stands in it (<see cref="PartHeight"/>).</summary>
    public double? Height { get; init; }

    /// <summary>In a header: drawn again at the top of each page on which the group, or the section, goes on.</summary>
    public bool Repeat { get; init; }

    /// <summary>A condition; where it is not true, the part is not printed and takes no room. It may use the totals of the band's group and
    /// what follows from the printed order. Null prints it always.</summary>
    [Holds(TextForm.Expression)]
    public string? When { get; init; }

    /// <summary>True begins a new page (or column) before the part, or after it.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool BreakBefore { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool BreakAfter { get; init; }

    /// <summary>In the rows: a new page (or column) after each so many rows of the innermost group; null for none.</summary>
    public int? BreakEvery { get; init; }

    /// <summary>It begins on a new page where less than so much is left on this one, in points; null takes what room there is.</summary>
    public double? LeastRoom { get; init; }

    /// <summary>In a footer: it stands at the foot of the page, however much room is above it.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool AtFoot { get; init; }

    /// <summary>In a header: it stands on the line of the first row below it, and makes that as high as itself.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool OnRowLine { get; init; }

    /// <summary>True takes the room of texts that are empty and of elements that are not printed away, and the whole part where nothing is
    /// left.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Shrinks { get; init; }

    /// <summary>In the rows: tints every other row, or so many in turn; null tints none.</summary>
    public RowShade? Shade { get; init; }

    /// <summary>In a header or footer: its totals are calculated from other lines of the section; null for its own group's.</summary>
    public CalculatedRow? Calculated { get; init; }

    /// <summary>What a click anywhere in it opens, but on what has a link of its own.</summary>
    public Link? Link { get; init; }
    public IReadOnlyList<Element> Elements { get; init; } = [];

    /// <summary>Sections that are printed here, below the elements.</summary>
    public IReadOnlyList<Section> Sections { get; init; } = [];
}

/// <summary>Rows of a group that wear a tint in turn, so that the eye keeps the line.</summary>
/// <param name="Every">So many rows plain, then so many tinted: 1 to 100.</param>
/// <param name="Color">#RRGGBB.</param>
public sealed record RowShade(int Every = 1, string Color = "#F2F5F1")
{
    public const int Most = 100;
}

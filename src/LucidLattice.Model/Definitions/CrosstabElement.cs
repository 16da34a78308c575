using System.Text.Json.Serialization;

namespace LucidLattice.Model.Definitions;

/// <summary>
/// A table of one thing by another, printed once for each time its band is, from the rows of that band's group (from all rows in
/// the report bands). Where rows of its own are given, from those that belong to what is around it.
/// </summary>
public sealed record CrosstabElement : Element
{
    public const int MostFields = 8, MostValues = 12;

    /// <summary>Rows of another dataset of the report that it counts instead; null counts those of its section.</summary>
    public ChartOwnRows? Own { get; init; }

    /// <summary>A row-phase condition: other rows are not counted.</summary>
    [Holds(TextForm.Expression)]
    public string? Filter { get; init; }

    /// <summary>What its rows stand for, outermost first; none gives one row.</summary>
    public IReadOnlyList<CrosstabField> Down { get; init; } = [];

    /// <summary>What its columns stand for, outermost first; none gives a column for each value.</summary>
    public IReadOnlyList<CrosstabField> Across { get; init; } = [];

    /// <summary>What stands in its cells, at least one.</summary>
    public required IReadOnlyList<CrosstabValue> Values { get; init; }
    public CrosstabShape Shape { get; init; } = new();

    /// <summary>The fields of both directions.</summary>
    [JsonIgnore]
    public IEnumerable<CrosstabField> Fields => Down.Concat(Across);

    /// <summary>By which the link on the totals of a field is named.</summary>
    public static string TotalOf(string field) => $"{field}-total";

    /// <remarks>Its own links speak of its fields by their ids.</remarks>
    public override Element WithIds(Func<string, string> id)
    {
        var fields = Fields.ToDictionary(f => f.Id, f => id(f.Id));
        CrosstabField Renamed(CrosstabField field) => field with { Id = fields[field.Id] };
        var copy = this with { Id = id(Id), Down = [.. Down.Select(Renamed)], Across = [.. Across.Select(Renamed)] };
        return copy.WithLinks((_, link) => link?.MapSources(source =>
            source is LevelSource level && fields.TryGetValue(level.Level, out var now) ? level with { Level = now } : source));
    }

    public override IEnumerable<string> AllIds() => Fields.Select(f => f.Id).Prepend(Id);

    public override IEnumerable<(string On, Link? Link)> Links() =>
        Fields.SelectMany(f => new[] { (f.Id, f.Link), (TotalOf(f.Id), f.TotalLink) }).Prepend((Id, Link));

    public override Element WithLinks(Func<string, Link?, Link?> change)
    {
        return this with { Link = change(Id, Link), Down = [.. Down.Select(Changed)], Across = [.. Across.Select(Changed)] };

        CrosstabField Changed(CrosstabField field) =>
            field with { Link = change(field.Id, field.Link), TotalLink = change(TotalOf(field.Id), field.TotalLink) };
    }
}

/// <summary>A field of a crosstab: its groups are rows or columns, and have a total together.</summary>
public sealed record CrosstabField : GroupedBy
{
    /// <summary>Where the total of its groups stands: after them, before them, or nowhere.</summary>
    public TotalPlace Totals { get; init; }

    /// <summary>What that total is called; null for the word of the report's language.</summary>
    public string? TotalName { get; init; }

    /// <summary>What a click on one of its headings opens.</summary>
    public Link? Link { get; init; }

    /// <summary>What a click on a number in the total opens; null opens what cells do, with the keys that the total has.</summary>
    public Link? TotalLink { get; init; }
}

/// <summary>After what is added up, before it, or left out.</summary>
public enum TotalPlace { Last, First, None }

/// <summary>A number of each cell.</summary>
public sealed record CrosstabValue
{
    /// <summary>A group-phase expression over the rows of a cell: <c>sum(passengers)</c>.</summary>
    [Holds(TextForm.Expression)]
    public required string Expression { get; init; }

    /// <summary>What its heading says where there are several; null makes a short name from the field labels.</summary>
    public string? Name { get; init; }

    /// <summary>A Unicode LDML pattern; null takes the one that suits the value.</summary>
    public string? Pattern { get; init; }
    public CrosstabForm As { get; init; }

    /// <summary>Changes under conditions over the rows of a cell, as <c>sum(passengers) &lt; 100</c>; of several that hold, a later one
    /// wins.</summary>
    public IReadOnlyList<StyleRule> Rules { get; init; } = [];

    /// <summary>Shows how large a number is among the others.</summary>
    public NumberScale? Scale { get; init; }

    /// <summary>True compares it with the numbers of its row alone; false with all of the crosstab.</summary>
    public bool ScaleByRow { get; init; }

    /// <summary>A row-phase expression that is not across: the cell draws a small line of the value over its keys instead of the
    /// number.</summary>
    [Holds(TextForm.Expression)]
    public string? LineOver { get; init; }
}

/// <summary>
/// A number by itself; its share of the row's total, of the column's, of the whole; its difference to the column before, or to the same
/// period a year before; the total of the row up to here; its rank among the rows around it in its column, the largest first.
/// </summary>
public enum CrosstabForm { Value, ShareOfRow, ShareOfColumn, ShareOfWhole, Difference, DifferenceToYearBefore, Running, Rank }

/// <summary>What a number is shown as, in words that follow it.</summary>
public static class CrosstabForms
{
    public static string Words(CrosstabForm form) => form switch
    {
        CrosstabForm.ShareOfRow => " as a share of the row", CrosstabForm.ShareOfColumn => " as a share of the column",
        CrosstabForm.ShareOfWhole => " as a share of the whole", CrosstabForm.Difference => " as the difference to the column before",
        CrosstabForm.DifferenceToYearBefore => " as the difference to the year before",
        CrosstabForm.Running => " summed up along the row", CrosstabForm.Rank => " as a rank in the column", _ => "",
    };
}

/// <summary>How a crosstab stands on paper. Lengths are in points.</summary>
public sealed record CrosstabShape
{
    /// <summary>True puts the headings of nested rows into one column, each inside of another moved in; false gives each field a
    /// column.</summary>
    public bool Stepped { get; init; }

    /// <summary>True puts several values one under the other; false side by side.</summary>
    public bool ValuesDown { get; init; }

    /// <summary>What becomes of columns that the page has no room for.</summary>
    public WideTable Wide { get; init; }

    /// <summary>Which page comes next where columns go on on further pages: that with the next rows, or that with the next
    /// columns.</summary>
    public PageOrder Order { get; init; }

    /// <summary>How small it may become where it is scaled down: 0.3 to 1.</summary>
    public double LeastScale { get; init; } = 0.6;

    public ColumnWidths Widths { get; init; }

    /// <summary>Of each column of numbers where widths are given.</summary>
    public double? ColumnWidth { get; init; }

    /// <summary>Of each column of row headings; where one is missing, as wide as it needs.</summary>
    public IReadOnlyList<double> HeadingWidths { get; init; } = [];

    /// <summary>True turns headings of columns upright where they are wider than their numbers; false lets them go on in the next
    /// line.</summary>
    public bool TurnHeadings { get; init; }

    public TableGrid Grid { get; init; }

    /// <summary>#RRGGBB behind headings; null for none.</summary>
    public string? HeadingShade { get; init; } = "#F2F1EB";

    /// <summary>#RRGGBB behind totals; null for none.</summary>
    public string? TotalShade { get; init; } = "#F7F6F1";

    /// <summary>#RRGGBB behind every other row; null for none.</summary>
    public string? RowShade { get; init; }

    /// <summary>Room above and below the text of a row: 0 to 30.</summary>
    public double Spacing { get; init; } = 2.5;

    /// <summary>False prints the headings of columns on the first page alone.</summary>
    public bool RepeatHeadings { get; init; } = true;
}

/// <summary>Goes on on further pages with its row headings again; is made smaller, and goes on where that is not enough; ends where the
/// page does, with a notice.</summary>
public enum WideTable { Continue, Shrink, Cut }

public enum PageOrder { DownFirst, AcrossFirst }

/// <summary>As wide as their contents; all as wide as the widest; as given.</summary>
public enum ColumnWidths { Contents, Equal, Given }

/// <summary>Lines between rows, between rows and columns, or none.</summary>
public enum TableGrid { Rows, All, None }

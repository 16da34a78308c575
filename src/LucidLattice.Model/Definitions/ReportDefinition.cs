namespace LucidLattice.Model.Definitions;

/// <summary>
/// What a report is: an immutable tree of records, saved as JSON (see docs/report-format.md).
/// Lengths are in points (1/72 inch). Ids are stable and unique within the report; names are for people.
/// </summary>
public sealed record ReportDefinition
{
    /// <summary>The value of <see cref="Format"/> in every report file.</summary>
    public const string FormatName = "lucid-lattice/report";

    /// <summary>The newest version of the format that this program reads and writes: one more than there are upgrades.</summary>
    public const int CurrentVersion = 5;

    public required string Format { get; init; }
    public required int Version { get; init; }
    public required string Title { get; init; }
    public string? Description { get; init; }

    /// <summary>BCP 47 language: decides collation, decimal signs and names of months.</summary>
    public string Language { get; init; } = "en-GB";

    /// <summary>IANA time zone in which CURRENT_DATE is taken.</summary>
    public string TimeZone { get; init; } = "UTC";

    /// <summary>ISO 4217 code of money fields.</summary>
    public string Currency { get; init; } = "EUR";

    /// <summary>In which unit money is printed, in all of the report. Numbers themselves stay as they are.</summary>
    [System.Text.Json.Serialization.JsonIgnore(Condition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingDefault)]
    public AmountUnit Amounts { get; init; }

    /// <summary>The month with which fiscal years begin, 1 to 12: what is offered where rows are divided by them.</summary>
    public int FiscalYearStart { get; init; } = 1;

    /// <summary>The name of a set of letters and colours; null for the first one.</summary>
    public string? Look { get; init; }

    /// <summary>A look of its own, which is worn instead; null wears the one that is named.</summary>
    public ReportLook? OwnLook { get; init; }

    public PageSetup Page { get; init; } = new();
    public IReadOnlyList<Parameter> Parameters { get; init; } = [];
    public IReadOnlyList<Dataset> Datasets { get; init; } = [];

    /// <summary>Colours that values have in every chart of the report.</summary>
    public IReadOnlyList<TiedColor> Colors { get; init; } = [];

    /// <summary>What must hold of its figures.</summary>
    public IReadOnlyList<Promise> Promises { get; init; } = [];

    /// <summary>The pictures that its elements show, each once.</summary>
    public IReadOnlyList<ReportImage> Images { get; init; } = [];

    /// <summary>The first sheet is shown; the others by an address or a link.</summary>
    public IReadOnlyList<Sheet> Sheets { get; init; } = [];
}

/// <summary>The unit in which amounts of money are printed.</summary>
public enum AmountUnit { Ones, Thousands, Millions }

/// <summary>The colour that a value has wherever a chart draws it.</summary>
/// <param name="Of">What the value is one of: an expression by which charts divide rows, as <c>region</c>.</param>
/// <param name="Value">As values are written in links; empty for rows without one.</param>
/// <param name="Color">#RRGGBB.</param>
public sealed record TiedColor([property: Holds(TextForm.Expression)] string Of, string Value, string Color)
{
    public const int Most = 500;
}

/// <summary>Paper and margins, in points. The default is A4 upright with margins of 15 mm.</summary>
public sealed record PageSetup
{
    public double Width { get; init; } = 595.28;
    public double Height { get; init; } = 841.89;
    public double Left { get; init; } = 42.52;
    public double Top { get; init; } = 42.52;
    public double Right { get; init; } = 42.52;
    public double Bottom { get; init; } = 42.52;

    /// <summary>The width between the margins, in points.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public double BodyWidth => Width - Left - Right;
}

/// <summary>A run of pages of its own within a report.</summary>
public sealed record Sheet
{
    public required string Id { get; init; }
    public required string Name { get; init; }

    /// <summary>At the top and at the foot of each of its pages; a field in them is the first section's.</summary>
    public Band PageHeader { get; init; } = new();
    public Band PageFooter { get; init; } = new();

    /// <summary>Its pages are filled in so many columns, from left to right; null for one.</summary>
    public PageColumns? Columns { get; init; }

    /// <summary>Behind everything on its pages; null for nothing.</summary>
    public Watermark? Watermark { get; init; }

    /// <summary>A picture behind everything on its pages; null for none.</summary>
    public PageBackground? Background { get; init; }

    /// <summary>Under one another, or beside the one before.</summary>
    public IReadOnlyList<Section> Sections { get; init; } = [];
}

/// <summary>Columns that a page is filled in, of equal width.</summary>
/// <param name="Gap">Between two of them, in points.</param>
/// <param name="Across">True puts one row after the other from left to right, as on sheets of labels; false fills each column down.</param>
/// <param name="Start">Of rows across: an expression for the first place that is filled, from 1, as where labels are missing already; null
/// takes the first.</param>
public sealed record PageColumns(int Count, double Gap = 16, bool Across = false,
    [property: Holds(TextForm.Expression)] string? Start = null);

/// <summary>A large text behind everything on each page of a sheet.</summary>
/// <param name="Text">With values in double braces.</param>
/// <param name="When">A condition, which may use the page number; null prints it on each page.</param>
/// <param name="Color">#RRGGBB.</param>
/// <param name="Size">In points, up to 72.</param>
/// <param name="Turn">In degrees, clockwise.</param>
public sealed record Watermark([property: Holds(TextForm.Template)] string Text,
    [property: Holds(TextForm.Expression)] string? When = null, string Color = "#E4E7E4", double Size = 72, double Turn = -35);

/// <summary>A picture behind everything on each page of a sheet.</summary>
/// <param name="Image">The id of one of the report's images.</param>
/// <param name="When">A condition, which may use the page number; null draws it on each page.</param>
/// <param name="Opacity">1 draws it in full, less lets the paper shine through.</param>
/// <param name="Within">True keeps it within the margins, in its own proportions; false stretches it over the whole page.</param>
public sealed record PageBackground(string Image, [property: Holds(TextForm.Expression)] string? When = null, double Opacity = 1,
    bool Within = false);

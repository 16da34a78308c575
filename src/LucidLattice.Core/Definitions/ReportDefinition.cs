namespace LucidLattice.Core.Definitions;

/// <summary>
/// What a report is: an immutable tree of records, saved as JSON (see docs/report-format.md).
/// Lengths are in points (1/72 inch). Ids are stable and unique within the report; names are for people.
/// </summary>
public sealed record ReportDefinition
{
    /// <summary>The value of <see cref="Format"/> in every report file.</summary>
    public static string FormatName => Files.FileKinds.Report.Format;

    /// <summary>The newest version of the format that this program reads and writes.</summary>
    public static int CurrentVersion => Files.FileKinds.Report.Version;

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

    public PageSetup Page { get; init; } = new();
    public IReadOnlyList<Parameter> Parameters { get; init; } = [];
    public IReadOnlyList<Dataset> Datasets { get; init; } = [];

    /// <summary>The first sheet is shown first. This version offers exactly one.</summary>
    public IReadOnlyList<Sheet> Sheets { get; init; } = [];
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
    public IReadOnlyList<Section> Sections { get; init; } = [];
}

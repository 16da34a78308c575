namespace LucidLattice.Model.Definitions;

/// <summary>The axes of a chart.</summary>
public sealed record ChartAxes
{
    public CategoryAxisSettings Category { get; init; } = new();
    public ValueAxisSettings Left { get; init; } = new();
    public ValueAxisSettings Right { get; init; } = new();

    /// <summary>True puts the zeros of both value axes at one height.</summary>
    public bool ZeroTogether { get; init; }
}

/// <summary>The axis of names or dates.</summary>
public sealed record CategoryAxisSettings
{
    /// <summary>True draws only the dates that have rows; false keeps true distances, with periods without rows.</summary>
    public bool AsNames { get; init; }
    public bool Reversed { get; init; }
    public bool Hidden { get; init; }
    public bool Grid { get; init; }

    /// <summary>How far its labels are turned, from -90 to 90 degrees; null turns them only where they have no room.</summary>
    public double? Angle { get; init; }
}

/// <summary>An axis of numbers. What is not given is made to fit.</summary>
public sealed record ValueAxisSettings
{
    public const int MostDivisions = 100;

    public double? From { get; init; }
    public double? To { get; init; }

    /// <summary>Divides the range exactly.</summary>
    public int? Divisions { get; init; }

    /// <summary>True lets the range lie closely around the values, with zero or without.</summary>
    public bool Close { get; init; }

    /// <summary>True for powers of ten.</summary>
    public bool Logarithmic { get; init; }
    public bool Reversed { get; init; }
    public bool Hidden { get; init; }

    /// <summary>Lines behind the marks; null draws those of the left axis.</summary>
    public bool? Grid { get; init; }

    /// <summary>A Unicode LDML number pattern for its numbers.</summary>
    public string? Pattern { get; init; }

    /// <summary>The unit of its numbers and of the marks' labels; automatic takes the one that suits the largest.</summary>
    public NumberUnit Unit { get; init; }
}

/// <summary>Units to write numbers in: ones, thousands, millions, billions, per cent of one; bytes in steps of 1,000.</summary>
public enum NumberUnit { Automatic, Ones, Thousands, Millions, Billions, Percent, Kilobytes, Megabytes, Gigabytes }

/// <summary>A line across the plot at a value, or a band between two.</summary>
public sealed record ChartLine
{
    /// <summary>A group-phase expression over the rows of the chart's band, or a constant; null takes <see cref="Measure"/>.</summary>
    [Holds(TextForm.Expression)]
    public string? At { get; init; }

    /// <summary>The other edge of a band; null draws a line.</summary>
    [Holds(TextForm.Expression)]
    public string? To { get; init; }

    /// <summary>What of the first value's marks it shows, where <see cref="At"/> is not given.</summary>
    public MarkMeasure Measure { get; init; }

    /// <summary>What the legend calls it; null says what it is.</summary>
    public string? Name { get; init; }

    /// <summary>#RRGGBB; null takes ink.</summary>
    public string? Color { get; init; }
    public ChartDash Dash { get; init; } = ChartDash.Dashed;

    /// <summary>True measures it at the right axis.</summary>
    public bool Right { get; init; }
}

/// <summary>One number of all marks that are drawn.</summary>
public enum MarkMeasure { Average, Median, Highest, Lowest }

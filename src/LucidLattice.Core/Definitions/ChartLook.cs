namespace LucidLattice.Core.Definitions;

/// <summary>The words around a chart.</summary>
public sealed record ChartWording
{
    /// <summary>A text that may hold values; null makes a short title from the field labels, an empty text none.</summary>
    public string? Title { get; init; }

    /// <summary>Below the title, may hold values; null prints none.</summary>
    public string? Subtitle { get; init; }

    /// <summary>Along the categories; null takes the category's label, an empty text prints none.</summary>
    public string? Category { get; init; }

    /// <summary>Along the values; null prints none: the title usually says it.</summary>
    public string? Value { get; init; }

    /// <summary>Along the values of the right axis; null prints none.</summary>
    public string? Right { get; init; }

    /// <summary>Small, at the foot of the chart, may hold values; null prints none.</summary>
    public string? Note { get; init; }

    public Alignment Align { get; init; } = Alignment.Centre;
}

/// <summary>What is written on the marks.</summary>
public sealed record ChartLabels
{
    public LabelShow Show { get; init; }

    /// <summary>What each says, in this order; empty says what suits the type.</summary>
    public IReadOnlyList<LabelPart> Says { get; init; } = [];

    public LabelPlace Place { get; init; }
}

/// <summary>If all of a series have room; never; wherever one has room.</summary>
public enum LabelShow { IfAllFit, Never, WhereRoom }

/// <summary>A mark's value; its part of the whole of its series; its category; its series.</summary>
public enum LabelPart { Value, Share, Category, Series }

/// <summary>Where it suits the type; inside the mark; beyond its end.</summary>
public enum LabelPlace { Automatic, Inside, Outside }

/// <summary>How slices, and the room between columns, are cut.</summary>
public sealed record ChartSlices
{
    /// <summary>Where the first slice begins, in degrees clockwise from the top.</summary>
    public double Start { get; init; }

    /// <summary>The open part of a doughnut's radius, from 0 to 0.9; null is what suits the type.</summary>
    public double? Hole { get; init; }

    /// <summary>True sets the largest slice a little apart.</summary>
    public bool LargestApart { get; init; }

    /// <summary>How far a pie is tilted, from 0 to 60 degrees.</summary>
    public double Tilt { get; init; }

    /// <summary>Slices below this share of the whole, from 0 to 0.5, become one.</summary>
    public double Smallest { get; init; }

    /// <summary>The part of a step that columns leave open, from 0 to 0.9; null is what suits the type.</summary>
    public double? Gap { get; init; }

    /// <summary>True gives columns, bars and slices a side, which makes them harder to compare.</summary>
    public bool Depth { get; init; }
}

/// <summary>What is behind and around a chart.</summary>
public sealed record ChartFrame
{
    /// <summary>#RRGGBB; null leaves the paper.</summary>
    public string? Background { get; init; }

    /// <summary>#RRGGBB of a line around it; null draws none.</summary>
    public string? Border { get; init; }

    public bool Shadow { get; init; }
}

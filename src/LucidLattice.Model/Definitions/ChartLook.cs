namespace LucidLattice.Model.Definitions;

/// <summary>The words around a chart.</summary>
public sealed record ChartWording
{
    /// <summary>Automatic: a short title from the field labels.</summary>
    public ChartText Title { get; init; } = new();

    /// <summary>Automatic: none.</summary>
    public ChartText Subtitle { get; init; } = new();

    /// <summary>Of the axis of categories. Automatic: the category's label.</summary>
    public ChartText Category { get; init; } = new();

    /// <summary>Of the left axis. Automatic: none, since the title usually says it; the value's name where it is always shown.</summary>
    public ChartText Value { get; init; } = new();

    /// <summary>Of the right axis, like that of the left one.</summary>
    public ChartText Right { get; init; } = new();

    /// <summary>Small, at the foot. Automatic: none.</summary>
    public ChartText Note { get; init; } = new();

    /// <summary>Font, size and colour of all that is written at axes, on marks and in the legend; null is as usual.</summary>
    public Style? Small { get; init; }
}

/// <summary>A text around a chart.</summary>
public sealed record ChartText
{
    /// <summary>May hold values and parameters in braces; null is automatic.</summary>
    [Holds(TextForm.Template)]
    public string? Text { get; init; }
    public TextShown Shown { get; init; }

    /// <summary>Automatic: titles above, notes below, those of axes along them.</summary>
    public ChartTextSide Side { get; init; }

    /// <summary>Font, size and colour; its alignment is the place along the side, of which the left is the upper end of an upright
    /// one. Null is as usual.</summary>
    public Style? Style { get; init; }
}

/// <summary>Where there is something to say; always, with words of its own where the author gives none; never.</summary>
public enum TextShown { Automatic, Always, Never }

public enum ChartTextSide { Automatic, Above, Below, Left, Right }

/// <summary>Names beside samples of what is drawn.</summary>
public sealed record ChartLegend
{
    public const int MostColumns = 12;

    public LegendPlace Place { get; init; }

    /// <summary>Along its side; the left is the upper end of an upright one.</summary>
    public Alignment Align { get; init; } = Alignment.Centre;

    /// <summary>Puts the names into so many columns of equal width; null lets them follow one another.</summary>
    public int? Columns { get; init; }

    /// <summary>True names the last series first.</summary>
    public bool Reversed { get; init; }

    /// <summary>#RRGGBB of a line around it; null draws none.</summary>
    public string? Border { get; init; }
}

/// <summary>Where a legend stands. Automatic: none where there is one series, else below, or on the right where that is long.</summary>
public enum LegendPlace { Automatic, None, Below, Right, Above, Left }

/// <summary>How one series is drawn. What is not given is as usual.</summary>
public sealed record SeriesLook
{
    public const double MostLineWidth = 20;

    /// <summary>#RRGGBB; null takes the next one of the palette.</summary>
    public string? Color { get; init; }

    /// <summary>#RRGGBB of lines and outlines; null is that of the series.</summary>
    public string? Line { get; init; }

    /// <summary>Of lines and outlines, in points; null takes the usual one.</summary>
    public double? LineWidth { get; init; }
    public ChartDash Dash { get; init; }

    /// <summary>What stands at the points of lines.</summary>
    public ChartMarker Marker { get; init; }

    /// <summary>What its marks wear, where it is not what all marks of the chart wear.</summary>
    public ChartLabels? Labels { get; init; }
}

/// <summary>What stands at a point of a line. Automatic: a dot, where there is room for dots.</summary>
public enum ChartMarker { Automatic, None, Dot, Square, Diamond, Triangle, Cross }

/// <summary>What is written on the marks.</summary>
public sealed record ChartLabels
{
    public const int MostDecimals = 12;

    public LabelShow Show { get; init; }

    /// <summary>What each says, in this order; empty says what suits the type.</summary>
    public IReadOnlyList<LabelPart> Says { get; init; } = [];

    /// <summary>True begins a new line for each part.</summary>
    public bool OnLines { get; init; }

    /// <summary>Words of the author's own, with <c>{{ value }}</c>, <c>{{ share }}</c>, <c>{{ category }}</c> and <c>{{ series }}</c> in
    /// them, on one or more lines; null says the parts.</summary>
    public string? Template { get; init; }

    /// <summary>Of values and shares, from 0 to 12; null is what suits.</summary>
    public int? Decimals { get; init; }

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

    /// <summary>A group-phase expression that gives the background as <c>'#RRGGBB'</c>; NULL leaves what is set.</summary>
    [Holds(TextForm.Expression)]
    public string? BackgroundBy { get; init; }

    /// <summary>#RRGGBB of a line around it; null draws none.</summary>
    public string? Border { get; init; }

    /// <summary>The same for the border.</summary>
    [Holds(TextForm.Expression)]
    public string? BorderBy { get; init; }

    /// <summary>The sides that have the border; none means all of them.</summary>
    public IReadOnlyList<FrameSide> Sides { get; init; } = [];

    public bool Shadow { get; init; }
}

public enum FrameSide { Top, Right, Bottom, Left }

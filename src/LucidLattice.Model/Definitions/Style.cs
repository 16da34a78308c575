using System.Text.Json.Serialization;

namespace LucidLattice.Model.Definitions;

/// <summary>A role of the report's look, and what this element changes of it. Null keeps the role's value.</summary>
public sealed record Style
{
    public const int MostRules = 20;

    /// <summary>The settings that an expression can give, as <see cref="By"/> names them.</summary>
    public static IReadOnlyList<string> Settings { get; } =
        ["color", "background", "bold", "italic", "size", "font", "align", "turn", "borderColor"];

    public StyleRole? Role { get; init; }
    public FontFamily? Font { get; init; }

    /// <summary>In points.</summary>
    public double? Size { get; init; }
    public bool? Bold { get; init; }
    public bool? Italic { get; init; }

    /// <summary>#RRGGBB.</summary>
    public string? Color { get; init; }
    public Alignment? Align { get; init; }

    /// <summary>The colour behind a text, #RRGGBB; null for none.</summary>
    public string? Background { get; init; }

    /// <summary>Lines at the edges of a text; null for none.</summary>
    public Border? Border { get; init; }

    /// <summary>Room between a text and the edges of its rectangle at the left and the right, in points.</summary>
    public double? Padding { get; init; }

    /// <summary>False keeps a text on one line, set smaller where it has to be; true lets it go on in the next; null lets texts go on, and
    /// keeps numbers and dates on theirs.</summary>
    public bool? Wrap { get; init; }

    /// <summary>How far a text of one line is turned around the middle of its rectangle, in degrees, clockwise.</summary>
    public double? Turn { get; init; }

    /// <summary>Settings that expressions give: by the name of the setting, an expression for its value as it is written here. What gives
    /// nothing, or nothing that suits, leaves the setting as it is. They come before the conditions of rules.</summary>
    [Holds(TextForm.Expression)]
    public IReadOnlyDictionary<string, string> By { get; init; } = new Dictionary<string, string>();

    /// <summary>Changes under conditions; of several that hold, a later one wins.</summary>
    public IReadOnlyList<StyleRule> Rules { get; init; } = [];

    /// <summary>Shows how large a number is among those of its column; null shows the number alone.</summary>
    public NumberScale? Scale { get; init; }
}

/// <summary>Lines at the edges of a rectangle.</summary>
/// <param name="Color">#RRGGBB.</param>
/// <param name="Thickness">In points.</param>
/// <param name="Sides">Where; none means all around.</param>
public sealed record Border(string Color = "#8A9095", double Thickness = 0.75, IReadOnlyList<FrameSide>? Sides = null);

/// <summary>Where a condition holds, a text looks different; what is null stays as it is.</summary>
public sealed record StyleRule
{
    /// <summary>A condition over the row, or the totals of the group.</summary>
    [Holds(TextForm.Expression)]
    public required string When { get; init; }
    public string? Color { get; init; }
    public string? Background { get; init; }
    public bool? Bold { get; init; }
    public bool? Italic { get; init; }
}

/// <summary>How a number shows its size.</summary>
/// <param name="Low">#RRGGBB: of bars below zero, of the smallest number, of a falling sign.</param>
/// <param name="High">#RRGGBB: of bars, of the largest number, of a rising sign.</param>
public sealed record NumberScale(ScaleForm Form, string Low = "#E9CDBE", string High = "#BFDDD8");

/// <summary>A bar behind the number, a colour between two, or a sign before it that says whether it is above or below zero.</summary>
public enum ScaleForm { Bars, Colors, Signs }

public enum StyleRole { Title, Subtitle, GroupHeading, ColumnHeading, Body, Total, Note }

public enum FontFamily { Sans, Serif, Mono }

public enum Alignment { Left, Centre, Right }

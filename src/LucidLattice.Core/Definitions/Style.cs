namespace LucidLattice.Core.Definitions;

/// <summary>A role of the report's look, and what this element changes of it. Null keeps the role's value.</summary>
public sealed record Style
{
    public StyleRole? Role { get; init; }
    public FontFamily? Font { get; init; }

    /// <summary>In points.</summary>
    public double? Size { get; init; }
    public bool? Bold { get; init; }
    public bool? Italic { get; init; }

    /// <summary>#RRGGBB.</summary>
    public string? Color { get; init; }
    public Alignment? Align { get; init; }
}

public enum StyleRole { Title, Subtitle, GroupHeading, ColumnHeading, Body, Total, Note }

public enum FontFamily { Sans, Serif, Mono }

public enum Alignment { Left, Centre, Right }

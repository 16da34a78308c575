using LucidLattice.Core.Data;

namespace LucidLattice.Core.Definitions;

/// <summary>A value that is asked for, or carried by a link, before the report runs. Used as <c>:name</c>.</summary>
public sealed record Parameter
{
    /// <summary>Letters, digits and underscores, not starting with a digit.</summary>
    public required string Name { get; init; }
    public required DataType Type { get; init; }
    public string? Label { get; init; }

    /// <summary>An expression worked out when nobody gives a value; it may use parameters listed before this one.</summary>
    public string? Default { get; init; }

    /// <summary>True if the report cannot run without a value.</summary>
    public bool Required { get; init; }

    /// <summary>Who may set it. The server refuses values from anybody else.</summary>
    public SetBy SetBy { get; init; } = SetBy.Reader;

    /// <summary>What people read: the label, or else the name.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public string Caption => Label ?? Name.Replace('_', ' ');
}

/// <summary>Reader: readers, and links that lead here; Nobody: always the default.</summary>
public enum SetBy { Reader, Nobody }

namespace LucidLattice.Model.Definitions;

/// <summary>A text that may hold values: <c>Sailings from {{ :from | d MMMM yyyy }}</c>. It wraps, and its band grows.</summary>
public sealed record TextElement : Element
{
    [Holds(TextForm.Template)]
    public required string Text { get; init; }

    /// <summary>Texts that go on after it on the same line, each in a look of its own.</summary>
    public IReadOnlyList<StyledText> More { get; init; } = [];

    /// <summary>What stands after it where its part is printed again on a page that goes on with its group, as “(continued)”; null for
    /// nothing.</summary>
    public string? Continued { get; init; }
}

/// <summary>A piece of a text in a look of its own; what is null is as the rest of the text has it.</summary>
public sealed record StyledText
{
    /// <summary>More are no text that anybody writes.</summary>
    public const int Most = 50;

    /// <summary>With values in double braces.</summary>
    [Holds(TextForm.Template)]
    public required string Text { get; init; }
    public FontFamily? Font { get; init; }

    /// <summary>In points.</summary>
    public double? Size { get; init; }
    public bool? Bold { get; init; }
    public bool? Italic { get; init; }

    /// <summary>#RRGGBB.</summary>
    public string? Color { get; init; }
}

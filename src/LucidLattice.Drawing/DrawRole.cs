using LucidLattice.Model.Definitions;

namespace LucidLattice.Drawing;

/// <summary>What something on a page is for those who hear it. The names are those of WAI-ARIA 1.2.</summary>
public enum DrawRole { Heading, Paragraph, Table, Row, ColumnHeader, RowHeader, Cell }

/// <summary>The items from here to the matching <see cref="RoleEnd"/> are one thing: a heading, a row. Nothing is drawn.</summary>
/// <param name="Name">Said instead of what is drawn; null says what is drawn.</param>
/// <param name="Number">The level of a heading, or the column of a cell, from 1; 0 for none, and <see cref="WholeRow"/>.</param>
public sealed record RoleStart(DrawRole Role, string? Name = null, int Number = 0) : DrawItem
{
    /// <summary>The number of what can be clicked in all of a row.</summary>
    public const int WholeRow = -1;

    /// <summary>The columns over which a heading stands.</summary>
    public int Span { get; init; } = 1;

    /// <summary>The side of its column at which it stands.</summary>
    public Alignment Align { get; init; }
}

/// <inheritdoc cref="RoleStart"/>
public sealed record RoleEnd : DrawItem
{
    public static RoleEnd Last { get; } = new();
}

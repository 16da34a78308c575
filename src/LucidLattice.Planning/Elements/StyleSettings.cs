using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>Settings of a style that expressions give, by their names.</summary>
public sealed record StyleSettings(IReadOnlyDictionary<string, Compiled> By)
{
    /// <summary>True if one of them changes how much room a text needs.</summary>
    public bool Measures { get; } = By.Keys.Any(k => k is "size" or "font" or "bold" or "italic");

    /// <summary>The types that the value of a setting may have, in words, and whether one has it.</summary>
    public static (string Words, Func<DataType, bool> Fits) TypeOf(string setting) => setting switch
    {
        "bold" or "italic" => ("true or false", t => t == DataType.Bool),
        "size" or "turn" => ("a number", t => t.IsNumber()),
        "font" => ("one of the texts 'sans', 'serif' and 'mono'", t => t == DataType.Text),
        "align" => ("one of the texts 'left', 'centre' and 'right'", t => t == DataType.Text),
        _ => ("a text such as '#0B5D5B'", t => t == DataType.Text),
    };

    /// <summary>A style with the settings as they are where the frame stands; what does not suit leaves them as they are.</summary>
    public ResolvedStyle Apply(ResolvedStyle style, Frame frame)
    {
        foreach (var (name, expression) in By)
            if (frame.Try(expression) is { IsNull: false } value) style = With(style, name, value);
        return style;
    }

    private static ResolvedStyle With(ResolvedStyle style, string name, Value value) => name switch
    {
        "color" when HexColors.IsColor(value.Text) => style with { Color = value.Text },
        "background" when HexColors.IsColor(value.Text) => style with { Background = value.Text },
        "borderColor" when HexColors.IsColor(value.Text) =>
            style with { Border = (style.Border ?? new Border()) with { Color = value.Text } },
        "bold" => style with { Font = style.Font with { Bold = value.Bool } },
        "italic" => style with { Font = style.Font with { Italic = value.Bool } },
        "size" when double.IsFinite(value.AsDouble) => style with { Font = style.Font with { Size = Math.Clamp(value.AsDouble, 4, 72) } },
        "turn" when double.IsFinite(value.AsDouble) => style with { Turn = Math.IEEERemainder(value.AsDouble, 360) },
        "font" when Enum.TryParse<FontFamily>(value.Text, true, out var font) && Enum.IsDefined(font) =>
            style with { Font = style.Font with { Family = font } },
        "align" when Enum.TryParse<Alignment>(value.Text, true, out var side) && Enum.IsDefined(side) =>
            style with { Align = side, IsNatural = false },
        _ => style,
    };
}

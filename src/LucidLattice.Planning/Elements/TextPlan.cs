using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>A text made of literals and values: texts, headings, cells and totals alike.</summary>
public sealed record TextPlan(Element Element, double X, double Width, ResolvedStyle Style, IReadOnlyList<TextPiece> Pieces)
    : ElementPlan(Element, X, Width, Style)
{
    /// <summary>True prints it only where it says something else than in the row above.</summary>
    public bool OnlyChanges { get; init; }

    /// <summary>What stands after it where its part is printed again on a page that goes on with its group.</summary>
    public string Continued { get; init; } = "";

    /// <summary>Rules across the column, above and below a total.</summary>
    public TotalRule Above { get; init; }
    public TotalRule Below { get; init; }

    /// <summary>True if it may take more than one line. Numbers and dates do not, and texts with a page number keep their height.</summary>
    public bool Wraps { get; } = !OfPage(Pieces)
        && (Style.Wrap ?? Pieces.Count != 1 || Pieces[0].Value is not { } only || only.Type is DataType.Text || only.Codes is not null);

    /// <summary>True if it depends on the page on which it stands.</summary>
    public bool IsOfPage => OfPage(Pieces);

    public override bool Grows => Wraps || Style.MeasuresVary;

    public override bool IsEmpty(Frame frame) => !IsOfPage && Shown(frame).Length == 0;

    public override IEnumerable<TextPlan> Texts => [this];

    public override IReadOnlyList<TextPiece> Said => Pieces;

    public override IEnumerable<string> Samples => Pieces.SelectMany(p => p.Samples).Append(Continued);

    /// <summary>The only value of the text, if it consists of nothing else.</summary>
    public Compiled? OnlyValue => Pieces is [{ Value: { } value }] ? value : null;

    public string Text(Frame frame) => Pieces.Count == 1 ? Pieces[0].Text(frame) : string.Concat(Pieces.Select(p => p.Text(frame)));

    /// <summary>True if pieces of it have looks of their own.</summary>
    public bool IsMixed { get; } = Pieces.Any(p => p.Look is not null);

    public override double Height(Frame frame, Measuring measuring)
    {
        var lines = measuring.Lines;
        if (IsMixed || Style.MeasuresVary) return Place(0, frame, measuring).Height;
        return HeightOf(!Wraps ? 1 : IsContinued(frame) ? lines.Wrap(this, Shown(frame)).Count : lines.Count(this, frame), Style);
    }

    public override PlacedElement Place(double y, Frame frame, Measuring measuring)
    {
        var lines = measuring.Lines;
        var style = Style.MeasuresVary ? Style.At(frame) : Style;
        var shown = !Wraps ? [Shown(frame)] : IsMixed ? lines.Wrap(Mixed(frame, style), InnerWidth)
            : lines.Wrap(style.Font, InnerWidth, Shown(frame));
        return new PlacedElement(this, y, HeightOf(shown.Count, style), shown) { LineHeight = style.LineHeight };
    }

    public override double Cut(PlacedElement placed, double from, double end)
    {
        if (placed.Lines is not { Count: > 1 } lines) return base.Cut(placed, from, end);
        if (placed.Y >= end || placed.Y + lines.Count * placed.LineHeight <= end) return end;
        return placed.Y + Math.Floor((end - placed.Y) / placed.LineHeight + 1e-6) * placed.LineHeight;
    }

    /// <summary>What it says where the frame stands, each piece in its look.</summary>
    private MixedText Mixed(Frame frame, ResolvedStyle style)
    {
        var spans = Pieces.Select(p => new StyledSpan(p.Text(frame), p.LookIn(style)));
        return new MixedText([.. IsContinued(frame) ? spans.Append(new StyledSpan($" {Continued}", style)) : spans]);
    }

    public override void Paint(PlacedElement placed, Painting on)
    {
        if (OnlyChanges && IsAsAbove(on.Frame)) return;
        var style = Style.At(on.Frame);
        var (from, to) = (Math.Max(placed.Y, on.From), Math.Min(placed.Y + placed.Height, on.To));
        if (to > from) on.Backdrop(style, on.Left + X, on.At(from), Width, to - from);
        var (first, count) = placed.Lines!.Count > 1 ? LinesIn(placed, on.From, on.To) : on.Begins(placed) ? (0, 1) : (0, 0);
        var mixed = IsMixed ? Mixed(on.Frame, style).InLines(placed.Lines) : null;
        for (var i = first; i < first + count; i++)
        {
            if (placed.Lines[i].Length == 0) continue;
            var (x, y) = (on.Left + X + style.Padding, on.At(placed.Y) + i * placed.LineHeight);
            if (mixed is not null) on.Line(mixed[i], style, x, InnerWidth, y);
            else on.Line(placed.Lines[i], style, x, InnerWidth, y);
        }
        if (Above != TotalRule.None && on.Begins(placed)) Rules(on, style, on.At(placed.Y), Above, -1);
        if (Below != TotalRule.None && placed.Y + placed.Height <= on.To) Rules(on, style, on.At(placed.Y + placed.Height), Below, 1);
        if (count > 0)
            on.Region(this, string.Join(' ', placed.Lines), on.At(placed.Y) + first * placed.LineHeight,
                Math.Max(count * placed.LineHeight, Element.Height));
    }

    private const double RuleThickness = 0.75, DoubleRuleGap = 1.5;

    /// <summary>A rule at an edge, and a second one a little farther out.</summary>
    /// <param name="outwards">1 downwards, -1 upwards.</param>
    private void Rules(Painting on, ResolvedStyle style, double y, TotalRule rule, int outwards)
    {
        for (var i = 0; i < (rule == TotalRule.Double ? 2 : 1); i++, y += outwards * DoubleRuleGap)
            on.Items.Add(new LineItem(on.Left + X, y, on.Left + X + Width, y, RuleThickness, style.Color));
    }

    /// <summary>What is left for the text beside its padding.</summary>
    public double InnerWidth => Math.Max(1, Width - 2 * Style.Padding);

    /// <summary>True if the row above, in the same group and on the same page, says the same.</summary>
    private bool IsAsAbove(Frame frame)
    {
        var above = frame.Place - 2;
        if (frame.Tree is not { } tree || above < frame.PageFrom || above < tree.Levels[tree.Innermost].Start[frame.Groups[tree.Innermost]])
            return false;
        var (row, text) = (frame.Row, Text(frame));
        frame.Row = tree.Order[above];
        var isSame = Text(frame) == text;
        frame.Row = row;
        return isSame;
    }

    private bool IsContinued(Frame frame) => frame.IsContinued && Continued.Length > 0;

    private string Shown(Frame frame) => IsContinued(frame) ? $"{Text(frame)} {Continued}" : Text(frame);

    private static bool OfPage(IReadOnlyList<TextPiece> pieces) => pieces.Any(p => p.Value is { Phase: Phase.Page });

    private double HeightOf(int lines, ResolvedStyle style) =>
        Math.Max(Element.Height, lines > 1 || style.MeasuresVary ? style.LineHeight * lines : 0);

    /// <summary>The lines that belong to a slice of the part.</summary>
    private static (int First, int Count) LinesIn(PlacedElement placed, double from, double to)
    {
        var first = Math.Clamp((int)Math.Ceiling((from - placed.Y) / placed.LineHeight - 1e-6), 0, placed.Lines!.Count);
        var end = Math.Clamp((int)Math.Ceiling((to - placed.Y) / placed.LineHeight - 1e-6), first, placed.Lines.Count);
        return (first, end - first);
    }
}

/// <summary>A piece of a text: a literal, or a value with its format.</summary>
public sealed record TextPiece(string Literal, Compiled? Value, ValueFormat? Format)
{
    /// <summary>A look of its own; null for that of the text.</summary>
    public StyledText? Look { get; init; }

    /// <summary>Its look in a text of some style.</summary>
    public ResolvedStyle LookIn(ResolvedStyle style) => Look is not { } own ? style : style with
    {
        Color = own.Color ?? style.Color,
        Font = style.Font with
        {
            Family = own.Font ?? style.Font.Family, Size = own.Size ?? style.Font.Size, Bold = own.Bold ?? style.Font.Bold,
            Italic = own.Italic ?? style.Font.Italic,
        },
    };

    /// <summary>The most letters of one value that are printed. Nobody reads more in a report, and a few values of megabytes would take
    /// minutes to break into lines.</summary>
    public const int Longest = 1_000_000;

    public string Text(Frame frame)
    {
        if (Value is null) return Literal;
        var text = Format!.Format(frame.Try(Value));
        if (text.Length <= Longest) return text;
        return string.Concat(text.AsSpan(0, char.IsHighSurrogate(text[Longest - 1]) ? Longest - 1 : Longest), "…");
    }

    /// <summary>What it may print, without the texts of fields; what an expression says by itself stands in its text.</summary>
    public IEnumerable<string> Samples => Value is null ? [Literal]
        : Value.Type == DataType.Text ? [Value.Text] : FormatSamples.Of(Value.Type, Format!);
}

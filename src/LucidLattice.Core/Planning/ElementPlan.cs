using LucidLattice.Core.Charts;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Formatting;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Planning;

/// <summary>An element that is ready to be printed: its place and look are decided, its expressions compiled.</summary>
/// <param name="X">From the left margin, in points.</param>
public abstract record ElementPlan(Element Element, double X, double Width, ResolvedStyle Style)
{
    public string Id => Element.Id;
}

/// <summary>A text made of literals and values: texts, headings, cells and totals alike.</summary>
public sealed record TextPlan(Element Element, double X, double Width, ResolvedStyle Style, IReadOnlyList<TextPiece> Pieces) : ElementPlan(Element, X, Width, Style)
{
    /// <summary>True if it may take more than one line. Numbers and dates do not, and texts with a page number keep their height.</summary>
    public bool Wraps { get; } = Pieces.All(p => p.Value is not { Phase: Phase.Page }) && (Pieces.Count != 1 || Pieces[0].Value is not { } only || only.Type is DataType.Text || only.Codes is not null);

    /// <summary>The only value of the text, if it consists of nothing else.</summary>
    public Compiled? OnlyValue => Pieces is [{ Value: { } value }] ? value : null;

    public string Text(Frame frame)
    {
        if (Pieces.Count == 1) return Pieces[0].Text(frame);
        return string.Concat(Pieces.Select(p => p.Text(frame)));
    }
}

/// <summary>A piece of a text: a literal, or a value with its format.</summary>
public sealed record TextPiece(string Literal, Compiled? Value, ValueFormat? Format)
{
    public string Text(Frame frame) => Value is null ? Literal : Format!.Format(frame.Try(Value));
}

public sealed record LinePlan(LineElement Definition, double X, double Width, ResolvedStyle Style) : ElementPlan(Definition, X, Width, Style);

/// <summary>A chart with its expressions compiled.</summary>
public sealed record ChartPlan(ChartElement Definition, double X, double Width, ResolvedStyle Style) : ElementPlan(Definition, X, Width, Style)
{
    public required ChartQuery Query { get; init; }
    public Compiled Category => Query.Category;
    public Compiled Value => Query.Value;
    public required ValueFormat CategoryFormat { get; init; }

    /// <summary>The author's format of values; null where none is set.</summary>
    public required ValueFormat? ValueFormat { get; init; }

    /// <summary>The full format of values, for tooltips and the numbers drawn.</summary>
    public required ValueFormat FullFormat { get; init; }
    public required TextPlan? Title { get; init; }
    public required string CategoryTitle { get; init; }
    public required string ValueTitle { get; init; }
    public LinkPlan? Link { get; init; }

    /// <summary>The texts that decide its numbers.</summary>
    public IEnumerable<string> NumbersRead => [Category.Identity, Value.Text, Definition.CategoryPattern ?? "", Definition.Order.ToString(), .. Query.MarkTotals.Texts];

    /// <summary>The level whose groups it draws, 0 for all rows.</summary>
    public required int Level { get; init; }
}

/// <summary>A link whose target was found and whose values are ready to be worked out.</summary>
/// <param name="Values">By the target's parameter; each takes the clicked category and the frame of the chart.</param>
public sealed record LinkPlan(Link Definition, string Title, IReadOnlyList<(string Parameter, Func<Value, Frame, Value> Value)> Values, bool NeedsCategory)
{
    /// <summary>The names of the target's parameters that only links may set.</summary>
    public IReadOnlySet<string> LinkOnly { get; init; } = new HashSet<string>();
}

/// <summary>An element that cannot be printed; the problems say why.</summary>
public sealed record BrokenPlan(Element Element, double X, double Width, ResolvedStyle Style) : ElementPlan(Element, X, Width, Style);

/// <summary>A style with nothing left open.</summary>
/// <param name="IsNatural">True if nobody chose the alignment, so that a text may start at the side where its writing does.</param>
public sealed record ResolvedStyle(Font Font, string Color, Alignment Align, bool IsNatural = false);

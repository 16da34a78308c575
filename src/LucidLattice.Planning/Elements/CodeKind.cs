using System.Collections.Concurrent;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using ZXing;
using ZXing.Common;

namespace LucidLattice.Planning.Elements;

/// <summary>Barcodes and codes of squares. What is dark where is ZXing.Net's work.</summary>
public sealed class CodeKind : ElementKind<CodeElement>
{
    protected override CodeElement Mapped(CodeElement element, Func<ExpressionPlace, string, string> change) =>
        element with { Text = TextTemplate.MapExpressions(element.Text, e => change(new("code", element.Id), e)) };

    protected override ElementPlan Planned(CodeElement element, ElementPlace place)
    {
        var (style, (x, width)) = (place.StyleOf(element, Alignment.Centre), place.Span(element));
        return place.Pieces(element.Id, "text", element.Text) is { } pieces
            ? new CodePlan(element, x, width, style, pieces) { Link = place.Link(element) }
            : new BrokenPlan(element, x, width, style);
    }
}

public sealed record CodePlan(CodeElement Definition, double X, double Width, ResolvedStyle Style, IReadOnlyList<TextPiece> Pieces)
    : ElementPlan(Definition, X, Width, Style)
{
    /// <summary>Longer texts are no code that a camera reads.</summary>
    private const int MostCharacters = 1500;
    private const int MostKept = 200;
    private readonly ConcurrentDictionary<string, (BitMatrix? Squares, string Why)> _kept = new();

    public override bool IsEmpty(Frame frame) => Text(frame).Length == 0;

    public override IReadOnlyList<TextPiece> Said => Pieces;

    private string Text(Frame frame) => string.Concat(Pieces.Select(p => p.Text(frame)));

    private bool HasBars => Definition.Form is not (CodeForm.Qr or CodeForm.DataMatrix or CodeForm.Aztec);

    public override void Paint(PlacedElement placed, Painting on)
    {
        if (!on.Begins(placed)) return;
        var text = Text(on.Frame);
        if (text.Length == 0) return;
        var (squares, why) = Squares(text);
        var y = on.At(placed.Y);
        if (squares is null)
        {
            on.Line(why, Style, on.Left + X, Width, y);
            return;
        }
        var below = Definition.Readable ? Style.LineHeight : 0;
        var room = Math.Max(1, placed.Height - below);
        // Squares stay square; bars fill their rectangle.
        var (unitX, unitY) = (Width / squares.Width, room / squares.Height);
        if (!HasBars) unitX = unitY = Math.Min(unitX, unitY);
        var (width, height) = (unitX * squares.Width, unitY * squares.Height);
        var left = on.Left + X + Style.Align switch { Alignment.Left => 0, Alignment.Right => Width - width, _ => (Width - width) / 2 };
        on.Items.Add(new FigureItem(text, [new RectItem(left, y, width, height, "#FFFFFF"),
            new PathItem(Dark(squares, left, y, unitX, unitY), "#000000")]));
        if (below > 0) on.Line(text, Style with { Align = Alignment.Centre }, on.Left + X, Width, y + height);
        on.Region(this, text, y, height + below);
    }

    /// <summary>The dark squares, those side by side as one, so that no seam shows between them.</summary>
    private static DrawPath Dark(BitMatrix squares, double left, double top, double unitX, double unitY)
    {
        var path = new DrawPath();
        for (var row = 0; row < squares.Height; row++)
            for (var column = 0; column < squares.Width; column++)
            {
                if (!squares[column, row]) continue;
                var first = column;
                while (column < squares.Width && squares[column, row]) column++;
                var (x, to, y) = (left + first * unitX, left + column * unitX, top + row * unitY);
                path.MoveTo(x, y).LineTo(to, y).LineTo(to, y + unitY).LineTo(x, y + unitY).Close();
            }
        return path;
    }

    private (BitMatrix? Squares, string Why) Squares(string text)
    {
        if (_kept.TryGetValue(text, out var kept)) return kept;
        if (_kept.Count >= MostKept) _kept.Clear();
        return _kept[text] = Encode(text);
    }

    private (BitMatrix? Squares, string Why) Encode(string text)
    {
        if (text.Length > MostCharacters) return (null, $"{text.Length} characters are too many for a code");
        try
        {
            var hints = new Dictionary<EncodeHintType, object> { [EncodeHintType.MARGIN] = Margin };
            if (Definition.Form == CodeForm.DataMatrix)
                hints[EncodeHintType.DATA_MATRIX_SHAPE] = ZXing.Datamatrix.Encoder.SymbolShapeHint.FORCE_SQUARE;
            // Only what needs it says its character set, since not every camera knows how to read that.
            if (!System.Text.Ascii.IsValid(text)) hints[EncodeHintType.CHARACTER_SET] = "UTF-8";
            var squares = new MultiFormatWriter().encode(text, Format, 1, 1, hints);
            return (HasBars && Definition.Form != CodeForm.Pdf417 ? OneRow(squares) : squares, "");
        }
        // The library says what it cannot write by several kinds of exceptions, for readers of its code.
        catch (Exception e) when (e is ArgumentException or WriterException or InvalidOperationException or IndexOutOfRangeException
            or System.FormatException or NotSupportedException)
        {
            return (null, $"“{(text.Length > 30 ? text[..30] + "…" : text)}” cannot be written as {Name}");
        }
    }

    /// <summary>The light room around it, in squares, as its standard asks for.</summary>
    private int Margin => Definition.Form switch
    {
        CodeForm.Qr => 4, CodeForm.Aztec => 0, CodeForm.DataMatrix => 1, CodeForm.Pdf417 => 2, _ => 10,
    };

    private BarcodeFormat Format => Definition.Form switch
    {
        CodeForm.Qr => BarcodeFormat.QR_CODE,
        CodeForm.DataMatrix => BarcodeFormat.DATA_MATRIX,
        CodeForm.Aztec => BarcodeFormat.AZTEC,
        CodeForm.Pdf417 => BarcodeFormat.PDF_417,
        CodeForm.Code39 => BarcodeFormat.CODE_39,
        CodeForm.Ean13 => BarcodeFormat.EAN_13,
        CodeForm.Ean8 => BarcodeFormat.EAN_8,
        CodeForm.UpcA => BarcodeFormat.UPC_A,
        CodeForm.Itf => BarcodeFormat.ITF,
        _ => BarcodeFormat.CODE_128,
    };

    private string Name => Definition.Form switch
    {
        CodeForm.Qr => "QR code", CodeForm.DataMatrix => "Data Matrix", CodeForm.Code39 => "Code 39", CodeForm.Ean13 => "EAN-13",
        CodeForm.Ean8 => "EAN-8", CodeForm.UpcA => "UPC-A", CodeForm.Itf => "interleaved 2 of 5", CodeForm.Pdf417 => "PDF417",
        CodeForm.Aztec => "Aztec code", _ => "Code 128",
    };

    private static BitMatrix OneRow(BitMatrix squares)
    {
        var row = new BitMatrix(squares.Width, 1);
        for (var i = 0; i < squares.Width; i++) row[i, 0] = squares[i, 0];
        return row;
    }
}

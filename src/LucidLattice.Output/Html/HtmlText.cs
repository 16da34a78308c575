using LucidLattice.Drawing;
using LucidLattice.Output.Svg;

namespace LucidLattice.Output.Html;

/// <summary>What stands in one element: its texts, put together from the pieces in which they are drawn, small pictures among them, and
/// where a click leads.</summary>
internal sealed class HtmlText
{
    /// <param name="Picture">Stands for the text where there is one.</param>
    private readonly record struct Piece(string Text, bool Bold, bool Italic, FigureItem? Picture = null)
    {
        /// <summary>The direction of a text in which letters run from right to left; null for any other.</summary>
        public string? Direction { get; } = Text.Any(WritingDirection.RunsLeft)
            ? WritingDirection.IsRightToLeft(Text) ? "rtl" : "ltr" : null;
    }

    /// <summary>Closer than this, in points, pieces belong to one word.</summary>
    private const double Gap = 0.6;

    private readonly List<Piece> _pieces = [];
    private TextRun? _last;

    /// <summary>The first thing in it that leads somewhere.</summary>
    public string? Address { get; set; }

    public bool IsEmpty => _pieces.Count == 0;

    /// <summary>The texts alone.</summary>
    public string Words => string.Concat(_pieces.Select(p => p.Text));

    /// <summary>True if a piece goes on with the line of the one before.</summary>
    public bool IsSameLine(TextRun run) => _last is { } last && Math.Abs(last.Y - run.Y) < Gap;

    public void Add(TextRun run)
    {
        // A line in several runs was said whole at the first of them.
        var goesOn = run.Line is { Length: 0 };
        // A line that was wrapped goes on behind a space, and so does what stands apart on the same line.
        if (!goesOn && _last is { } last && (!IsSameLine(run) || Math.Abs(run.X - (last.X + last.Width)) > Gap)) Add(" ");
        if (!goesOn) _pieces.Add(new Piece(run.Said, run.Font.Bold, run.Font.Italic));
        _last = run;
    }

    /// <summary>Words that are not drawn.</summary>
    public void Add(string words)
    {
        if (words.Length > 0) _pieces.Add(new Piece(words, false, false));
    }

    public void Add(FigureItem picture) => _pieces.Add(new Piece("", false, false, picture));

    /// <param name="isPlain">True where all of it is set apart already, as in headings.</param>
    /// <param name="draw">Draws a picture.</param>
    public void Write(XmlBytes html, bool isPlain, string? address, Action<FigureItem> draw)
    {
        if (address is not null)
        {
            html.Raw("<a"u8);
            html.Attribute("href"u8, address);
            html.Raw(">"u8);
        }
        foreach (var piece in _pieces)
        {
            if (piece.Picture is { } picture) draw(picture);
            var (isBold, isItalic) = (piece.Bold && !isPlain, piece.Italic && !isPlain);
            if (isBold) html.Raw("<b>"u8);
            if (isItalic) html.Raw("<i>"u8);
            // The browser puts it in order by itself, apart from what stands around it.
            if (piece.Direction is { } direction) html.Raw(direction == "rtl" ? "<bdi dir=\"rtl\">"u8 : "<bdi dir=\"ltr\">"u8);
            html.Escaped(piece.Text);
            if (piece.Direction is not null) html.Raw("</bdi>"u8);
            if (isItalic) html.Raw("</i>"u8);
            if (isBold) html.Raw("</b>"u8);
        }
        if (address is not null) html.Raw("</a>"u8);
    }
}

using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Planning;

/// <summary>
/// How a part is read aloud: what each element is, and in which order. What stands in columns is a row of a table, and a text on the same
/// line belongs to it; so are texts that stand beside one another as if in columns, as summaries have them. The first text of a header is
/// a heading.
/// </summary>
public sealed class PartReading
{
    /// <summary>The bar of the screen holds the first heading, so those of the page begin with the second.</summary>
    private const int FirstHeading = 2, LastHeading = 6;

    /// <summary>So many texts beside one another are a row; in a header, whose first text may be a heading, one more unless all are mere
    /// words.</summary>
    private const int FewestInLine = 3;

    private readonly Dictionary<ElementPlan, int> _order = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<ElementPlan, RoleStart?> _roles = new(ReferenceEqualityComparer.Instance);
    private readonly HashSet<ElementPlan> _row = new(ReferenceEqualityComparer.Instance);

    /// <param name="behind">The elements from back to front.</param>
    /// <param name="columns">Those of the section.</param>
    public PartReading(BandPlace at, IReadOnlyList<ElementPlan> behind, IReadOnlyList<Column> columns)
    {
        var placed = behind.Where(e => e.Element.Column is not null).ToList();
        var texts = behind.Where(e => e.Element is TextElement { Column: null }).ToList();
        var line = placed.Count > 0 ? placed : LineOf(at, texts);
        if (line.Count > 0)
        {
            var (top, bottom) = (line.Min(e => e.Element.Y), line.Max(Bottom));
            _row = new(line.Concat(texts.Where(t => placed.Count > 0 && Middle(t) >= top && Middle(t) <= bottom)),
                ReferenceEqualityComparer.Instance);
            if (!TryOrder(behind, Rank)) _row = new(ReferenceEqualityComparer.Instance);

            // Texts above the row, the row, texts below it; what is no text stays behind everything if it was, and else comes last.
            int Rank(ElementPlan e) => _row.Contains(e) ? 1
                : texts.Contains(e) ? Middle(e) > bottom ? 2 : 0
                : texts.Concat(line).All(t => Index(behind, e) < Index(behind, t)) ? -1 : 3;
        }
        if (_row.Count == 0) _order.Clear();
        else if (placed.Count == 0) Places = [.. line.Select(e => e.Element.X).Order()];
        NamesColumns = _row.Any(e => e.Element is HeadingElement) || (Places is not null && IsHeader(at) && line.All(IsWords));
        var heading = IsHeader(at)
            ? texts.Where(t => !_row.Contains(t)).OrderByDescending(t => t.Style.Font.Size).ThenBy(t => t.Element.Y).FirstOrDefault()
            : null;
        foreach (var element in behind)
            _roles[element] = element == heading ? new RoleStart(DrawRole.Heading, null, Math.Min(LastHeading, FirstHeading + at.Level))
                : _row.Contains(element) ? InRow(element, columns, NamesColumns && Places is not null)
                : element.Element is TextElement or CellElement or TotalElement or HeadingElement ? new RoleStart(DrawRole.Paragraph)
                : null;
    }

    /// <summary>True if it is, or has, a row of a table.</summary>
    public bool HasRow => _row.Count > 0;

    /// <summary>True if its row names the columns.</summary>
    public bool NamesColumns { get; }

    /// <summary>Where the texts of a row begin that stands in no columns, from left to right; null of any other.</summary>
    public IReadOnlyList<double>? Places { get; }

    /// <summary>True if there is something to be said that is in no row.</summary>
    public bool HasOthers => _roles.Any(r => !_row.Contains(r.Key));

    public RoleStart? RoleOf(ElementPlan element) => _roles.GetValueOrDefault(element);

    public bool IsInRow(ElementPlan element) => _row.Contains(element);

    /// <summary>As they are read, which covers nothing that is not covered from back to front too.</summary>
    public IEnumerable<PlacedElement> InOrder(IEnumerable<PlacedElement> fromBack) =>
        _order.Count == 0 ? fromBack : fromBack.OrderBy(e => _order.GetValueOrDefault(e.Plan, int.MaxValue));

    /// <summary>The only line of a part whose texts stand beside one another as if in columns; empty where there is none.</summary>
    private static List<ElementPlan> LineOf(BandPlace at, List<ElementPlan> texts)
    {
        if (at.Kind is BandKind.PageHeader or BandKind.PageFooter) return [];
        var lines = texts.GroupBy(t => Math.Round(t.Element.Y)).Select(l => l.OrderBy(t => t.X).ToList())
            .Where(l => l.Count >= (IsHeader(at) && !l.All(IsWords) ? FewestInLine + 1 : FewestInLine)
                && l.Zip(l.Skip(1)).All(pair => pair.First.X + pair.First.Width <= pair.Second.X + 0.5)).ToList();
        return lines.Count == 1 ? lines[0] : [];
    }

    private static bool IsHeader(BandPlace at) => at.Kind is BandKind.ReportHeader or BandKind.GroupHeader;

    /// <summary>True for a text without values.</summary>
    private static bool IsWords(ElementPlan text) => text.Element is TextElement { More.Count: 0 } t
        && !t.Text.Contains("{{", StringComparison.Ordinal);

    private static RoleStart InRow(ElementPlan element, IReadOnlyList<Column> columns, bool isName)
    {
        var number = columns.TakeWhile(c => c.Id != element.Element.Column).Count() + 1;
        return new RoleStart(isName || element.Element is HeadingElement ? DrawRole.ColumnHeader : DrawRole.Cell, null,
            number > columns.Count ? 0 : number) { Align = element.Style.Align };
    }

    /// <summary>Orders them by a rank, within the row from left to right; false if something would then cover something else.</summary>
    private bool TryOrder(IReadOnlyList<ElementPlan> behind, Func<ElementPlan, int> rank)
    {
        var ordered = behind.OrderBy(rank).ThenBy(e => _row.Contains(e) ? e.X : 0).ToList();
        for (var i = 0; i < ordered.Count; i++) _order[ordered[i]] = i;
        for (var i = 0; i < behind.Count; i++)
            for (var j = i + 1; j < behind.Count; j++)
                if (_order[behind[i]] > _order[behind[j]] && Overlap(behind[i], behind[j])) return false;
        return true;
    }

    private static bool Overlap(ElementPlan one, ElementPlan other) =>
        one.X < other.X + other.Width && other.X < one.X + one.Width && one.Element.Y < Bottom(other) && other.Element.Y < Bottom(one);

    private static int Index(IReadOnlyList<ElementPlan> all, ElementPlan one)
    {
        for (var i = 0; i < all.Count; i++)
            if (ReferenceEquals(all[i], one)) return i;
        return -1;
    }

    private static double Middle(ElementPlan e) => (e.Element.Y + Bottom(e)) / 2;

    private static double Bottom(ElementPlan e) => e.Element.Y + (e.Element.Height > 0 ? e.Element.Height : e.Style.LineHeight);
}

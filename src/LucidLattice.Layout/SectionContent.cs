using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;

namespace LucidLattice.Layout;

/// <summary>A section with the rows that it prints.</summary>
/// <param name="NewFrame">Makes frames that stand nowhere.</param>
/// <param name="Matches">Of a section inside of another: the group whose rows belong to the values of the keys around.</param>
public sealed record SectionContent(SectionPlan Plan, GroupTree Tree, Func<Frame> NewFrame, IReadOnlyDictionary<ValueList, int> Matches)
{
    /// <summary>The parts of the band at a cursor, as far as the group prints any. Pages, search and written figures all use
    /// this list.</summary>
    public IReadOnlyList<PartPlan> PartsAt(Cursor at) => at.Stage switch
    {
        Stage.ReportHeader => _reportHeader,
        Stage.Header or Stage.Footer when Tree.IsOmitted(at.Level, at.Group) => [],
        Stage.Header => _headers[at.Level - Plan.Base],
        Stage.Detail => _detail,
        Stage.Footer => _footers[at.Level - Plan.Base],
        Stage.ReportFooter => _reportFooter,
        _ => [],
    };

    /// <summary>False if the detail band has parts, but their conditions hold for no row, so that headings of columns name
    /// nothing.</summary>
    public bool PrintsRows => _printsRows.Value;

    private readonly Lazy<bool> _printsRows = new(() => FindsPrintedRow(Plan, Tree, NewFrame));

    private static bool FindsPrintedRow(SectionPlan plan, GroupTree tree, Func<Frame> newFrame)
    {
        var parts = plan.Bands[new BandPlace(BandKind.Detail)];
        if (parts.Count == 0 || parts.Any(p => p.Condition is null)) return true;
        var positions = new FramePositions(tree, newFrame());
        return Cursor.Rows(tree).Any(row =>
        {
            positions.MoveTo(row);
            return parts.Any(p => p.IsShown(positions.Frame));
        });
    }

    // Asked for each row of a million, so nothing is looked up by its name.
    private readonly IReadOnlyList<PartPlan>[] _headers = ByLevel(Plan, BandKind.GroupHeader), _footers = ByLevel(Plan,
        BandKind.GroupFooter);
    private readonly IReadOnlyList<PartPlan> _reportHeader = Plan.Bands[new BandPlace(BandKind.ReportHeader)],
        _detail = Plan.Bands[new BandPlace(BandKind.Detail)], _reportFooter = Plan.Bands[new BandPlace(BandKind.ReportFooter)];

    private static IReadOnlyList<PartPlan>[] ByLevel(SectionPlan plan, BandKind kind) =>
        [.. Enumerable.Range(0, plan.Levels.Count + 1).Select(level => level == 0 ? [] : plan.Bands[new BandPlace(kind, level)])];

    /// <summary>The values of the keys as what is looked up by; null if one of them is empty, which is equal to nothing.</summary>
    public static ValueList? KeyOf(IEnumerable<Compiled> keys, Frame frame)
    {
        var values = keys.Select(frame.Try).ToList();
        return values.Any(v => v.IsNull) ? null : new ValueList(values.Select((v, i) => Numbered(v, i)));
    }

    /// <summary>A list holds each value once, so the place of a key goes with its value where there are several.</summary>
    private static Value Numbered(Value value, int place) =>
        place == 0 ? value : Value.Of($"{place} {value.Type.IsNumber()} {Plain(value)}");

    /// <summary>Numbers of different types that are equal are written alike.</summary>
    private static string Plain(Value value) =>
        value.Type.IsNumber() ? value.AsDouble.ToString("R", System.Globalization.CultureInfo.InvariantCulture) : value.Invariant;
}

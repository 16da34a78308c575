using LucidLattice.Core.Data;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Layout;
using LucidLattice.Core.Planning;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Running;

/// <summary>A text that was found.</summary>
/// <param name="Page">From 1.</param>
/// <param name="Text">The whole text in which it stands.</param>
/// <param name="Row">True in a detail row, false in a heading or a total.</param>
/// <param name="Context">What the row begins with, to tell it from others; null if it begins with the text itself.</param>
public sealed record SearchHit(int Page, string Text, bool Row, string? Context = null);

/// <summary>All hits in printed order.</summary>
/// <param name="More">True if there are more than were asked for.</param>
public sealed record SearchResult(IReadOnlyList<SearchHit> Hits, bool More);

/// <summary>
/// Looks for a text in everything that a run prints, but for page headers, page footers and charts, without drawing pages.
/// A field's distinct texts are looked at once; a number is only written out where it could match.
/// </summary>
public sealed class ReportSearch
{
    private const int ValuesRemembered = 200_000;
    private readonly ReportRun _run;
    private readonly RunData _data;
    private readonly Frame _frame;
    private readonly FramePositions _positions;
    private readonly string _wanted;
    private readonly Dictionary<IReadOnlyList<PartPlan>, List<(int Part, Func<string?> Find)>> _finders = new(ReferenceEqualityComparer.Instance);

    private ReportSearch(ReportRun run, string wanted)
    {
        (_run, _data, _wanted) = (run, run.Data!, wanted);
        _frame = _data.NewFrame();
        _positions = new FramePositions(_data.Tree, _frame);
    }

    /// <summary>Finds a text, whatever its case, in the printed form of values.</summary>
    /// <param name="run">With all its pages known.</param>
    /// <param name="most">How many hits are wanted.</param>
    public static SearchResult Find(ReportRun run, string text, int most, CancellationToken cancel)
    {
        text = text.Trim().Normalize();
        if (text.Length == 0 || run.Data is null) return new SearchResult([], false);
        return new ReportSearch(run, text).Find(most, cancel);
    }

    private SearchResult Find(int most, CancellationToken cancel)
    {
        var hits = new List<SearchHit>();
        var details = _data.Plan.Bands[new Definitions.BandPlace(Definitions.BandKind.Detail)].Count > 0;
        var bands = 0;
        for (var cursor = PageFlow.Start; cursor.Stage != Stage.End; cursor = cursor.Next(_data.Tree, details))
        {
            if ((++bands & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            var finders = FindersOf(cursor);
            if (finders.Count == 0) continue;
            _positions.MoveTo(cursor);
            foreach (var (part, find) in finders)
            {
                if (find() is not { } found) continue;
                if (hits.Count == most) return new SearchResult(hits, true);
                var row = cursor.Stage == Stage.Detail;
                hits.Add(new SearchHit(_run.Index.PageOf(cursor with { Part = part }) ?? 1, found, row, row ? Beginning(cursor, part, found) : null));
            }
        }
        return new SearchResult(hits, false);
    }

    private string? Beginning(Cursor cursor, int part, string found)
    {
        var first = _data.Plan.Bands[PageFlow.PlaceOf(cursor)][part].Elements.OfType<TextPlan>().OrderBy(t => t.Element.Y).ThenBy(t => t.X).First().Text(_frame);
        return first.Length == 0 || first == found ? null : first;
    }

    private List<(int Part, Func<string?> Find)> FindersOf(Cursor cursor)
    {
        var parts = _data.Plan.Bands[PageFlow.PlaceOf(cursor)];
        if (_finders.TryGetValue(parts, out var known)) return known;
        var finders = new List<(int, Func<string?>)>();
        for (var i = 0; i < parts.Count; i++)
            foreach (var text in parts[i].Elements.OfType<TextPlan>())
                if (FinderOf(text) is { } finder) finders.Add((i, finder));
        return _finders[parts] = finders;
    }

    /// <summary>Gives the text at the frame's place if it holds what is wanted; null where it never can.</summary>
    private Func<string?>? FinderOf(TextPlan text)
    {
        string? Look() => text.Text(_frame) is var shown && Matches(shown) ? shown : null;
        if (text.Pieces.All(p => p.Value is null)) return Matches(text.Text(_frame)) ? Look : null;
        if (text.OnlyValue is not { Field: { } field }) return Look;
        switch (_data.Rows.Columns[field])
        {
            case TextColumn column:
                // What is printed is looked for: the label of a coded value, not its code.
                var found = column.Texts.Select(t => text.OnlyValue.Codes?.Label(Value.Of(t)) ?? t).Select(t => Matches(t) ? t : null).ToArray();
                return found.Any(t => t is not null) ? () => _frame.Row >= 0 && !column.Nulls[_frame.Row] ? found[column.Codes[_frame.Row]] : null : null;
            case LongColumn column:
                var seen = new Dictionary<long, string?>();
                return () =>
                {
                    if (_frame.Row < 0 || column.Nulls[_frame.Row]) return null;
                    var value = column.Values[_frame.Row];
                    if (seen.TryGetValue(value, out var known)) return known;
                    if (seen.Count > ValuesRemembered) seen.Clear();
                    return seen[value] = Look();
                };
            default:
                return Look;
        }
    }

    private bool Matches(string shown) => shown.Contains(_wanted, StringComparison.OrdinalIgnoreCase);
}

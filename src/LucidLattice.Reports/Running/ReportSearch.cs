using LucidLattice.Crosstabs;
using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Reports.Running;

/// <summary>A text that was found.</summary>
/// <param name="Sheet">The id of the sheet on which it stands.</param>
/// <param name="Page">Of the sheet, from 1.</param>
/// <param name="Text">The whole text in which it stands.</param>
/// <param name="Row">True in a detail row, false in a heading or a total.</param>
/// <param name="Context">What the row begins with, to tell it from others; null if it begins with the text itself.</param>
public sealed record SearchHit(string Sheet, int Page, string Text, bool Row, string? Context = null);

/// <summary>All hits in printed order, sheet by sheet and section by section.</summary>
/// <param name="More">True if there are more than were asked for.</param>
public sealed record SearchResult(IReadOnlyList<SearchHit> Hits, bool More);

/// <summary>
/// Looks for a text in everything that a run prints, but for charts, without drawing pages. A field's distinct texts are looked at
/// once; a number is only written out where it could match. A text in a page header or footer is found on the first of the pages
/// on which it is the same.
/// </summary>
public sealed class ReportSearch
{
    private readonly ReportRun _run;
    private readonly string _wanted;
    private readonly int _most;
    private readonly CancellationToken _cancel;
    private readonly List<SearchHit> _hits = [];
    private int _bands;

    private ReportSearch(ReportRun run, string wanted, int most, CancellationToken cancel) =>
        (_run, _wanted, _most, _cancel) = (run, wanted, most, cancel);

    /// <summary>Finds a text, whatever its case, in the printed form of values. Blanks count as they are.</summary>
    /// <param name="run">With all its pages known.</param>
    /// <param name="most">How many hits are wanted.</param>
    public static SearchResult Find(ReportRun run, string text, int most, CancellationToken cancel)
    {
        text = NormalForm.Of(text);
        if (text.Trim().Length == 0 || run.Data is null) return new SearchResult([], false);
        var (hits, more) = (new List<SearchHit>(), false);
        foreach (var sheet in run.Sheets)
        {
            var search = new ReportSearch(run, text, most - hits.Count, cancel);
            more |= !sheet.Plan.Sections.All(section => search.In(new SectionTexts(run.Data[section], text), sheet,
                new Cursor(Stage.ReportHeader, section.Base), (at, inside) => new FlowPlace(section, at, inside)));
            var (headers, footers, moreBands) = search.InBands(sheet);
            // Stable, so that what stands on one page stays in its order.
            var all = headers.Concat(search._hits).Concat(footers).OrderBy(h => h.Page).ToList();
            more |= moreBands || all.Count > most - hits.Count;
            hits.AddRange(all.Take(most - hits.Count));
            if (more) break;
        }
        return new SearchResult(hits, more);
    }

    /// <summary>Looks through a section from a cursor on. False once there are enough hits.</summary>
    /// <param name="place">Gives a place of the section, with one inside of it, as a place of the sheet.</param>
    private bool In(SectionTexts texts, SheetPages sheet, Cursor start, Func<Cursor, FlowPlace?, FlowPlace> place)
    {
        var (data, plan) = (texts.Data, texts.Data.Plan);
        var details = plan.Bands[new BandPlace(BandKind.Detail)].Count > 0;
        for (var cursor = start; cursor.Stage != Stage.End; cursor = cursor.Next(data.Tree, plan.Base, details))
        {
            if ((++_bands & 0xFFF) == 0) _cancel.ThrowIfCancellationRequested();
            var parts = data.Content.PartsAt(cursor);
            var finders = texts.In(parts);
            if (finders.Count == 0 && parts.All(p => p.Sections.Count == 0 && !p.GoesOn)) continue;
            texts.MoveTo(cursor);
            for (var i = 0; i < parts.Count; i++)
            {
                if (!parts[i].IsShown(texts.Frame)) continue;
                foreach (var finder in finders.Where(f => f.Part == i))
                {
                    if (Hit(finder, texts, sheet, cursor with { Part = i }, place) is not { } hit) continue;
                    if (_hits.Count == _most) return false;
                    _hits.Add(hit);
                }
                if (!InCrosstabs(parts[i], texts, sheet, cursor with { Part = i }, place)) return false;
                if (!Inside(parts[i], texts, sheet, cursor with { Part = i }, place)) return false;
            }
        }
        return true;
    }

    private SearchHit? Hit(
        SectionTexts.Finder finder, SectionTexts texts, SheetPages sheet, Cursor at, Func<Cursor, FlowPlace?, FlowPlace> place)
    {
        // A text that names its page can be looked at once the page is known.
        if (finder.Text.IsOfPage) (texts.Frame.PageNumber, texts.Frame.PageCount) = (PageOf(0), sheet.Index.Count);
        if (!finder.Text.IsShown(texts.Frame) || finder.Find() is not { } found) return null;
        var part = texts.Data.Plan.Bands[at.Place(texts.Data.Plan.Base)][at.Part];
        var page = PageOf(_run.Layout.TopOf(part, finder.Text, _wanted, texts.Frame));
        var row = at.Stage == Stage.Detail;
        return new SearchHit(sheet.Plan.Sheet.Id, page, found, row, row ? texts.Beginning(part, found) : null);

        int PageOf(double offset) => sheet.Index.PageOf(flow => flow.Locate(place(at with { Offset = offset }, null))) ?? 1;
    }

    private bool InCrosstabs(
        PartPlan part, SectionTexts texts, SheetPages sheet, Cursor at, Func<Cursor, FlowPlace?, FlowPlace> place)
    {
        if (!part.GoesOn) return true;
        foreach (var placed in _run.Layout.Place(part, texts.Frame).Elements)
        {
            if (placed.Crosstab is not { } layout) continue;
            var frame = placed.Plan is OwnCrosstabPlan own ? _run.Data!.OwnRows(own.Id, own.Around, texts.Frame) : texts.Frame;
            if (frame is null) continue;
            foreach (var (text, top, context) in CrosstabSearch.Find(layout, _wanted, frame))
            {
                _cancel.ThrowIfCancellationRequested();
                if (_hits.Count == _most) return false;
                var page = sheet.Index.PageOf(flow => flow.Locate(place(at with { Offset = placed.Y + top }, null))) ?? 1;
                _hits.Add(new SearchHit(sheet.Plan.Sheet.Id, page, text, Row: context is not null, context));
            }
        }
        return true;
    }

    private bool Inside(
        PartPlan part, SectionTexts around, SheetPages sheet, Cursor at, Func<Cursor, FlowPlace?, FlowPlace> place)
    {
        foreach (var inner in part.Sections)
        {
            var texts = around.Inner(_run.Data![inner]);
            if (texts.StartAt(around.Frame) is not { } start) continue;
            if (!In(texts, sheet, start, (own, inside) => place(at, new FlowPlace(inner, own, inside)))) return false;
        }
        return true;
    }

    private (List<SearchHit> Headers, List<SearchHit> Footers, bool More) InBands(SheetPages sheet)
    {
        var hits = new[] { new List<SearchHit>(), new List<SearchHit>() };
        var before = new Dictionary<TextPlan, string>(ReferenceEqualityComparer.Instance);
        if (sheet.Plan.PageHeader.Count + sheet.Plan.PageFooter.Count == 0) return (hits[0], hits[1], false);
        for (var page = 1; page <= sheet.Index.Count; page++)
        {
            _cancel.ThrowIfCancellationRequested();
            var bands = sheet.Bands(page, sheet.Index.Count, sheet.Index.Rows(page, sheet.Plan.First));
            for (var band = 0; band < bands.Length; band++)
            {
                var frame = bands[band].Frame;
                foreach (var text in bands[band].Parts.Where(p => p.IsShown(frame)).SelectMany(p => p.Elements)
                    .Where(e => e.IsShown(frame)).SelectMany(e => e.Texts))
                {
                    var shown = text.Text(frame);
                    if (before.TryGetValue(text, out var same) && same == shown) continue;
                    before[text] = shown;
                    if (!shown.Contains(_wanted, StringComparison.OrdinalIgnoreCase)) continue;
                    if (hits[band].Count == _most) return (hits[0], hits[1], true);
                    hits[band].Add(new SearchHit(sheet.Plan.Sheet.Id, page, shown, Row: false));
                }
            }
        }
        return (hits[0], hits[1], false);
    }
}

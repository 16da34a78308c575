using LucidLattice.Core.Definitions;
using LucidLattice.Core.Layout;
using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Running;

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
/// Looks for a text in everything that a run prints, but for page headers, page footers and charts, without drawing pages.
/// A field's distinct texts are looked at once; a number is only written out where it could match.
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

    /// <summary>Finds a text, whatever its case, in the printed form of values.</summary>
    /// <param name="run">With all its pages known.</param>
    /// <param name="most">How many hits are wanted.</param>
    public static SearchResult Find(ReportRun run, string text, int most, CancellationToken cancel)
    {
        text = text.Trim().Normalize();
        if (text.Length == 0 || run.Data is null) return new SearchResult([], false);
        var search = new ReportSearch(run, text, most, cancel);
        var complete = run.Sheets.All(sheet => sheet.Plan.Sections.All(section => search.In(
            new SectionTexts(run.Data[section], text), sheet, new Cursor(Stage.ReportHeader, section.Base), at => flow =>
            flow.Locate(section, at))));
        return new SearchResult(search._hits, !complete);
    }

    /// <summary>Looks through a section from a cursor on. False once there are enough hits.</summary>
    /// <param name="locate">Gives a place of the section as a cursor of the sheet's flow.</param>
    private bool In(SectionTexts texts, SheetPages sheet, Cursor start, Func<Cursor, Func<IFlow, FlowCursor?>> locate)
    {
        var (data, plan) = (texts.Data, texts.Data.Plan);
        var details = plan.Bands[new BandPlace(BandKind.Detail)].Count > 0;
        for (var cursor = start; cursor.Stage != Stage.End; cursor = cursor.Next(data.Tree, plan.Base, details))
        {
            if ((++_bands & 0xFFF) == 0) _cancel.ThrowIfCancellationRequested();
            var parts = plan.Bands[cursor.Place(plan.Base)];
            var finders = texts.In(parts);
            if (finders.Count == 0 && parts.All(p => p.Sections.Count == 0)) continue;
            texts.MoveTo(cursor);
            for (var i = 0; i < parts.Count; i++)
            {
                foreach (var find in finders.Where(f => f.Part == i).Select(f => f.Find))
                {
                    if (find() is not { } found) continue;
                    if (_hits.Count == _most) return false;
                    var row = cursor.Stage == Stage.Detail;
                    var page = sheet.Index.PageOf(locate(cursor with { Part = i })) ?? 1;
                    _hits.Add(new SearchHit(sheet.Plan.Sheet.Id, page, found, row, row ? texts.Beginning(parts[i], found) : null));
                }
                if (!Inside(parts[i], texts, sheet, cursor with { Part = i }, locate)) return false;
            }
        }
        return true;
    }

    private bool Inside(PartPlan part, SectionTexts around, SheetPages sheet, Cursor at, Func<Cursor, Func<IFlow, FlowCursor?>> locate)
    {
        foreach (var inner in part.Sections)
        {
            var texts = around.Inner(_run.Data![inner]);
            if (texts.StartAt(around.Frame) is not { } start) continue;
            if (!In(texts, sheet, start, _ => locate(at))) return false;
        }
        return true;
    }
}

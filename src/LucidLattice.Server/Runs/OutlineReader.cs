using LucidLattice.Expressions.Evaluation;
using LucidLattice.Reports.Running;

namespace LucidLattice.Server.Runs;

/// <summary>Reads the outline of a run: all of it where it is short, otherwise the groups inside of one.</summary>
internal sealed class OutlineReader
{
    /// <summary>An outline of up to this many groups comes as a whole.</summary>
    public const int MostAtOnce = 400;
    private readonly SheetPages _sheet;
    private readonly SectionData _data;
    private readonly Frame _frame;

    private OutlineReader(SheetPages sheet, SectionData data) => (_sheet, _data, _frame) = (sheet, data, data.NewFrame());

    /// <param name="sheet">The id of a sheet; null for the first.</param>
    /// <param name="section">The id of the section whose groups are asked for; null for those of all sections of the sheet.</param>
    /// <param name="level">Of the group around; 0 for the whole section.</param>
    /// <param name="from">How many entries to pass over.</param>
    public static OutlineInfo Read(ReportRun run, string? sheet, string? section, int level, int group, int from)
    {
        if (run.Sheet(sheet) is not { } pages) return new OutlineInfo(0, true, []);
        var sections = pages.Plan.Sections.Where(s => section is null || s.Section.Id == section).Select(s => run.Data![s]).ToList();
        var found = sections.Select(data => Read(pages, data, level, group, from)).ToList();
        var totals = section is not null || level > 0 ? null
            : sections.Select(s => pages.PageOfTotals(s.Plan)).LastOrDefault(p => p is not null);
        return new OutlineInfo(found.Sum(f => f.Total), found.All(f => f.Deep), [.. found.SelectMany(f => f.Entries)], totals);
    }

    private static OutlineInfo Read(SheetPages sheet, SectionData data, int level, int group, int from)
    {
        var tree = data.Tree;
        if (tree.Order.Length == 0 || level < 0 || level >= tree.Innermost || group < 0 || group >= tree.Levels[level].Count)
            return new OutlineInfo(0, true, []);
        var reader = new OutlineReader(sheet, data);
        var groups = tree.Listed(level, group);
        var deep = level == 0 && tree.Levels.Skip(1).Sum(l => (long)l.Count) <= MostAtOnce;
        var entries = new List<OutlineEntry>();
        foreach (var child in groups.Skip(from).Take(MostAtOnce)) reader.Add(level + 1, child, deep, entries);
        return new OutlineInfo(groups.Count, deep, entries);
    }

    private void Add(int level, int group, bool deep, List<OutlineEntry> entries)
    {
        var range = _data.Tree.Levels[level];
        var groups = level < _data.Tree.Innermost ? _data.Tree.Listed(level, group) : [];
        var page = _sheet.PageOf(_data.Plan, level, group);
        entries.Add(
            new OutlineEntry(_data.Plan.Section.Id, level, group, _data.LabelOf(level, group, _frame), page,
            range.End(group) - range.Start[group], groups.Count));
        foreach (var child in deep ? groups : []) Add(level + 1, child, deep, entries);
    }
}

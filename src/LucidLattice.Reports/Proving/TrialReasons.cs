using LucidLattice.Datasets;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Proving;

/// <summary>Says why a mark and what it opens differ, as far as the two reports tell.</summary>
internal sealed class TrialReasons(ReportRun run, SectionData data, ElementPlan plan, LinkPlan link, ReportDefinition target)
{
    /// <param name="result">With an empty reason where it differs.</param>
    /// <param name="all">Everything that was tried.</param>
    public TriedMark Told(TriedMark result, ClickedMark mark, IReadOnlyList<ClickedMark> all, string? compared, bool isOwn)
    {
        if (SameKeys(mark, all) is { } twin && !isOwn && (result.Why is not null || twin.Rows != mark.Rows || twin.Text != mark.Text))
            return result with
            {
                Why = $"It carries the same values as “{twin.Label}”, so both open the same. "
                    + (Missing() is { } missing ? $"{missing.Words} is not carried." : "Something that tells them apart is not carried."),
                Mend = Missing()?.Source,
            };
        if (result.Why is not "") return result;
        var difference = compared is null ? $"The target has {result.OpensRows:N0} rows, {result.Rows:N0} were clicked."
            : $"The target says {(result.Opens.Length == 0 ? "nothing" : result.Opens)}.";
        return result with { Why = $"{difference} {Reason(result, mark)}".TrimEnd(), Mend = Missing()?.Source };
    }

    private ClickedMark? SameKeys(ClickedMark mark, IReadOnlyList<ClickedMark> all) => all.FirstOrDefault(other =>
        !ReferenceEquals(other, mark) && other.Label != mark.Label && other.Action.Values.Count == mark.Action.Values.Count
        && other.Action.Values.All(v => mark.Action.Values.TryGetValue(v.Key, out var own) && own == v.Value));

    /// <summary>A key that tells marks apart and is not carried: the series, or a level around.</summary>
    private (string Words, string Source)? Missing()
    {
        var carried = link.Definition.Carries.Select(c => c.From).ToList();
        if (plan is CrosstabPlan crosstab && crosstab.Definition.Fields.FirstOrDefault(f => !carried.OfType<LevelSource>()
            .Any(c => c.Level == f.Id)) is { } field) return ($"The {field.Name}", field.Id);
        if (plan is ChartPlan { Query.Split: not null } && !carried.OfType<SeriesSource>().Any()) return ("Its series", "series");
        if (plan is ChartPlan && !carried.OfType<CategorySource>().Any()) return ("Its category", "category");
        var depth = plan is ChartPlan chart ? chart.Level - data.Plan.Base : plan is CrosstabPlan table ? table.Level - data.Plan.Base
            : data.Plan.Bands.First(b => b.Value.Any(p => p.Elements.Any(e => e.Id == plan.Id))).Key.Level;
        var level = data.Plan.Levels.Take(depth).Select(l => l.Level)
            .FirstOrDefault(l => !carried.OfType<LevelSource>().Any(c => c.Level == l.Id));
        return level is null ? null : ($"The {level.Name} around it", level.Id);
    }

    private string Reason(TriedMark result, ClickedMark mark)
    {
        if (Missing() is { } missing && result.OpensRows > result.Rows) return $"{missing.Words} is not carried.";
        if (mark.Action.Values.Values.Any(v => v == Value.EmptyText))
            return "It stands for rows without a value: perhaps the target's condition leaves them out.";
        var (own, other) = (Filter(data.Plan.Section, run.Report), Targets().Select(s => Filter(s, target)).FirstOrDefault() ?? "");
        var ours = plan is ChartPlan { Definition.Filter: { Length: > 0 } drawn } ? drawn
            : plan is CrosstabPlan { Definition.Filter: { Length: > 0 } counted } ? counted : "";
        if (result.OpensRows > result.Rows)
        {
            if (ours.Length > 0)
                return $"The {(plan is ChartPlan ? "chart draws" : "crosstab counts")} only rows where {ours}, and the target may list "
                    + "others.";
            if (own.Length > 0 && own != other)
                return $"This report keeps only rows where {own}; the target keeps {(other.Length == 0 ? "all" : $"those where {other}")}.";
            return Bounds() ?? (Joins(target) > Joins(run.Report) ? "The target's joins repeat rows." : "");
        }
        if (result.OpensRows < result.Rows)
        {
            if (Joins(target) > Joins(run.Report)) return "The target joins more tables, and rows without a match may be lost there.";
            if (other.Length > 0 && own != other)
                return $"The target keeps only rows where {other}{(own.Length == 0 ? "" : $"; this report those where {own}")}.";
            return Bounds() ?? "";
        }
        return "It has as many rows, so it adds up something else.";
    }

    /// <summary>A period that goes into dates one by one may lose a day, or gain one.</summary>
    private string? Bounds() => link.Definition.Carries.Any(c =>
        c.From is CategorySource { Part: KeyPart.End } or LevelSource { Part: KeyPart.End })
        ? "Look at the end of the period: the target may or may not take the last day with it." : null;

    private IEnumerable<Section> Targets() => target.Sheets.Where(s => link.Definition.Sheet is null || s.Id == link.Definition.Sheet)
        .Take(1).SelectMany(s => s.Sections);

    private static string Filter(Section section, ReportDefinition report)
    {
        try
        {
            return SectionFilter.Text(section, report.DatasetOf(section), report.Parameters);
        }
        catch (ExpressionException)
        {
            return "";
        }
    }

    private static int Joins(ReportDefinition report) =>
        report.Datasets.Select(d => d.Source is JoinSource join ? join.Tables.Count : 1).DefaultIfEmpty(1).Max();
}

using LucidLattice.Datasets;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning;

/// <summary>Charts that follow a crosstab: whatever changes there changes in them too.</summary>
public static class TiedCharts
{
    /// <summary>The report with each such chart drawing what its crosstab counts; one whose crosstab is gone stays as it was.</summary>
    public static ReportDefinition Follow(ReportDefinition report)
    {
        var crosstabs = new Dictionary<string, (CrosstabElement Crosstab, Section Section)>();
        var homes = new Dictionary<string, string>();
        var isTied = false;
        foreach (var section in report.AllSections())
            foreach (var (_, element) in section.Elements())
            {
                if (element is CrosstabElement crosstab) crosstabs.TryAdd(crosstab.Id, (crosstab, section));
                if (element is not ChartElement { Follows: not null }) continue;
                homes.TryAdd(element.Id, section.Id);
                isTied = true;
            }
        return !isTied ? report : report.MapAllElements(e => e is ChartElement { Follows: { } tie } chart
            && crosstabs.TryGetValue(tie.Crosstab, out var followed) && homes.TryGetValue(chart.Id, out var home)
            ? Following(chart, tie, followed.Crosstab, followed.Section, home, report) : e);
    }

    private static ChartElement Following(ChartElement chart, ChartTie tie, CrosstabElement crosstab, Section section, string home,
        ReportDefinition report)
    {
        var (along, apart) = Directions(crosstab, tie.Swapped);
        if (along.Count == 0 || crosstab.Values.Count == 0) return chart;
        var (main, series) = (along[^1], apart.Count == 0 ? null : apart[^1]);
        var within = along.Count > 1 ? along[^2].By : null;
        // Elsewhere, the rows are those of its dataset that the section around the crosstab keeps.
        var isElsewhere = section.Id != home && crosstab.Own is null;
        return chart with
        {
            Rows = ChartRows.Group,
            Own = isElsewhere ? new ChartOwnRows { Dataset = section.Dataset ?? "" } : crosstab.Own,
            Filter = isElsewhere ? Both(FilterOf(section, report), crosstab.Filter) : crosstab.Filter,
            Category = Category(chart.Category, main, within),
            Series = series is null ? null : (chart.Series ?? new ChartSplit { By = series.By }) with { By = series.By,
                Pattern = series.Groups is null ? series.Pattern : null },
            Values = [.. Drawn(crosstab).Select((v, i) =>
                (i < chart.Values.Count ? chart.Values[i] : new ChartValue { Expression = v.Expression }) with
                {
                    Expression = v.Expression, Name = v.Name,
                })],
            Link = crosstab.Link is { } link ? Linked(link, crosstab, main, series) : chart.Link,
        };
    }

    /// <summary>The numbers themselves, each once: what is shown as a share or a rank is the same number again.</summary>
    private static IEnumerable<CrosstabValue> Drawn(CrosstabElement crosstab) =>
        (crosstab.Values.Any(v => v.As == CrosstabForm.Value) ? crosstab.Values.Where(v => v.As == CrosstabForm.Value) : crosstab.Values)
            .DistinctBy(v => v.Expression);

    /// <summary>The fields along the axis, and those whose groups are series; where nothing is across, rows are drawn along it.</summary>
    private static (IReadOnlyList<CrosstabField> Along, IReadOnlyList<CrosstabField> Apart) Directions(CrosstabElement crosstab,
        bool swapped)
    {
        var (along, apart) = swapped ? (crosstab.Down, crosstab.Across) : (crosstab.Across, crosstab.Down);
        return along.Count == 0 ? (apart, along) : (along, apart);
    }

    private static ChartCategory Category(ChartCategory before, CrosstabField field, string? within) => before with
    {
        By = field.By,
        Within = within,
        Pattern = field.Groups is null ? field.Pattern : null,
        Groups = field.Groups,
        Largest = field.Others is null ? null : field.First,
        Others = field.Others,
        Keep = field.Keep,
        LeaveEmpty = field.OmitEmpty,
        Order = field.OrderBy is not { Length: > 0 } ? before.Order is ChartOrder.LargestFirst or ChartOrder.SmallestFirst
                ? ChartOrder.Category : before.Order
            : field.Descending ? ChartOrder.LargestFirst : ChartOrder.SmallestFirst,
        Measured = field.OrderBy is { Length: > 0 } total ? total : null,
    };

    /// <summary>What cells open, carried by marks; nothing where it needs the key of a field that a mark does not have.</summary>
    private static Link? Linked(Link link, CrosstabElement crosstab, CrosstabField main, CrosstabField? series)
    {
        var has = true;
        var made = link.MapSources(source =>
        {
            if (source is not LevelSource level || crosstab.Fields.All(f => f.Id != level.Level)) return source;
            if (level.Level == main.Id) return new CategorySource { Part = level.Part };
            has &= level.Level == series?.Id;
            return new SeriesSource { Part = level.Part };
        });
        return has ? made : null;
    }

    private static string? FilterOf(Section section, ReportDefinition report)
    {
        try
        {
            return SectionFilter.Text(section, report.DatasetOf(section), report.Parameters);
        }
        catch (ExpressionException)
        {
            // What is wrong with it is said at the section.
            return section.Filter;
        }
    }

    private static string? Both(string? a, string? b) =>
        a is not { Length: > 0 } ? b : b is not { Length: > 0 } ? a : $"({a}) AND ({b})";
}

using LucidLattice.Charts;
using LucidLattice.Charts.Types;
using LucidLattice.Datasets;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using CultureInfo = System.Globalization.CultureInfo;

namespace LucidLattice.Authoring.Explaining;

/// <summary>Some sentences about one thing of a report.</summary>
public sealed record Explanation(string Heading, IReadOnlyList<string> Sentences);

/// <summary>
/// A whole report as sentences: what it asks for, which rows it reads, how it groups and totals them, what each band prints and where
/// its links lead. For whoever takes a report over, or has to sign for its figures.
/// </summary>
public sealed class ReportExplainer
{
    private readonly ReportDefinition _report;
    private readonly IReportCatalog _catalog;

    private ReportExplainer(ReportDefinition report, IReportCatalog catalog) => (_report, _catalog) = (report, catalog);

    public static IReadOnlyList<Explanation> Explain(ReportDefinition report, IReportCatalog catalog)
    {
        var explainer = new ReportExplainer(report, catalog);
        return
        [
            explainer.Whole(),
            .. report.Datasets.Select(explainer.OfDataset),
            .. report.Sheets.SelectMany(explainer.OfSheet),
        ];
    }

    /// <summary>What each of a report's links does, with the id of what it stands on.</summary>
    public static IEnumerable<(string On, Link Link, string Sentence)> Links(ReportDefinition report, IReportCatalog catalog)
    {
        var explainer = new ReportExplainer(report, catalog);
        return report.AllLinks().Select(l => (l.On, l.Link, explainer.OfLink(l.On, l.Link)));
    }

    private Explanation Whole()
    {
        var said = new List<string>();
        if (_report.Description is { Length: > 0 } description) said.Add(description);
        said.Add($"Its language is {_report.Language}, its time zone {_report.TimeZone}, its money {_report.Currency}{_report.Amounts switch
        {
            AmountUnit.Thousands => ", printed in thousands", AmountUnit.Millions => ", printed in millions", _ => "",
        }}.");
        if (_report.FiscalYearStart is > 1 and <= 12 and var month)
            said.Add($"Its fiscal years begin with {CultureInfo.InvariantCulture.DateTimeFormat.GetMonthName(month)}.");
        said.AddRange(_report.Parameters.Select(OfParameter));
        return new Explanation(_report.Title, said);
    }

    private static string OfParameter(Parameter parameter)
    {
        var kind = parameter.Shape switch
        {
            ParameterShape.Several => "several values", ParameterShape.Period => "a period", _ => parameter.Type.Words(),
        };
        var who = parameter.SetBy switch
        {
            SetBy.Link => "Links alone set", SetBy.Nobody => "Nobody sets", _ => "It asks for",
        };
        var chosen = parameter.Choices switch
        {
            DatasetChoices choices => $", chosen from {choices.Value}", FixedChoices => ", chosen from a list", _ => "",
        };
        var usual = parameter.Default is not { Length: > 0 } start ? "without a default"
            : start == "*" ? $"by default {parameter.Every}"
            : $"by default {start}{(parameter.DefaultEnd is { Length: > 0 } end ? $" to {end}" : "")}";
        return $"{who} “{parameter.Caption}” (:{parameter.Name}), {kind}{chosen}, {usual}.";
    }

    private Explanation OfDataset(Dataset dataset)
    {
        var source = dataset.Source switch
        {
            TableSource table => $"It reads {table.Table} of the database {dataset.Database}.",
            JoinSource join => $"It joins {WordList.Joined(join.Tables.Select(JoinWords))} of the database {dataset.Database}.",
            QuerySource query => $"It reads what this SQL gives of the database {dataset.Database}: {query.Sql.ReplaceLineEndings(" ")}",
            DerivedSource derived => $"It starts from the rows of “{derived.Base?.Name ?? derived.Dataset}”.",
            _ => "",
        };
        var said = new List<string> { source };
        said.AddRange(dataset.Fields.Where(f => f.Expression is { Length: > 0 })
            .Select(f => $"“{f.Caption}” is worked out as {f.Expression}."));
        if (Condition(dataset) is { Length: > 0 } condition) said.Add($"It keeps the rows where {condition}.");
        if (dataset.Distinct) said.Add("Of rows that are equal in all fields, it keeps the first.");
        if (dataset.Sort.Count > 0) said.Add($"Its rows are in order of {Order(dataset.Sort)}.");
        if (dataset.RowLimit is { } limit) said.Add($"It keeps at most {limit:N0} rows.");
        return new Explanation($"The dataset “{dataset.Name}”", said);
    }

    private static string JoinWords(JoinedTable table) => table.Join is not { } join ? table.Table
        : $"{table.Table} ({join.Kind switch { JoinKind.Left => "where there is one", JoinKind.Unmatched => "rows without one",
            _ => "only with one" }}, on {string.Join(" and ", join.On.Select(p => $"{p.Column} = {p.To}"))})";

    private string Condition(Dataset dataset) => Said(() => ConditionText.Write(dataset.Filter, dataset, _report.Parameters));

    private string Kept(Section section) => Said(() => SectionFilter.Text(section, _report.DatasetOf(section), _report.Parameters));

    private static string Said(Func<string> condition)
    {
        try
        {
            return condition();
        }
        catch (ExpressionException e)
        {
            return $"a condition holds that is broken: {e.Message}";
        }
    }

    private IEnumerable<Explanation> OfSheet(Sheet sheet)
    {
        var bands = sheet.PageBands().SelectMany(b => OfBand(b.Place, b.Band, null)).ToList();
        if (_report.Sheets.Count > 1 || bands.Count > 0 || sheet.Columns is not null || sheet.Watermark is not null
            || sheet.Background is not null)
            yield return new Explanation($"The pages of “{sheet.Name}”",
                [.. sheet.Columns is { } columns ? [ColumnWords(columns)] : (string[])[],
                    .. sheet.Watermark is { } mark
                        ? [$"Behind everything stands “{mark.Text}”{(mark.When is { Length: > 0 } when ? $", where {when}" : "")}."]
                        : (string[])[],
                    .. sheet.Background is { } picture
                        ? [$"Behind that lies the picture “{_report.Images.FirstOrDefault(i => i.Id == picture.Image)?.Name}”"
                            + $"{(picture.When is { Length: > 0 } shown ? $", where {shown}" : "")}."]
                        : (string[])[],
                    .. bands]);
        foreach (var section in sheet.Sections.SelectMany(s => s.WithInner())) yield return OfSection(section);
    }

    private static string ColumnWords(PageColumns columns) => $"They are filled in {columns.Count} columns"
        + (columns.Across ? ", row by row" : "") + (columns.Start is { Length: > 0 } start ? $", from place {start} on." : ".");

    private Explanation OfSection(Section section)
    {
        var dataset = _report.DatasetOf(section)?.Name;
        var said = new List<string>
        {
            (dataset is null ? "It has no rows" : $"It lists the rows of “{dataset}”")
                + (Kept(section) is { Length: > 0 } filter ? $" where {filter}" : "")
                + (section.Sort.Count > 0 ? $", in order of {Order(section.Sort)}" : "") + ".",
        };
        if (section.Match.Count > 0)
            said.Add("To each place around it belong the rows whose "
                + $"{WordList.Joined(section.Match.Select(m => $"{m.Own} equals {m.Around} there"))}.");
        said.AddRange(section.Levels.Select(OfLevel));
        if (section.Summary) said.Add("It prints no detail rows.");
        if (section.Columns.Count > 0)
            said.Add($"Its columns are {WordList.Joined(section.Columns.Select(c => $"“{c.Heading}” ({c.Expression}"
                + $"{(c.OnlyChanges ? ", where it changes" : "")}{(c.When is { Length: > 0 } when ? $", shown if {when}" : "")})"))}.");
        said.AddRange(section.Bands().SelectMany(b => OfBand(b.Place, b.Band, section)));
        return new Explanation(dataset is null ? "A section of texts" : $"The list of “{dataset}”", said);
    }

    private static string OfLevel(Level level) => $"It groups them by {Grouped(level)}"
        + (level.OmitZero ? "; groups whose totals are all zero are left out" : "")
        + (level.NewPage ? "; each group starts on a new page." : level.Together ? "; each group is kept on one page." : ".");

    /// <summary>What rows are grouped by, in which order, and which groups there are.</summary>
    private static string Grouped(GroupedBy level)
    {
        var order = level.OrderBy is { Length: > 0 } total ? $"the {(level.Descending ? "largest" : "smallest")} {total} first"
            : level.Descending ? "from the last to the first" : "from the first to the last";
        var kept = (level.First is { } first ? level.Others is { } others ? $"; those beyond the first {first} as “{others}”"
                : $"; only the first {first} are kept" : "")
            + (level.Keep is { Length: > 0 } keep ? $"; only those are kept where {keep}" : "");
        if (level.Groups is { } groups)
            kept += "; " + WordList.Joined(groups.Groups.Select(g => $"{WordList.Joined(g.Keys)} as “{g.Name}”"))
                + (groups.Remaining is { } rest ? $", all others as “{rest}”" : "");
        return $"{level.By} (“{level.Name}”), {order}{kept}";
    }

    private IEnumerable<string> OfBand(BandPlace place, Band band, Section? section)
    {
        foreach (var part in band.Parts.Where(p => p.Elements.Count > 0))
        {
            var printed = Printed(part.Elements, section).ToList();
            if (printed.Count == 0) continue;
            var below = part.Calculated?.After is { } line ? $", below “{line}”" : "";
            var how = (part.Calculated is { } row ? $", “{row.Name}” = {row.Formula}{below}" : "")
                + (part.When is { Length: > 0 } condition ? $", where {condition}" : "")
                + (part.Repeat ? ", again on each page that goes on with it" : "")
                + (part.BreakBefore ? ", on a new page" : "") + (part.BreakAfter ? ", with a new page after it" : "")
                + (part.LeastRoom is > 0 and { } room ? $", on a new page where less than {room * 25.4 / 72:0.#} mm are left" : "")
                + (part.BreakEvery is { } rows ? $", with a new page after every {rows} rows" : "")
                + (part.AtFoot ? ", at the foot of the page" : "") + (part.OnRowLine ? ", on the line of the first row" : "");
            yield return $"{place.Name(section?.Levels ?? [])}{how}: {WordList.Joined(printed)}.";
            foreach (var chart in part.Elements.OfType<ChartElement>())
                yield return OfChart(chart, place.Kind is BandKind.ReportHeader or BandKind.ReportFooter);
            foreach (var crosstab in part.Elements.OfType<CrosstabElement>())
                yield return OfCrosstab(crosstab, place.Kind is BandKind.ReportHeader or BandKind.ReportFooter);
            foreach (var (id, link) in part.Elements.SelectMany(e => e.Links()).Prepend((part.Id, part.Link)))
                foreach (var one in link?.All ?? []) yield return OfLink(id, one);
        }
    }

    /// <summary>What a part prints; of what belongs to columns, each kind in one breath.</summary>
    private IEnumerable<string> Printed(IReadOnlyList<Element> elements, Section? section)
    {
        string Column(string id) => $"“{section?.Columns.FirstOrDefault(c => c.Id == id)?.Heading ?? id}”";
        foreach (var kind in elements.Where(e => e is not (LineElement or BoxElement)).GroupBy(KindWords))
        {
            if (kind.Key.Length > 0 && kind.Count() > 1 && kind.All(e => e.When is null && e.Style is not { Rules.Count: > 0 }))
                yield return $"{kind.Key} of {WordList.Joined(kind.Select(e => Column(e.Column ?? "")))}";
            else
                foreach (var element in kind)
                    yield return Words(element, section) + (element.When is { Length: > 0 } when ? $" (where {when})" : "")
                        + (element.Style is { Rules: { Count: > 0 } rules }
                            ? $" (looking different where {WordList.Joined(rules.Select(r => r.When), " or ")})" : "");
        }
    }

    private static string KindWords(Element element) => element switch
    {
        HeadingElement => "the headings", CellElement => "the values", TotalElement total => $"the totals ({TotalWords(total)})", _ => "",
    };

    private string NameOf(ImageElement image) => _report.Images.FirstOrDefault(i => i.Id == image.Image)?.Name ?? image.Image ?? "none";

    private static string TotalWords(TotalElement total) => total.Aggregate
        + (total.By is { Length: > 0 } by ? $" by {by}" : "") + (total.Fraction is { } fraction ? $" at {fraction}" : "")
        + (total.Where is { Length: > 0 } where ? $", of rows where {where}" : "")
        + (total.Formula is { Length: > 0 } formula ? $", as {formula}" : "") + FormWords(total.As);

    private static string FormWords(TotalForm form) => form switch
    {
        TotalForm.ShareOfAround => ", as a share of the group around", TotalForm.ShareOfAll => ", as a share of all",
        TotalForm.Running => ", running", TotalForm.RunningInAround => ", running in the group around",
        TotalForm.Rank => ", as its rank", TotalForm.RankInAround => ", as its rank in the group around",
        TotalForm.ChangeOnYear => ", as the difference to the year before", TotalForm.GrowthOnYear =>
            ", as the growth since the year before",
        TotalForm.Change => ", as the difference to the one before", TotalForm.Growth => ", as the growth since the one before",
        _ => "",
    };

    /// <summary>A text in full, since it may hold what has to be checked.</summary>
    private string Words(Element element, Section? section) => element switch
    {
        TextElement text => $"the text “{text.Text}{string.Concat(text.More.Select(m => m.Text))}”"
            + (text.Continued is { Length: > 0 } again ? $" (on further pages with “{again}” after it)" : ""),
        TotalElement total => $"{PlaceNames.Words(element, section)} ({TotalWords(total)})",
        CodeElement code => $"a code that says “{code.Text}”",
        CheckboxElement box => $"a checkbox, ticked where {box.Checked}",
        ImageElement image => image.From is { Length: > 0 } from ? $"the image that {from} holds" : $"the image “{NameOf(image)}”",
        ContentsElement contents => $"the contents, {contents.Levels} level{(contents.Levels == 1 ? "" : "s")} deep",
        CellElement cell => PlaceNames.Words(element, section) + FormWords(cell.As),
        _ => PlaceNames.Words(element, section),
    };

    private string OfChart(ChartElement chart, bool isOfReport)
    {
        var rows = chart.Own is { } own ? OwnRows(own)
            : isOfReport || chart.Rows == ChartRows.All ? "all rows of its section" : "the rows of its group";
        return $"The chart draws {WordList.Joined(chart.Values.Select(v => v.Expression))} for each {chart.Category.By}"
            + (chart.Series is { } series ? $", split by {series.By}" : "")
            + $", as {ChartTypes.Find(chart.Chart)?.Words ?? chart.Chart}, of {rows}"
            + (chart.Filter is { Length: > 0 } filter ? $" where {filter}" : "")
            + (chart.Follows is { } tie ? $"; it follows {PlaceNames.Of(_report, tie.Crosstab) ?? "a crosstab that is gone"}" : "") + ".";
    }

    /// <summary>Rows that a chart or a crosstab has of its own, and how they belong to what is around it.</summary>
    private string OwnRows(ChartOwnRows own) =>
        $"the rows of “{_report.Datasets.FirstOrDefault(d => d.Id == own.Dataset)?.Name ?? own.Dataset}”"
        + (own.Match.Count == 0 ? ""
            : $" whose {WordList.Joined(own.Match.Select(m => $"{m.Own} equals {m.Around} there"))}");

    private string OfCrosstab(CrosstabElement crosstab, bool isOfReport)
    {
        var rows = crosstab.Own is { } own ? OwnRows(own)
            : isOfReport ? "all rows of its section" : "the rows of its group";
        string Fields(IReadOnlyList<CrosstabField> fields) => fields.Count == 0 ? "nothing"
            : string.Join("; inside of them ", fields.Select(f => Grouped(f) + (f.Totals switch
            {
                TotalPlace.First => ", with their total before them", TotalPlace.None => ", without a total",
                _ => ", with their total after them",
            })));
        return $"The crosstab counts {WordList.Joined(crosstab.Values.Select(v => v.Expression + CrosstabForms.Words(v.As)))} of {rows}"
            + (crosstab.Filter is { Length: > 0 } filter ? $" where {filter}" : "")
            + $": down {Fields(crosstab.Down)}; across {Fields(crosstab.Across)}.";
    }

    private string OfLink(string id, Link link)
    {
        var carried = link.Carries.Select(c => $"{From(c.From)} as :{c.Parameter}").ToList();
        var opens = link.Address is { } address ? $"opens the address {address}"
            : link.Report.Length > 0 ? $"opens “{_catalog.Published(link.Report)?.Title ?? link.Report}”"
            : link.Group is { } list && _report.FindSection(list.Level) is not null ? "goes to another list of this report"
            : link.Group is { } group ? $"goes to the {_report.AllSections().SelectMany(s => s.Levels)
                .FirstOrDefault(l => l.Id == group.Level)?.Name ?? group.Level} of {From(group.Key)}"
            : _report.Sheets.FirstOrDefault(s => s.Id == link.Sheet) is { } sheet ? $"goes to the sheet “{sheet.Name}”"
                : "opens this report";
        return $"A click on {PlaceNames.Of(_report, id) ?? id} {opens}"
            + (carried.Count == 0 ? "." : $", carrying {WordList.Joined(carried)}.");
    }

    private string From(ValueSource source) => source switch
    {
        CategorySource part => Part(part.Part) + "what was clicked", SeriesSource part => Part(part.Part) + "the series that was clicked",
        LevelSource level => Part(level.Part) + "the "
            + (NameOfGroup(level.Level)),
        ParameterSource parameter => $":{parameter.Name} of this report", FixedSource value => $"“{value.Value}”",
        ExpressionSource worked => worked.Expression, _ => "elsewhere",
    };

    private string NameOfGroup(string id) => _report.AllSections().SelectMany(s => s.Levels).FirstOrDefault(l => l.Id == id) is { } level
        ? $"{level.Name} around it"
        : _report.AllElements().OfType<CrosstabElement>().SelectMany(c => c.Fields).FirstOrDefault(f => f.Id == id) is { } field
            ? $"{field.Name} that was clicked" : $"{id} around it";

    private static string Part(KeyPart part) => part switch { KeyPart.Start => "the start of ", KeyPart.End => "the end of ", _ => "" };

    private static string Order(IEnumerable<SortKey> keys) =>
        WordList.Joined(keys.Select(k => k.By + (k.Descending ? ", the last first" : "")));
}

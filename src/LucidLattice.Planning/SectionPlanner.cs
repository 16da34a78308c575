using System.Globalization;
using LucidLattice.Datasets;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Planning;

/// <summary>Plans one section, and those inside of it.</summary>
/// <param name="scopes">Gets the scope of each section that is planned.</param>
internal sealed class SectionPlanner(
    ReportDefinition report, LinkPlanner links, Func<Section, SectionScope> scopeOf, List<SectionScope> scopes, List<Problem> problems)
{
    /// <param name="around">The scope of the section that this one is in; null on a sheet.</param>
    public SectionPlan Plan(SectionPlace place, SectionScope? around)
    {
        var section = place.Section;
        var scope = scopeOf(section);
        scopes.Add(scope);
        scope.Width = place.Width;
        scope.Matched = [.. (around?.Section.Levels ?? []).SelectMany(l => section.Match.Where(m => m.Around == l.By)
            .Select(m => (l, m.Own)))];
        var rows = scope.OfRows();
        var match = PlanMatch(section, scope, around);
        var kept = scope.Check(section.Id, "conditions", () => SectionFilter.Text(section, scope.Dataset, report.Parameters), rows);
        var filter = kept is { Length: > 0 }
            ? scope.Check(section.Id, "filter", () => Compiler.Condition(kept, rows), rows)
            : null;
        var sort = section.Sort.Select(
            key => (Key: scope.Check(section.Id, "sort", () => Compiler.Compile(key.By, rows), rows), key.Descending))
            .Where(k => k.Key is not null).Select(k => (k.Key!, k.Descending)).ToList();
        var levels = LevelPlanning.Plan(scope, section.Levels, scope.GroupTotals, scope.Base);
        PlanColumns(scope, rows, place);
        var own = PlanOwnRows(section, scope, place);
        var bands = new Dictionary<BandPlace, IReadOnlyList<PartPlan>>();
        foreach (var (at, band) in section.Bands())
            bands[at] = [.. WithSign(at, section, match.Count, band.Parts.Select(part => Part(part, at, scope, PlanAll(part.Sections,
                place.X, place.Width, scope), own)))];
        return new SectionPlan
        {
            Report = report,
            Section = section,
            Dataset = scope.Dataset,
            X = place.X,
            Width = place.Width,
            UsedFields = scope.Used,
            ReadsAllRows = scope.ReadsAllRows,
            Match = match,
            Filter = filter,
            FilterIsBroken = (filter is null && kept is not "") || match.Count < section.Match.Count,
            Sort = sort,
            Levels = levels,
            Bands = bands,
            OwnRows = [.. own.Values],
            NamedLines = NamedLines(section, scope),
            Totals = scope.Totals,
            GroupTotals = scope.GroupTotals,
            Running = scope.Running,
            Ranks = scope.Ranks,
        };
    }

    /// <summary>The first part of a header of a level that begins closed wears the sign that opens it; without a header, the footer's
    /// does.</summary>
    private static IEnumerable<PartPlan> WithSign(BandPlace at, Section section, int whole, IEnumerable<PartPlan> parts)
    {
        var level = at.Level > 0 && at.Kind is BandKind.GroupHeader or BandKind.GroupFooter ? section.Levels[at.Level - 1] : null;
        var wears = level is { Closed: true } && (at.Kind == BandKind.GroupHeader || level.Header.Parts.Count == 0);
        return parts.Select((part, i) => wears && i == 0 ? part with { Opens = whole + at.Level } : part);
    }

    /// <param name="own">The rows of charts that have rows of their own, by the chart's id.</param>
    public static PartPlan Part(BandPart part, BandPlace at, SectionScope scope, IReadOnlyList<SectionPlan> inner,
        IReadOnlyDictionary<string, SectionPlan> own)
    {
        var place = new ElementPlace(scope, at, part.Calculated);
        return new PartPlan(part, [.. part.Elements.OrderBy(e => e.Y).Select(e => Planned(e) with { Condition = Condition(e.Id, e.When) })],
            inner)
        {
            At = at, Columns = scope.Section.Columns, Width = scope.Width,
            Condition = Condition(part.Id, part.When, Below(part, at, scope)),
            Link = place.Link(part.Id, part.Link),
            HeadsRows = part.HeadsRows(scope.Section),
            Space = at.Kind == BandKind.Detail ? Looks.Of(scope.Report).RowSpace / 2 : 0,
        };

        // What is printed on a page cannot depend on how many pages there are.
        Compiled? Condition(string id, string? when, string? below = null)
        {
            when = when is { Length: > 0 } && below is not null ? $"({when}) AND {below}" : when is { Length: > 0 } ? when : below;
            if (when is null) return null;
            var within = scope.At(at) with { Allowed = at.IsPageBand ? Phase.Page : Phase.Ordered };
            return scope.Check(id, "when", () => Compiler.Condition(when, within), within);
        }

        ElementPlan Planned(Element element)
        {
            var plan = own.TryGetValue(element.Id, out var rows) ? rows.Elements.FirstOrDefault() : null;
            return plan switch
            {
                null => ElementKinds.KindOf(element).Plan(element, place),
                ChartPlan chart => new OwnChartPlan(chart, element, [.. rows!.Match.Select(m => m.Around)]),
                CrosstabPlan crosstab => new OwnCrosstabPlan(crosstab, element, [.. rows!.Match.Select(m => m.Around)]),
                _ => plan,
            };
        }
    }

    /// <summary>Counts the rows of each group that a formula names, so that a name that is no group is found.</summary>
    private static List<NamedLine> NamedLines(Section section, SectionScope scope)
    {
        var place = new BandPlace(BandKind.ReportFooter);
        if (StatementLines.Of(section, place, level => scope.TryCompile(level.By)) is not { } lines) return [];
        var parts = section.Bands().SelectMany(b => b.Band.Parts).ToList();
        var named = parts.Where(p => p.Calculated is not null)
            .SelectMany(p => lines.GroupsIn(p.Calculated!.Formula).Append(p.Calculated.After ?? "").Select(n => (Name: n, On: p.Id)))
            .Concat(parts.SelectMany(p => p.Elements).OfType<TotalElement>().Where(t => t.Formula is { Length: > 0 })
                .SelectMany(t => lines.GroupsIn(t.Formula!).Select(n => (Name: n, On: t.Id))));
        var found = new List<NamedLine>();
        foreach (var (name, on) in named.Where(n => n.Name.Length > 0).DistinctBy(n => n.Name))
        {
            try
            {
                found.Add(new NamedLine(name, on,
                    Compiler.Compile($"count(*) FILTER (WHERE {lines.ConditionOf(name)}) OVER ()", scope.At(place))));
            }
            catch (ExpressionException)
            {
                // It is a problem of the formula already.
            }
        }
        return found;
    }

    /// <summary>The condition for the line below which a calculated row is printed; null for all of them.</summary>
    private static string? Below(BandPart part, BandPlace at, SectionScope scope)
    {
        if (part.Calculated is not { After: { Length: > 0 } after } || at.Level == 0) return null;
        return scope.Check(part.Id, "calculated", () =>
            StatementLines.Of(scope.Section, at, level => scope.TryCompile(level.By))!.ConditionOf(after), scope.OfRows());
    }

    /// <summary>Each chart and crosstab with rows of its own as a section that holds it alone, matched to what is around it.</summary>
    private Dictionary<string, SectionPlan> PlanOwnRows(Section section, SectionScope scope, SectionPlace place)
    {
        var plans = new Dictionary<string, SectionPlan>();
        foreach (var (at, element) in section.Elements())
        {
            var (own, alone, noun) = element switch
            {
                ChartElement { Own: { } rows } chart => (rows, (Element)(chart with { Own = null, Rows = ChartRows.Group, Column = null }),
                    "chart"),
                CrosstabElement { Own: { } rows } crosstab => (rows, crosstab with { Own = null, Column = null }, "crosstab"),
                _ => (null, element, ""),
            };
            if (own is null) continue;
            // What is matched on nothing in a group would be the same picture for each of them.
            if (own.Match.Count == 0 && !(at.IsSummary && at.Level == 0))
                problems.Add(new($"{noun}-unmatched", Severity.Error,
                    $"The {noun}'s own rows are matched on nothing, so it would be the same everywhere.", element.Id, "own",
                    Mends: [scope.LevelsAround(at)
                    .LastOrDefault() is { } level ? $"Match it on {level.By}." : "Match it on a field of the row."]));
            var holder = new Section
            {
                Id = element.Id,
                Dataset = own.Dataset,
                Match = own.Match,
                ReportHeader = new Band { Parts = [new BandPart { Id = element.Id, Height = element.Height, Elements = [alone] }] },
            };
            plans[element.Id] = new SectionPlanner(report, links, scopeOf, scopes, problems)
                .Plan(new SectionPlace(holder, place.X, Math.Max(36, place.Width)), scope);
        }
        return plans;
    }

    /// <summary>Plans sections that share a width.</summary>
    /// <param name="x">Where it begins, from the page's body.</param>
    /// <param name="around">The scope of the section that they are in; null on a sheet.</param>
    public List<SectionPlan> PlanAll(IReadOnlyList<Section> sections, double x, double width, SectionScope? around)
    {
        var plans = new List<SectionPlan>();
        foreach (var place in SectionPlaces.Arrange(sections, x, width))
        {
            var over = place.X + place.Width - (x + width);
            if (over > 0.5)
                problems.Add(new(
                    "section-too-wide", Severity.Warning, $"The section reaches {Millimetres(over)} mm beyond the room that it stands in.",
                    place.Section.Id, "width",
                    Mends: ["Make it narrower, or one of those before it."]));
            plans.Add(new SectionPlanner(report, links, scopeOf, scopes, problems).Plan(place, around));
        }
        return plans;
    }

    /// <summary>Both sides of each key; those around are checked in the scope of the section around.</summary>
    private List<MatchPlan> PlanMatch(Section section, SectionScope scope, SectionScope? around)
    {
        var match = new List<MatchPlan>();
        if (around is null) return match;
        var (own, outer) = (scope.OfRows(), around.OfRows());
        foreach (var key in section.Match)
        {
            var mine = scope.Check(section.Id, "match", () => Compiler.Compile(key.Own, own), own);
            var theirs = around.Check(section.Id, "match", () => Compiler.Compile(key.Around, outer), outer);
            if (mine is null || theirs is null) continue;
            if (!Comparable(mine.Type, theirs.Type))
                problems.Add(new(
                    "type-mismatch", Severity.Error,
                    $"“{key.Own}” is {mine.Type.Words()}, and “{key.Around}” around it is {theirs.Type.Words()}, so they never match.",
                    section.Id, "match", Mends: ["Match fields of one type."]));
            else match.Add(new MatchPlan(mine, theirs));
        }
        return match;
    }

    private static bool Comparable(DataType a, DataType b) =>
        a == b || (a.IsNumber() && b.IsNumber()) || a == DataType.Null || b == DataType.Null;

    private void PlanColumns(SectionScope scope, Scope rows, SectionPlace place)
    {
        var x = 0.0;
        var columns = scope.Section.Columns;
        for (var i = 0; i < columns.Count; i++)
        {
            var column = columns[i];
            var value = scope.Check(column.Id, "expression", () => Compiler.Compile(column.Expression, rows), rows);
            if (column.When is { Length: > 0 } when)
            {
                var ofParameters = new Scope { Parameters = report.Parameters, Allowed = Phase.Constant };
                scope.Check(column.Id, "when", () => Compiler.Condition(when, ofParameters), ofParameters);
            }
            if (value is not null && column.Pattern is not null)
                scope.Check(column.Id, "pattern", () => scope.Format(value, column.Pattern), rows);
            scope.Columns[column.Id] =
                new ColumnPlan(column, x, Math.Max(4, column.Width - (i == columns.Count - 1 ? 0 : ColumnPlan.Gap)), value);
            x += column.Width;
        }
        if (x > place.Width + 0.5)
            problems.Add(new(
                "columns-too-wide", Severity.Warning, $"The columns are {Millimetres(x - place.Width)} mm wider than the page's body.",
                scope.Section.Id, "columns",
                Mends: ["Make columns narrower, or turn the page."]));
    }

    private static string Millimetres(double points) => (points * 25.4 / 72).ToString("0.#", CultureInfo.InvariantCulture);
}

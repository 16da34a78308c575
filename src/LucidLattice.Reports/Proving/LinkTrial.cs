using LucidLattice.Charts;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Proving;

/// <summary>What a link did when it was tried with everything that can be clicked.</summary>
/// <param name="On">The id of the element that it stands on.</param>
/// <param name="Index">Its place among the links there.</param>
/// <param name="Compared">What was compared, in words; null where nothing has to add up.</param>
/// <param name="Total">How many marks there are; more than were tried.</param>
/// <param name="Differ">How many of those tried do not fit.</param>
public sealed record LinkTrial(string On, int Index, string? Compared, int Total, int Differ, IReadOnlyList<TriedMark> Marks);

/// <summary>One mark, with what it carries and what opens.</summary>
/// <param name="Text">Its number.</param>
/// <param name="Rows">How many rows stand behind it.</param>
/// <param name="Opens">The number that the target prints, as text; empty where none is compared.</param>
/// <param name="OpensRows">How many rows the target has; null where it could not run.</param>
/// <param name="Why">Why it does not fit, as far as that can be told; null where it fits.</param>
/// <param name="Mend">What would mend it: the id of a level, or <c>series</c>, that is to be carried too; null for nothing known.</param>
public sealed record TriedMark(string Label, string Text, int Rows, LinkAction Action, string Opens, int? OpensRows, string? Why,
    string? Mend = null);

/// <summary>Tries links before anybody clicks them: runs the target with what each mark carries, and compares.</summary>
public sealed class LinkTrials(ReportEngine engine, IReportCatalog catalog)
{
    /// <summary>How many marks of a link are tried; of more, some all over.</summary>
    public const int Most = 400;

    /// <summary>For more marks than these, the target's rows are read once and not for each.</summary>
    private const int FewMarks = 8;

    /// <summary>Values with which a report can run that asks for some: the first ones that it offers.</summary>
    public static IReadOnlyDictionary<string, string> FirstValues(ReportEngine engine, ReportDefinition report, DateTime now,
        CancellationToken cancel)
    {
        var values = new Dictionary<string, string>();
        foreach (var parameter in report.Parameters.Where(p => p is { Required: true, Default: null }))
        {
            var asked = new RunRequest(report, values, now, FromLink: report.Parameters.Select(p => p.Name).ToHashSet());
            if (engine.Choices(asked, parameter.Name, cancel).Choices?.FirstOrDefault() is { } choice)
                values[parameter.Name] = ParameterText.Write(parameter, choice.Value);
        }
        return values;
    }

    /// <param name="run">Of the report that holds the link.</param>
    /// <param name="index">Its place among the links of the element.</param>
    /// <param name="progress">Told how many marks are done.</param>
    /// <returns>Null where there is no such link, or where it opens no report.</returns>
    public LinkTrial? Try(ReportRun run, string on, int index, DateTime now, CancellationToken cancel, RunProgress? progress = null,
        int most = Most)
    {
        var found = run.Data?.Sections.SelectMany(d => d.Plan.Elements.Select(e => (Data: d, Plan: e))).FirstOrDefault(e =>
            e.Plan.Links.Any(l => l.Id == on));
        if (found?.Plan is not { } plan || plan.Links.FirstOrDefault(l => l.Id == on).Link is not { } all) return null;
        var links = all.Also.Prepend(all with { Also = [] }).ToList();
        if (index < 0 || index >= links.Count || links[index] is not { Address: null } link) return null;
        var isOwn = link.Definition.Report.Length == 0;
        var target = isOwn ? run.Report : catalog.Published(link.Definition.Report);
        if (target is null) return null;

        var marks = (plan is CrosstabPlan crosstab ? CrosstabMarks.Of(run, found.Value.Data, crosstab, on, link)
            : Marks(run, found.Value.Data, plan with { Link = link })).ToList();
        var tried = Spread(marks, most);
        // A row opens what belongs to it, which is as many rows as it likes, unless the author says what it equals.
        var freely = link.Definition.OtherMeasure || isOwn || (tried is [{ IsRow: true }, ..] && link.Definition.AddsUpTo is null);
        var compared = freely ? null
            : link.Definition.AddsUpTo ?? Alike(target, tried.FirstOrDefault(m => !m.Value.IsNull), link, now, cancel);
        if (progress is not null) (progress.Stage, progress.ExpectedRows) = (RunStage.Reading, tried.Count);
        var results = new TriedMark[tried.Count];
        var opened = new Dictionary<string, ReportRun>();
        for (var i = 0; i < tried.Count; i++)
        {
            cancel.ThrowIfCancellationRequested();
            results[i] = Tried(tried[i], target, isOwn ? run : null, freely, compared, link, now, opened, tried.Count > FewMarks, cancel);
            if (progress is not null) progress.Rows = i + 1;
        }
        var reasons = new TrialReasons(run, found.Value.Data, plan, link, target);
        var told = results.Select((r, i) => reasons.Told(r, tried[i], tried, compared, isOwn)).ToList();
        return new LinkTrial(on, index, freely ? null
            : compared is null ? "the number of rows" : PlaceNames.Of(target, compared) ?? compared, marks.Count,
            told.Count(m => m.Why is not null), told);
    }

    private TriedMark Tried(ClickedMark mark, ReportDefinition target, ReportRun? own, bool freely, string? compared, LinkPlan link,
        DateTime now, Dictionary<string, ReportRun> opened, bool atOnce, CancellationToken cancel)
    {
        var values = own is null ? mark.Action.Values
            : own.Report.Parameters.Select((p, at) => KeyValuePair.Create(p.Name, ParameterText.Write(p, own.Parameters.Values[at])))
                .Where(p => own.Parameters.Given.Contains(p.Key)).Concat(mark.Action.Values).GroupBy(v => v.Key)
                .ToDictionary(v => v.Key, v => v.Last().Value);
        var key = string.Join('\u001f', values.OrderBy(v => v.Key, StringComparer.Ordinal).Select(v => $"{v.Key}={v.Value}"));
        if (!opened.TryGetValue(key, out var run))
        {
            run = engine.Run(new RunRequest(target, values.ToDictionary(), now, FromLink: link.LinkOnly) { InOneReading = atOnce }, cancel,
                pages: false);
            // What was worked out before is kept by the engine as far as memory allows; here, only the last few.
            if (opened.Count > 8) opened.Clear();
            opened[key] = run;
        }
        if (run.Data is null)
            return new TriedMark(mark.Label, mark.Text, mark.Rows, mark.Action, "", null,
                $"It does not open: {run.Problems.FirstOrDefault(p => p.IsError)?.Message ?? "it has problems."}");
        var number = compared is null ? null : PrintedNumber.Of(run, compared);
        var made = new TriedMark(mark.Label, mark.Text, mark.Rows, mark.Action, number?.Text ?? "", run.Data.Rows, null);
        if (freely) return made;
        return compared is not null && number is null
            ? made with { Why = "The target prints no such number once for all of its rows." }
            : number is not null
            ? PrintedNumber.Same(mark.Value, number.Value) ? made : made with { Why = "" }
            : mark.Rows == run.Data.Rows ? made : made with { Why = "" };
    }

    /// <summary>An element of the target that prints the same total as the marks do; null where none does for certain.</summary>
    private string? Alike(ReportDefinition target, ClickedMark? sample, LinkPlan link, DateTime now, CancellationToken cancel)
    {
        if (sample?.Aggregate is not { } wanted) return null;
        var opened = engine.Run(new RunRequest(target, sample.Action.Values.ToDictionary(), now, FromLink: link.LinkOnly), cancel,
            pages: false);
        return PrintedNumber.All(opened).Select(a => (a.Plan.Id, Aggregates.Of(a.Data, a.Plan)))
            .FirstOrDefault(a => a.Item2 == wanted).Id;
    }

    /// <summary>Some of them, all over.</summary>
    private static List<ClickedMark> Spread(List<ClickedMark> marks, int most) => marks.Count <= most ? marks
        : [.. Enumerable.Range(0, most).Select(i => marks[(int)((long)i * marks.Count / most)])];

    /// <summary>Everything that can be clicked on an element, with what stands behind it.</summary>
    private static IEnumerable<ClickedMark> Marks(ReportRun run, SectionData data, ElementPlan plan)
    {
        var (tree, frame) = (data.Tree, data.NewFrame());
        if (tree.Order.Length == 0) yield break;
        if (plan is ChartPlan chart)
        {
            if (chart.Link!.Definition.Whole) yield break;
            for (var group = 0; group < tree.Levels[chart.Level].Count; group++)
            {
                frame.StandAt(chart.Level, group);
                var content = chart.Content(run.Data!.Charts, frame, run.Proof);
                var numbers = chart.Numbers(run.Data.Charts, frame);
                foreach (var mark in numbers.Marks)
                    if (chart.Action(mark, numbers, frame, run.Proof) is { } action)
                        yield return new ClickedMark(content.Spoken(mark), content.Figure(mark), mark.Value, mark.Rows, action,
                            Aggregates.Of(data, chart.Query.Values[numbers.Series[mark.SeriesIndex].ValueIndex]));
            }
            yield break;
        }
        var place = data.Plan.Bands.First(b => b.Value.Any(p => p.Elements.Any(e => e.Id == plan.Id))).Key;
        var value = plan.Said.Count(p => p.Value is not null) == 1 ? plan.Said.Single(p => p.Value is not null).Value : null;
        var level = place.Kind == BandKind.Detail ? tree.Innermost : data.Plan.Base + place.Level;
        for (var group = 0; group < tree.Levels[level].Count; group++)
        {
            frame.StandAt(level, group);
            var rows = tree.Levels[level].End(group) - tree.Levels[level].Start[group];
            for (var row = 0; row < (place.Kind == BandKind.Detail ? rows : 1); row++)
            {
                if (place.Kind == BandKind.Detail) (frame.Place, frame.Row) = (tree.Levels[level].Start[group] + row + 1,
                    tree.Order[tree.Levels[level].Start[group] + row]);
                if (!plan.IsShown(frame) || plan.Link!.Action(Click.OnNothing, frame, run.Proof) is not { } action) continue;
                var text = string.Concat(plan.Said.Select(p => p.Text(frame)));
                yield return new ClickedMark(Label(data, level, group), text, value is null ? Value.Null : frame.Try(value),
                    place.Kind == BandKind.Detail ? 1 : rows, action, value is null ? null : Aggregates.Of(data, value))
                    { IsRow = place.Kind == BandKind.Detail };
            }
        }
    }

    private static string Label(SectionData data, int level, int group)
    {
        var (said, frame) = (new List<string>(), data.NewFrame());
        for (var at = level; at > data.Plan.Base; at--) said.Add(data.LabelOf(at, data.Tree.Around(level, group, at), frame));
        return said.Count == 0 ? "All rows" : string.Join(" · ", Enumerable.Reverse(said));
    }
}

/// <summary>Something that can be clicked.</summary>
/// <param name="Value">NULL where it shows no total.</param>
/// <param name="Aggregate">Its total, so that the same one is found elsewhere; null where it is not one alone.</param>
internal sealed record ClickedMark(string Label, string Text, Value Value, int Rows, LinkAction Action, string? Aggregate)
{
    /// <summary>True for a value of one row.</summary>
    public bool IsRow { get; init; }
}

/// <summary>What totals are, apart from how their fields are called in a report.</summary>
internal static class Aggregates
{
    public static string? Of(SectionData data, ElementPlan plan) =>
        plan.Said.Count(p => p.Value is not null) == 1 ? Of(data, plan.Said.Single(p => p.Value is not null).Value!) : null;

    /// <summary>“sum passengers”; null where the expression is more than one aggregate of a field or of rows.</summary>
    public static string? Of(SectionData data, Compiled value)
    {
        if (ChartWords.ArgumentOf(value.Text) is not { } of || data.Plan.Dataset is not { } dataset) return null;
        var field = dataset.Fields.FirstOrDefault(f => of == f.Name || of == Names.Quoted(f.Name) || of == $"({Names.Quoted(f.Name)})");
        if (of != "*" && field is null) return null;
        var kind = value.Text.Trim()[..value.Text.Trim().IndexOf('(')].Trim().ToLowerInvariant();
        return $"{kind} {(field is null ? "*" : $"{field.Name} {field.Expression}")}";
    }
}

using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Reports.Running;

/// <summary>What a run is asked to do.</summary>
/// <param name="Given">Parameter values by name, written as <see cref="ParameterText"/> reads them.</param>
/// <param name="Now">The run clock, in UTC.</param>
/// <param name="Refresh">True reads the data again even where it seems unchanged.</param>
/// <param name="FromLink">Names of parameters whose values are known to come from a link; null if none are.</param>
public sealed record RunRequest(ReportDefinition Report, IReadOnlyDictionary<string, string> Given, DateTime Now, bool Refresh = false,
    IReadOnlySet<string>? FromLink = null)
{
    /// <summary>The groups that a reader opened, as <see cref="OpenedGroups.NameOf"/> writes them; null for none.</summary>
    public IReadOnlyList<string>? Opened { get; init; }

    /// <summary>True reads all rows at once, for those who ask for many parts of them one after the other; false lets a database leave out
    /// what is not wanted.</summary>
    public bool InOneReading { get; init; }
}

/// <summary>The one door to a run: a definition, parameter values and a clock go in, a <see cref="ReportRun"/> comes out.</summary>
/// <param name="proof">Vouches for values that only links may carry; null where nobody asks for it.</param>
/// <param name="cache">Keeps the results of steps from one run to the next; null works everything out anew.</param>
public sealed class ReportEngine(IRowReader reader, ITypesetter typesetter, IReportCatalog catalog, SizedCache? cache = null,
    ILinkProof? proof = null)
{
    /// <summary>How figures are calculated; every choice gives the same result.</summary>
    public Shortcuts Shortcuts { get; init; }

    /// <summary>Changes whenever the data does from which a request is answered; null if nobody can tell. What only gives choices counts
    /// too: a value that is no longer offered is not used.</summary>
    public ContentHash? DataStampOf(RunRequest request)
    {
        var stamps = request.Report.Datasets.Select(reader.Stamp).ToList();
        return stamps.Contains(null) ? null : ContentHash.Of(stamps);
    }

    /// <summary>
    /// The identity of what a request gives: of the definition, the values, the data, the reports that links lead to, and the clock as
    /// far as the report asks for it. Null if nobody can tell.
    /// </summary>
    /// <param name="ofDay">True where an earlier time of the same day will do, as for a picture of a report that prints the time.</param>
    public ContentHash? IdentityOf(RunRequest request, bool ofDay = false)
    {
        if (DataStampOf(request) is not { } data) return null;
        var targets = request.Report.AllLinks().Select(l => l.Link.Report).Distinct().Select(catalog.IdentityOf).ToList();
        // A report that prints the time prints that of its data; within a minute, readers share it.
        var printsTime = !ofDay && ReportClock.AsksForTime(request.Report);
        var clock = printsTime
            ? request.Now.Ticks / TimeSpan.TicksPerMinute
            : LocalTime(request.Now, request.Report.TimeZone).Date.Ticks;
        return ContentHash.Of(request with { Now = default, Refresh = false }, data, targets, clock);
    }

    /// <summary>What is wrong with a definition and with the tables that it reads, found without reading any rows.</summary>
    public IReadOnlyList<Problem> Check(ReportDefinition report)
    {
        if (AmountChecks.Check(report) is { } amount) return [amount];
        report = TiedCharts.Follow(report);
        var (plan, found) = ReportPlanner.Plan(report, catalog, dataset => reader.Repeated(dataset, CancellationToken.None));
        List<Problem> problems = [.. found, .. ParameterValues.CheckDefaults(report)];
        // A dataset that several sections read is looked at once, with all that they use of it.
        foreach (var sections in (plan?.Sections ?? []).Where(s => s.Dataset is not null).GroupBy(s => s.Dataset!))
        {
            var (dataset, before) = (sections.Key, problems.Count);
            DatasetPlan.Prepare(dataset, report.Parameters, problems);
            if (problems.Count > before) continue;
            var used = sections.SelectMany(s => s.UsedFields).Distinct().Order().Select(i => dataset.Fields[i]);
            try
            {
                reader.Require(ReportQuery.For(report, dataset, [.. used], new Value[report.Parameters.Count], default));
            }
            catch (DataException e)
            {
                problems.Add(DataProblem(e, dataset));
            }
        }
        return problems;
    }

    /// <summary>What a parameter offers, with the values of the others as they are given or by default.</summary>
    /// <returns>Null if anything may be given; the problems say what is wrong with other parameters, or with the choices.</returns>
    public (IReadOnlyList<ParameterChoice>? Choices, IReadOnlyList<Problem> Problems) Choices(RunRequest request, string parameter,
        CancellationToken cancel)
    {
        var now = LocalTime(request.Now, request.Report.TimeZone);
        var asked = request.Report.Parameters.FirstOrDefault(p => p.Name == parameter);
        // Its own value does not matter, and may be one that is not offered.
        var values = Resolve(request with { Given = request.Given.Where(g => g.Key != parameter).ToDictionary() }, now, cancel);
        if (asked is null) return (null, values.Problems);
        try
        {
            return (new ParameterChoices(reader).Offered(request.Report, asked, values.Values, now, cancel), values.Problems);
        }
        catch (ExpressionException e)
        {
            return (null, [.. values.Problems, new Problem(e.Code, Severity.Error, e.Message, parameter, "choices", e.Position)]);
        }
        catch (DataException e)
        {
            return (null, [.. values.Problems, new Problem(e.Code, Severity.Error, e.Message, parameter, "choices")]);
        }
    }

    private ParameterValues Resolve(RunRequest request, DateTime now, CancellationToken cancel)
    {
        var choices = new ParameterChoices(reader);
        return ParameterValues.Resolve(request.Report, request.Given, now,
            (p, values) => choices.Offered(request.Report, p, values, now, cancel), request.FromLink);
    }

    /// <summary>Reads, groups, totals and finds where pages start. What is wrong comes back as problems, never as an exception.</summary>
    /// <param name="pages">False leaves out where pages start, for those who only want figures, or who have it found while they look at
    /// page 1 (<see cref="PageIndex.Grow"/>).</param>
    /// <param name="forAuthor">True reads fields that nothing uses yet too, since an author will use them next, and shows columns that
    /// parameters hide from readers.</param>
    /// <exception cref="OperationCanceledException">The run was cancelled.</exception>
    public ReportRun Run(RunRequest request, CancellationToken cancel, bool pages = true, bool forAuthor = false,
        RunProgress? progress = null)
    {
        progress ??= new RunProgress();
        var now = LocalTime(request.Now, request.Report.TimeZone);
        // What holds too much is not looked at any further, since every step would have to work through it.
        if (AmountChecks.Check(request.Report) is { } amount)
        {
            var bare = request with { Report = request.Report with { Parameters = [] } };
            return new ReportRun(bare.Report, Resolve(bare, now, cancel), now, [amount], null, typesetter);
        }
        var parameters = Resolve(request, now, cancel);
        var followed = TiedCharts.Follow(request.Report);
        var conditions = new ParameterConditions(followed, parameters.Values, now);
        var printed = UnprintedRows.Without(followed, conditions);
        // Authors see every column, so that they can change it.
        var report = forAuthor ? printed : HiddenColumns.Without(printed, conditions);
        var (plan, found) = ReportPlanner.Plan(report, catalog, dataset => reader.Repeated(dataset, cancel));
        var problems = found.ToList();
        problems.AddRange(parameters.Problems);
        if (plan is null or { IsBroken: true } || parameters.Problems.Any(p => p.IsError))
            return new ReportRun(report, parameters, now, problems, null, typesetter);
        var run = new RunContext(parameters, now, cache, progress, cancel)
        {
            Opened = OpenedGroups.Of(request.Opened), Shortcuts = Shortcuts,
        };
        SectionPlan? reading = null;
        try
        {
            var data = RunData.Compute(plan, section => Read(reading = section, run, forAuthor, request, problems), run, problems);
            problems.AddRange(MissingGlyphs.Find(data, typesetter));
            var made = new ReportRun(report, parameters, now, problems, data, typesetter,
                // What anybody may compose is vouched for by nobody.
                forAuthor ? null : proof, rowByRow: Shortcuts == Shortcuts.Never);
            progress.Stage = RunStage.Paging;
            if (pages) made.Grow(cancel);
            if (pages) progress.Stage = RunStage.Done;
            return made;
        }
        catch (DataException e)
        {
            problems.Add(DataProblem(e, reading?.Dataset));
            return new ReportRun(report, parameters, now, problems, null, typesetter);
        }
    }

    /// <summary>The fields that are used, with a place for each of the others so that indices stay.</summary>
    private RowSet Read(SectionPlan plan, RunContext run, bool forAuthor, RunRequest request, List<Problem> problems)
    {
        if (plan.Dataset is not { } dataset) return RowSet.Empty;
        run.Progress.Stage = RunStage.Reading;
        var used = forAuthor ? [.. Enumerable.Range(0, dataset.Fields.Count)] : plan.UsedFields.Order().ToList();
        var query =
            ReportQuery.For(plan.Report, dataset, [.. used.Select(i => dataset.Fields[i])], run.Parameters.Values, run.Now,
                request.Refresh);
        if (!plan.ReadsAllRows && !request.InOneReading) query = query with { Wanted = Narrowings
            .FromCondition(plan.Filter?.Text ?? "", query) };
        var rows = reader.Read(query, run.Progress, run.Cancel);
        problems.AddRange(rows.Problems.Concat(LongTexts(rows, dataset)).Where(p => !problems.Contains(p)));
        run.Progress.Stage = RunStage.Grouping;
        var columns = dataset.Fields.Select(DataColumn (f) => new UnreadColumn(f)).ToArray();
        for (var i = 0; i < used.Count; i++) columns[used[i]] = rows.Columns[i];
        return rows with { Columns = columns };
    }

    /// <summary>Which fields have values that are printed in part.</summary>
    private static IEnumerable<Problem> LongTexts(RowSet rows, Dataset dataset) =>
        from column in rows.Columns.OfType<TextColumn>()
        let longest = column.Texts.Count == 0 ? 0 : column.Texts.Max(t => t.Length)
        where longest > TextPiece.Longest
        select new Problem("long-values", Severity.Warning, $"“{column.Field.Caption}” has a text of {longest:N0} characters; the first "
            + $"{TextPiece.Longest:N0} are printed.", dataset.Id, "fields", Mends: ["Read less of it, as with left(…)."]);

    private static Problem DataProblem(DataException e, Dataset? dataset)
        => new(e.Code, Severity.Error, e.Message, dataset?.Id, Mends: ["Check the dataset and its database."]);

    /// <summary>UTC where there is no such zone, which the checks say.</summary>
    private static DateTime LocalTime(DateTime utc, string zone) => TimeZoneInfo.TryFindSystemTimeZoneById(zone, out var found)
        ? TimeZoneInfo.ConvertTimeFromUtc(DateTime.SpecifyKind(utc, DateTimeKind.Utc), found)
        : utc;
}

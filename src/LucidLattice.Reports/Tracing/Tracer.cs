using LucidLattice.Data;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Tracing;

/// <summary>
/// Says of anything that is printed where it comes from: what is worked out there, which totals it is made of, and which rows stand
/// behind each. It stands at the same place as the printing did and takes down what the same expressions look up, so it cannot say
/// anything else than what was printed.
/// </summary>
public sealed class Tracer
{
    private readonly ReportRun _run;
    private readonly ElementPlan _plan;
    private readonly SectionData _data;
    private readonly PrintedPlace _place;
    private readonly Frame _frame;
    private readonly TracedMark? _mark;
    private readonly TracedCell? _cell;
    private readonly IReadOnlyList<(Compiled Value, ValueFormat? Format)> _values;
    private readonly List<AskedTotal> _asked = [];

    /// <param name="run">With its figures; for what stands in page bands, with its pages too.</param>
    /// <exception cref="TraceException">The run prints no such thing, or nothing that comes from rows.</exception>
    public Tracer(ReportRun run, PrintedPlace place, ITypesetter typesetter)
    {
        (_run, _place) = (run, place);
        var around = run.Data?.Sections.FirstOrDefault(s => s.Plan.Section.Id == place.Section) ?? throw Nothing();
        var frame = (place.Page is null ? place.FrameIn(around) : OnPage(place)) ?? throw Nothing();
        _plan = (place.Page is null ? around.Plan.Elements
                : run.Sheets.SelectMany(s => s.Plan.PageHeader.Concat(s.Plan.PageFooter)).SelectMany(p => p.Elements))
            .FirstOrDefault(e => e.Id == place.Element) ?? throw Nothing();
        _data = around;
        if (_plan is OwnChartPlan own)
        {
            frame = run.Data!.OwnRows(own.Id, own.Around, frame) ?? throw new TraceException("No rows belong to this chart here.");
            (_plan, _data) = (own.Chart, run.Data.Sections.First(s => s.Plan.Section.Id == own.Id));
        }
        if (_plan is OwnCrosstabPlan table)
        {
            frame = run.Data!.OwnRows(table.Id, table.Around, frame) ?? throw new TraceException("No rows belong to this crosstab here.");
            (_plan, _data) = (table.Crosstab, run.Data.Sections.First(s => s.Plan.Section.Id == table.Id));
        }
        _frame = frame;
        if (_plan is CrosstabPlan crosstab)
            _cell = TracedCell.Find(run.Data!.Crosstabs[crosstab.Id], crosstab, frame, place.Mark)
                ?? throw new TraceException(place.Mark is { } cell ? $"The crosstab has no cell “{cell}” here." : "It has no rows here.");
        if (_plan is ChartPlan chart && place.Mark is { } mark)
            _mark = TracedMark.Find(run, _data, chart, frame, mark, typesetter)
                ?? throw new TraceException($"The chart draws no mark “{mark}” here.");
        _values = Values();
        TakeDown();
    }

    private static TraceException Nothing() => new("This is not printed any more. Run the report again.");

    private Frame? OnPage(PrintedPlace place) => place.Page is { } page
        && _run.Sheets.FirstOrDefault(s => s.Plan.First.Section.Id == place.Section) is { } sheet && page >= 1 && page <= sheet.Index.Count
            ? sheet.BandFrame(page, place.Element) : null;

    private List<(Compiled, ValueFormat?)> Values()
    {
        if (_plan is CrosstabPlan crosstab)
            return [.. crosstab.Query.Values.Where((_, i) => _place.Mark is null || i == _cell!.Value)
                .Select(v => (v.Number, (ValueFormat?)v.Full))];
        if (_plan is not ChartPlan chart)
            return [.. _plan.Said.Where(p => p.Value is not null).Select(p => (p.Value!, p.Format)),
                .. _plan.Written.Select(w => (w, (ValueFormat?)null))];
        var all = chart.Query.Values.Select((v, i) => (v, (ValueFormat?)chart.FullFormats[Math.Min(i, chart.FullFormats.Count - 1)]))
            .ToList();
        return _mark is null ? all
            : [all[Math.Clamp(_mark.Content.Numbers.Series.ElementAtOrDefault(_mark.Mark.SeriesIndex)?.ValueIndex ?? 0, 0, all.Count - 1)]];
    }

    private void TakeDown()
    {
        if (_plan is ChartPlan chart)
        {
            var rows = _mark?.Rows ?? AllDrawn();
            _frame.MarkTotals = _data.TotalsOf(chart.Query.MarkTotals.Specs, rows);
            _frame.Mark = 0;
        }
        if (_cell is { Cell: var at }) (_frame.MarkTotals, _frame.MarkLevel, _frame.Mark) = (at.Cells.Totals, at.Level, at.Group);
        _frame.Asked = _asked;
        foreach (var (value, _) in _values) _frame.Try(value);
        _frame.Asked = null;
        var seen = new HashSet<(AggregateSpec, AskedOver, int, int, int)>();
        _asked.RemoveAll(a => !seen.Add((a.Spec, a.Over, a.Level, a.From, a.To)));
    }

    /// <summary>Where the number comes from.</summary>
    public Trace Trace()
    {
        var parts = _asked.Count > 0 ? _asked.Select(Part).ToList() : [RowsAlone()];
        var name = _cell is { } cell ? cell.Spoken : _mark is { } mark ? mark.Content.Spoken(mark.Mark)
            : PlaceNames.Of(_run.Report, _plan.Id) ?? _plan.Id;
        return new Trace(_place, name,
            Where(), Printed(), [.. Expressions()], parts, Inputs(),
            _data.Rows.Count, _data.Tree.Order.Length);
    }

    /// <summary>What is worked out there, and how the fields in it are that are worked out themselves.</summary>
    private IEnumerable<string> Expressions()
    {
        var fields = _data.Plan.Dataset?.Fields ?? [];
        return _values.Where(v => v.Value.Field is null).Select(v => v.Value.Text).Where(t => t.Length > 0)
            .Concat(UsedFields().Order().Select(f => fields[f]).Where(f => f.Expression is { Length: > 0 })
                .Select(f => $"{Names.Quoted(f.Name)} = {f.Expression}")).Distinct();
    }

    private string Printed() => _cell is { } cell ? cell.Figure : _mark is { } mark ? mark.Figure
        : _plan is ChartPlan ? "" : _plan.Said.Count > 0 ? string.Concat(_plan.Said.Select(p => p.Text(_frame))) : string.Join(", ",
            _values.Select(v => _frame.Try(v.Value)).Where(v => !v.IsNull).Select(v => v.Invariant));

    private List<string> Where()
    {
        if (_place.Page is { } page) return [$"Page {page}"];
        var (said, frame) = (new List<string>(), _data.NewFrame());
        if (_data.Tree.Order.Length == 0) return said;
        for (var level = _data.Plan.Base + 1; level <= LevelOfPlace(); level++)
            said.Add($"{_data.Plan.Levels[level - _data.Plan.Base - 1].Level.Name}: {_data.LabelOf(level, _frame.Groups[level], frame)}");
        return said;
    }

    /// <summary>The level of the tree in whose bands the element stands.</summary>
    private int LevelOfPlace()
    {
        if (_plan is ChartPlan chart) return chart.Level;
        if (_plan is CrosstabPlan crosstab) return crosstab.Level;
        var place = _data.Plan.Bands.First(b => b.Value.Any(p => p.Elements.Contains(_plan))).Key;
        return place.Kind == BandKind.Detail ? _data.Tree.Innermost : _data.Plan.Base + place.Level;
    }

    private bool IsRow => _place.Page is null && _plan is not (ChartPlan or CrosstabPlan) && _data.Plan.Bands
        .Any(b => b.Key.Kind == BandKind.Detail && b.Value.Any(p => p.Elements.Contains(_plan)));

    /// <summary>A number without totals comes from its row, or says something about the rows of its group.</summary>
    private TracePart RowsAlone()
    {
        var rows = Rows(0);
        return new TracePart(IsRow ? "its row" : "the rows", IsRow ? "" : GroupWords(_place.Page is null ? LevelOfPlace() : 0), "", null,
            rows.Length, 0, 0, null, null);
    }

    private TracePart Part(AskedTotal asked)
    {
        var (spec, all, covered) = (asked.Spec, Range(asked), Covered(asked));
        var frame = _data.NewFrame();
        var empty = spec.Argument is null ? 0 : covered.Count(row =>
        {
            frame.Row = row;
            return frame.Try(spec.Argument).IsNull;
        });
        var (share, of) = Share(asked);
        var format = ValueFormat.For(spec.Type, null, spec.Kind.KindOf(spec), spec.Kind.ScaleOf(spec),
            Languages.Culture(_run.Report.Language), spec.Argument?.Currency ?? _run.Report.Currency);
        return new TracePart(Words(asked), OverWords(asked), asked.Value.IsNull ? "–" : format.Format(asked.Value),
            asked.Value.IsNull ? null : asked.Value.Invariant, covered.Length, empty, all.Length - covered.Length, share, of);
    }

    private string Words(AskedTotal asked)
    {
        var (spec, said) = (asked.Spec, CallText.Read(asked.Source, asked.Position));
        var of = spec.Argument is not { } argument ? "rows"
            : argument.Field is { } field ? _data.Plan.Dataset!.Fields[field].Caption : said.Of;
        var noun = spec.Kind.Counts ? spec.Distinct ? "the number of different values of" : spec.Argument is null ? "the number of"
                : "the number of values of"
            : spec.Kind.Noun is { } known ? $"the {known} of" : $"{spec.Kind.Name} of";
        return $"{noun} {of}" + (said.Where is { } where ? $" where {where}" : "");
    }

    private string OverWords(AskedTotal asked) => asked.Over switch
    {
        AskedOver.Page => "of what starts on this page",
        AskedOver.Mark => _cell is not null ? _place.Mark is null ? "of everything that the crosstab counts" : $"of {_cell.Spoken}"
            : _mark is null ? "of everything that is drawn" : "of what this mark stands for",
        AskedOver.UpToHere => $"{GroupWords(asked.Level, asked.Group)}, up to here",
        _ => GroupWords(asked.Level, asked.Group),
    };

    private string GroupWords(int level, int? group = null) => level <= _data.Plan.Base ? "of all rows"
        : $"of {_data.Plan.Levels[level - _data.Plan.Base - 1].Level.Name} {LabelOf(level, group ?? _frame.Groups[level])}";

    private string LabelOf(int level, int group) => _data.LabelOf(level, group, _data.NewFrame());

    /// <summary>The part that a sum or a count is of the same one in what is around it.</summary>
    private (double? Share, string? Of) Share(AskedTotal asked)
    {
        if (asked.Spec is not { Kind: Sum or Count, Distinct: false } || asked.Value.IsNull) return (null, null);
        var (rows, words) = asked.Over == AskedOver.Mark && _cell is not null
            ? (_place.Mark is null ? [] : _cell.Whole.Rows.ToArray(), "what the crosstab counts")
            : asked.Over == AskedOver.Mark && _mark is not null
            ? (AllDrawn(), "what the chart draws")
            : asked.Over == AskedOver.Group && asked.Level > _data.Plan.Base ? Around(asked) : ([], "");
        if (rows.Length == 0) return (null, null);
        var whole = Total(asked.Spec, rows);
        return whole.IsNull || whole.AsDouble == 0 ? (null, null) : (asked.Value.AsDouble / whole.AsDouble, words);

        (int[], string) Around(AskedTotal of)
        {
            var outer = _data.Tree.Levels[of.Level].Parent[of.Group];
            return (_data.Tree.Rows(of.Level - 1, outer).ToArray(), GroupWords(of.Level - 1, outer)[3..]);
        }
    }

    private Value Total(AggregateSpec spec, int[] rows) => _data.TotalsOf([spec], rows)[0, 0, 0];

    private List<TraceInput> Inputs()
    {
        var inputs = new List<TraceInput>();
        var fields = _data.Plan.Dataset?.Fields ?? [];
        if (_frame.Row >= 0 && _plan is not (ChartPlan or CrosstabPlan))
            foreach (var index in _values.Where(v => v.Value is { ReadsRow: true, Field: null }).SelectMany(v => v.Value.Fields).Distinct())
                inputs.Add(new TraceInput(fields[index].Caption, Table.Written(index, _frame.Row)));
        foreach (var parameter in _values.SelectMany(v => v.Value.Reads.ParameterIndices).Distinct().Order())
            if (parameter < _run.Report.Parameters.Count)
                inputs.Add(new TraceInput(_run.Report.Parameters[parameter].Caption,
                    _run.Parameters.Words(_run.Report, parameter, null)));
        return inputs;
    }

    private int[]? _drawn;

    /// <summary>Every row that the chart draws here; it is looked for once.</summary>
    private int[] AllDrawn() => _drawn ??= TracedMark.AllRows(_data, (ChartPlan)_plan, _frame);

    private int[] Range(AskedTotal asked) => asked.Over == AskedOver.Mark
        ? _cell?.Rows ?? _mark?.Rows ?? AllDrawn()
        : _data.Tree.Order[asked.From..Math.Max(asked.From, asked.To)];

    private int[] Covered(AskedTotal asked)
    {
        var rows = Range(asked);
        if (asked.Spec.Filter is null) return rows;
        var frame = _data.NewFrame();
        return [.. rows.Where(row => asked.Spec.Covers(frame, row))];
    }

    /// <summary>The rows that a part covers, in printed order; of a chart, in the dataset's.</summary>
    /// <param name="part">Its place among <see cref="Trace.Parts"/>.</param>
    public int[] Rows(int part)
    {
        if (part >= 0 && part < _asked.Count) return Covered(_asked[part]);
        if (_cell is not null) return _cell.Rows;
        if (_plan is ChartPlan) return _mark?.Rows ?? AllDrawn();
        if (IsRow) return _frame.Row < 0 ? [] : [_frame.Row];
        if (_place.Page is not null) return _data.Tree.Order[_frame.PageRows.From.._frame.PageRows.To];
        return _data.Tree.Order.Length == 0 ? [] : _data.Tree.Rows(LevelOfPlace(), _frame.Groups[LevelOfPlace()]).ToArray();
    }

    /// <summary>What a total gives for some rows: the check that the rows behind a number make that number.</summary>
    public Value TotalOf(int part, int[] rows) => Total(_asked[part].Spec, rows);

    /// <summary>The value of a part.</summary>
    public Value? ValueOf(int part) => part < _asked.Count ? _asked[part].Value : null;

    /// <summary>Some of the rows behind the number, with all fields of the dataset.</summary>
    /// <param name="sort">The name of the field they are put in order by; null keeps their order.</param>
    public TraceRows Page(int part, int from, int count, string? sort, bool descending) =>
        Table.Page(Rows(part), from, count, sort, descending);

    /// <summary>The rows behind the number with all fields, as they are.</summary>
    /// <param name="Rows">With the columns that were read.</param>
    /// <param name="Order">Which of them, and in which order.</param>
    public (IReadOnlyList<string> Head, RowSet Rows, int[] Order) All(int part, string? sort, bool descending) =>
        Table.All(Rows(part), sort, descending);

    private TraceTable Table => new(_data, UsedFields());

    private HashSet<int> UsedFields() => [.. _values.SelectMany(v => v.Value.Fields), .. _asked.SelectMany(a =>
        (a.Spec.Argument?.Fields ?? new HashSet<int>()).Concat(a.Spec.Filter?.Fields ?? new HashSet<int>()))];
}

using System.Text.Json;
using LucidLattice.Charts;
using LucidLattice.Crosstabs;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Output;

/// <summary>Writes the groups of one section.</summary>
internal sealed class GroupJson
{
    private const int FlushAt = 32 * 1024;
    private readonly ReportRun _run;
    private readonly SheetPages _sheet;
    private readonly SectionData _data;
    private readonly Utf8JsonWriter _json;
    private readonly CancellationToken _cancel;
    private readonly SectionPlan _plan;

    /// <summary>Stands where something is printed, and is moved by the positions alone; the other one reads keys.</summary>
    private readonly Frame _frame, _keys;
    private readonly FramePositions _positions;

    public GroupJson(ReportRun run, SheetPages sheet, SectionData data, Utf8JsonWriter json, CancellationToken cancel)
    {
        (_run, _sheet, _data, _json, _cancel) = (run, sheet, data, json, cancel);
        (_plan, _frame, _keys) = (data.Plan, data.NewFrame(), data.NewFrame());
        _positions = new FramePositions(data.Tree, _frame);
    }

    /// <summary>Everything; of a section inside of another, one entry for each place around that it has rows for.</summary>
    public void Whole()
    {
        if (_plan.Base == 0)
        {
            Group(0, 0);
            return;
        }
        _json.WriteStartArray();
        for (var group = 0; _data.Tree.Order.Length > 0 && group < _data.Tree.Levels[_plan.Base].Count; group++) Group(_plan.Base, group);
        _json.WriteEndArray();
    }

    private void Group(int level, int group)
    {
        _cancel.ThrowIfCancellationRequested();
        var tree = _data.Tree;
        _json.WriteStartObject();
        if (level > _plan.Base)
        {
            _json.WriteString("level", _plan.Levels[level - _plan.Base - 1].Level.Id);
            RunJson.WriteValue(_json, "key", _data.KeyOf(level, group, _keys));
            if (_plan.Base == 0) _json.WriteNumber("page", _sheet.PageOf(_plan, level, group) ?? 1);
        }
        else if (_plan.Base > 0) Matched(group);
        _json.WriteNumber("rows", tree.Levels[level].End(group) - tree.Levels[level].Start[group]);
        Totals(level, group);
        Charts(level, group);
        Crosstabs(level, group);
        if (level < tree.Innermost && tree.Order.Length > 0)
        {
            _json.WriteStartArray("groups");
            var (first, count) = tree.Inside(level, group, level + 1);
            for (var child = first; child < first + count; child++)
            {
                Group(level + 1, child);
                // Without this, everything would be kept until the end.
                if (_json.BytesPending > FlushAt) _json.Flush();
            }
            _json.WriteEndArray();
        }
        _json.WriteEndObject();
    }

    /// <summary>The keys by which the rows belong to a place around.</summary>
    private void Matched(int group)
    {
        _keys.StandAt(_plan.Base, group);
        _json.WriteStartArray("match");
        foreach (var match in _plan.Match) _json.WriteStringValue(_keys.Try(match.Own).Invariant);
        _json.WriteEndArray();
    }

    /// <summary>The value of every element that is printed in the group's header and footer and is one total, and what its texts
    /// say.</summary>
    private void Totals(int level, int group)
    {
        _json.WriteStartObject("totals");
        foreach (var element in Printed(level, group))
            if (element is TextPlan { OnlyValue: { Phase: Phase.Group or Phase.Ordered } value })
                RunJson.WriteValue(_json, element.Id, _frame.Try(value));
        _json.WriteEndObject();
        _json.WriteStartObject("texts");
        foreach (var element in Printed(level, group))
            if (element is TextPlan { IsOfPage: false } text) _json.WriteString(element.Id, text.Text(_frame));
        _json.WriteEndObject();
    }

    /// <summary>Of charts with rows of their own, the numbers that belong to the group.</summary>
    private void Charts(int level, int group)
    {
        if (!Elements(level, group).Any(e => e.Element is ChartPlan or OwnChartPlan)) return;
        _json.WriteStartObject("charts");
        foreach (var element in Printed(level, group))
            if (element is ChartPlan chart) Chart(chart, _frame);
            else if (element is OwnChartPlan own) Chart(own.Chart, _run.Data!.OwnRows(own.Id, own.Around, _frame));
        _json.WriteEndObject();
    }

    /// <param name="frame">Null where no rows belong to the place.</param>
    private void Chart(ChartPlan chart, Frame? frame)
    {
        _json.WriteStartObject(chart.Id);
        if (frame is not null) _json.WriteString("title", chart.Words.Title.At(frame).Text);
        if (frame is not null && chart.WholeAction(frame, _run.Proof) is { } whole) Click(whole);
        _json.WriteStartArray("marks");
        var numbers = frame is null ? ChartNumbers.None : chart.Numbers(_run.Data!.Charts, frame);
        foreach (var mark in numbers.Marks)
        {
            _json.WriteStartObject();
            if (chart.Query.Within is not null) RunJson.WriteValue(_json, "within", numbers.Categories[mark.CategoryIndex].OuterKey);
            RunJson.WriteValue(_json, "category", mark.Category);
            if (chart.Query.Split is not null) RunJson.WriteValue(_json, "series", mark.Split);
            if (chart.Query.Values.Count > 1)
                _json.WriteString("of", chart.Names.Values[numbers.Series[mark.SeriesIndex].ValueIndex]);
            RunJson.WriteValue(_json, "value", mark.Value);
            _json.WriteNumber("rows", mark.Rows);
            if (chart.Action(mark, numbers, frame!, _run.Proof) is { } action) Click(action);
            _json.WriteEndObject();
        }
        _json.WriteEndArray();
        _json.WriteEndObject();
    }

    private void Click(LinkAction action)
    {
        _json.WritePropertyName("click");
        JsonSerializer.Serialize(_json, action, ReportJson.Options);
    }

    /// <summary>The cells of crosstabs with rows: the keys of their row and column, every value, and what a click carries.</summary>
    private void Crosstabs(int level, int group)
    {
        if (!Elements(level, group).Any(e => e.Element is CrosstabPlan or OwnCrosstabPlan)) return;
        _json.WriteStartObject("crosstabs");
        foreach (var element in Printed(level, group))
            if (element is CrosstabPlan plan) Crosstab(plan, _frame);
            else if (element is OwnCrosstabPlan own) Crosstab(own.Crosstab, _run.Data!.OwnRows(own.Id, own.Around, _frame));
        _json.WriteEndObject();
    }

    /// <param name="frame">Null where no rows belong to the place.</param>
    private void Crosstab(CrosstabPlan plan, Frame? frame)
    {
        _json.WriteStartObject(plan.Id);
        _json.WriteString("title", plan.Spoken());
        Names("down", plan.Query.Down.Fields.Select(f => f.Id));
        Names("across", plan.Query.Across.Fields.Select(f => f.Id));
        Names("values", plan.Query.Values.Select(v => v.Name));
        var printed = frame is null ? null : new PrintedCrosstab(plan, _run.Data!.Crosstabs[plan.Id], frame, _run.Proof);
        _json.WriteStartArray("cells");
        foreach (var line in printed?.Grid.Lines.Where(l => l is { HasNumbers: true, Value: <= 0 }) ?? [])
            foreach (var column in printed!.Grid.Columns.Where(c => c.Value <= 0)) Cell(printed, line, column);
        _json.WriteEndArray();
        if (printed?.Grid.LeftOut is (var rows, var columns) && rows + columns > 0)
        {
            _json.WriteStartObject("leftOut");
            _json.WriteNumber("rows", rows);
            _json.WriteNumber("columns", columns);
            _json.WriteEndObject();
        }
        _json.WriteEndObject();
    }

    private void Names(string name, IEnumerable<string> names)
    {
        _json.WriteStartArray(name);
        foreach (var one in names) _json.WriteStringValue(one);
        _json.WriteEndArray();
    }

    private void Cell(PrintedCrosstab printed, CrosstabEntry line, CrosstabEntry column)
    {
        if (printed.Figures.Cell(line, column) is not { } cell) return;
        _cancel.ThrowIfCancellationRequested();
        _json.WriteStartObject();
        Keys("down", true, line);
        Keys("across", false, column);
        _json.WriteStartArray("values");
        for (var value = 0; value < printed.Plan.Query.Values.Count; value++)
        {
            var (own, side) = printed.Plan.Definition.Shape.ValuesDown ? (line with { Value = value }, column)
                : (line, column with { Value = value });
            RunJson.WriteValue(_json, printed.Figures.Shown(own, side, printed.Frame));
        }
        _json.WriteEndArray();
        _json.WriteNumber("rows", cell.Rows.Length);
        if (printed.Plan.CellAction(printed.Figures, line, column, printed.Frame, _run.Proof) is { } action) Click(action);
        _json.WriteEndObject();
        if (_json.BytesPending > FlushAt) _json.Flush();

        // Fewer keys than fields are those of a total.
        void Keys(string name, bool isDown, CrosstabEntry entry)
        {
            _json.WriteStartArray(name);
            for (var fields = 1; fields <= entry.Fields; fields++)
                RunJson.WriteValue(_json, printed.Figures.Key(isDown, fields,
                    printed.Figures.Around(isDown, entry.Fields, entry.Group, fields)));
            _json.WriteEndArray();
        }
    }

    /// <summary>What the group's header and footer print; the frame stands where each of it is printed.</summary>
    private IEnumerable<ElementPlan> Printed(int level, int group)
    {
        foreach (var (at, part, element) in Elements(level, group))
        {
            _positions.MoveTo(at);
            if (part.IsShown(_frame) && element.IsShown(_frame)) yield return element;
        }
    }

    private IEnumerable<(Cursor At, PartPlan Part, ElementPlan Element)> Elements(int level, int group)
    {
        foreach (var stage in level == _plan.Base ? new[] { Stage.ReportHeader, Stage.ReportFooter } : [Stage.Header, Stage.Footer])
            foreach (var part in _data.Content.PartsAt(new Cursor(stage, level, group)))
                foreach (var element in part.Elements) yield return (new Cursor(stage, level, group), part, element);
    }
}

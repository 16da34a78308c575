using System.Text.Json;
using LucidLattice.Crosstabs;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Figures;
using LucidLattice.Reports.Running;

namespace LucidLattice.Output;

/// <summary>Writes the groups of one section.</summary>
internal sealed class GroupJson(SectionFigures section, Utf8JsonWriter json, CancellationToken cancel)
{
    private const int FlushAt = 32 * 1024;
    private readonly ReportRun _run = section.Run;

    /// <summary>Everything; of a section inside of another, one entry for each place around that it has rows for.</summary>
    public void Whole()
    {
        if (section.IsInner) json.WriteStartArray();
        foreach (var whole in section.Wholes) Group(whole);
        if (section.IsInner) json.WriteEndArray();
    }

    private void Group(GroupFigures group)
    {
        json.WriteStartObject();
        if (group.Level is { } level)
        {
            json.WriteString("level", level.Id);
            RunJson.WriteValue(json, "key", group.Key);
            if (!section.IsInner) json.WriteNumber("page", group.Page ?? 1);
        }
        else if (section.IsInner) Matched(group);
        json.WriteNumber("rows", group.Count);
        Totals(group);
        Charts(group);
        Crosstabs(group);
        if (group.IsDivided)
        {
            json.WriteStartArray("groups");
            foreach (var inner in group.Groups)
            {
                Group(inner);
                // Without this, everything would be kept until the end.
                if (json.BytesPending > FlushAt) json.Flush();
            }
            json.WriteEndArray();
        }
        json.WriteEndObject();
    }

    private void Matched(GroupFigures group)
    {
        json.WriteStartArray("match");
        foreach (var value in group.Match) json.WriteStringValue(value.Invariant);
        json.WriteEndArray();
    }

    /// <summary>The value of every element that is printed in the group's header and footer and is one total, and what its texts
    /// say.</summary>
    private void Totals(GroupFigures group)
    {
        json.WriteStartObject("totals");
        foreach (var element in group.Printed.Where(e => e.IsTotal)) RunJson.WriteValue(json, element.Id, element.Value!.Value);
        json.WriteEndObject();
        json.WriteStartObject("texts");
        foreach (var element in group.Printed)
            if (element.Text is { } text) json.WriteString(element.Id, text);
        json.WriteEndObject();
    }

    private void Charts(GroupFigures group)
    {
        if (!group.Planned.Any(e => e is ChartPlan or OwnChartPlan)) return;
        json.WriteStartObject("charts");
        foreach (var element in group.Printed)
            if (element.Chart is { } chart) Chart(chart);
        json.WriteEndObject();
    }

    private void Chart(PrintedChart printed)
    {
        var chart = printed.Plan;
        json.WriteStartObject(chart.Id);
        if (printed.Title is { } title) json.WriteString("title", title);
        if (printed.Click is { } whole) Click(whole);
        json.WriteStartArray("marks");
        var numbers = printed.Numbers;
        foreach (var mark in numbers.Marks)
        {
            json.WriteStartObject();
            if (chart.Query.Within is not null) RunJson.WriteValue(json, "within", numbers.Categories[mark.CategoryIndex].OuterKey);
            RunJson.WriteValue(json, "category", mark.Category);
            if (chart.Query.Split is not null) RunJson.WriteValue(json, "series", mark.Split);
            if (chart.Query.Values.Count > 1)
                json.WriteString("of", chart.Names.Values[numbers.Series[mark.SeriesIndex].ValueIndex]);
            RunJson.WriteValue(json, "value", mark.Value);
            json.WriteNumber("rows", mark.Rows);
            if (chart.Action(mark, numbers, printed.Frame!, _run.Proof) is { } action) Click(action);
            json.WriteEndObject();
        }
        json.WriteEndArray();
        json.WriteEndObject();
    }

    private void Click(LinkAction action)
    {
        json.WritePropertyName("click");
        JsonSerializer.Serialize(json, action, ReportJson.Options);
    }

    /// <summary>The cells of crosstabs with rows: the keys of their row and column, every value, and what a click carries.</summary>
    private void Crosstabs(GroupFigures group)
    {
        if (!group.Planned.Any(e => e is CrosstabPlan or OwnCrosstabPlan)) return;
        json.WriteStartObject("crosstabs");
        foreach (var element in group.Printed)
            if (element.Crosstab is var (plan, figures)) Crosstab(plan, figures);
        json.WriteEndObject();
    }

    /// <param name="printed">Null where no rows belong to the place.</param>
    private void Crosstab(CrosstabPlan plan, PrintedCrosstab? printed)
    {
        json.WriteStartObject(plan.Id);
        json.WriteString("title", plan.Spoken());
        Names("down", plan.Query.Down.Fields.Select(f => f.Id));
        Names("across", plan.Query.Across.Fields.Select(f => f.Id));
        Names("values", plan.Query.Values.Select(v => v.Name));
        json.WriteStartArray("cells");
        foreach (var line in printed?.Grid.Lines.Where(l => l is { HasNumbers: true, Value: <= 0 }) ?? [])
            foreach (var column in printed!.Grid.Columns.Where(c => c.Value <= 0)) Cell(printed, line, column);
        json.WriteEndArray();
        if (printed?.Grid.LeftOut is (var rows, var columns) && rows + columns > 0)
        {
            json.WriteStartObject("leftOut");
            json.WriteNumber("rows", rows);
            json.WriteNumber("columns", columns);
            json.WriteEndObject();
        }
        json.WriteEndObject();
    }

    private void Names(string name, IEnumerable<string> names)
    {
        json.WriteStartArray(name);
        foreach (var one in names) json.WriteStringValue(one);
        json.WriteEndArray();
    }

    private void Cell(PrintedCrosstab printed, CrosstabEntry line, CrosstabEntry column)
    {
        if (printed.Figures.Cell(line, column) is not { } cell) return;
        cancel.ThrowIfCancellationRequested();
        json.WriteStartObject();
        Keys("down", true, line);
        Keys("across", false, column);
        json.WriteStartArray("values");
        for (var value = 0; value < printed.Plan.Query.Values.Count; value++)
        {
            var (own, side) = printed.Plan.Definition.Shape.ValuesDown ? (line with { Value = value }, column)
                : (line, column with { Value = value });
            RunJson.WriteValue(json, printed.Figures.Shown(own, side, printed.Frame));
        }
        json.WriteEndArray();
        json.WriteNumber("rows", cell.Rows.Length);
        if (printed.Plan.CellAction(printed.Figures, line, column, printed.Frame, _run.Proof) is { } action) Click(action);
        json.WriteEndObject();
        if (json.BytesPending > FlushAt) json.Flush();

        // Fewer keys than fields are those of a total.
        void Keys(string name, bool isDown, CrosstabEntry entry)
        {
            json.WriteStartArray(name);
            for (var fields = 1; fields <= entry.Fields; fields++)
                RunJson.WriteValue(json, printed.Figures.Key(isDown, fields,
                    printed.Figures.Around(isDown, entry.Fields, entry.Group, fields)));
            json.WriteEndArray();
        }
    }
}

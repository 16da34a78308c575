using System.Text.Json;
using LucidLattice.Core.Crosstabs;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Drawing;
using LucidLattice.Core.Elements;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Planning;
using LucidLattice.Core.Running;
using LucidLattice.Core.Values;

namespace LucidLattice.Output;

/// <summary>
/// A run for machines: problems, page count, the tree of groups with keys, row counts and every total by its element, each chart's
/// numbers with what a click on each mark carries, and what is printed, as people read it. Decimal numbers are written in full.
/// docs/output-json.md describes it.
/// </summary>
public static class RunJson
{
    /// <summary>The texts of more pages are left out.</summary>
    public const int MostPages = 1_000;

    public static void Write(ReportRun run, Stream output, CancellationToken cancel)
    {
        using var json = new Utf8JsonWriter(output,
            new JsonWriterOptions { Indented = true, Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping });
        json.WriteStartObject();
        json.WriteString("title", run.Title);
        json.WriteString("asOf", Value.Of(run.AsOf).Invariant);
        json.WritePropertyName("problems");
        JsonSerializer.Serialize(json, run.Problems, ReportJson.Options);
        json.WriteStartObject("parameters");
        for (var i = 0; i < run.Report.Parameters.Count; i++) WriteValue(json, run.Report.Parameters[i].Name, run.Parameters.Values[i]);
        json.WriteEndObject();
        json.WriteNumber("pageCount", run.PageCount);
        if (run.Data is { } data)
        {
            json.WriteNumber("rows", data.Rows);
            // The first section is the report to most; all of them follow by their sheets.
            json.WritePropertyName("report");
            new Writer(run, run.Sheets[0], data[run.Sheets[0].Plan.First], json, cancel).Whole();
            WriteSheets(run, data, json, cancel);
            WritePages(run, json, cancel);
        }
        json.WriteEndObject();
    }

    private static void WriteSheets(ReportRun run, RunData data, Utf8JsonWriter json, CancellationToken cancel)
    {
        json.WriteStartArray("sheets");
        foreach (var sheet in run.Sheets)
        {
            json.WriteStartObject();
            json.WriteString("sheet", sheet.Plan.Sheet.Id);
            json.WriteNumber("pageCount", sheet.Index.Count);
            json.WriteStartArray("sections");
            foreach (var section in sheet.Plan.Sections.SelectMany(s => s.WithInner).Skip(sheet == run.Sheets[0] ? 1 : 0))
            {
                json.WriteStartObject();
                json.WriteString("section", section.Section.Id);
                json.WritePropertyName("report");
                new Writer(run, sheet, data[section], json, cancel).Whole();
                json.WriteEndObject();
            }
            json.WriteEndArray();
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    /// <summary>What stands on the pages, from top to bottom and from left to right, as people read it.</summary>
    private static void WritePages(ReportRun run, Utf8JsonWriter json, CancellationToken cancel)
    {
        json.WriteStartArray("pages");
        for (var number = 1; number <= Math.Min(run.PageCount, MostPages); number++)
        {
            cancel.ThrowIfCancellationRequested();
            var (sheet, own) = run.SheetOf(number);
            json.WriteStartObject();
            json.WriteString("sheet", sheet.Plan.Sheet.Id);
            json.WriteNumber("page", own);
            json.WriteStartArray("texts");
            foreach (var text in run.Page(sheet, own).Flatten().OfType<TextRun>().OrderBy(t => Math.Round(t.Y)).ThenBy(t => t.X))
            {
                json.WriteStartObject();
                json.WriteNumber("x", Math.Round(text.X, 2));
                json.WriteNumber("y", Math.Round(text.Y, 2));
                json.WriteString("text", text.Text);
                json.WriteEndObject();
            }
            json.WriteEndArray();
            json.WriteEndObject();
            json.Flush();
        }
        json.WriteEndArray();
    }

    private static void WriteValue(Utf8JsonWriter json, string name, Value value)
    {
        json.WritePropertyName(name);
        WriteValue(json, value);
    }

    private static void WriteValue(Utf8JsonWriter json, Value value)
    {
        switch (value.Type)
        {
            case DataType.Null: json.WriteNullValue(); break;
            case DataType.Whole: json.WriteNumberValue(value.Whole); break;
            case DataType.Decimal: json.WriteNumberValue(value.Decimal); break;
            case DataType.Double: json.WriteNumberValue(value.Double); break;
            case DataType.Bool: json.WriteBooleanValue(value.Bool); break;
            default: json.WriteStringValue(value.Invariant); break;
        }
    }

    /// <summary>Writes the groups of one section.</summary>
    private sealed class Writer(ReportRun run, SheetPages sheet, SectionData data, Utf8JsonWriter json, CancellationToken cancel)
    {
        private const int FlushAt = 32 * 1024;
        private readonly SectionPlan _plan = data.Plan;
        private readonly Frame _frame = data.NewFrame();

        /// <summary>Everything; of a section inside of another, one entry for each place around that it has rows for.</summary>
        public void Whole()
        {
            if (_plan.Base == 0)
            {
                Group(0, 0);
                return;
            }
            json.WriteStartArray();
            for (var group = 0; data.Tree.Order.Length > 0 && group < data.Tree.Levels[_plan.Base].Count; group++) Group(_plan.Base, group);
            json.WriteEndArray();
        }

        private void Group(int level, int group)
        {
            cancel.ThrowIfCancellationRequested();
            var tree = data.Tree;
            json.WriteStartObject();
            if (level > _plan.Base)
            {
                json.WriteString("level", _plan.Levels[level - _plan.Base - 1].Level.Id);
                WriteValue(json, "key", data.KeyOf(level, group, _frame));
                if (_plan.Base == 0) json.WriteNumber("page", sheet.PageOf(_plan, level, group) ?? 1);
            }
            else if (_plan.Base > 0) Matched(group);
            json.WriteNumber("rows", tree.Levels[level].End(group) - tree.Levels[level].Start[group]);
            tree.Path(level, group, _frame.Groups);
            Totals(level, group);
            Charts(level, group);
            Crosstabs(level, group);
            if (level < tree.Innermost && tree.Order.Length > 0)
            {
                json.WriteStartArray("groups");
                var (first, count) = tree.Inside(level, group, level + 1);
                for (var child = first; child < first + count; child++)
                {
                    Group(level + 1, child);
                    // Without this, everything would be kept until the end.
                    if (json.BytesPending > FlushAt) json.Flush();
                }
                json.WriteEndArray();
            }
            json.WriteEndObject();
        }

        /// <summary>The keys by which the rows belong to a place around.</summary>
        private void Matched(int group)
        {
            _frame.StandAt(_plan.Base, group);
            json.WriteStartArray("match");
            foreach (var match in _plan.Match) json.WriteStringValue(_frame.Try(match.Own).Invariant);
            json.WriteEndArray();
        }

        /// <summary>The value of every element of the group's header and footer that is one total, and what its texts say.</summary>
        private void Totals(int level, int group)
        {
            json.WriteStartObject("totals");
            foreach (var (place, element) in Elements(level))
                if (element is TextPlan { OnlyValue: { Phase: Phase.Group or Phase.Ordered } value })
                {
                    Stand(place, level, group);
                    WriteValue(json, element.Id, _frame.Try(value));
                }
            json.WriteEndObject();
            json.WriteStartObject("texts");
            foreach (var (place, element) in Elements(level))
                if (element is TextPlan { IsOfPage: false } text)
                {
                    Stand(place, level, group);
                    json.WriteString(element.Id, text.Text(_frame));
                }
            json.WriteEndObject();
        }

        private void Charts(int level, int group)
        {
            var charts = Elements(level).Select(e => e.Element).OfType<ChartPlan>().ToList();
            if (charts.Count == 0) return;
            json.WriteStartObject("charts");
            foreach (var chart in charts)
            {
                Stand(new BandPlace(BandKind.GroupHeader, level), level, group);
                json.WriteStartObject(chart.Id);
                json.WriteString("title", chart.Words.Title.At(_frame).Text);
                if (chart.WholeAction(_frame, run.Proof) is { } whole)
                {
                    json.WritePropertyName("click");
                    JsonSerializer.Serialize(json, whole, ReportJson.Options);
                }
                json.WriteStartArray("marks");
                var numbers = chart.Numbers(data.Charts, _frame);
                foreach (var mark in numbers.Marks)
                {
                    json.WriteStartObject();
                    WriteValue(json, "category", mark.Category);
                    if (chart.Query.Split is not null) WriteValue(json, "series", mark.Split);
                    if (chart.Query.Values.Count > 1)
                        json.WriteString("of", chart.Names.Values[numbers.Series[mark.SeriesIndex].ValueIndex]);
                    WriteValue(json, "value", mark.Value);
                    json.WriteNumber("rows", mark.Rows);
                    if (chart.Action(mark, numbers, _frame, run.Proof) is { } action)
                    {
                        json.WritePropertyName("click");
                        JsonSerializer.Serialize(json, action, ReportJson.Options);
                    }
                    json.WriteEndObject();
                }
                json.WriteEndArray();
                json.WriteEndObject();
            }
            json.WriteEndObject();
        }

        /// <summary>The cells of crosstabs with rows: the keys of their row and column, every value, and what a click carries.</summary>
        private void Crosstabs(int level, int group)
        {
            var crosstabs = Elements(level).Select(e => e.Element).OfType<CrosstabPlan>().ToList();
            if (crosstabs.Count == 0) return;
            json.WriteStartObject("crosstabs");
            foreach (var plan in crosstabs)
            {
                Stand(new BandPlace(BandKind.GroupHeader, level), level, group);
                var printed = new PrintedCrosstab(plan, data.Crosstabs[plan.Id], _frame, run.Proof);
                json.WriteStartObject(plan.Id);
                json.WriteString("title", plan.Spoken());
                Names("down", plan.Query.Down.Fields.Select(f => f.Id));
                Names("across", plan.Query.Across.Fields.Select(f => f.Id));
                Names("values", plan.Query.Values.Select(v => v.Name));
                json.WriteStartArray("cells");
                foreach (var line in printed.Grid.Lines.Where(l => l is { HasNumbers: true, Value: <= 0 }))
                    foreach (var column in printed.Grid.Columns.Where(c => c.Value <= 0)) Cell(printed, line, column);
                json.WriteEndArray();
                json.WriteEndObject();
            }
            json.WriteEndObject();

            void Names(string name, IEnumerable<string> names)
            {
                json.WriteStartArray(name);
                foreach (var one in names) json.WriteStringValue(one);
                json.WriteEndArray();
            }
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
                WriteValue(json, printed.Figures.Shown(own, side, _frame));
            }
            json.WriteEndArray();
            json.WriteNumber("rows", cell.Rows.Length);
            if (printed.Plan.CellAction(printed.Figures, line, column, _frame, run.Proof) is { } action)
            {
                json.WritePropertyName("click");
                JsonSerializer.Serialize(json, action, ReportJson.Options);
            }
            json.WriteEndObject();
            if (json.BytesPending > FlushAt) json.Flush();

            // Fewer keys than fields are those of a total.
            void Keys(string name, bool isDown, CrosstabEntry entry)
            {
                json.WriteStartArray(name);
                for (var fields = 1; fields <= entry.Fields; fields++)
                    WriteValue(json, printed.Figures.Key(isDown, fields,
                        printed.Figures.Around(isDown, entry.Fields, entry.Group, fields)));
                json.WriteEndArray();
            }
        }

        private void Stand(BandPlace place, int level, int group)
        {
            var range = data.Tree.Levels[level];
            if (data.Tree.Order.Length == 0)
            {
                _frame.Row = -1;
                return;
            }
            var at = place.IsFooter ? range.End(group) - 1 : range.Start[group];
            _frame.Row = data.Tree.HasRows(level, group) ? data.Tree.Order[at] : -1;
            _frame.Place = place.IsFooter ? range.End(group) : at;
        }

        private IEnumerable<(BandPlace Place, ElementPlan Element)> Elements(int level)
            => from band in _plan.Bands
               where band.Key.IsSummary && _plan.Base + band.Key.Level == level
               from part in band.Value
               from element in part.Elements
               select (band.Key, element);
    }
}

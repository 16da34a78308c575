using System.Text.Json;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Planning;
using LucidLattice.Core.Running;
using LucidLattice.Core.Values;

namespace LucidLattice.Output;

/// <summary>
/// A run for machines: problems, page count, the tree of groups with keys, row counts and every total by its element, and each
/// chart's numbers with what a click on each mark carries. Decimal numbers are written in full.
/// </summary>
public static class RunJson
{
    public static void Write(ReportRun run, Stream output, CancellationToken cancel)
    {
        using var json = new Utf8JsonWriter(output, new JsonWriterOptions { Indented = true, Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping });
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
            json.WriteNumber("rows", data.Tree.Order.Length);
            json.WritePropertyName("report");
            new Writer(run, data, json, cancel).Group(0, 0);
        }
        json.WriteEndObject();
    }

    private static void WriteValue(Utf8JsonWriter json, string name, Value value)
    {
        json.WritePropertyName(name);
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

    private sealed class Writer(ReportRun run, RunData data, Utf8JsonWriter json, CancellationToken cancel)
    {
        private const int FlushAt = 32 * 1024;
        private readonly Frame _frame = data.NewFrame();

        public void Group(int level, int group)
        {
            cancel.ThrowIfCancellationRequested();
            json.WriteStartObject();
            var tree = data.Tree;
            if (level > 0)
            {
                json.WriteString("level", data.Plan.Levels[level - 1].Level.Id);
                WriteValue(json, "key", data.KeyOf(level, group, _frame));
                json.WriteNumber("page", run.PageOf(level, group) ?? 1);
            }
            json.WriteNumber("rows", tree.Levels[level].End(group) - tree.Levels[level].Start[group]);
            tree.Path(level, group).CopyTo(_frame.Groups, 0);
            Totals(level, group);
            Charts(level, group);
            if (level < tree.Innermost && tree.Order.Length > 0)
            {
                json.WriteStartArray("groups");
                for (var child = tree.FirstChild(level, group); ; child++)
                {
                    Group(level + 1, child);
                    // Without this, everything would be kept until the end.
                    if (json.BytesPending > FlushAt) json.Flush();
                    if (!tree.HasNextSibling(level + 1, child)) break;
                }
                json.WriteEndArray();
            }
            json.WriteEndObject();
        }

        /// <summary>The value of every element of the group's header and footer that is one total.</summary>
        private void Totals(int level, int group)
        {
            json.WriteStartObject("totals");
            foreach (var (place, element) in Elements(level))
                if (element is TextPlan { OnlyValue: { Phase: Phase.Group } value })
                {
                    Stand(place, level, group);
                    WriteValue(json, element.Id, _frame.Try(value));
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
                json.WriteString("title", chart.Title?.Text(_frame) ?? "");
                json.WriteStartArray("marks");
                foreach (var mark in data.Marks(chart, _frame))
                {
                    json.WriteStartObject();
                    WriteValue(json, "category", mark.Category);
                    WriteValue(json, "value", mark.Value);
                    json.WriteNumber("rows", mark.Rows);
                    if (run.Action(chart, mark, _frame) is { } action)
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

        private void Stand(BandPlace place, int level, int group)
        {
            var range = data.Tree.Levels[level];
            var footer = place.Kind is BandKind.GroupFooter or BandKind.ReportFooter;
            _frame.Row = data.Tree.Order.Length == 0 ? -1 : data.Tree.Order[footer ? range.End(group) - 1 : range.Start[group]];
        }

        private IEnumerable<(BandPlace Place, ElementPlan Element)> Elements(int level)
            => from band in data.Plan.Bands
               where band.Key.IsSummary && band.Key.Level == level
               from part in band.Value
               from element in part.Elements
               select (band.Key, element);
    }
}

using System.Text.Json;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Figures;
using LucidLattice.Reports.Running;

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
            var figures = new RunFigures(run, cancel);
            new GroupJson(figures.First!, json, cancel).Whole();
            WriteSheets(figures, json, cancel);
            WritePages(run, json, cancel);
        }
        json.WriteEndObject();
    }

    private static void WriteSheets(RunFigures figures, Utf8JsonWriter json, CancellationToken cancel)
    {
        json.WriteStartArray("sheets");
        var isFirst = true;
        foreach (var sheet in figures.Sheets)
        {
            json.WriteStartObject();
            json.WriteString("sheet", sheet.Sheet.Plan.Sheet.Id);
            json.WriteNumber("pageCount", sheet.Sheet.Index.Count);
            json.WriteStartArray("sections");
            foreach (var section in sheet.Sections.Skip(isFirst ? 1 : 0))
            {
                json.WriteStartObject();
                json.WriteString("section", section.Plan.Section.Id);
                json.WritePropertyName("report");
                new GroupJson(section, json, cancel).Whole();
                json.WriteEndObject();
            }
            json.WriteEndArray();
            json.WriteEndObject();
            isFirst = false;
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

    internal static void WriteValue(Utf8JsonWriter json, string name, Value value)
    {
        json.WritePropertyName(name);
        WriteValue(json, value);
    }

    internal static void WriteValue(Utf8JsonWriter json, Value value)
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
}

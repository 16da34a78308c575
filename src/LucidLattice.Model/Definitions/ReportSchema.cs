using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;

namespace LucidLattice.Model.Definitions;

/// <summary>The JSON Schema of report definitions, made from the records themselves (docs/report.schema.json).</summary>
public static class ReportSchema
{
    public static string Write()
    {
        var exporter = new JsonSchemaExporterOptions
        {
            TreatNullObliviousAsNonNullable = true,
            // The only place that the records leave open holds a dataset inside of a dataset.
            TransformSchemaNode = (context, node) =>
                context.TypeInfo.Type == typeof(JsonElement?) ? new JsonObject { ["$ref"] = "#/properties/datasets/items" } : node,
        };
        var schema = (JsonObject)new JsonSerializerOptions(ReportJson.Options)
            { TypeInfoResolver = new System.Text.Json.Serialization.Metadata.DefaultJsonTypeInfoResolver() }.GetJsonSchemaAsNode(
            typeof(ReportDefinition), exporter);
        schema.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.Insert(1, "title", $"Lucid Lattice report definition, version {ReportDefinition.CurrentVersion}");
        return schema.ToJsonString(
            new JsonSerializerOptions { WriteIndented = true,
            Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping }) + "\n";
    }
}

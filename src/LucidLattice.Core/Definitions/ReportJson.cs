using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;

namespace LucidLattice.Core.Definitions;

/// <summary>Reads and writes report definitions. Unknown properties and newer versions are refused, never dropped.</summary>
public static class ReportJson
{
    /// <summary>The options of every definition, here and in the API.</summary>
    public static readonly JsonSerializerOptions Options = Configure(new JsonSerializerOptions(JsonSerializerDefaults.Web) { WriteIndented = true });

    /// <summary>For short values inside of texts: no line breaks, letters as they are.</summary>
    internal static readonly JsonSerializerOptions Compact = new() { Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>Applies the rules of the definition format to <paramref name="options"/> and returns it.</summary>
    public static JsonSerializerOptions Configure(JsonSerializerOptions options)
    {
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
        options.AllowOutOfOrderMetadataProperties = true;
        options.PropertyNameCaseInsensitive = false;
        options.RespectNullableAnnotations = true;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        return options;
    }

    /// <summary>The definition as indented JSON with a stable order of properties.</summary>
    public static string Write(ReportDefinition definition) => JsonSerializer.Serialize(definition, Options);

    /// <summary>Reads a definition.</summary>
    /// <exception cref="DefinitionFormatException">The text is no report of a version known here; the message says where.</exception>
    public static ReportDefinition Read(string json)
    {
        try
        {
            if (JsonNode.Parse(json) is not JsonObject root) throw new DefinitionFormatException("A report file holds one JSON object.");
            if ((string?)root["format"] != ReportDefinition.FormatName)
                throw new DefinitionFormatException($"This is no report file: \"format\" should be \"{ReportDefinition.FormatName}\".");
            var version = root["version"]?.GetValueKind() == JsonValueKind.Number ? (int)root["version"]! : 0;
            if (version > ReportDefinition.CurrentVersion)
                throw new DefinitionFormatException($"This report was saved by a newer version of Lucid Lattice (format {version}; this program reads up to {ReportDefinition.CurrentVersion}).");
            return root.Deserialize<ReportDefinition>(Options)!;
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException or FormatException or NotSupportedException)
        {
            throw new DefinitionFormatException($"The report definition cannot be read: {e.Message}");
        }
    }
}

/// <summary>A text that is no report definition; the message is meant for people.</summary>
public sealed class DefinitionFormatException(string message) : Exception(message);

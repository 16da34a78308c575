using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace LucidLattice.Model.Definitions;

/// <summary>How definitions stand in JSON: unknown properties are refused, never dropped.</summary>
public static class ReportJson
{
    /// <summary>The options of every definition, here and in the API.</summary>
    public static readonly JsonSerializerOptions Options =
        Configure(new JsonSerializerOptions(JsonSerializerDefaults.Web) { WriteIndented = true });

    /// <summary>How deep things may stand inside of one another.</summary>
    public const int Depth = 128;

    /// <summary>Applies the rules of the definition format to <paramref name="options"/> and returns it.</summary>
    public static JsonSerializerOptions Configure(JsonSerializerOptions options)
    {
        options.MaxDepth = Depth;
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
        options.AllowOutOfOrderMetadataProperties = true;
        options.PropertyNameCaseInsensitive = false;
        options.AllowDuplicateProperties = false;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping;
        options.TypeInfoResolver = (options.TypeInfoResolver ?? new DefaultJsonTypeInfoResolver())
            .WithAddedModifier(NoNulls.Watch).WithAddedModifier(FiniteNumbers.Watch);
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        return options;
    }

    /// <summary>The definition as indented JSON with a stable order of properties.</summary>
    public static string Write(ReportDefinition definition) => JsonSerializer.Serialize(definition, Options);

    private static readonly JsonSerializerOptions Packed = new(Options) { WriteIndented = false };

    /// <summary>True if two definitions say the same.</summary>
    public static bool AreSame(ReportDefinition one, ReportDefinition other) => ReferenceEquals(one, other)
        || JsonSerializer.SerializeToUtf8Bytes(one, Packed).AsSpan().SequenceEqual(JsonSerializer.SerializeToUtf8Bytes(other, Packed));

    /// <summary>One element as JSON, by which it can be compared with another.</summary>
    public static string WriteElement(Element element) => JsonSerializer.Serialize(element, Options);

    /// <summary>Turns a file of today's version into its record.</summary>
    /// <exception cref="DefinitionFormatException">A property is unknown, missing, or of another kind; the message says where.</exception>
    internal static T Parse<T>(JsonObject file, string noun) where T : class
    {
        try
        {
            return file.Deserialize<T>(Options)!;
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException or FormatException or NotSupportedException)
        {
            throw new DefinitionFormatException($"The {noun} definition cannot be read: {FormatWords.Explain(e, Options, typeof(T))}");
        }
    }
}

/// <summary>A text that is no definition; the message is meant for people.</summary>
public sealed class DefinitionFormatException(string message) : Exception(message);

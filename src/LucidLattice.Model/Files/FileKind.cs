using System.Text.Json;
using System.Text.Json.Nodes;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Model.Files;

/// <summary>A small step from one version of a format to the next. It changes the JSON in place and knows nothing of today's
/// records.</summary>
public delegate void Upgrade(JsonObject file);

/// <summary>
/// A kind of file that people keep: all of them begin with the same envelope, <c>format</c> and <c>version</c>. A file of an older
/// version is brought up step by step; a newer one is refused in words.
/// </summary>
/// <param name="Format">The value of <c>format</c>: <c>lucid-lattice/report</c>.</param>
/// <param name="Noun">What people call it: “report”.</param>
/// <param name="Upgrades">The step from version 1 to 2 first. A step is never changed once it has shipped.</param>
public sealed record FileKind(string Format, string Noun, IReadOnlyList<Upgrade> Upgrades)
{
    /// <summary>The newest version that this program reads, and the one that it writes.</summary>
    public int Version => Upgrades.Count + 1;

    /// <summary>True if files of version 1 had no envelope yet, so that one without it is taken for such a file.</summary>
    public bool BeganWithoutEnvelope { get; init; }

    /// <summary>Reads a file of any version up to today's, and gives it as a file of today's version.</summary>
    /// <exception cref="DefinitionFormatException">It is no such file, or a newer one; the message says which.</exception>
    public JsonObject Open(string json)
    {
        if (Parse(json) is not JsonObject file) throw new DefinitionFormatException($"A {Noun} file holds one JSON object.");
        var format = TextOf(file["format"]);
        var version = BeganWithoutEnvelope && file["format"] is null && file["version"] is null ? 1 : VersionOf(file, format);
        for (; version < Version; version++) Step(file, version);
        file["format"] = Format;
        file["version"] = Version;
        return file;
    }

    /// <summary>What is kept as indented JSON with its envelope, and a stable order of properties.</summary>
    public string Write<T>(T kept) where T : class
    {
        var file = (JsonObject)JsonSerializer.SerializeToNode(kept, ReportJson.Options)!;
        file.Insert(0, "format", Format);
        file.Insert(1, "version", Version);
        return file.ToJsonString(ReportJson.Options);
    }

    /// <exception cref="DefinitionFormatException">The text is no such file of a version known here; the message says where.</exception>
    public T Read<T>(string json) where T : class
    {
        var file = Open(json);
        file.Remove("format");
        file.Remove("version");
        return ReportJson.Parse<T>(file, Noun);
    }

    private int VersionOf(JsonObject file, string? format)
    {
        if (format != Format) throw new DefinitionFormatException($"This is no {Noun} file: \"format\" should be \"{Format}\".");
        var version = file["version"] is JsonValue value && value.TryGetValue(out int number) ? number : 0;
        if (version > Version)
            throw new DefinitionFormatException(
                $"This {Noun} was saved by a newer version of Lucid Lattice (format {version}; this program reads up to {Version}).");
        return version >= 1 ? version
            : throw new DefinitionFormatException(
            $"The {Noun} definition cannot be read: \"version\" should be a number from 1 to {Version}.");
    }

    private void Step(JsonObject file, int version)
    {
        try
        {
            Upgrades[version - 1](file);
        }
        catch (Exception e) when (e is InvalidOperationException or FormatException or ArgumentException)
        {
            throw new DefinitionFormatException(
                $"This {Noun} of format {version} is not as that format has it, so it cannot be brought to format {version + 1}.");
        }
    }

    private JsonNode? Parse(string json)
    {
        try
        {
            return JsonNode.Parse(json, documentOptions: new JsonDocumentOptions { AllowDuplicateProperties = false,
                MaxDepth = ReportJson.Depth });
        }
        catch (JsonException e)
        {
            throw new DefinitionFormatException($"The {Noun} definition cannot be read: {FormatWords.Explain(e, ReportJson.Options)}");
        }
    }

    private static string? TextOf(JsonNode? node) => node is JsonValue value && value.TryGetValue(out string? text) ? text : null;
}

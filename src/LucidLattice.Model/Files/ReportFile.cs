using LucidLattice.Model.Definitions;

namespace LucidLattice.Model.Files;

/// <summary>Reads report definitions. Newer versions are refused, never read in part.</summary>
public static class ReportFile
{
    /// <summary>Reads a definition of any version up to today's.</summary>
    /// <exception cref="DefinitionFormatException">The text is no report of a version known here; the message says where.</exception>
    public static ReportDefinition Read(string json)
        => ReportJson.Parse<ReportDefinition>(FileKinds.Report.Open(json), FileKinds.Report.Noun);
}

using LucidLattice.Model.Definitions;
using LucidLattice.Model.Files;

namespace LucidLattice.Planning;

/// <summary>
/// What can be kept at all. A draft may have any problem that its author can see and mend; what no screen could open again, or what would
/// spoil the lists of others, is refused.
/// </summary>
public static class Savable
{
    /// <summary>How deep things may stand inside of one another in a file: far beyond what anybody makes, and less than what is
    /// read.</summary>
    public const int DeepestReport = 100, DeepestDataset = 40;

    /// <summary>How many datasets may start from one another in a row.</summary>
    public const int LongestChain = 10;

    /// <returns>The definition as it is kept.</returns>
    /// <exception cref="DefinitionFormatException">It cannot be kept; the message says why.</exception>
    public static string Text(ReportDefinition report)
    {
        if (report.Sheets.Count == 0 || report.Sheets.Any(s => s.Sections.Count == 0))
            throw new DefinitionFormatException("A report needs a sheet, and each of its sheets a section, so this one was not saved.");
        if (AmountChecks.Check(report) is { } problem) throw new DefinitionFormatException($"This was not saved. {problem.Message}");
        return Flat(ReportJson.Write(report), DeepestReport, "report");
    }

    /// <param name="dataset">With what it starts from, where that is known.</param>
    /// <returns>The dataset as it is kept, without what it starts from, which is looked up anew each time.</returns>
    /// <exception cref="DefinitionFormatException">It cannot be kept; the message says why.</exception>
    public static string Text(Dataset dataset)
    {
        if (dataset.Name.Trim().Length == 0) throw new DefinitionFormatException("A dataset needs a name, so this one was not saved.");
        if (dataset.Fields.Count > AmountChecks.MostFields)
            throw new DefinitionFormatException(
                $"“{dataset.Name}” has {dataset.Fields.Count:N0} fields; {AmountChecks.MostFields:N0} are the most. It was not saved.");
        var before = 0;
        for (var basis = dataset; basis?.Source is DerivedSource source; basis = source.Base) before++;
        if (before > LongestChain)
            throw new DefinitionFormatException(
                $"“{dataset.Name}” would start from {before} datasets in a row; {LongestChain} are the most. "
                + "Start from one of those before.");
        return Flat(DatasetFile.Write(dataset.Source is DerivedSource derived ? dataset with { Source = derived with { Base = null } }
            : dataset),
            DeepestDataset, "dataset");
    }

    private static string Flat(string json, int deepest, string noun)
    {
        var (depth, most, quoted) = (0, 0, false);
        for (var i = 0; i < json.Length; i++)
        {
            if (quoted && json[i] == '\\') i++;
            else if (json[i] == '"') quoted = !quoted;
            else if (!quoted && json[i] is '{' or '[') most = Math.Max(most, ++depth);
            else if (!quoted && json[i] is '}' or ']') depth--;
        }
        return most <= deepest ? json : throw new DefinitionFormatException(
            $"Things stand {most} deep inside of one another in this {noun}; {deepest} is the most. It was not saved.");
    }
}

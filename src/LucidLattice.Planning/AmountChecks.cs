using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning;

/// <summary>How much a report can hold. Whatever an author can write is worked through many times, so each has a bound; the limits are far
/// beyond what anybody reads.</summary>
public static class AmountChecks
{
    public const int MostParameters = 500, MostDatasets = 200, MostFields = 2_000, MostElements = 10_000, MostParts = 5_000,
        MostColumns = 1_000, LongestText = 100_000;

    /// <summary>The first amount that is too large, as a problem at its place; null if all are fine.</summary>
    public static Problem? Check(ReportDefinition report)
    {
        if (report.Parameters.Count > MostParameters)
            return Too("parameters", $"A report asks for at most {MostParameters:N0} parameters.", null, "parameters");
        if (report.Datasets.Count > MostDatasets)
            return Too("datasets", $"A report holds at most {MostDatasets:N0} datasets.", null, "datasets");
        if (report.Datasets.FirstOrDefault(d => d.Fields.Count > MostFields) is { } wide)
            return Too("fields", $"“{wide.Name}” has {wide.Fields.Count:N0} fields; {MostFields:N0} are the most.", wide.Id, "fields");
        if (report.AllSections().FirstOrDefault(s => s.Columns.Count > MostColumns) is { } broad)
            return Too("columns", $"A section has at most {MostColumns:N0} columns.", broad.Id, "columns");
        if (report.Promises.Count > Promise.Most)
            return Too("promises", $"A report makes at most {Promise.Most} promises.", null, "promises");
        var parts = report.AllParts().Take(MostParts + 1).ToList();
        if (parts.Count > MostParts) return Too("parts", $"A report has at most {MostParts:N0} parts of bands.", null, "sheets");
        if (parts.Sum(p => p.Elements.Count) > MostElements)
            return Too("elements", $"A report has at most {MostElements:N0} elements.",
                parts.MaxBy(p => p.Elements.Count)!.Id, "elements");
        foreach (var element in parts.SelectMany(p => p.Elements))
        {
            var length = element switch
            {
                TextElement text => text.Text.Length + text.More.Sum(m => (long)m.Text.Length),
                CodeElement code => code.Text.Length,
                _ => 0,
            };
            if (length > LongestText)
                return Too("long-text", $"The text has {length:N0} characters; {LongestText:N0} are the most.", element.Id, "text");
        }
        return null;
    }

    private static Problem Too(string what, string message, string? place, string property) =>
        new($"too-many-{what}", Severity.Error, message, place, property, Mends: ["Take some out, or make two reports of it."]);
}

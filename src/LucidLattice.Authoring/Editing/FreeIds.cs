using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Gives ids that nothing in a report carries yet, none of them twice.</summary>
internal sealed class FreeIds(ReportDefinition report)
{
    private readonly HashSet<string> _used = [.. ReportIds.All(report), .. report.Datasets.Select(d => d.Id)];

    /// <summary>The prefix with the first number that makes it new.</summary>
    public string Next(string prefix)
    {
        for (var n = 1; ; n++)
            if (_used.Add(prefix + n)) return prefix + n;
    }

    /// <summary>A new id that begins as another one does: “t12” for “t3”.</summary>
    public string Like(string id) => Next(id.TrimEnd([.. "0123456789"]) is { Length: > 0 } prefix ? prefix : "i");
}

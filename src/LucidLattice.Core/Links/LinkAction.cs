using LucidLattice.Core.Definitions;

namespace LucidLattice.Core.Links;

/// <summary>What one click does: the report that opens, where, and every value that it gets.</summary>
/// <param name="Report">The id of the report that opens.</param>
/// <param name="Title">Its title, for people.</param>
/// <param name="Values">By the target's parameter names, written as <see cref="Data.Value.Invariant"/>.</param>
public sealed record LinkAction(string Report, string Title, OpenIn Open, IReadOnlyDictionary<string, string> Values);

/// <summary>The reports that links can lead to.</summary>
public interface IReportCatalog
{
    /// <summary>The published version of a report, or null if there is none.</summary>
    ReportDefinition? Published(string reportId);

    /// <summary>Changes whenever any report is published or deleted: what was planned at one stamp is right as long as it stays.</summary>
    long Stamp => 0;
}

/// <summary>A catalog without reports.</summary>
public sealed class NoReports : IReportCatalog
{
    public static readonly NoReports Instance = new();

    public ReportDefinition? Published(string reportId) => null;
}

using LucidLattice.Core.Definitions;

namespace LucidLattice.Core.Links;

/// <summary>What one click does: the report that opens, where, and every value that it gets.</summary>
/// <param name="Report">The id of the report that opens.</param>
/// <param name="Title">Its title, for people.</param>
/// <param name="Values">By the target's parameter names, written as <see cref="Data.Value.Invariant"/>.</param>
/// <param name="Proof">Shows the server that the values of parameters which only links may set come from a link; null if there are
/// none.</param>
public sealed record LinkAction(string Report, string Title, OpenIn Open, IReadOnlyDictionary<string, string> Values, string? Proof = null)
{
    /// <summary>The id of the sheet that is shown; null for the first one.</summary>
    public string? Sheet { get; init; }
}

/// <summary>Vouches for values that a link carries, so that nobody can make them up.</summary>
public interface ILinkProof
{
    /// <param name="values">The values of parameters that only links may set, by name.</param>
    string Sign(string report, IReadOnlyDictionary<string, string> values);
}

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

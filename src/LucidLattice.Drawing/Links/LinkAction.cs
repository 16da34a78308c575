using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Drawing.Links;

/// <summary>What one click does: the report that opens, where, and every value that it gets.</summary>
/// <param name="Report">The id of the report that opens; empty for the one that was clicked, and where an address opens.</param>
/// <param name="Title">What opens, for people.</param>
/// <param name="Values">By the target's parameter names, written as <see cref="Data.Value.Invariant"/>.</param>
/// <param name="Proof">Shows the server that the values of parameters which only links may set come from a link; null if there are
/// none.</param>
public sealed record LinkAction(string Report, string Title, OpenIn Open, IReadOnlyDictionary<string, string> Values, string? Proof = null)
{
    /// <summary>The id of the sheet that is shown; null for the first one.</summary>
    public string? Sheet { get; init; }

    /// <summary>The web address that opens, complete; null where a report does.</summary>
    public string? Address { get; init; }

    /// <summary>The group of the same report that is gone to; null for none.</summary>
    public GroupAddress? Group { get; init; }

    /// <summary>Other things that the same click may do, of which the reader chooses.</summary>
    public IReadOnlyList<LinkAction> Also { get; init; } = [];
}

/// <summary>A group by its level's id and its key, as machines write it.</summary>
public sealed record GroupAddress(string Level, string Key);

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

    /// <summary>The identity of what <see cref="Published"/> gives.</summary>
    ContentHash? IdentityOf(string reportId) => Published(reportId) is { } report ? ContentHash.Of(report) : null;
}

/// <summary>A catalog without reports.</summary>
public sealed class NoReports : IReportCatalog
{
    public static readonly NoReports Instance = new();

    public ReportDefinition? Published(string reportId) => null;
}

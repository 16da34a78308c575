using LucidLattice.Drawing.Links;
using LucidLattice.Reports.Running;

namespace LucidLattice.Output.Files;

/// <summary>A kind of file that a run of a report is written to. A new one is a class, and a line in
/// <see cref="ReportOutputs"/>.</summary>
public interface IReportOutput
{
    /// <summary>In addresses, and at the end of files: <c>pdf</c>.</summary>
    string Name { get; }

    /// <summary>The media type (RFC 6838), of a text with its character set.</summary>
    string MediaType { get; }

    /// <summary>What readers choose it by; null for what they do not take as a file.</summary>
    string? Words { get; }

    /// <summary>True if it can say what is wrong with a report that has no data.</summary>
    bool WritesProblems => false;

    /// <summary>The Content-Security-Policy under which a browser may show it; null for that of the server.</summary>
    string? ShownUnder => null;

    /// <summary>Writes a run from its start to its end, as far as it can page by page.</summary>
    /// <param name="stream">Need not be seekable; stays open.</param>
    /// <exception cref="OperationCanceledException">Stopped between two pages.</exception>
    /// <exception cref="ArgumentOutOfRangeException">The run has no such page.</exception>
    void Write(ReportRun run, Stream stream, OutputOptions options, CancellationToken cancel);
}

/// <summary>What a file is written with.</summary>
public sealed record OutputOptions
{
    /// <summary>Where the server can be reached; without one, there are no links to reports.</summary>
    public string? BaseAddress { get; init; }

    /// <summary>What opens the report itself, with its values; null where nobody knows.</summary>
    public LinkAction? Self { get; init; }

    /// <summary>Of outputs of one page, which one; from 1.</summary>
    public int Page { get; init; } = 1;

    /// <exception cref="ArgumentOutOfRangeException">The run has no such page.</exception>
    internal void RequirePage(ReportRun run)
    {
        if (Page < 1 || Page > run.PageCount)
            throw new ArgumentOutOfRangeException(nameof(Page), Page, $"The report has {run.PageCount} pages.");
    }
}

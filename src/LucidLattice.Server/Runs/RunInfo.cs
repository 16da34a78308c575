using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Running;

namespace LucidLattice.Server.Runs;

/// <param name="Values">Parameter values by name, written as 2025-01-31, 12.5, true.</param>
/// <param name="Draft">True runs the draft, which only its author should see.</param>
public sealed record RunStart(IReadOnlyDictionary<string, string>? Values = null, bool Draft = false);

public enum RunState { Running, Ready, Failed }

/// <summary>What a run has found so far. A failed run has no pages; the problems say why.</summary>
/// <param name="AsOf">The time of the data, in the report's zone.</param>
public sealed record RunInfo(string Id, string ReportId, RunState State, string Title, bool Draft, string AsOf, int PageCount, int Rows, double PageWidth, double PageHeight, double Milliseconds, IReadOnlyList<ParameterInfo> Parameters, IReadOnlyList<Problem> Problems);

/// <summary>A parameter with the value that a run used.</summary>
/// <param name="Value">Empty if there is none.</param>
/// <param name="Given">False if the value is the default.</param>
public sealed record ParameterInfo(string Name, string Caption, DataType Type, bool Required, SetBy SetBy, string Value, bool Given)
{
    public static IReadOnlyList<ParameterInfo> Of(ReportRun run)
        => [.. run.Report.Parameters.Select((p, i) => new ParameterInfo(p.Name, p.Caption, p.Type, p.Required, p.SetBy, run.Parameters.Values[i].Invariant, run.Parameters.Given.Contains(p.Name)))];
}

/// <summary>A group in the outline of a run.</summary>
/// <param name="Level">From 1 at the outermost.</param>
/// <param name="Page">The page on which it begins, from 1.</param>
public sealed record OutlineEntry(int Level, string Label, int Page, int Rows);

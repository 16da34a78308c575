using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Tracing;

/// <summary>Where a printed number comes from.</summary>
/// <param name="Place">By which its rows can be asked for.</param>
/// <param name="Name">What was asked about, in words: “the total of “Passengers” in the footer of Route”.</param>
/// <param name="Where">The groups around it in words, outermost first: “Route: Brae – Holm”.</param>
/// <param name="Text">What is printed.</param>
/// <param name="Expressions">What is worked out there, as it was written.</param>
/// <param name="Parts">The totals and rows that it is made of, at least one.</param>
/// <param name="Inputs">Other values in it: fields of the row, parameters.</param>
/// <param name="RowsRead">How many rows the section's dataset gave.</param>
/// <param name="RowsKept">How many of them passed the section's condition.</param>
public sealed record Trace(PrintedPlace Place, string Name, IReadOnlyList<string> Where, string Text, IReadOnlyList<string> Expressions,
    IReadOnlyList<TracePart> Parts, IReadOnlyList<TraceInput> Inputs, int RowsRead, int RowsKept);

/// <summary>A total that a number is made of, or the rows that stand behind it.</summary>
/// <param name="Words">“the sum of Passengers where cancelled = false”.</param>
/// <param name="Over">Of which rows: “of the Route Brae – Holm”.</param>
/// <param name="Text">Its value, as people read it; empty for rows without a total.</param>
/// <param name="Value">The value as machines write it.</param>
/// <param name="Rows">How many rows it covers.</param>
/// <param name="Empty">How many of them have no value that would count.</param>
/// <param name="LeftOut">How many rows its own condition leaves out.</param>
/// <param name="Share">Its part of the same total in what is around it, 0 to 1; null where parts make no sense.</param>
/// <param name="ShareOf">What that is: “the Region Northern isles”.</param>
public sealed record TracePart(string Words, string Over, string Text, string? Value, int Rows, int Empty, int LeftOut, double? Share,
    string? ShareOf);

public sealed record TraceInput(string Name, string Text);

/// <summary>Some of the rows behind a number.</summary>
/// <param name="Head">The fields of the dataset.</param>
/// <param name="Total">How many rows there are.</param>
/// <param name="Rows">A text for each field.</param>
public sealed record TraceRows(IReadOnlyList<TraceHead> Head, int Total, IReadOnlyList<IReadOnlyList<string>> Rows);

/// <param name="Name">Of the field.</param>
/// <param name="Origin">The table and column that it comes from: “sailings.sailing_id”; null for worked-out fields.</param>
/// <param name="Used">True if the number is made of it.</param>
public sealed record TraceHead(string Name, string Caption, string? Origin, bool IsNumber, bool Used);

/// <summary>Nothing can be traced there; the message says why.</summary>
public sealed class TraceException(string message) : Exception(message);

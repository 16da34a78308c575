using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions.Aggregates;

namespace LucidLattice.Core.Expressions;

/// <summary>The names that an expression may use, and what an aggregate means where it stands.</summary>
public sealed record Scope
{
    public IReadOnlyList<Field> Fields { get; init; } = [];
    public IReadOnlyList<Parameter> Parameters { get; init; } = [];

    /// <summary>Names of the levels around the expression, outermost first: those that OVER (PARTITION BY …) can name.</summary>
    public IReadOnlyList<string> Levels { get; init; } = [];

    /// <summary>The latest phase that makes sense here.</summary>
    public Phase Allowed { get; init; } = Phase.Row;

    /// <summary>Where group totals are put down; null where there are none.</summary>
    public AggregateList? Totals { get; init; }

    /// <summary>In a chart's value: where the totals of its marks are put down, which a bare aggregate means there.</summary>
    public AggregateList? MarkTotals { get; init; }

    /// <summary>The names of fields that joins repeat; see <see cref="IRowReader.Repeated"/>.</summary>
    public IReadOnlySet<string> Repeated { get; init; } = new HashSet<string>();

    /// <summary>Warnings are put down here.</summary>
    public List<(string Code, string Message, int Position)> Warnings { get; init; } = [];
}

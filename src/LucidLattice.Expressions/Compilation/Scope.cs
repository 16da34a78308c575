using LucidLattice.Data;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Expressions.Compilation;

/// <summary>The names that an expression may use, and what an aggregate means where it stands.</summary>
public sealed record Scope
{
    public IReadOnlyList<Field> Fields { get; init; } = [];
    public IReadOnlyList<Parameter> Parameters { get; init; } = [];

    /// <summary>How many levels of the tree stand above the section itself: the keys by which a nested one is matched. Its whole is level
    /// <c>Base</c>.</summary>
    public int Base { get; init; }

    /// <summary>True where each row is printed, so that “the one before” is a row, not a group.</summary>
    public bool IsDetail { get; init; }

    /// <summary>Names of the levels around the expression, outermost first: those that OVER (PARTITION BY …) can name.</summary>
    public IReadOnlyList<string> Levels { get; init; } = [];

    /// <summary>Of levels that print groups without rows: the level of the tree by the identity of its key, which such a group gives
    /// by itself.</summary>
    public IReadOnlyDictionary<ContentHash, int> GivenKeys { get; init; } = new Dictionary<ContentHash, int>();

    /// <summary>True where rows are worked out one by one, so that nothing can look at others.</summary>
    public bool RowsStandAlone { get; init; }

    /// <summary>The latest phase that makes sense here.</summary>
    public Phase Allowed { get; init; } = Phase.Row;

    /// <summary>Where group totals are put down; null where there are none.</summary>
    public AggregateList? Totals { get; init; }

    /// <summary>Where running totals and ranks are put down; null where the printed order is not known.</summary>
    public RequestList<RunningSpec>? Running { get; init; }
    public RequestList<RankSpec>? Ranks { get; init; }

    /// <summary>In page bands: where totals of the rows that start on the page are put down.</summary>
    public AggregateList? PageTotals { get; init; }

    /// <summary>In a chart's value: where the totals of its marks are put down, which a bare aggregate means there.</summary>
    public AggregateList? MarkTotals { get; init; }

    /// <summary>The names of fields that joins repeat; see <see cref="IRowReader.Repeated"/>.</summary>
    public IReadOnlySet<string> Repeated { get; init; } = new HashSet<string>();

    /// <summary>In page bands: the levels of the sheet's first section, whose pages can be counted.</summary>
    public IReadOnlyList<string> LevelsOnPage { get; init; } = [];

    /// <summary>Warnings are put down here.</summary>
    public List<(string Code, string Message, int Position)> Warnings { get; init; } = [];
}

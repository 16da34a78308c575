using System.Text.Json.Serialization;

namespace LucidLattice.Model.Definitions;

/// <summary>The heading of a column.</summary>
public sealed record HeadingElement : Element;

/// <summary>The value of a column, for the row that is printed.</summary>
public sealed record CellElement : Element
{
    /// <summary>The value by itself, or in what relation to the other rows.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public TotalForm As { get; init; }
}

/// <summary>A subtotal of a column, over the rows of the group whose header or footer it stands in; in a page header or footer, over the
/// rows that start on the page.</summary>
public sealed record TotalElement : Element
{
    /// <summary>The name of a kind of total, as expressions write it, or one of <see cref="MadeAggregates"/>.</summary>
    public string Aggregate { get; init; } = "sum";

    /// <summary>What a weighted average is weighted by, and what a ratio is divided by: an expression of one row.</summary>
    [Holds(TextForm.Expression)]
    public string? By { get; init; }

    /// <summary>Of a percentile, from 0 to 1.</summary>
    public double? Fraction { get; init; }

    /// <summary>A condition of one row: only rows for which it holds are in the total.</summary>
    [Holds(TextForm.Expression)]
    public string? Where { get; init; }

    /// <summary>The total by itself, or in what relation to others.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public TotalForm As { get; init; }

    /// <summary>In a page header or footer, the id of the level in whose groups a running total begins anew; null for the outermost
    /// one.</summary>
    public string? Within { get; init; }

    /// <summary>What is printed instead of the total itself: an arithmetic expression over lines of a statement, in which <c>this</c> is
    /// the total itself, as <c>this / Revenue</c>. See <see cref="CalculatedRow.Formula"/>. Null prints the total.</summary>
    public string? Formula { get; init; }

    /// <summary>Rules across the column, above and below the number.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public TotalRule Above { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public TotalRule Below { get; init; }

    /// <summary>A Unicode LDML pattern; null takes that of the column, or the one that suits what is shown.</summary>
    public string? Pattern { get; init; }
}

/// <summary>A rule above or below a number in a column.</summary>
public enum TotalRule { None, Single, Double }

/// <summary>In which relation a number is shown. What is around is the group around the total's own group, or the group of a row; “all” is
/// the whole section.</summary>
public enum TotalForm
{
    Value, ShareOfAround, ShareOfAll,

    /// <summary>Everything printed so far, this one included; in a page header, everything before the page, in a page footer everything up
    /// to its end.</summary>
    Running,

    /// <summary>The same, begun anew in each group around; on a page, in each group of <see cref="TotalElement.Within"/>, which is what is
    /// brought forward from the page before, or carried forward to the next one.</summary>
    RunningInAround,

    /// <summary>The place among its neighbours, the largest first.</summary>
    Rank, RankInAround,

    /// <summary>The difference to the one before it, among those in the same group around; as a number, and as a share of that.</summary>
    Change, Growth,

    /// <summary>The same to the group of the same period a year before.</summary>
    ChangeOnYear, GrowthOnYear,
}

/// <summary>Kinds of totals that are made of several aggregates.</summary>
public static class MadeAggregates
{
    /// <summary>How many different values there are.</summary>
    public const string Different = "countDifferent";

    /// <summary>Averaged by a weight: sum(value × weight) / sum(weight), over rows that have a value.</summary>
    public const string Weighted = "weightedAverage";

    /// <summary>One sum divided by another, which is not the average of the rows' quotients.</summary>
    public const string Ratio = "ratio";

    /// <summary>The change from one sum to another, as a share of the absolute value of that one: (sum(value) − sum(by)) / |sum(by)|, which
    /// is negative where the value has fallen, also among negative numbers.</summary>
    public const string PercentChange = "percentChange";

    /// <summary>The sum divided by the number of groups of the next level.</summary>
    public const string PerGroup = "averageOfGroups";

    public const string Percentile = "percentile_cont";

    public static IReadOnlyList<string> All { get; } = [Different, Weighted, Ratio, PercentChange, PerGroup, Percentile];
}

using LucidLattice.Data;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts;

/// <summary>What a chart asks of the rows: by what they are divided into marks, and what each mark's numbers are.</summary>
/// <param name="Category">A row-phase expression.</param>
/// <param name="Split">A row-phase expression that divides each category into series; null for no series.</param>
/// <param name="Values">Group-phase expressions over the rows of a mark, at least one.</param>
/// <param name="MarkTotals">The totals that the values and the condition of categories are made of.</param>
public sealed record ChartQuery(
    Compiled Category, Compiled? Split, IReadOnlyList<Compiled> Values, AggregateList MarkTotals, ChartOrder Order)
{
    /// <summary>A row-phase condition for the rows that are drawn; null draws all.</summary>
    public Compiled? Filter { get; init; }

    /// <summary>A row-phase expression by which categories are divided first; null where they do not nest.</summary>
    public Compiled? Within { get; init; }

    /// <summary>Ranges that a category's numbers are put into; null for none.</summary>
    public ChartRanges? Ranges { get; init; }

    /// <summary>A group-phase condition over the rows of a category.</summary>
    public Compiled? Keep { get; init; }

    /// <summary>A group-phase number by which categories are large or small; null takes the first value.</summary>
    public Compiled? Measured { get; init; }

    /// <summary>A group-phase text that gives the colour of a mark; null for the usual ones.</summary>
    public Compiled? ColorBy { get; init; }

    /// <summary>What categories are made of, where one may stand for several; null where each is its own key.</summary>
    public Compiled? Keys { get; init; }

    /// <summary>How many categories are drawn by themselves; null draws all.</summary>
    public int? Largest { get; init; }

    /// <summary>True leaves rows without a category out.</summary>
    public bool LeavesEmpty { get; init; }

    /// <summary>A row-phase number whose single values a type draws; null where totals are enough.</summary>
    public Compiled? Spread { get; init; }

    /// <summary>What a mark's rows have in common, for links that carry it: a value where it is the same in all of them.</summary>
    public IReadOnlyList<Compiled> Common { get; init; } = [];

    /// <summary>True where categories have to be counted before they are drawn.</summary>
    public bool ChoosesCategories =>
        Order is ChartOrder.LargestFirst or ChartOrder.SmallestFirst || Keep is not null || Largest is not null;

    /// <summary>Its row-phase expressions, with a word for each.</summary>
    public IEnumerable<(string Role, Compiled Expression)> Parts
    {
        get
        {
            yield return ("by", Category);
            if (Within is not null) yield return ("within", Within);
            if (Split is not null) yield return ("split by", Split);
            if (Filter is not null) yield return ("where", Filter);
            if (Keep is not null) yield return ("keep", Keep);
            if (Measured is not null) yield return ("measured", Measured);
            if (ColorBy is not null) yield return ("color", ColorBy);
            if (Keys is not null) yield return ("keys", Keys);
            if (Spread is not null) yield return ("spread of", Spread);
            foreach (var value in Values) yield return ("of", value);
            foreach (var common in Common) yield return ("common", common);
        }
    }
}

/// <summary>What the rows of a chart are divided by, and the single numbers of its marks.</summary>
public sealed record ChartColumns(ChartKey Category, ChartKey? Within, ChartKey? Split, DataColumn? Spread)
{
    public Scales.NumberRanges? Ranges { get; init; }

    /// <summary>The rows that are drawn, by their number; null draws all.</summary>
    public BitSet? Drawn { get; init; }

    /// <summary>What categories are made of, where one may stand for several.</summary>
    public ChartKey? Keys { get; init; }
}

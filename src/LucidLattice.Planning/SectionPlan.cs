using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.GroupLevels;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Planning;

/// <summary>A section that is ready to run: every expression compiled, every element placed.</summary>
public sealed record SectionPlan
{
    public required ReportDefinition Report { get; init; }
    public required Section Section { get; init; }
    public required Dataset? Dataset { get; init; }

    /// <summary>In points.</summary>
    public required double Width { get; init; }

    /// <summary>From the left margin, in points.</summary>
    public required double X { get; init; }

    /// <summary>The indices of the dataset's fields that anything uses.</summary>
    public required IReadOnlySet<int> UsedFields { get; init; }

    /// <summary>How its rows belong to the row or the group around it; none takes all. Its rows are grouped by them before anything
    /// else.</summary>
    public required IReadOnlyList<MatchPlan> Match { get; init; }
    public required Compiled? Filter { get; init; }

    /// <summary>True if something looks at other rows than those that are kept, so that a database may leave none out.</summary>
    public required bool ReadsAllRows { get; init; }

    /// <summary>True if the filter or a match is broken: then nothing runs, since figures over other rows would be wrong.</summary>
    public required bool FilterIsBroken { get; init; }
    public required IReadOnlyList<(Compiled Key, bool Descending)> Sort { get; init; }
    public required IReadOnlyList<LevelPlan> Levels { get; init; }
    public required IReadOnlyDictionary<BandPlace, IReadOnlyList<PartPlan>> Bands { get; init; }
    public required AggregateList Totals { get; init; }

    /// <summary>The totals by which groups are put in order, and kept or left out.</summary>
    public required AggregateList GroupTotals { get; init; }
    public required RequestList<RunningSpec> Running { get; init; }
    public required RequestList<RankSpec> Ranks { get; init; }

    /// <summary>The groups that formulas name, with the count of their rows.</summary>
    public IReadOnlyList<NamedLine> NamedLines { get; init; } = [];

    /// <summary>The level of the tree that is the whole of the section; its own levels come after it.</summary>
    public int Base => Match.Count;

    /// <summary>The levels of its tree.</summary>
    public LevelsPlan Grouping => new([.. Match.Select(m => m.Own)], Levels, Report.Language);

    public IEnumerable<ChartPlan> Charts => Elements.OfType<ChartPlan>();

    public IEnumerable<CrosstabPlan> Crosstabs => Elements.OfType<CrosstabPlan>();

    /// <summary>Every element of its own bands.</summary>
    public IEnumerable<ElementPlan> Elements => Bands.Values.SelectMany(parts => parts).SelectMany(p => p.Elements);

    /// <summary>The rows of charts and crosstabs that have rows of their own: sections that print nothing but that, which stands in
    /// this one.</summary>
    public required IReadOnlyList<SectionPlan> OwnRows { get; init; }

    /// <summary>The sections inside of its bands.</summary>
    public IEnumerable<SectionPlan> Inner => Bands.Values.SelectMany(parts => parts).SelectMany(p => p.Sections);

    /// <summary>Itself, and all sections inside of it.</summary>
    public IEnumerable<SectionPlan> WithInner => Inner.SelectMany(s => s.WithInner).Concat(OwnRows).Prepend(this);
}

/// <param name="Own">Over the section's own rows.</param>
/// <param name="Around">Over the rows around it.</param>
public sealed record MatchPlan(Compiled Own, Compiled Around);

/// <param name="Place">The id of the part or the total whose formula names it.</param>
public sealed record NamedLine(string Name, string Place, Compiled Rows);

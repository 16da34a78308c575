using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Expressions;

namespace LucidLattice.Core.Planning;

/// <summary>A section that is ready to run: every expression compiled, every element placed.</summary>
public sealed record SectionPlan
{
    public required ReportDefinition Report { get; init; }
    public required Section Section { get; init; }
    public required Dataset? Dataset { get; init; }

    /// <summary>The indices of the dataset's fields that anything uses.</summary>
    public required IReadOnlySet<int> UsedFields { get; init; }
    public required Compiled? Filter { get; init; }

    /// <summary>True if the filter is broken: then nothing runs, since figures over unfiltered rows would be wrong.</summary>
    public required bool FilterIsBroken { get; init; }
    public required IReadOnlyList<(Compiled Key, bool Descending)> Sort { get; init; }
    public required IReadOnlyList<LevelPlan> Levels { get; init; }
    public required IReadOnlyDictionary<BandPlace, IReadOnlyList<PartPlan>> Bands { get; init; }
    public required AggregateList Totals { get; init; }

    public IEnumerable<ChartPlan> Charts => Bands.Values.SelectMany(parts => parts).SelectMany(p => p.Elements).OfType<ChartPlan>();
}

/// <param name="Format">Of the key, as the outline and machines show it.</param>
public sealed record LevelPlan(Level Level, Compiled Key, Formatting.ValueFormat Format);

/// <summary>A band part with its elements from top to bottom.</summary>
public sealed record PartPlan(BandPart Part, IReadOnlyList<ElementPlan> Elements)
{
    /// <summary>True if no text in it can make it grow, so that its height is always the same.</summary>
    public bool HasFixedHeight { get; } = !Elements.Any(e => e is TextPlan { Wraps: true });
}

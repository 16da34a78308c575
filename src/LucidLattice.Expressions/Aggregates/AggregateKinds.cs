using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>Every kind of total, in the order in which they are offered.</summary>
public static class AggregateKinds
{
    public static IReadOnlyList<Aggregate> All { get; } =
    [
        new Sum(), new Average(), new Count(), new Minimum(), new Maximum(), new Median(), new PercentileCont(),
        new Deviation(isSample: true, isRoot: true), new Deviation(isSample: false, isRoot: true),
        new Deviation(isSample: true, isRoot: false), new Deviation(isSample: false, isRoot: false),
        new Edge(isLast: false), new Edge(isLast: true),
    ];

    private static readonly Dictionary<string, Aggregate> ByName = All.ToDictionary(a => a.Name, StringComparer.OrdinalIgnoreCase);

    /// <summary>The kind of a name in whatever case, or null if there is none.</summary>
    public static Aggregate? Find(string name) => ByName.GetValueOrDefault(name);

    /// <summary>“sum, avg, count, min, max or median”: what messages offer.</summary>
    public static string Names { get; } = NamesOf(_ => true);

    public static string NamesOf(Func<Aggregate, bool> which)
        => WordList.Joined(All.Where(which).Select(a => a.Name), " or ");

    /// <summary>Those that a sentence offers, and that are written with nothing but what they are taken of.</summary>
    public static IEnumerable<Aggregate> InSentences => All.Where(a => a.Noun is not null);
}

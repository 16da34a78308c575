using LucidLattice.Reports.Running;

namespace LucidLattice.Authoring.Composing;

/// <summary>One path through the groups of a section, clamped where a group is gone.</summary>
internal sealed class Vantage
{
    /// <summary>How many groups the vantage offers to jump to.</summary>
    public const int MostSiblings = 200;

    private Vantage(int[] path, IReadOnlyList<VantageStep> steps) => (Path, Steps) = (path, steps);

    /// <summary>The group at each level of the tree.</summary>
    public int[] Path { get; }

    public IReadOnlyList<VantageStep> Steps { get; }

    /// <param name="wanted">Group keys, outermost first, as machines write them; may be shorter than the levels.</param>
    /// <param name="whole">The group of the tree that is the whole of the section here.</param>
    public static Vantage Choose(SectionData data, IReadOnlyList<string?> wanted, int whole)
    {
        var (tree, plan, frame) = (data.Tree, data.Plan, data.NewFrame());
        var path = new int[tree.Levels.Count];
        var steps = new List<VantageStep>();
        if (tree.Order.Length == 0) return new Vantage(path, steps);
        tree.Path(plan.Base, whole, path);
        for (var level = plan.Base + 1; level <= tree.Innermost; level++)
        {
            var (first, count) = tree.Inside(level - 1, path[level - 1], level);
            if (count == 0) break;
            var asked = level - plan.Base - 1;
            var chosen = asked >= wanted.Count
                ? first
                : Enumerable.Range(first, count).Where(g => Key(level, g) == wanted[asked]).DefaultIfEmpty(first).First();
            path[level] = chosen;
            // Of many, those around the chosen one, so that steps lead on.
            var from = Math.Clamp(chosen - MostSiblings / 2, first, Math.Max(first, first + count - MostSiblings));
            var siblings = Enumerable.Range(from, Math.Min(count, MostSiblings))
                .Select(g => new VantageKey(Key(level, g), data.LabelOf(level, g, frame))).ToList();
            var of = plan.Levels[asked].Level;
            steps.Add(new VantageStep(plan.Section.Id, of.Id, of.Name, Key(level, chosen), data.LabelOf(level, chosen, frame),
                chosen - first, count, siblings));
        }
        return new Vantage(path, steps);

        string? Key(int level, int group) => data.KeyOf(level, group, frame) is { IsNull: false } key ? key.Invariant : null;
    }
}

using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;

namespace LucidLattice.Authoring.Composing;

/// <summary>Where an author wants to look: at the case that is hardest to lay out, or at a group by its name.</summary>
public enum VantageWish { LongestText, LargestNumber, MostRows, FewestRows, Named }

/// <summary>Finds the group of a section to which a vantage should jump.</summary>
public static class HardestCase
{
    /// <summary>The keys of the group and of those around it, outermost first, as machines write them; null where there is none.</summary>
    /// <param name="section">The id of a section with levels.</param>
    /// <param name="name">Of a wish by name: a part of it, in whatever case.</param>
    public static IReadOnlyList<string?>? Find(ReportRun run, string section, VantageWish wish, string name, CancellationToken cancel)
    {
        if (run.Data?.Sections.FirstOrDefault(s => s.Plan.Section.Id == section) is not { } data) return null;
        if (data.Tree.Order.Length == 0 || data.Plan.Levels.Count == 0) return null;
        var found = wish switch
        {
            VantageWish.Named => Named(data, name.Trim(), cancel),
            VantageWish.MostRows or VantageWish.FewestRows => BySize(data, wish == VantageWish.MostRows),
            _ => ByRow(data, wish == VantageWish.LongestText, cancel),
        };
        return found is var (level, group) ? KeysOf(data, level, group) : null;
    }

    private static (int Level, int Group)? BySize(SectionData data, bool most)
    {
        var (level, tree) = (data.Tree.Innermost, data.Tree);
        int Size(int g) => tree.Levels[level].End(g) - tree.Levels[level].Start[g];
        var groups = Enumerable.Range(0, tree.Levels[level].Count);
        return (level, most ? groups.MaxBy(Size) : groups.MinBy(Size));
    }

    /// <summary>The group of the row with the longest text, or with the number that is furthest from zero.</summary>
    private static (int Level, int Group)? ByRow(SectionData data, bool text, CancellationToken cancel)
    {
        var columns = data.Rows.Columns.Where((c, i) => data.Plan.UsedFields.Contains(i) && text == (c.Type == DataType.Text)
            && (text || c.Type.IsNumber())).ToList();
        var (best, at) = (double.MinValue, -1);
        for (var place = 0; place < data.Tree.Order.Length; place++)
        {
            if ((place & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            foreach (var column in columns)
            {
                var value = column[data.Tree.Order[place]];
                if (value.IsNull) continue;
                var size = text ? value.Text.Length : Math.Abs(value.AsDouble);
                if (size > best) (best, at) = (size, place);
            }
        }
        return at < 0 ? null : (data.Tree.Innermost, data.Tree.Levels[data.Tree.Innermost].GroupAt(at));
    }

    /// <summary>The group whose name fits the words best: it is the same, begins with them, or holds them. Of those that fit alike the
    /// first
    /// one, of the outermost level.</summary>
    private static (int Level, int Group)? Named(SectionData data, string words, CancellationToken cancel)
    {
        if (words.Length == 0) return null;
        var frame = data.NewFrame();
        (int Fit, int Level, int Group)? best = null;
        for (var level = data.Plan.Base + 1; level <= data.Tree.Innermost; level++)
            for (var group = 0; group < data.Tree.Levels[level].Count; group++)
            {
                if ((group & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
                var fit = Fit(data.LabelOf(level, group, frame), words);
                if (fit < (best?.Fit ?? 3)) best = (fit, level, group);
            }
        return best is var (_, atLevel, atGroup) ? (atLevel, atGroup) : null;
    }

    private static int Fit(string name, string words) =>
        name.Equals(words, StringComparison.OrdinalIgnoreCase) ? 0
        : name.StartsWith(words, StringComparison.OrdinalIgnoreCase) ? 1
        : name.Contains(words, StringComparison.OrdinalIgnoreCase) ? 2 : 3;

    private static List<string?> KeysOf(SectionData data, int level, int group)
    {
        var (path, frame) = (data.Tree.Path(level, group), data.NewFrame());
        return [.. Enumerable.Range(data.Plan.Base + 1, level - data.Plan.Base)
            .Select(l => data.KeyOf(l, path[l], frame) is { IsNull: false } key ? key.Invariant : null)];
    }
}

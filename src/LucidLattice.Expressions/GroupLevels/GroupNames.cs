using LucidLattice.Data.Grouping;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Locales;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.GroupLevels;

/// <summary>What groups are called: by their keys, by what all others are called, or by the word for rows without a key.</summary>
public static class GroupNames
{
    /// <param name="level">Of the tree; one of the section's own levels.</param>
    /// <param name="frame">Is moved to the group's first row.</param>
    public static Value Key(LevelsPlan plan, GroupTree tree, int level, int group, Frame frame)
    {
        var own = plan.Own[level - plan.Base - 1];
        if (tree.IsOthers(level, group)) return Value.Of(own.Level.Others!);
        if (tree.GivenKey(level, group) is { } given) return given;
        frame.Row = tree.Order[tree.Levels[level].Start[group]];
        return frame.Try(own.Key);
    }

    public static string Label(LevelsPlan plan, GroupTree tree, int level, int group, Frame frame)
    {
        if (tree.Order.Length == 0) return "";
        var own = plan.Own[level - plan.Base - 1];
        var key = Key(plan, tree, level, group, frame);
        return key.IsNull ? own.Level.EmptyName ?? LocaleWords.Of(Languages.Culture(plan.Language)).Empty
            : tree.IsOthers(level, group) ? key.Text
            : own.Label is { } label && tree.HasRows(level, group) && frame.Try(label) is { IsNull: false } name ? name.Text
            : own.Format.Format(key);
    }
}

using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>What holds of anything that rows are grouped by, whether it is a level or a field of a crosstab.</summary>
public static class Groupings
{
    /// <summary>It with each of its expressions over rows passed through <paramref name="change"/>.</summary>
    public static GroupedBy MapExpressions(GroupedBy grouping, Func<ExpressionPlace, string, string> change)
    {
        string? Maybe(string? text, string words) =>
            text is { Length: > 0 } ? change(new($"{words} {grouping.Name}", grouping.Id), text) : text;
        return grouping with
        {
            By = change(new($"group {grouping.Name}", grouping.Id), grouping.By),
            OrderBy = Maybe(grouping.OrderBy, "order of"),
            Label = Maybe(grouping.Label, "name of"),
            Keep = Maybe(grouping.Keep, "kept groups of"),
        };
    }

    /// <summary>What is wrong with it apart from its expressions; null for nothing.</summary>
    public static Problem? WhyNot(GroupedBy grouping) =>
        grouping.Groups is { } groups && (groups.Groups.Count > NamedGroups.MostGroups
            || groups.Groups.Sum(g => g.Keys.Count) > NamedGroups.MostKeys)
            ? new("named-groups", Severity.Error, $"“{grouping.Name}” has more than {NamedGroups.MostGroups} named groups, or than "
                + $"{NamedGroups.MostKeys} keys in them.", grouping.Id, "groups", Mends: ["Work the groups out in a field of the dataset."])
        : grouping.First is < 1
            ? new("bad-first", Severity.Error, $"“{grouping.Name}” keeps its first {grouping.First} groups, which leaves none.",
                grouping.Id, "first", Mends: ["Keep at least one, or leave it out."])
        : null;
}

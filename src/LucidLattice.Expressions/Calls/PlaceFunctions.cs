using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Calls;

/// <summary>Functions of the place on paper.</summary>
internal static class PlaceFunctions
{
    public static IReadOnlyList<Function> All { get; } =
    [
        new(new("page_number", "page_number()", "the page it stands on; of a group: page_number('Level')", false), 0, 0,
            (_, _) => new(DataType.Whole, Phase.Page, f => Value.Of((long)f.PageNumber))),
        new(new("page_count", "page_count()", "how many pages there are; of a group: page_count('Level')", false), 0, 0,
            (_, _) => new(DataType.Whole, Phase.Page, f => f.PageCount is { } n ? Value.Of((long)n) : Value.Null)),
        new(new("is_continued", "is_continued('Level')", "in a page header: true if the group began on an earlier page; in a page footer: "
            + "true if it continues on the next page", false), 1, 1, (_, _) => new(DataType.Bool, Phase.Page, _ => Value.Of(false))),
    ];
}

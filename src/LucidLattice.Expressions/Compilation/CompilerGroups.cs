using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Compilation;

/// <summary>What expressions take from the groups around them.</summary>
public sealed partial class Compiler
{
    /// <summary>group_name(), of the innermost group around, or group_name('Region').</summary>
    private Compiled? GroupFunction(CallSyntax call)
    {
        if (call is { Name: "PAGE_NUMBER" or "PAGE_COUNT", Arguments.Count: 1 }) return PageOfGroup(call);
        if (call.Name == "IS_CONTINUED") return IsContinued(call);
        if (call.Name != "GROUP_NAME") return null;
        if (_scope.Totals is null || _scope.Levels.Count == 0)
            throw new ExpressionException("no-group", "There is no group around this place that has a name.", call.Position,
                "Move it to a header or footer of a group, or to the rows.");
        var index = call.Arguments switch
        {
            [] => _scope.Levels.Count - 1,
            [LiteralSyntax { Value: { Type: DataType.Text, Text: var name } }] => IndexOfLevel(name, call.Position),
            _ => throw new ExpressionException("argument-count", "group_name takes the name of a level in quotes, or nothing.",
                call.Position),
        };
        var level = _scope.Base + index + 1;
        return new Compiled(DataType.Text, Phase.Group, frame => Value.Of(frame.GroupName(level, frame.Groups[level])));
    }

    /// <summary>page_number('Region') and page_count('Region'): pages counted anew in each group of a level.</summary>
    private Compiled PageOfGroup(CallSyntax call)
    {
        if (call.Arguments[0] is not LiteralSyntax { Value: { Type: DataType.Text, Text: var name } })
            throw new ExpressionException("argument-count", $"{Spoken(call)} takes the name of a level in quotes, or nothing.",
                call.Position);
        var level = _scope.Base + 1
            + IndexOfLevel(name, call.Position, _scope.LevelsOnPage.Count > 0 ? _scope.LevelsOnPage : _scope.Levels);
        return new Compiled(DataType.Whole, Phase.Page, call.Name == "PAGE_NUMBER"
            ? frame => frame.PagesOf(level, frame.Groups[level]) is { First: var first } ? Value.Of(frame.PageNumber - first + 1L)
                : Value.Of((long)frame.PageNumber)
            : frame => frame.PagesOf(level, frame.Groups[level]) is { First: var first, Last: { } last } ? Value.Of(last - first + 1L)
                : Value.Null);
    }

    /// <summary>is_continued('Invoice'), in page bands alone.</summary>
    private Compiled IsContinued(CallSyntax call)
    {
        if (_scope.LevelsOnPage.Count == 0)
            throw new ExpressionException("not-on-page", "Only a page header or footer knows whether a group is continued.", call.Position,
                "Move it to a page header or footer of a report with levels.");
        if (call.Arguments is not [LiteralSyntax { Value: { Type: DataType.Text, Text: var name } }])
            throw new ExpressionException("argument-count", "is_continued takes the name of a level in quotes.", call.Position);
        var level = _scope.Base + 1 + IndexOfLevel(name, call.Position, _scope.LevelsOnPage);
        return new Compiled(DataType.Bool, Phase.Page, frame => Value.Of(frame.GoesOn(level)));
    }

    private int IndexOfLevel(string name, int position, IReadOnlyList<string>? among = null)
    {
        var levels = among ?? _scope.Levels;
        for (var i = 0; i < levels.Count; i++)
            if (string.Equals(levels[i], name, StringComparison.OrdinalIgnoreCase)) return i;
        throw new ExpressionException("unknown-level", $"“{name}” is no level around this place.", position,
            Nearest.To(name, levels) is { } nearest ? $"Did you mean “{nearest}”?" : null);
    }
}

using LucidLattice.Core.Values;

namespace LucidLattice.Core.Expressions;

/// <summary>What expressions take from the groups around them.</summary>
public sealed partial class Compiler
{
    /// <summary>group_name(), of the innermost group around, or group_name('Region').</summary>
    private Compiled? GroupFunction(CallSyntax call)
    {
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

    private int IndexOfLevel(string name, int position)
    {
        for (var i = 0; i < _scope.Levels.Count; i++)
            if (string.Equals(_scope.Levels[i], name, StringComparison.OrdinalIgnoreCase)) return i;
        throw new ExpressionException("unknown-level", $"“{name}” is no level around this place.", position,
            Nearest.To(name, _scope.Levels) is { } nearest ? $"Did you mean “{nearest}”?" : null);
    }
}

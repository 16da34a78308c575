using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Compilation;

/// <summary>Aggregates: what they cover follows from where they stand, or from OVER.</summary>
public sealed partial class Compiler
{
    /// <summary>In page headers and footers, the name of the rows that start on the page.</summary>
    private const string PageScope = "page";

    private Compiled AggregateCall(CallSyntax call)
    {
        var kind = AggregateKinds.Find(call.Name)
            ?? throw new ExpressionException(
                "not-an-aggregate", $"{Spoken(call)} is no aggregate, so it takes no *, DISTINCT, FILTER, WITHIN or OVER.", call.Position,
                $"Those are {AggregateKinds.Names}.");
        if (_insideAggregate)
            throw new ExpressionException(
                "nested-aggregate", "An aggregate of an aggregate has no rows to work on.", call.Position,
                "Work out the inner total in a level of its own.");
        if (_scope.PageTotals is { } onPage && string.Equals(call.Over?.Level, PageScope, StringComparison.OrdinalIgnoreCase))
            return OfPage(call, kind, onPage);
        if (_scope.PageTotals is not null && call.Over is { Running: true } over)
            return Running(call, Spec(call, kind), LevelOf(over, _scope.LevelsOnPage)) with { Phase = Phase.Page };
        if (_scope.Totals is null) throw TooLate(Phase.Group, _scope.Allowed, call.Position);

        var spec = Spec(call, kind);
        if (call.Over is null && _scope.MarkTotals is { } marks)
        {
            var mark = marks.IndexOf(spec);
            return Total(spec, Told(call, spec, AskedOver.Mark, frame => frame.MarkTotals![mark, frame.MarkLevel, frame.Mark],
                _ => default));
        }
        var level = call.Over is null ? _scope.Base + _scope.Levels.Count : LevelOf(call.Over, _scope.Levels);
        if (call.Over is { Running: true }) return Running(call, spec, level);
        var index = _scope.Totals.IndexOf(spec);
        return Total(spec, Told(call, spec, AskedOver.Group, frame => frame.Totals![index, level, frame.Groups[level]],
            frame => GroupRows(frame, level), level));
    }

    /// <summary>Looks a total up, and says so to whoever traces.</summary>
    private Func<Frame, Value> Told(CallSyntax call, AggregateSpec spec, AskedOver over, Func<Frame, Value> value,
        Func<Frame, (int From, int To)> rows, int level = 0)
    {
        var source = _text;
        return frame =>
        {
            var total = value(frame);
            if (frame.Asked is null) return total;
            var (from, to) = rows(frame);
            frame.Asked.Add(new AskedTotal(source, call.Position, spec, total, over, level, frame.Groups[level], from, to));
            return total;
        };
    }

    /// <summary>The rows of the group of a level in which a frame stands, as a range of the printed order.</summary>
    private static (int From, int To) GroupRows(Frame frame, int level) =>
        frame.Tree?.Levels[level] is { } groups && frame.Groups[level] < groups.Count
            ? (groups.Start[frame.Groups[level]], groups.End(frame.Groups[level])) : default;

    private Compiled OfPage(CallSyntax call, Aggregate kind, AggregateList onPage)
    {
        if (call.Over is { Running: true })
            throw new ExpressionException("running-on-page", "A page has no running total of its own.", call.Position,
                "Use OVER (ROWS UNBOUNDED PRECEDING) for everything so far.");
        var spec = Spec(call, kind);
        var index = onPage.IndexOf(spec);
        return Total(spec, Told(call, spec, AskedOver.Page, frame => frame.PageTotals is { } totals ? totals[index, 0, 0] : Value.Null,
            frame => frame.PageRows)) with { Phase = Phase.Page };
    }

    private Compiled Running(CallSyntax call, AggregateSpec spec, int level)
    {
        if (_scope.Running is null) throw TooLate(Phase.Ordered, _scope.Allowed, call.Position);
        if (!spec.Kind.Merges || spec.Distinct)
            throw new ExpressionException(
                "not-running",
                $"There is no running {spec.Kind.Name}{(spec.Distinct ? " of different values" : "")}: it would have to look at all "
                + $"rows again for each row.",
                call.Position, "Use sum, avg, count, min or max.");
        var index = _scope.Running.IndexOf(new RunningSpec(spec, level));
        return Total(spec, Told(call, spec, AskedOver.UpToHere,
            frame => frame.Running[index].Before(frame.Place, frame.Groups[level], frame),
            frame => (GroupRows(frame, level).From, frame.Place), level)) with { Phase = Phase.Ordered };
    }

    private AggregateSpec Spec(CallSyntax call, Aggregate kind)
    {
        _insideAggregate = true;
        try
        {
            var filter = call.Filter is null ? null : Expect(Visit(call.Filter), DataType.Bool, call.Filter.Position);
            var (of, fraction) = Taken(call, kind);
            var argument = of is null ? null : Lengths.InDays(Visit(of));
            if (call.Distinct && !kind.TakesDistinct)
                throw new ExpressionException("distinct", $"{Spoken(call)} takes no DISTINCT.", call.Position,
                    $"Use it with {AggregateKinds.NamesOf(a => a.TakesDistinct)}.");
            if (argument is not null) CheckArgument(call, kind, of!, argument);
            return new AggregateSpec(kind, argument, filter, kind.TypeOf(argument))
                { Distinct = call.Distinct && kind.DistinctChanges, Fraction = fraction };
        }
        finally
        {
            _insideAggregate = false;
        }
    }

    /// <summary>What an aggregate is taken of, null for all rows; and the fraction of a percentile.</summary>
    private static (Syntax? Of, decimal Fraction) Taken(CallSyntax call, Aggregate kind)
    {
        if (call.Star)
            return kind.Counts
                ? (null, 0)
                : throw new ExpressionException("star", $"Only count takes *; {Spoken(call)} needs something to work on.", call.Position);
        if (call.Arguments.Count != 1)
            throw new ExpressionException("argument-count", $"{Spoken(call)} takes one argument.", call.Position);
        if (kind is not PercentileCont)
            return call.Within is null
                ? (call.Arguments[0], 0)
                : throw new ExpressionException("within-group", $"{Spoken(call)} takes no WITHIN GROUP.", call.Position,
                $"Write {kind.Help.Form}.");
        if (call.Within is null || call.Arguments[0] is not LiteralSyntax { Value: { Type: DataType.Whole or DataType.Decimal } value }
            || value.Decimal is < 0 or > 1)
            throw new ExpressionException("percentile", "A percentile needs a number from 0 to 1, and what is put in order.", call.Position,
                $"Write {kind.Help.Form}.");
        return (call.Within, value.Decimal);
    }

    private void CheckArgument(CallSyntax call, Aggregate kind, Syntax of, Compiled argument)
    {
        if (kind.NumbersOnly && !argument.Type.IsNumber())
            throw new ExpressionException(
                "type-mismatch", $"{Spoken(call)} needs a number, but this is {argument.Type.Words()}.", of.Position,
                "Count it instead: count(…).");
        if (kind.Doubt(argument) is { } doubt) Warn(doubt.Code, doubt.Message, call.Position);
        // A price of the joined row times a number of its own is fine: only what is repeated through and through is counted wrongly.
        var repeated = argument.Fields.Count > 0 && argument.Fields.All(f => _scope.Repeated.Contains(_scope.Fields[f].Name));
        if (kind.MindsRepeats && repeated && !call.Distinct)
            Warn(
                "counted-several-times",
                $"“{_scope.Fields[argument.Fields.First()].Caption}” is there once for each row that a join added to its table, so this "
                + $"total counts it several times. "
                + "Take that join out of the dataset, or start from a dataset without it.",
                call.Position);
    }

    private static Compiled Total(AggregateSpec spec, Func<Frame, Value> evaluate) => new(spec.Type, Phase.Group, evaluate)
    {
        Fields = (spec.Argument?.Fields ?? new HashSet<int>()).Concat(spec.Filter?.Fields ?? new HashSet<int>()).ToHashSet(),
        Scale = spec.Kind.ScaleOf(spec),
        Currency = spec.Argument?.Currency,
        Kind = spec.Kind.KindOf(spec),
        Reads = spec.Reads,
    };

    /// <summary>The level of the tree that OVER names.</summary>
    private int LevelOf(OverSyntax over, IReadOnlyList<string> levels)
    {
        if (over.Level is null) return _scope.Base;
        for (var i = 0; i < levels.Count; i++)
            if (string.Equals(levels[i], over.Level, StringComparison.OrdinalIgnoreCase)) return _scope.Base + i + 1;
        var nearest = Nearest.To(over.Level, levels);
        throw new ExpressionException(
            "unknown-level", $"“{over.Level}” is no level around this place.", over.Position, nearest is null
            ? "Use OVER () for all rows."
            : $"Did you mean “{nearest}”?");
    }

    private static string Spoken(CallSyntax call) => call.Name.ToLowerInvariant();
}

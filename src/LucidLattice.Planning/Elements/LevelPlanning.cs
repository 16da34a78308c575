using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.GroupLevels;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>Compiles what levels group by, and how their groups are named, put in order, kept and filled up.</summary>
public static class LevelPlanning
{
    /// <param name="groupings">Of one tree, outermost first.</param>
    /// <param name="totals">Gets the totals by which groups are put in order, and kept or left out.</param>
    /// <param name="whole">How many levels of the tree stand above them.</param>
    public static List<LevelPlan> Plan(SectionScope scope, IReadOnlyList<GroupedBy> groupings, AggregateList totals, int whole)
    {
        var rows = scope.OfRows();
        var levels = new List<LevelPlan>();
        foreach (var level in groupings)
        {
            // A level whose key is broken stays, as one group, so that bands and rails keep their places.
            var key = scope.Check(level.Id, "by", () => KeyGroups.KeyOf(level, Compiler.Compile(level.By, rows), rows), rows)
                ?? new Compiled(DataType.Null, Phase.Constant, _ => Value.Null) { Source = CompiledSource.From("none") };
            var format = level.Pattern is null ? null : scope.Check(level.Id, "pattern", () => scope.KeyFormat(key, level.Pattern), rows);
            var ofGroups = scope.OfRows() with
            {
                Totals = totals, Base = whole, Levels = [.. groupings.Take(levels.Count + 1).Select(l => l.Name)], Allowed = Phase.Group,
            };
            levels.Add(new LevelPlan(level, key, format ?? scope.KeyFormat(key, null))
            {
                Fill = PlanFill(level, key, scope, rows),
                Label = level.Label is { Length: > 0 } label
                    ? scope.Check(level.Id, "label", () => Casts.ToText(Compiler.Compile(label, rows)), rows) : null,
                Order = level.OrderBy is { Length: > 0 } order
                    ? scope.Check(level.Id, "orderBy", () => Compiler.Compile(order, ofGroups), ofGroups) : null,
                Keep = Kept(level, scope) is { Length: > 0 } keep
                    ? scope.Check(level.Id, "keep", () => Compiler.Condition(keep, ofGroups), ofGroups) : null,
            });
        }
        return levels;
    }

    /// <summary>The condition of a level, and that one of its totals is not zero where it leaves out groups whose totals all are.</summary>
    private static string? Kept(GroupedBy grouping, SectionScope scope)
    {
        if (grouping is not Level { OmitZero: true } level) return grouping.Keep;
        var levels = scope.Section.Levels;
        var place = new BandPlace(BandKind.GroupFooter, levels.TakeWhile(l => l.Id != level.Id).Count() + 1);
        var totals = level.Header.Parts.Concat(level.Footer.Parts).Where(p => p.Calculated is null).SelectMany(p => p.Elements)
            .OfType<TotalElement>().Join(scope.Section.Columns, t => t.Column, c => c.Id, (total, column) =>
                TotalExpression.Write(total with { As = TotalForm.Value }, column.Expression, place, levels))
            .Distinct().ToList();
        if (totals.Count == 0)
        {
            scope.Problems.Add(new("no-totals", Severity.Warning,
                $"No group of “{level.Name}” is left out as zero, since its header and footer print no totals.", level.Id, "omitZero",
                Mends: ["Add a subtotal, or print all groups."]));
            return level.Keep;
        }
        var notZero = string.Join(" OR ", totals.Select(t => $"coalesce({t}, 0) <> 0"));
        return level.Keep is { Length: > 0 } keep ? $"({keep}) AND ({notZero})" : notZero;
    }

    private static FillPlan? PlanFill(GroupedBy level, Compiled key, SectionScope scope, Scope rows)
    {
        if (level.Fill is not { } fill || key.Type == DataType.Null) return null;
        var arranged = level.OrderBy is { Length: > 0 } || level.Keep is { Length: > 0 } || level.First is not null
            || level is Level { OmitZero: true };
        var series = arranged || level.Groups is { Groups.Count: > 0 } ? null : KeySeries.Of(level.By, key.Type);
        if (series is null)
        {
            scope.Problems.Add(new("cannot-fill", Severity.Warning, arranged
                ? "Groups without rows are printed only where all groups stand in the order of their keys."
                : $"Nothing says which keys follow one another in “{level.By}”, so no groups without rows are printed.", level.Id, "fill",
                Mends: [arranged ? "Take the order by a total, the condition or the number of groups away."
                    : "Group by a period of a date, by steps of a number, or by whole numbers."]));
            return null;
        }
        return new FillPlan(series, End(fill.From), End(fill.To));

        Compiled? End(string? text) => text is not { Length: > 0 } ? null : scope.Check(level.Id, "fill", () =>
        {
            var end = Compiler.Compile(text, rows with { Fields = [], Allowed = Phase.Constant });
            return end.Type == DataType.Null || (end.Type.IsTime() == key.Type.IsTime() && end.Type.IsNumber() == key.Type.IsNumber()) ? end
                : throw new ExpressionException("type-mismatch",
                    $"The groups are of {key.Type.Words()}, but this is {end.Type.Words()}.", 0);
        }, rows);
    }
}

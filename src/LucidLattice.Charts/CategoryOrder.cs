using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts;

/// <summary>Orders of categories that follow from what they are called, not from their rows.</summary>
public static class CategoryOrder
{
    /// <summary>By their labels, or in the author's own order with all others after it; what stands for the others stays last.</summary>
    public static ChartNumbers Arranged(ChartNumbers numbers, ChartCategory settings, Collation collation)
    {
        if (settings.Order is not (ChartOrder.Label or ChartOrder.Own) || numbers.Ranges is not null) return numbers;
        var own = new Dictionary<string, int>();
        foreach (var label in settings.Sequence) own.TryAdd(label, own.Count);
        int Place(int i) => settings.Order == ChartOrder.Own ? own.GetValueOrDefault(numbers.Categories[i].Label, int.MaxValue) : 0;
        var byLabel = Comparer<int>.Create((a, b) => settings.Order == ChartOrder.Own ? 0
            : Value.Compare(Value.Of(numbers.Categories[a].Label), Value.Of(numbers.Categories[b].Label), collation));
        var order = Enumerable.Range(0, numbers.Categories.Count).OrderBy(i => numbers.Categories[i].IsOthers).ThenBy(Place)
            .ThenBy(i => i, byLabel);
        // Those that nest stay together.
        return numbers.Reordered([.. order.GroupBy(i => numbers.Categories[i].Outer ?? "").SelectMany(g => g)]);
    }
}

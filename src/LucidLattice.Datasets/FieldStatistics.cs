using LucidLattice.Data;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets;

/// <summary>What the values of a field are like.</summary>
/// <param name="Distinct">How many different values there are, empties not counted.</param>
/// <param name="Misfits">Values that are not of the declared type and count as empty.</param>
/// <param name="Least">As <see cref="Value.Invariant"/> writes it; null if all rows are empty.</param>
/// <param name="Scale">Of decimals: the digits after the decimal sign that they are kept with.</param>
/// <param name="Frequent">The values that come most often, with their numbers of rows.</param>
public sealed record FieldStatistics(int Rows, int Empty, int Distinct, int Misfits, string? Least, string? Most, int? Scale,
    IReadOnlyList<FrequentValue> Frequent)
{
    private const int MostFrequent = 8;

    public static FieldStatistics Measure(DataColumn column, int rows, string language)
    {
        var counts = new Dictionary<Value, int>();
        var empty = 0;
        for (var row = 0; row < rows; row++)
        {
            var value = column[row];
            if (value.IsNull) empty++;
            else counts[value] = counts.GetValueOrDefault(value) + 1;
        }
        var collation = new Collation(language);
        var order = Comparer<Value>.Create((a, b) => Value.Compare(a, b, collation));
        return new FieldStatistics(rows, empty, counts.Count, column.Misfits,
            counts.Count == 0 ? null : counts.Keys.Min(order).Invariant,
            counts.Count == 0 ? null : counts.Keys.Max(order).Invariant, column.Field.Scale,
            [.. counts.OrderByDescending(c => c.Value).ThenBy(c => c.Key, order).Take(MostFrequent)
            .Select(c => new FrequentValue(c.Key.Invariant, c.Value))]);
    }
}

public sealed record FrequentValue(string Value, int Rows);

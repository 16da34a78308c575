using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Datasets;

/// <summary>Which fields of a dataset hold a value several times because a join below it multiplied rows.</summary>
public static class RepeatedFields
{
    /// <param name="below">The repeated columns of what the dataset reads: fields of a join by their names, or fields of the dataset that
    /// it starts from.</param>
    /// <returns>Names of fields; what is worked out from repeated fields alone is repeated too.</returns>
    public static IReadOnlySet<string> Find(Dataset dataset, IReadOnlySet<string> below)
    {
        if (below.Count == 0) return below;
        var isDerived = dataset.Source is DerivedSource;
        var repeated = dataset.Fields.Where(f => f.Expression is not { Length: > 0 } && below.Contains(isDerived ? f.ColumnName : f.Name))
            .Select(f => f.Name).ToHashSet();
        var worked = dataset.Fields.Where(f => f.Expression is { Length: > 0 })
            .Select(f => (f.Name, Uses: FieldNames.In(f.Expression!, dataset.Fields))).Where(f => f.Uses.Count > 0).ToList();
        // One may be worked out from the next, in any order.
        while (worked.FindIndex(f => f.Uses.All(repeated.Contains)) is >= 0 and var next)
        {
            repeated.Add(worked[next].Name);
            worked.RemoveAt(next);
        }
        return repeated;
    }
}

using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Datasets.Parameters;

/// <summary>Proposes choices of a parameter from the values of a field.</summary>
public static class FieldChoices
{
    /// <summary>
    /// The values of a field, kept to those that fit the parameters before this one that are named as fields of the same rows: routes
    /// of the chosen region. Later ones are left out, so that two parameters do not come to need each other.
    /// </summary>
    /// <param name="unfiltered">True leaves the dataset's own conditions out, which may use this very parameter.</param>
    public static DatasetChoices Propose(IReadOnlyList<Parameter> parameters, string parameter, Dataset dataset, string field,
        bool unfiltered)
    {
        var narrowing = parameters.TakeWhile(p => p.Name != parameter)
            .Select(p => (Parameter: p, Field: dataset.Fields.FirstOrDefault(f => Same(f.Name, p.Name))))
            .Where(p => p.Field is not null)
            .Select(p => $"{Names.Quoted(p.Field!.Name)} IN :{p.Parameter.Name}");
        var filter = string.Join(" AND ", narrowing);
        return new DatasetChoices
        {
            Dataset = dataset.Id,
            Value = Names.Quoted(field),
            Filter = filter.Length == 0 ? null : filter,
            Unfiltered = unfiltered,
        };
    }

    private static bool Same(string a, string b) => string.Equals(a, b, StringComparison.OrdinalIgnoreCase);
}

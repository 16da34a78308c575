using LucidLattice.Model.Definitions;

namespace LucidLattice.Datasets;

/// <summary>Which rows a section keeps: its conditions, which stand as a sentence, and its filter, which is an expression.</summary>
public static class SectionFilter
{
    /// <summary>Both as one expression; empty if every row is kept.</summary>
    /// <exception cref="ExpressionException">A condition is about a field that is gone, or its value does not suit that.</exception>
    public static string Text(Section section, Dataset? dataset, IReadOnlyList<Parameter> parameters)
    {
        var conditions = dataset is null ? "" : ConditionText.Write(section.Conditions, dataset, parameters);
        return (conditions.Length, section.Filter) switch
        {
            (0, _) => section.Filter ?? "",
            (_, not { Length: > 0 }) => conditions,
            _ => $"({conditions}) AND ({section.Filter})",
        };
    }
}

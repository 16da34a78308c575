using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

/// <summary>The fields with which a new list begins.</summary>
internal static class FirstFields
{
    private const int Names = 3;

    /// <summary>What the dataset's author put down to start with, or else the fields that people look at; in the order of the
    /// dataset.</summary>
    /// <param name="most">More are not taken where nobody put any down.</param>
    /// <param name="same">Fields that are the same in all rows of the list.</param>
    public static IReadOnlyList<Field> Of(Dataset dataset, int most, IReadOnlySet<string>? same = null)
    {
        if (dataset.Starter is { Columns.Count: > 0 } starter)
            return [.. starter.Columns.Select(name => dataset.Fields.FirstOrDefault(f => f.Name == name)).OfType<Field>()];
        var shown = dataset.Fields.Where(f => !f.Hidden).ToList();
        var differing = shown.Where(f => same?.Contains(f.Name) != true).ToList();
        var wanted = Wanted(differing.Count > 0 ? differing : shown).Take(most).ToHashSet();
        return [.. dataset.Fields.Where(wanted.Contains)];
    }

    /// <summary>Fields in the order in which people look at them: a date, names, money and what else adds up; then the rest, and numbers
    /// that only refer to something last.</summary>
    private static IEnumerable<Field> Wanted(IReadOnlyList<Field> fields)
    {
        var names = fields.Where(f => f.Type == DataType.Text || f.Codes.Count > 0).Take(Names);
        Field?[] first = [fields.FirstOrDefault(f => f.Type.IsTime()), .. names, fields.FirstOrDefault(f => f.Kind == FieldKind.Money)];
        return first.OfType<Field>()
            .Concat(fields.Where(f => f.AddsUp))
            .Concat(fields.Where(f => f.Kind != FieldKind.Key))
            .Concat(fields).Distinct();
    }
}

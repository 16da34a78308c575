using LucidLattice.Core.Expressions;
using LucidLattice.Core.Grouping;
using LucidLattice.Core.Planning;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Layout;

/// <summary>A section with the rows that it prints.</summary>
/// <param name="NewFrame">Makes frames that stand nowhere.</param>
/// <param name="Matches">Of a section inside of another: the group whose rows belong to the values of the keys around.</param>
public sealed record SectionContent(SectionPlan Plan, GroupTree Tree, Func<Frame> NewFrame, IReadOnlyDictionary<ValueList, int> Matches)
{
    /// <summary>The parts of the band at a cursor, as far as the group prints any: whoever fills pages, searches or writes figures goes by
    /// these.</summary>
    public IReadOnlyList<PartPlan> PartsAt(Cursor at) => at.Stage switch
    {
        Stage.End => [],
        Stage.Header or Stage.Footer when Tree.IsOmitted(at.Level, at.Group) => [],
        _ => Plan.Bands[at.Place(Plan.Base)],
    };

    /// <summary>The values of the keys as what is looked up by; null if one of them is empty, which is equal to nothing.</summary>
    public static ValueList? KeyOf(IEnumerable<Compiled> keys, Frame frame)
    {
        var values = keys.Select(frame.Try).ToList();
        return values.Any(v => v.IsNull) ? null : new ValueList(values.Select((v, i) => Numbered(v, i)));
    }

    /// <summary>A list holds each value once, so the place of a key goes with its value where there are several.</summary>
    private static Value Numbered(Value value, int place) =>
        place == 0 ? value : Value.Of($"{place} {value.Type.IsNumber()} {Plain(value)}");

    /// <summary>Numbers of different types that are equal are written alike.</summary>
    private static string Plain(Value value) =>
        value.Type.IsNumber() ? value.AsDouble.ToString("R", System.Globalization.CultureInfo.InvariantCulture) : value.Invariant;
}

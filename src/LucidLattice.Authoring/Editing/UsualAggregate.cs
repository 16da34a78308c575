using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

/// <summary>The aggregate that makes sense for a field when nobody says which: shares and rates are averaged, keys and all but numbers
/// counted, the
/// rest added up.</summary>
internal static class UsualAggregate
{
    public static string ForField(Field field) => field switch
    {
        { Kind: FieldKind.Share or FieldKind.Rate } => "avg",
        { Kind: FieldKind.Key } or { Codes.Count: > 0 } => "count",
        _ => field.Type.IsNumber() ? "sum" : "count",
    };
}

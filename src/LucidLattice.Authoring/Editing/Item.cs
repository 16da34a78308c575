using System.Text.Json.Serialization;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>
/// Something of a report that has an id, whatever its kind: general edits insert, replace, move, remove and copy it. Each kind knows
/// where it may stand and how the report looks with it or without it.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(ElementItem), "element")]
[JsonDerivedType(typeof(PartItem), "part")]
[JsonDerivedType(typeof(ColumnItem), "column")]
[JsonDerivedType(typeof(LevelItem), "level")]
[JsonDerivedType(typeof(SectionItem), "section")]
[JsonDerivedType(typeof(SheetItem), "sheet")]
public abstract record Item
{
    [JsonIgnore]
    public abstract string Id { get; }

    /// <summary>With its article: “an element”.</summary>
    internal abstract string Words { get; }

    /// <exception cref="EditException">It cannot stand there.</exception>
    internal abstract ReportDefinition Insert(ReportDefinition report, Spot spot);

    /// <summary>In place of what has its id.</summary>
    internal abstract ReportDefinition Replace(ReportDefinition report);

    /// <summary>The report without it, and without what means nothing without it.</summary>
    /// <exception cref="EditException">The report needs it.</exception>
    internal abstract ReportDefinition Remove(ReportDefinition report);

    /// <summary>The report without it, to put it elsewhere: all that refers to it stays.</summary>
    internal virtual ReportDefinition Lift(ReportDefinition report) => Remove(report);

    /// <summary>A copy in which it, and all that it holds, have new ids.</summary>
    internal abstract Item Copy(FreeIds ids);

    /// <summary>What carries an id in a report, whatever its kind.</summary>
    /// <exception cref="EditException">Nothing does.</exception>
    public static Item Require(ReportDefinition report, string id) =>
        ElementItem.Find(report, id) ?? PartItem.Find(report, id) ?? ColumnItem.Find(report, id) ?? LevelItem.Find(report, id)
            ?? SectionItem.Find(report, id) ?? SheetItem.Find(report, id)
            ?? throw new EditException($"The report has nothing called “{id}”.");

    /// <summary>What a spot lies in, if it is there and can hold this.</summary>
    /// <exception cref="EditException">It is not there.</exception>
    internal T Holder<T>(T? found, Spot spot, string wanted) where T : class =>
        found ?? throw new EditException($"{Capital(Words)} stands in {wanted}, and the report has none called “{spot.In}”.");

    internal static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}

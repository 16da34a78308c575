using System.Text.Json.Serialization;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Links;

namespace LucidLattice.Core.Editing;

/// <summary>A change that an author makes in one gesture. It gives a new definition; the old one stays as it was, which is undo.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(AddField), "addField")]
[JsonDerivedType(typeof(SetColumn), "setColumn")]
[JsonDerivedType(typeof(MoveColumn), "moveColumn")]
[JsonDerivedType(typeof(DeleteColumn), "deleteColumn")]
[JsonDerivedType(typeof(AddTotals), "addTotals")]
[JsonDerivedType(typeof(AddLevel), "addLevel")]
[JsonDerivedType(typeof(SetLevel), "setLevel")]
[JsonDerivedType(typeof(MoveLevel), "moveLevel")]
[JsonDerivedType(typeof(DeleteLevel), "deleteLevel")]
[JsonDerivedType(typeof(AddText), "addText")]
[JsonDerivedType(typeof(AddChart), "addChart")]
[JsonDerivedType(typeof(SetElement), "setElement")]
[JsonDerivedType(typeof(SetText), "setText")]
[JsonDerivedType(typeof(DeleteElement), "deleteElement")]
[JsonDerivedType(typeof(LinkChart), "linkChart")]
[JsonDerivedType(typeof(SetSection), "setSection")]
[JsonDerivedType(typeof(ExchangeDataset), "exchangeDataset")]
public abstract record Edit
{
    /// <exception cref="EditException">The change makes no sense here; the message is meant for people.</exception>
    public abstract ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog);
}

/// <summary>A change that makes no sense where it was asked for; the message is meant for people.</summary>
public sealed class EditException(string message) : Exception(message);

/// <summary>Ids that are not in use yet.</summary>
internal static class NewId
{
    /// <summary>The prefix and the first number that nothing in the report carries.</summary>
    public static string For(Section section, string prefix)
    {
        var used = section.Elements().Select(e => e.Element.Id)
            .Concat(section.Bands().SelectMany(b => b.Band.Parts).Select(p => p.Id))
            .Concat(section.Levels.Select(l => l.Id)).Concat(section.Columns.Select(c => c.Id)).Append(section.Id).ToHashSet();
        for (var n = 1; ; n++)
            if (!used.Contains(prefix + n)) return prefix + n;
    }
}

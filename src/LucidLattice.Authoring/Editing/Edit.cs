using System.Text.Json.Serialization;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;

namespace LucidLattice.Authoring.Editing;

/// <summary>A change that an author makes in one gesture. It gives a new definition; the old one stays as it was, which is undo.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(Insert), "insert")]
[JsonDerivedType(typeof(Replace), "replace")]
[JsonDerivedType(typeof(Move), "move")]
[JsonDerivedType(typeof(Remove), "remove")]
[JsonDerivedType(typeof(Arrange), "arrange")]
[JsonDerivedType(typeof(Paste), "paste")]
[JsonDerivedType(typeof(AddField), "addField")]
[JsonDerivedType(typeof(AddTotals), "addTotals")]
[JsonDerivedType(typeof(CarryForward), "carryForward")]
[JsonDerivedType(typeof(AddCalculatedRow), "addCalculatedRow")]
[JsonDerivedType(typeof(CompareYears), "compareYears")]
[JsonDerivedType(typeof(AddLevel), "addLevel")]
[JsonDerivedType(typeof(AddParentLevels), "addParentLevels")]
[JsonDerivedType(typeof(SetLevel), "setLevel")]
[JsonDerivedType(typeof(CarryElement), "carryElement")]
[JsonDerivedType(typeof(AddText), "addText")]
[JsonDerivedType(typeof(AddElement), "addElement")]
[JsonDerivedType(typeof(AddSection), "addSection")]
[JsonDerivedType(typeof(SetImage), "setImage")]
[JsonDerivedType(typeof(SetBackground), "setBackground")]
[JsonDerivedType(typeof(SetReportLook), "setReportLook")]
[JsonDerivedType(typeof(AddChart), "addChart")]
[JsonDerivedType(typeof(AddCrosstab), "addCrosstab")]
[JsonDerivedType(typeof(SwapCrosstab), "swapCrosstab")]
[JsonDerivedType(typeof(ChartOfCrosstab), "chartOfCrosstab")]
[JsonDerivedType(typeof(CarryLook), "carryLook")]
[JsonDerivedType(typeof(SetText), "setText")]
[JsonDerivedType(typeof(LinkChart), "linkChart")]
[JsonDerivedType(typeof(LinkElement), "linkElement")]
[JsonDerivedType(typeof(NarrowByChart), "narrowByChart")]
[JsonDerivedType(typeof(SetChartRows), "setChartRows")]
[JsonDerivedType(typeof(SetSection), "setSection")]
[JsonDerivedType(typeof(MendProblem), "mendProblem")]
[JsonDerivedType(typeof(RenameReport), "renameReport")]
[JsonDerivedType(typeof(RenameParameter), "renameParameter")]
[JsonDerivedType(typeof(SetFiscalYear), "setFiscalYear")]
[JsonDerivedType(typeof(NarrowLink), "narrowLink")]
[JsonDerivedType(typeof(ExchangeDataset), "exchangeDataset")]
public abstract record Edit
{
    /// <summary>The id of the section that it works on; null takes the one that holds what it names, or else the first.</summary>
    public string? Section { get; init; }

    /// <summary>The id of what it changes, by which its section is found; null if it names nothing that is there.</summary>
    [JsonIgnore]
    protected virtual string? Named => null;

    /// <exception cref="EditException">The change makes no sense here; the message is meant for people.</exception>
    public ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog) => TiedCharts.Follow(Applied(report, catalog));

    protected virtual ReportDefinition Applied(ReportDefinition report, IReportCatalog catalog) =>
        Change(Workpiece.Open(report, Section, Named), catalog).Report;

    /// <summary>The report with the change made.</summary>
    internal abstract Workpiece Change(Workpiece at, IReportCatalog catalog);
}

/// <summary>A change that makes no sense where it was asked for; the message is meant for people.</summary>
public sealed class EditException(string message) : Exception(message);

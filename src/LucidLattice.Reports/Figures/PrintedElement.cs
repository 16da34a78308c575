using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Figures;

/// <summary>An element where it is printed: its value as it is, and its text as people read it.</summary>
public sealed class PrintedElement(SectionFigures section, ElementPlan plan)
{
    public ElementPlan Plan => plan;

    public string Id => plan.Id;

    /// <summary>The value of a text that says nothing but one value; null for anything else.</summary>
    public Value? Value => plan is TextPlan { OnlyValue: { } value } ? section.Frame.Try(value) : null;

    /// <summary>True if its value is a total, or follows from the order of groups.</summary>
    public bool IsTotal => plan is TextPlan { OnlyValue.Phase: Phase.Group or Phase.Ordered };

    /// <summary>What a text says; null for what is none, and for texts that only pages can say.</summary>
    public string? Text => plan is TextPlan { IsOfPage: false } text ? text.Text(section.Frame) : null;

    /// <summary>The chart that it is; null if it is none.</summary>
    public PrintedChart? Chart => plan switch
    {
        ChartPlan chart => new(chart, section.Frame, section.Run),
        OwnChartPlan own => new(own.Chart, OwnRows(own.Id, own.Around), section.Run),
        _ => null,
    };

    /// <summary>The crosstab that it is, with its figures where it has rows; null if it is none.</summary>
    public (CrosstabPlan Plan, PrintedCrosstab? Figures)? Crosstab => plan switch
    {
        CrosstabPlan crosstab => (crosstab, At(crosstab, section.Frame)),
        OwnCrosstabPlan own => (own.Crosstab, At(own.Crosstab, OwnRows(own.Id, own.Around))),
        _ => null,
    };

    private Frame? OwnRows(string id, IReadOnlyList<Compiled> around) => section.Run.Data!.OwnRows(id, around, section.Frame);

    private PrintedCrosstab? At(CrosstabPlan crosstab, Frame? frame) =>
        frame is null ? null : new PrintedCrosstab(crosstab, section.Run.Data!.Crosstabs[crosstab.Id], frame, section.Run.Proof);
}

/// <summary>A chart where it is printed.</summary>
/// <param name="Frame">Null where no rows belong to the place.</param>
public sealed record PrintedChart(ChartPlan Plan, Frame? Frame, ReportRun Run)
{
    /// <summary>Null where no rows belong to the place.</summary>
    public string? Title => Frame is null ? null : Plan.Words.Title.At(Frame).Text;

    /// <summary>What a click on the whole of it does.</summary>
    public LinkAction? Click => Frame is null ? null : Plan.WholeAction(Frame, Run.Proof);

    public Charts.ChartNumbers Numbers => Frame is null ? Charts.ChartNumbers.None : Plan.Numbers(Run.Data!.Charts, Frame);
}

using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Gives charts the look of another one, or one that is kept by name: all of it, or some of its parts.</summary>
public sealed record CarryLook : Edit
{
    /// <summary>The id of the chart whose look it is; null takes <see cref="Look"/>.</summary>
    public string? From { get; init; }
    public ChartLook? Look { get; init; }

    /// <summary>The ids of the charts that get it; none means every other chart of the report.</summary>
    public IReadOnlyList<string> To { get; init; } = [];

    /// <summary>None means the whole look.</summary>
    public IReadOnlyList<LookPart> Parts { get; init; } = [];
    protected override string? Named => From ?? To.FirstOrDefault();

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var look = From is null ? Look
            : at.Report.AllElements().OfType<ChartElement>().FirstOrDefault(c => c.Id == From) is { } chart ? ChartLook.Of(chart) : null;
        if (look is null) throw new EditException("There is no look to take over.");
        return at with
        {
            Report = at.Report.MapAllElements(e => e is ChartElement chart && chart.Id != From && (To.Count == 0 || To.Contains(chart.Id))
                ? look.On(chart, Parts)
                : e),
        };
    }
}

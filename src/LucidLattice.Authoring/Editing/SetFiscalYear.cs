using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Calls;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Lets fiscal years begin with another month, also in every expression that asks for one already.</summary>
public sealed record SetFiscalYear : Edit
{
    /// <summary>1 for January to 12.</summary>
    public required int Month { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        if (Month is < 1 or > 12) throw new EditException("Fiscal years begin with a month from 1 to 12.");
        var report = at.Report with { FiscalYearStart = Month };
        return at with
        {
            Report = report.MapTexts((form, text) => form switch
            {
                TextForm.Expression => FiscalFunctions.WithFirstMonth(text, Month),
                TextForm.Template => TextTemplate.MapExpressions(text, e => FiscalFunctions.WithFirstMonth(e, Month)),
                _ => text,
            }),
        };
    }
}

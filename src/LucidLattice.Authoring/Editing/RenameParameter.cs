using LucidLattice.Datasets.Parameters;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Calls a parameter otherwise, wherever the report speaks of it: in expressions, texts, conditions, SQL, and in its links to
/// itself. Links of other reports follow when the report is published.</summary>
public sealed record RenameParameter : Edit
{
    public required string Parameter { get; init; }
    public required string Name { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        if (at.Report.Parameters.All(p => p.Name != Parameter)) throw new EditException($"There is no parameter “{Parameter}”.");
        if (!ParameterNames.IsName(Name))
            throw new EditException($"“{Name}” is no name of a parameter: those have letters, digits and _, and no digit at first.");
        if (at.Report.Parameters.Any(p => p.Name != Parameter && string.Equals(p.Name, Name, StringComparison.OrdinalIgnoreCase)))
            throw new EditException($"There is already a parameter “{Name}”.");
        return at with { Report = Renamed(at.Report, Parameter, Name) };
    }

    private static ReportDefinition Renamed(ReportDefinition report, string old, string name)
    {
        // What people read stays as it was.
        report = report with
        {
            Parameters = [.. report.Parameters.Select(p => p.Name == old ? p with { Label = p.Label ?? p.Caption } : p)],
        };
        return report.MapTexts((form, text) => Renamed(form, text, old, name)).MapLinks(link => link is not { Report: "",
            Address: null } ? link : link with
        {
            Carries = [.. link.Carries.Select(c => c.Parameter == old ? c with { Parameter = name } : c)],
        });
    }

    /// <summary>A text of a definition with a parameter called otherwise.</summary>
    internal static string Renamed(TextForm form, string text, string old, string name) => form switch
    {
        TextForm.ParameterName => text == old ? name : text,
        TextForm.Template => TextTemplate.MapExpressions(text, e => ParameterNames.Renamed(e, old, name)),
        _ => ParameterNames.Renamed(text, old, name),
    };
}

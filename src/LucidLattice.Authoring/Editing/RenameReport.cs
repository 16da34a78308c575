using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Gives the report another title. Where it is printed as a title, word for word, the printed one follows; one that its author
/// changed stays.</summary>
public sealed record RenameReport : GeneralEdit
{
    public required string Title { get; init; }

    protected override ReportDefinition Changed(ReportDefinition report)
    {
        if (Title.Trim().Length == 0) throw new EditException("A report needs a title.");
        var (old, now) = (Printed(report.Title), Printed(Title.Trim()));
        return report.MapAllElements(e => e is TextElement { Style.Role: StyleRole.Title } text && text.Text == old
            ? text with { Text = now }
            : e) with { Title = Title.Trim() };
    }

    /// <summary>Braces in a title are no values.</summary>
    internal static string Printed(string title) => title.Replace("{{", "{{{{");
}

using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>Headings of columns.</summary>
public sealed class HeadingKind : ColumnKind<HeadingElement>
{
    public override StyleRole RoleAt(BandPlace place) => StyleRole.ColumnHeading;

    protected override IEnumerable<Problem> Checked(HeadingElement element, ReportDefinition report)
    {
        var column = report.AllSections().SelectMany(s => s.Columns).FirstOrDefault(c => c.Id == element.Column);
        if (column?.Heading.Contains("{{", StringComparison.Ordinal) == true)
            yield return new("braces-in-heading", Severity.Warning,
                $"The heading “{column.Heading}” prints its braces as they are: only texts have values in them.", element.Id, "heading",
                Mends: ["Print it as a text with values instead."]);
    }

    protected override TextPiece Piece(HeadingElement element, ColumnPlan column, ElementPlace place) =>
        new(column.Definition.Heading, null, null);
}

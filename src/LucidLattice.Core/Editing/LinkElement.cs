using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Links;

namespace LucidLattice.Core.Editing;

/// <summary>Lets a click on a text, a value, an image or any other element open a report, and carries there what means the same: keys of
/// the groups around, fields of the row, parameters.</summary>
public sealed record LinkElement : Edit
{
    public required string Element { get; init; }

    /// <summary>The id of the report that opens; null removes the link.</summary>
    public string? Report { get; init; }
    protected override string Named => Element;

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var element = at.Require(Element);
        if (element is ChartElement) throw new EditException("The marks of a chart carry more; link the chart itself.");
        var link = Report is null ? null : Propose(at, element, catalog.Published(Report)
            ?? throw new EditException("That report was never published. Publish it first, so that readers can see it."));
        return at.MapElements(e => e.Id == Element ? e with { Link = link } : e);
    }

    private Link Propose(Workpiece at, Element element, ReportDefinition target)
    {
        var place = at.Bands.First(b => b.Band.Parts.Any(p => p.Elements.Any(e => e.Id == Element))).Place;
        var isRow = place.Kind == BandKind.Detail;
        var levels = at.Section.Levels.Take(isRow ? at.Section.Levels.Count : place.Level).ToList();
        var fields = isRow ? at.Dataset?.Fields ?? [] : [];
        var own = isRow ? at.Section.Columns.FirstOrDefault(c => c.Id == element.Column)?.Expression : levels.LastOrDefault()?.By;
        Field? FieldOf(string expression) => (at.Dataset?.Fields ?? []).FirstOrDefault(f => Names.Quoted(f.Name) == expression);
        bool Fits(Field? field, Parameter parameter) => field?.Type == parameter.Type && parameter.Shape != ParameterShape.Period;
        bool Same(string name, Parameter parameter) => string.Equals(name.Trim('"'), parameter.Name, StringComparison.OrdinalIgnoreCase);

        ValueSource? Source(Parameter parameter)
        {
            if (levels.LastOrDefault(l => Same(l.By, parameter) && Fits(FieldOf(l.By), parameter)) is { } level)
                return new LevelSource { Level = level.Id };
            if (fields.FirstOrDefault(f => Same(f.Name, parameter) && Fits(f, parameter)) is { } field)
                return new ExpressionSource { Expression = Names.Quoted(field.Name) };
            if (at.Report.Parameters.FirstOrDefault(p => Same(p.Name, parameter) && p.Type == parameter.Type && p.Shape == parameter.Shape)
                is { } here) return new ParameterSource { Name = here.Name };
            // What is clicked goes to the parameter that chooses among just that, whatever it is called.
            return own is not null && parameter.Choices is DatasetChoices choices && choices.Value == own && Fits(FieldOf(own), parameter)
                ? isRow ? new ExpressionSource { Expression = own } : new LevelSource { Level = levels[^1].Id } : null;
        }
        return new Link
        {
            Report = Report!,
            Open = element.Link?.Open ?? OpenIn.Beside,
            Carries = [.. target.Parameters.Where(p => p.SetBy != SetBy.Nobody).Select(p => (p.Name, From: Source(p)))
                .Where(p => p.From is not null).Select(p => new CarriedValue { Parameter = p.Name, From = p.From! })],
        };
    }
}

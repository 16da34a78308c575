using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Links;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Editing;

/// <summary>
/// Puts a field where it is dropped: a column in the detail band, a subtotal of a number in a summary band,
/// and a text with its value elsewhere.
/// </summary>
public sealed record AddField : Edit
{
    public required string Field { get; init; }
    public BandKind Band { get; init; } = BandKind.Detail;
    public int Level { get; init; }

    /// <summary>The column before which a new column is put; null for the end.</summary>
    public string? Before { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        var field = report.MainDataset()?.Fields.FirstOrDefault(f => f.Name == Field) ?? throw new EditException($"There is no field “{Field}”.");
        var place = new BandPlace(Band, Level);
        if (Band == BandKind.Detail) return report.WithMainSection(Columns.Add(report, section, field, Before));
        if (place.IsPageBand) throw new EditException("A page header or footer has no row to take a value from. Put the field into the detail band, or into a header or footer of a group.");
        var quoted = Names.Quoted(field.Name);
        if (section.Columns.FirstOrDefault(c => c.Expression == quoted) is { } column && field.Type.IsNumber())
            return report.WithMainSection(Totals.Add(section, place, column, UsualAggregate.Of(field)));
        var text = field.Type.IsNumber() ? $"{field.Caption}: {{{{ {UsualAggregate.Of(field).ToString().ToLowerInvariant()}({quoted}) }}}}" : $"{{{{ {quoted} }}}}";
        return new AddText { Band = Band, Level = Level, Text = text }.Apply(report, catalog);
    }
}

/// <summary>Replaces a column: its heading, expression, width, alignment or pattern.</summary>
public sealed record SetColumn : Edit
{
    public required Column Column { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        Columns.Require(section, Column.Id);
        return report.WithMainSection(section with { Columns = [.. section.Columns.Select(c => c.Id == Column.Id ? Column with { Width = Math.Max(12, Column.Width) } : c)] });
    }
}

/// <summary>Moves a column to another place among the columns, with its heading and totals.</summary>
public sealed record MoveColumn : Edit
{
    public required string Column { get; init; }

    /// <summary>Its new index, from 0.</summary>
    public required int To { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        var column = Columns.Require(section, Column);
        var columns = section.Columns.Where(c => c.Id != Column).ToList();
        columns.Insert(Math.Clamp(To, 0, columns.Count), column);
        return report.WithMainSection(section with { Columns = columns });
    }
}

/// <summary>Takes a column out, with its heading, its cells and its totals.</summary>
public sealed record DeleteColumn : Edit
{
    public required string Column { get; init; }

    public override ReportDefinition Apply(ReportDefinition report, IReportCatalog catalog)
    {
        var section = report.MainSection();
        Columns.Require(section, Column);
        var without = section with { Columns = [.. section.Columns.Where(c => c.Id != Column)] };
        return report.WithMainSection(without.MapElements((_, e) => e is ColumnElement bound && bound.Column == Column ? null : e).WithoutEmptyParts(section));
    }
}

internal static class Columns
{
    private const double HeadingHeight = 18, RowHeight = 16;

    public static Column Require(Section section, string id)
        => section.Columns.FirstOrDefault(c => c.Id == id) ?? throw new EditException($"There is no column “{id}”.");

    /// <summary>A new column with its heading and its cell; when the page is full, all columns give way a little.</summary>
    public static Section Add(ReportDefinition report, Section section, Field field, string? before)
    {
        var column = new Column { Id = NewId.For(section, "c"), Heading = field.Caption, Expression = Names.Quoted(field.Name), Width = WidthOf(field) };
        var columns = section.Columns.ToList();
        var at = before is null ? -1 : columns.FindIndex(c => c.Id == before);
        columns.Insert(at < 0 ? columns.Count : at, column);
        var (sum, room) = (columns.Sum(c => c.Width), report.Page.BodyWidth);
        if (sum > room) columns = [.. columns.Select(c => c with { Width = Math.Round(c.Width * room / sum, 2) })];
        section = section with { Columns = columns };

        (section, var headings) = HeadingPart(section, report.Page.BodyWidth);
        section = section.AddElement(headings.Id, new HeadingElement { Id = NewId.For(section, "h"), Column = column.Id, Height = 13 });
        (section, var rows) = section.TextPart(new BandPlace(BandKind.Detail), RowHeight);
        return section.AddElement(rows.Id, new CellElement { Id = NewId.For(section, "e"), Column = column.Id, Y = 1, Height = 13 });
    }

    /// <summary>The part in which the headings of the columns stand, with a rule below them.</summary>
    private static (Section, BandPart) HeadingPart(Section section, double width)
    {
        var existing = section.Bands().SelectMany(b => b.Band.Parts).FirstOrDefault(p => p.Elements.Any(e => e is HeadingElement));
        if (existing is not null) return (section, existing);
        var part = new BandPart { Id = NewId.For(section, "p"), Height = HeadingHeight, Repeat = true };
        section = section.AddPart(section.HeadingPlace(), part);
        return (section.AddElement(part.Id, new LineElement { Id = NewId.For(section, "n"), Y = 14, Width = width, Height = 1 }), part);
    }

    private static double WidthOf(Field field) => field.Type switch
    {
        DataType.Text => 110,
        DataType.DateTime => 104,
        DataType.Date => 76,
        DataType.Bool => 44,
        _ => Math.Max(64, field.Caption.Length * 5 + 14),
    };
}

using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

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

    /// <summary>Where it is let go, from the left margin and from the top edge of the band, in points; null puts a text below what stands
    /// there. Columns and their subtotals stand where the columns stand.</summary>
    public double? X { get; init; }
    public double? Y { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var section = at.Section;
        var field = at.Dataset?.Fields.FirstOrDefault(f => f.Name == Field) ?? throw new EditException($"There is no field “{Field}”.");
        var place = new BandPlace(Band, Level);
        if (Band == BandKind.Detail) return Columns.Add(at, field, Before);
        var quoted = Names.Quoted(field.Name);
        // On a page it is the value of the first row in the header, of the last one in the footer.
        if (place.IsPageBand)
            return new AddText { Band = Band, Level = Level, Text = $"{{{{ {quoted} }}}}", X = X, Y = Y }.Change(at, catalog);
        if (section.Columns.FirstOrDefault(c => c.Expression == quoted) is { } column && field.Type.IsNumber())
            return Totals.Add(at, place, column, UsualAggregate.ForField(field));
        var text = field.Type.IsNumber()
            ? $"{RenameReport.Printed(field.Caption)}: {{{{ {UsualAggregate.ForField(field)}({quoted}) }}}}"
            : $"{{{{ {quoted} }}}}";
        return new AddText { Band = Band, Level = Level, Text = text, X = X, Y = Y }.Change(at, catalog);
    }
}

internal static class Columns
{
    private const double LeastText = 60;

    public static Column Require(Section section, string id)
        => section.Columns.FirstOrDefault(c => c.Id == id) ?? throw new EditException($"There is no column “{id}”.");

    /// <summary>A new column with its heading and its cell; when the page is full, all columns give way a little.</summary>
    public static Workpiece Add(Workpiece at, Field field, string? before)
    {
        var column =
            new Column { Id = at.NewId("c"), Heading = field.Caption, Expression = Names.Quoted(field.Name), Width = WidthOf(field) };
        var columns = at.Section.Columns.ToList();
        var index = before is null ? -1 : columns.FindIndex(c => c.Id == before);
        columns.Insert(index < 0 ? columns.Count : index, column);
        at = Replace(at, columns);

        (at, var headings) = HeadingPart(at);
        at = at.AddElement(headings.Id, new HeadingElement { Id = at.NewId("h"), Column = column.Id, Y = 2, Height = 13 });
        (at, var rows) = at.TextPart(new BandPlace(BandKind.Detail));
        return at.AddElement(rows.Id, new CellElement { Id = at.NewId("e"), Column = column.Id, Y = 1.5, Height = 13 });
    }

    /// <summary>With other columns; where they are wider than the page, they give way a little.</summary>
    public static Workpiece Replace(Workpiece at, List<Column> columns)
    {
        var (sum, room) = (columns.Sum(c => c.Width), at.BodyWidth);
        return at.With(at.Section with { Columns = sum > room ? Narrowed(columns, sum - room, at.Dataset) : columns });
    }

    /// <summary>Copies what stands in one column into another one; null leaves an element out.</summary>
    public static Workpiece CopyElements(Workpiece at, string from, string to, Func<Element, Element?> change)
    {
        foreach (var part in at.Bands.SelectMany(b => b.Band.Parts).ToList())
            foreach (var element in part.Elements.Where(e => e.Column == from))
                if (change(element) is { } copy) at = at.AddElement(part.Id, copy.WithIds(_ => at.NewId("e")) with { Column = to });
        return at;
    }

    /// <summary>Texts give way first, since they can wrap; a date or a number in too little room is set smaller than its neighbours. When
    /// texts have nothing left to give, all do.</summary>
    private static List<Column> Narrowed(List<Column> columns, double by, Dataset? dataset)
    {
        var spare = columns.Select(c => IsText(c) ? Math.Max(0, c.Width - LeastText) : 0).ToList();
        var given = Math.Min(by, spare.Sum());
        if (given > 0) columns = [.. columns.Select((c, i) => c with { Width = Math.Round(c.Width - given * spare[i] / spare.Sum(), 2) })];
        var left = by - given;
        var sum = columns.Sum(c => c.Width);
        return left <= 0.01 ? columns : [.. columns.Select(c => c with { Width = Math.Round(c.Width * (sum - left) / sum, 2) })];

        bool IsText(Column c) => dataset?.Fields.FirstOrDefault(f => Names.Quoted(f.Name) == c.Expression)?.Type == DataType.Text;
    }

    /// <summary>The part in which the headings of the columns stand, with a rule below them.</summary>
    private static (Workpiece, BandPart) HeadingPart(Workpiece at)
    {
        // Headings in the page header are this section's only if they name a column of it.
        var own = at.Section.Columns.Select(c => c.Id).ToHashSet();
        var existing = at.Bands.SelectMany(b => b.Band.Parts)
            .FirstOrDefault(p => p.Elements.Any(e => e is HeadingElement && own.Contains(e.Column ?? "")));
        if (existing is not null) return (at, existing);
        var part = new BandPart { Id = at.NewId("p"), Repeat = true };
        at = at.AddPart(at.Section.HeadingPlace(), part);
        return (at.AddElement(part.Id, new LineElement { Id = at.NewId("n"), Y = 16, Width = at.BodyWidth, Height = 1 }), part);
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

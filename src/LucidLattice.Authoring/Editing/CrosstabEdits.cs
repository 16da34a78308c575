using LucidLattice.Charts;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

/// <summary>Puts a crosstab into a band. It starts from the groups that the report has, and from the first number or the rows.</summary>
public sealed record AddCrosstab : Edit
{
    public required BandKind Band { get; init; }
    public int Level { get; init; }

    /// <summary>True puts it on a sheet of its own, with the rows of the section.</summary>
    public bool OnSheet { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var place = OnSheet ? new BandPlace(BandKind.ReportHeader) : new BandPlace(Band, Level);
        if (place.Kind == BandKind.Detail)
            throw new EditException("In the rows, a crosstab would be printed for each of them. Put it into a header or footer, or give a "
                + "crosstab there rows of its own and carry it here.");
        if (!place.IsSummary)
            throw new EditException("A page has no rows of its own, so it has no crosstabs. Put it into a header or footer of a group or "
                + "of the report.");
        var dataset = at.Dataset ?? throw new EditException("The report has no rows to count yet. Choose a dataset first.");
        var source = at.Section;
        if (OnSheet) (at, _) = OwnSheet.Add(at, "Crosstab");
        var ids = new FreeIds(at.Report);
        var crosstab = new CrosstabElement
        {
            Id = ids.Next("xt"), Width = at.BodyWidth, Height = 40, Y = 2,
            Values = [new CrosstabValue { Expression = AddChart.FirstValue(dataset.Fields) }],
        };
        var part = new BandPart { Id = ids.Next("p"), Elements = [Started(crosstab, source, dataset, place.Level, ids)] };
        return at.MapBand(place, band => band.AboveHeadings(part));
    }

    /// <summary>With the levels below the place down, or a text; and a month, or another text, across.</summary>
    private static CrosstabElement Started(CrosstabElement crosstab, Section section, Dataset dataset, int around, FreeIds ids)
    {
        var taken = section.Levels.Take(around).Select(l => l.By).ToHashSet();
        var levels = section.Levels.Skip(around).Where(l => DateSteps.StepOf(l.By) is null).Take(2).ToList();
        var texts = dataset.Fields.Where(f => f is { Type: DataType.Text, Hidden: false } && !taken.Contains(Names.Quoted(f.Name)))
            .Select(f => (By: Names.Quoted(f.Name), f.Caption)).ToList();
        var down = levels.Count > 0 ? [.. levels.Select(l => (l.By, l.Name))] : texts.Take(1).ToList();
        var across = dataset.Fields.FirstOrDefault(f => f.Type.IsTime()) is { } date
            ? (By: $"date_trunc('month', {Names.Quoted(date.Name)})", Caption: "Month")
            : texts.FirstOrDefault(t => down.All(d => d.Item1 != t.By));
        return crosstab with
        {
            Down = [.. down.Select(d => new CrosstabField { Id = ids.Next("xf"), Name = d.Item2, By = d.Item1 })],
            Across = across.By is null ? [] : [new CrosstabField { Id = ids.Next("xf"), Name = across.Caption, By = across.By,
                Pattern = across.Caption == "Month" && DateSteps.StepOf(across.By) is not null ? "LLL yyyy" : null }],
        };
    }
}

/// <summary>A sheet with a section of the same rows as another one.</summary>
internal static class OwnSheet
{
    /// <returns>With the section of the new sheet as the one that is worked on.</returns>
    public static (Workpiece At, Section Section) Add(Workpiece at, string name)
    {
        var ids = new FreeIds(at.Report);
        var (around, sheet) = (at.Section, at.Sheet);
        var section = new Section
        {
            Id = ids.Like(around.Id), Dataset = around.Dataset, Filter = around.Filter, Conditions = around.Conditions,
        };
        var made = new SheetItem(new Sheet { Id = ids.Like("sheet1"), Name = name, Sections = [section],
            PageHeader = Copies.Copy(sheet.PageHeader, ids, _ => null), PageFooter = Copies.Copy(sheet.PageFooter, ids, _ => null) });
        return (new Workpiece(made.Insert(at.Report, new Spot()), section.Id), section);
    }
}

/// <summary>Puts what a crosstab has down across, and the other way round.</summary>
public sealed record SwapCrosstab : Edit
{
    public required string Crosstab { get; init; }
    protected override string Named => Crosstab;

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog) => at.Require(Crosstab) is CrosstabElement crosstab
        ? at.MapElements(e => e.Id == Crosstab ? crosstab with { Down = crosstab.Across, Across = crosstab.Down } : e)
        : throw new EditException("Only a crosstab has rows and columns to be swapped.");
}

public enum ChartSpot { Above, Below, Sheet }

/// <summary>Makes a chart of a crosstab: its columns are categories, its rows series, and it follows whatever changes there.</summary>
public sealed record ChartOfCrosstab : Edit
{
    private const double Height = 220;

    private static bool IsDated(string by) =>
        DateSteps.StepOf(by) is not null || by.StartsWith("EXTRACT", StringComparison.OrdinalIgnoreCase);

    public required string Crosstab { get; init; }
    public ChartSpot At { get; init; }
    protected override string Named => Crosstab;

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        if (at.Require(Crosstab) is not CrosstabElement crosstab) throw new EditException("Only of a crosstab such a chart can be made.");
        var along = crosstab.Across.Count > 0 ? crosstab.Across : crosstab.Down;
        if (along.Count == 0)
            throw new EditException("The crosstab has one number alone. Give it a field down or across, and a chart can show it.");
        // Dates belong along the axis, whichever way the table has them.
        var isSwapped = crosstab is { Across.Count: > 0, Down.Count: > 0 } && !IsDated(crosstab.Across[^1].By)
            && IsDated(crosstab.Down[^1].By);
        var by = (isSwapped ? crosstab.Down : along)[^1].By;
        var home = at.Bands.First(b => b.Band.Parts.Any(p => p.Elements.Any(e => e.Id == Crosstab)));
        var holder = home.Band.Parts.First(p => p.Elements.Any(e => e.Id == Crosstab));
        if (At == ChartSpot.Sheet) (at, _) = OwnSheet.Add(at, "Chart");
        var ids = new FreeIds(at.Report);
        var chart = new ChartElement
        {
            Id = ids.Next("ch"), Width = Math.Min(crosstab.Width, at.BodyWidth), Height = Height, Y = 4,
            X = At == ChartSpot.Sheet ? 0 : crosstab.X, Follows = new ChartTie { Crosstab = crosstab.Id, Swapped = isSwapped },
            Chart = IsDated(by) ? "lines" : "columns",
            Category = new ChartCategory { By = by }, Values = [new ChartValue { Expression = crosstab.Values[0].Expression }],
        };
        var part = new BandPart { Id = ids.Next("p"), Elements = [chart] };
        if (At == ChartSpot.Sheet) return at.MapBand(new BandPlace(BandKind.ReportHeader), band => band with { Parts = [part] });
        return at.MapBand(home.Place, band =>
        {
            var index = band.Parts.ToList().FindIndex(p => p.Id == holder.Id) + (At == ChartSpot.Below ? 1 : 0);
            return band with { Parts = [.. band.Parts.Take(index), part, .. band.Parts.Skip(index)] };
        });
    }
}

using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>A change that is the same for every kind of thing in a report, which it names by id.</summary>
public abstract record GeneralEdit : Edit
{
    protected sealed override ReportDefinition Applied(ReportDefinition report, IReportCatalog catalog) =>
        Checked(Changed(report));

    internal sealed override Workpiece Change(Workpiece at, IReportCatalog catalog) => at with { Report = Checked(Changed(at.Report)) };

    protected abstract ReportDefinition Changed(ReportDefinition report);

    /// <summary>What every edit leaves behind: ids that are all different, and a section on each sheet.</summary>
    private static ReportDefinition Checked(ReportDefinition report)
    {
        if (report.RepeatedId() is { } id) throw new EditException($"The report has something called “{id}” already.");
        return report.Sheets.FirstOrDefault(s => s.Sections.Count == 0) is { } empty
            ? throw new EditException($"The sheet “{empty.Name}” needs a section: this is its only one.")
            : report;
    }
}

/// <summary>Puts something new into the report. What it brings must have ids that nothing else has; <see cref="Paste"/> gives new
/// ones.</summary>
public sealed record Insert : GeneralEdit
{
    public required Item Item { get; init; }
    public required Spot To { get; init; }

    protected override ReportDefinition Changed(ReportDefinition report) => Item.Insert(report, To);
}

/// <summary>Puts something in place of what has its id, which is of the same kind.</summary>
public sealed record Replace : GeneralEdit
{
    public required Item Item { get; init; }

    protected override ReportDefinition Changed(ReportDefinition report)
    {
        var old = Item.Require(report, Item.Id);
        if (old.GetType() != Item.GetType()) throw new EditException($"“{Item.Id}” is {old.Words}, so {Item.Words} cannot take its place.");
        return Item.Replace(report);
    }
}

/// <summary>Takes something from where it is and puts it elsewhere, with its id.</summary>
public sealed record Move : GeneralEdit
{
    public required string Id { get; init; }
    public required Spot To { get; init; }

    protected override ReportDefinition Changed(ReportDefinition report)
    {
        var item = Item.Require(report, Id);
        var changed = item.Insert(item.Lift(report), To);
        // A part that an element left empty has nothing to print any more.
        return item is ElementItem && PartHome.Holding(report, Id) is { Part: { Elements.Count: 1, Sections.Count: 0 } left }
            && PartHome.Find(changed, left.Id) is { Part.Elements.Count: 0 } ? new PartItem(left).Lift(changed) : changed;
    }
}

/// <summary>Takes things out, with what means nothing without them: a column with its heading, cells and totals.</summary>
public sealed record Remove : GeneralEdit
{
    public required IReadOnlyList<string> Ids { get; init; }

    /// <remarks>What went with something before it in the list is gone already.</remarks>
    protected override ReportDefinition Changed(ReportDefinition report)
    {
        var items = Ids.Select(id => Item.Require(report, id)).ToList();
        return items.Aggregate(report, (rest, item) => rest.Has(item.Id) ? Item.Require(rest, item.Id).Remove(rest) : rest);
    }
}

/// <summary>Puts copies of things into the report, under new ids.</summary>
public sealed record Paste : GeneralEdit
{
    private const double Step = 8;

    public required IReadOnlyList<Item> Items { get; init; }
    public required Spot To { get; init; }

    /// <summary>The report in which they were copied, under the ids that they have there; null for this one.</summary>
    public ReportDefinition? From { get; init; }

    protected override ReportDefinition Changed(ReportDefinition report)
    {
        if (To.Band is not null && Items.All(i => i is ElementItem)) return WithNewPart(report);
        var (items, brought) = Brought(report);
        var ids = new FreeIds(brought);
        return items.Select((item, i) => (Item: item.Copy(ids), To: To.Index is { } index ? To with { Index = index + i } : To))
            .Aggregate(brought, (at, next) => Aside(next.Item, at, next.To).Insert(at, next.To));
    }

    /// <summary>Elements that are put into a band, not into a part of one, get a part of their own there.</summary>
    private ReportDefinition WithNewPart(ReportDefinition report)
    {
        var part = new BandPart { Id = new FreeIds(report).Next("p") };
        var made = new PartItem(part).Insert(report, To);
        return (this with { To = new Spot { In = part.Id } }).Changed(made);
    }

    /// <summary>What is pasted, with all that it needs of where it was copied.</summary>
    private (IReadOnlyList<Item> Items, ReportDefinition Report) Brought(ReportDefinition report)
    {
        if (From is null) return (Items, report);
        var transplant = new Transplant(From, report);
        var home = To.In is null ? null : PartHome.Find(report, To.In);
        Item[] items = [.. Items.Select(item => item switch
        {
            ElementItem { Element: var element } when home is not null => new ElementItem(transplant.Bring(element, home)),
            SectionItem { Section: var section } => new SectionItem(transplant.Bring(section)),
            _ => item,
        })];
        return (items, transplant.Report);
    }

    /// <summary>A copy does not cover what it is a copy of, and what comes from another report, or is large, covers nothing.</summary>
    private Item Aside(Item item, ReportDefinition report, Spot to)
    {
        if (item is not ElementItem { Element: { } element } || to.In is null) return item;
        var there = PartHome.Find(report, to.In)?.Part.Elements ?? [];
        if (From is not null || element is ChartElement or CrosstabElement)
        {
            while (there.FirstOrDefault(e => Covers(e, element)) is { } covered) element = element with { Y = covered.Y + covered.Height };
            return new ElementItem(element);
        }
        while (there.Any(e => (e.X, e.Y, e.Column) == (element.X, element.Y, element.Column)))
            element = element with { X = element.Column is null ? element.X + Step : 0, Y = element.Y + Step };
        return new ElementItem(element);
    }

    private static bool Covers(Element there, Element element) =>
        there is not BoxElement && there.Column == element.Column && there.Height > 0
        && there.Y < element.Y + element.Height && element.Y < there.Y + there.Height
        && (there.Column is not null || there.X < element.X + element.Width && element.X < there.X + there.Width);
}

/// <summary>Gives elements other places and sizes within their parts, all in one step.</summary>
public sealed record Arrange : GeneralEdit
{
    public required IReadOnlyList<Placement> Places { get; init; }

    protected override ReportDefinition Changed(ReportDefinition report) => Places.Aggregate(report, (at, place) =>
    {
        if (Item.Require(at, place.Id) is not ElementItem { Element: { } element })
            throw new EditException($"“{place.Id}” is no element, so it has no place of its own.");
        return new ElementItem(place.Apply(element)).Replace(at);
    });
}

/// <summary>A place and size within a part, in points; what is null stays.</summary>
public sealed record Placement
{
    public required string Id { get; init; }
    public double? X { get; init; }
    public double? Y { get; init; }
    public double? Width { get; init; }
    public double? Height { get; init; }

    /// <exception cref="EditException">The element's column decides about what is given, or it is no place.</exception>
    internal Element Apply(Element element)
    {
        if (element.Column is not null && (X ?? Width) is not null)
            throw new EditException("An element in a column is as wide as that, and stands where that stands.");
        if (new[] { X, Y, Width, Height }.Any(n => n is < 0 || n is { } given && !double.IsFinite(given)))
            throw new EditException("Places and sizes are not negative.");
        return element with
        {
            X = X ?? element.X,
            Y = Y ?? element.Y,
            Width = Width ?? element.Width,
            Height = Height ?? element.Height,
        };
    }
}

using LucidLattice.Crosstabs;
using LucidLattice.Data;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>A crosstab with its expressions compiled.</summary>
public sealed record CrosstabPlan(CrosstabElement Definition, double X, double Width, ResolvedStyle Style)
    : ElementPlan(Definition, X, Width, Style)
{
    public required CrosstabQuery Query { get; init; }
    public required CrosstabLook Look { get; init; }

    /// <summary>With the letters and the colour that its style has where the frame stands.</summary>
    private CrosstabLook LookAt(Frame frame)
    {
        var style = Style.At(frame);
        return style == Style ? Look : Look with
        {
            Body = style.Font, Heading = Look.Heading with { Family = style.Font.Family, Size = style.Font.Size * 8 / 9 },
            Totals = style.Font with { Bold = true }, Ink = style.Color,
        };
    }

    /// <summary>The height of a page's body, in points.</summary>
    public required double PageBody { get; init; }

    /// <summary>What headings and totals of fields open, by the id of what the link stands on.</summary>
    public required IReadOnlyDictionary<string, LinkPlan> PartLinks { get; init; }

    /// <summary>The level of the tree for whose groups it is worked out.</summary>
    public int Level => Query.Level;

    public override bool Grows => true;

    public override bool GoesOn => true;

    public override IEnumerable<(string Id, LinkPlan Link)> Links => base.Links.Concat(PartLinks.Select(p => (p.Key, p.Value)));

    public override IEnumerable<Compiled> Written => Fields(Query.Down).Concat(Fields(Query.Across));

    private static IEnumerable<Compiled> Fields(CrosstabAxis axis) =>
        axis.Levels.Select(l => l.Key).Concat(axis.Levels.Select(l => l.Label).OfType<Compiled>());

    public override IEnumerable<string> Samples => Query.Values.Select(v => v.Name)
        .Concat(Query.Values.SelectMany(v => FormatSamples.Of(DataType.Decimal, v.Format)))
        .Concat(Definition.Fields.SelectMany(f => new[] { f.Name, f.TotalName ?? "", f.Others ?? "", f.EmptyName ?? "" }
            .Concat((f.Groups?.Groups ?? []).Select(g => g.Name))))
        .Concat(new[] { Query.Down, Query.Across }.SelectMany(a => a.Levels.SelectMany(l => FormatSamples.Of(l.Key.Type, l.Format))))
        .Append(Look.Total);

    /// <summary>What tells its drawings at one place from those at others.</summary>
    public string IdAt(Frame frame) => Level > 0 ? $"{Id}-{frame.Groups[Level]}" : Id;

    /// <summary>By which a cell is known wherever it is printed: the fields and groups of its row and its column, and the value.</summary>
    public string MarkOf(CrosstabEntry line, CrosstabEntry column, Frame frame) =>
        CrosstabDrawing.MarkOf(IdAt(frame), line, column, line.Value >= 0 ? line.Value : Math.Max(0, column.Value));

    /// <param name="mostLines">At most so many rows, and only the first columns; null for all.</param>
    public CrosstabLayout Layout(CrosstabFigures figures, Frame frame, ITypesetter typesetter, int? mostLines)
    {
        var shape = mostLines is not null && Definition.Shape.Wide == WideTable.Continue ? Definition.Shape with { Wide = WideTable.Cut }
            : Definition.Shape;
        return CrosstabLayout.Of(figures, GridAt(figures, frame, mostLines), shape, LookAt(frame), Width, PageBody, typesetter, frame);
    }

    /// <summary>Its rows and columns for the group in which a frame stands.</summary>
    public CrosstabGrid GridAt(CrosstabFigures figures, Frame frame, int? mostLines = null)
    {
        var number = figures.Table.BaseOf[frame.Groups[Level]];
        return GridBuilder.Build(Query, figures.Table, Definition.Shape, number, mostLines ?? CrosstabQuery.MostLines);
    }

    public override double Height(Frame frame, Measuring measuring) =>
        Math.Max(Element.Height, measuring.Crosstab(this, frame)?.Height ?? 0);

    public override PlacedElement Place(double y, Frame frame, Measuring measuring) =>
        new(this, y, Height(frame, measuring)) { Crosstab = measuring.Crosstab(this, frame) };

    public override double Cut(PlacedElement placed, double from, double end)
    {
        if (placed.Crosstab is not { } layout || placed.Y >= end || placed.Y + layout.Height <= end) return end;
        if (layout.Cut(Math.Max(0, from - placed.Y), end - placed.Y) is { } cut) return placed.Y + cut;
        return placed.Y > from + 1 ? placed.Y : end;
    }

    public override double Again(PlacedElement placed, double from) =>
        placed.Crosstab is { } layout && from > placed.Y ? layout.Again(from - placed.Y) : 0;

    public override void Paint(PlacedElement placed, Painting on)
    {
        if (placed.Crosstab is not { } layout || on.Figures(Id) is not { } figures) return;
        if (layout.Blocks.Count == 0)
        {
            if (on.Begins(placed)) on.Line("No rows", Style, on.Left + X, Width, on.At(placed.Y));
            return;
        }
        var (from, to) = (Math.Max(0, on.From - placed.Y), on.To - placed.Y);
        if (to <= 0 || from >= layout.Height) return;
        var painting = new CrosstabPainting(IdAt(on.Frame), on.Frame,
            (line, column) => CellAction(figures, line, column, on.Frame, on.Proof),
            (isDown, fields, group) => HeadingAction(figures, isDown, fields, group, on.Frame, on.Proof), figures.RanksOf);
        var items = new CrosstabDrawing(layout, Definition.Shape, painting, on.Typesetter)
            .Draw(on.Left + X, on.At(placed.Y + from), from, to);
        if (Link is not null && on.Begins(placed))
        {
            var right = on.Left + X + Math.Min(Width, layout.HeadWidth + layout.Blocks[0].Columns.Width);
            items.Add(new PathItem(new DrawPath().MoveTo(right - 6, on.At(placed.Y)).LineTo(right, on.At(placed.Y))
                .LineTo(right, on.At(placed.Y) + 6).Close(), Palette.Link));
        }
        on.Items.Add(new FigureItem(Spoken(), items, IdAt(on.Frame)) { IsTable = true });
    }

    /// <summary>What it is, for those who cannot see it.</summary>
    public string Spoken()
    {
        var by = Definition.Fields.Select(f => MidSentence.Of(f.Name)).ToList();
        var fields = by.Count < 2 ? string.Concat(by) : $"{string.Join(", ", by[..^1])} and {by[^1]}";
        return string.Join(", ", Query.Values.Select(v => v.Name)) + (by.Count == 0 ? "" : $" by {fields}");
    }

    /// <summary>What a click on a cell opens; null for nothing.</summary>
    public LinkAction? CellAction(CrosstabFigures figures, CrosstabEntry line, CrosstabEntry column, Frame frame, ILinkProof? proof) =>
        CellLink(figures, line, column, frame, proof)?.Action;

    /// <summary>What a click on a cell opens, with the id of what that link stands on. On a total that is what its fields say, or what
    /// cells do, with every one of what it adds up.</summary>
    public (string On, LinkAction Action)? CellLink(CrosstabFigures figures, CrosstabEntry line, CrosstabEntry column, Frame frame,
        ILinkProof? proof)
    {
        if (Link is null && PartLinks.Count == 0) return null;
        var click = Clicked(Clicked(Click.OnNothing, figures, true, line), figures, false, column);
        foreach (var missing in Query.Down.Fields.Skip(line.Fields).Concat(Query.Across.Fields.Skip(column.Fields)))
            click = click.And(missing.Id, Value.Every);
        click = WithCommon(click, figures, line, column, frame);
        if (!line.IsTotal && !column.IsTotal) return Link?.Action(click, frame, proof) is { } own ? (Id, own) : null;
        foreach (var on in OwnersOf(line, column))
            if (LinkOf(on)?.ActionOfTotal(click, frame, proof) is { } action) return (on, action);
        return null;
    }

    private LinkPlan? LinkOf(string on) => on == Id ? Link : PartLinks.GetValueOrDefault(on);

    /// <summary>The ids of what the link of a cell may stand on: of a total, the fields that it adds up, and then what cells do.</summary>
    private IEnumerable<string> OwnersOf(CrosstabEntry line, CrosstabEntry column)
    {
        if (line.IsTotal) yield return CrosstabElement.TotalOf(Query.Down.Fields[line.Fields].Id);
        if (column.IsTotal) yield return CrosstabElement.TotalOf(Query.Across.Fields[column.Fields].Id);
        yield return Id;
    }

    /// <summary>What a click on the heading of a group opens: it carries its own key and those of the groups that it stands in.</summary>
    public LinkAction? HeadingAction(CrosstabFigures figures, bool isDown, int fields, int group, Frame frame, ILinkProof? proof)
    {
        var field = (isDown ? Query.Down : Query.Across).Fields[fields - 1];
        return PartLinks.GetValueOrDefault(field.Id)?.ActionOfPart(
            Clicked(Click.OnNothing, figures, isDown, new CrosstabEntry(fields, group, EntryKind.Heading)), frame, proof);
    }

    private Click WithCommon(Click click, CrosstabFigures figures, CrosstabEntry line, CrosstabEntry column, Frame frame)
    {
        if (Query.Common.Count == 0 || figures.Cell(line, column) is not { } cell) return click;
        for (var i = 0; i < Query.Common.Count; i++)
            click = click.And(CommonKeys.NameOf(i), figures.At(cell, Query.Common[i], frame));
        return click;
    }

    private Click Clicked(Click click, CrosstabFigures figures, bool isDown, CrosstabEntry entry)
    {
        var axis = isDown ? Query.Down : Query.Across;
        for (var fields = 1; fields <= entry.Fields; fields++)
        {
            var key = figures.Key(isDown, fields, figures.Around(isDown, entry.Fields, entry.Group, fields));
            // A group without a key asks for rows without one; one that stands for too many keys has none to carry.
            var isMany = axis.Keys[fields - 1] is not null || axis.Fields[fields - 1].Others is not null;
            click = click.And(axis.Fields[fields - 1].Id, key.IsNull && !isMany ? Value.Empty : key);
        }
        return click;
    }
}

/// <summary>A crosstab that counts rows of its own: those that belong to the row or the group around it.</summary>
/// <param name="Crosstab">As it stands among its own rows.</param>
/// <param name="Around">The keys that its rows are matched to.</param>
public sealed record OwnCrosstabPlan(CrosstabPlan Crosstab, Element Placed, IReadOnlyList<Compiled> Around)
    : ElementPlan(Placed, Crosstab.X, Crosstab.Width, Crosstab.Style)
{
    public override bool Grows => true;

    public override bool GoesOn => true;

    public override double Height(Frame frame, Measuring measuring) =>
        measuring.OwnRows(Id, Around, frame) is { } own ? Crosstab.Height(own, measuring) : Element.Height;

    public override PlacedElement Place(double y, Frame frame, Measuring measuring) =>
        measuring.OwnRows(Id, Around, frame) is { } own ? Crosstab.Place(y, own, measuring) with { Plan = this }
            : base.Place(y, frame, measuring);

    public override double Cut(PlacedElement placed, double from, double end) => Crosstab.Cut(placed, from, end);

    public override double Again(PlacedElement placed, double from) => Crosstab.Again(placed, from);

    public override void Paint(PlacedElement placed, Painting on)
    {
        if (on.OwnRows(Id, Around, on.Frame) is { } frame) Crosstab.Paint(placed with { Plan = Crosstab }, on with { Frame = frame });
        else if (on.Begins(placed)) on.Line("No rows", Style, on.Left + X, Width, on.At(placed.Y));
    }
}

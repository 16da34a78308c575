using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Authoring.Editing;

/// <summary>Puts an element of any kind into a band, below what stands there; it gets an id of its own.</summary>
public sealed record AddElement : Edit
{
    public required BandKind Band { get; init; }
    public int Level { get; init; }
    public required Element Element { get; init; }

    /// <summary>The file of an image.</summary>
    public GivenImage? Image { get; init; }

    /// <summary>Where its frame was drawn; null puts it below what stands in the band.</summary>
    public DrawnFrame? Frame { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var place = new BandPlace(Band, Level);
        if (ElementKinds.KindOf(Element).WhyNotIn(place) is { } why) throw new EditException(why);
        (at, var part) = Frame is null ? at.TextPart(place) : PartAt(at, place, Frame.Y);
        var element = Element with { Id = at.NewId("e"), Column = null };
        if (Frame is null)
            element = element with
            {
                Y = part.Elements.Count == 0 ? 3 : part.Elements.Max(e => e.Y + e.Height) + 2,
                Width = Element.Width > 0 ? Math.Min(Element.Width, at.BodyWidth) : Math.Min(120, at.BodyWidth),
            };
        else
            element = element with
            {
                X = Math.Clamp(Frame.X, 0, Math.Max(0, at.BodyWidth - 4)),
                Y = Math.Max(0, Frame.Y - at.BandAt(place).Parts.TakeWhile(p => p.Id != part.Id).Sum(p => p.LeastHeight())),
                Width = Math.Clamp(Frame.Width, 4, Math.Max(4, at.BodyWidth - Math.Max(0, Frame.X))),
                Height = Math.Clamp(Frame.Height, element is LineElement ? 0 : 4, at.Report.Page.Height),
            };
        if (Image is not null) (at, element) = Images.Taken(at, (ImageElement)element, Image);
        return at.AddElement(part.Id, element);
    }

    /// <summary>The part of a band in which a height lies; the last one below all, and a new one where there is none.</summary>
    private static (Workpiece At, BandPart Part) PartAt(Workpiece at, BandPlace place, double y)
    {
        var top = 0.0;
        foreach (var part in at.BandAt(place).Parts)
            if (y < (top += part.LeastHeight())) return (at, part);
        return at.BandAt(place).Parts is [.., { } last] ? (at, last) : at.TextPart(place);
    }
}

/// <summary>A rectangle that an author drew, in points from the upper left corner of its band's section.</summary>
public sealed record DrawnFrame(double X, double Y, double Width, double Height);

/// <summary>Gives an image another file.</summary>
public sealed record SetImage : Edit
{
    public required string Element { get; init; }
    protected override string Named => Element;
    public required GivenImage Image { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        if (at.Require(Element) is not ImageElement image) throw new EditException("Only an image takes a file.");
        (at, var changed) = Images.Taken(at, image, Image);
        return Images.Pruned(at.MapElements(e => e.Id == Element ? changed : e));
    }
}

/// <summary>Puts a picture behind the pages of a sheet, or takes it away.</summary>
public sealed record SetBackground : Edit
{
    public required string Sheet { get; init; }
    protected override string Named => Sheet;

    /// <summary>Null takes the picture away.</summary>
    public GivenImage? Image { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        string? id = null;
        if (Image is not null) (at, id) = Images.Taken(at, Image);
        var changed = at.Report.MapSheet(Sheet, s => s with
        {
            Background = id is null ? null : s.Background is { } old ? old with { Image = id } : new PageBackground(id),
        });
        return Images.Pruned(at with { Report = changed });
    }
}

/// <summary>Lets the report wear another look; what its elements set of their own stays.</summary>
public sealed record SetReportLook : Edit
{
    /// <summary>The name of one that ships with the application; null for the usual one.</summary>
    public string? Look { get; init; }

    /// <summary>A look of the report's own, which it wears instead.</summary>
    public ReportLook? Own { get; init; }

    /// <summary>The file of its logo; null keeps the one that it names.</summary>
    public GivenImage? Logo { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        var own = Own;
        if (own is not null && Logo is not null)
        {
            (at, var id) = Images.Taken(at, Logo);
            own = own with { Logo = id };
        }
        // A logo that the report does not hold comes from another report, which has it.
        if (own?.Logo is { } logo && at.Report.Images.All(i => i.Id != logo)) own = own with { Logo = null };
        return Images.Pruned(at with { Report = at.Report with { Look = Look, OwnLook = own } });
    }
}

/// <summary>A file that an author chose.</summary>
/// <param name="Data">In Base64.</param>
public sealed record GivenImage(string Name, string Data);

internal static class Images
{
    /// <summary>The report with an image among its own, once for each content, and the element that shows it.</summary>
    public static (Workpiece At, ImageElement Element) Taken(Workpiece at, ImageElement element, GivenImage given)
    {
        (at, var id) = Taken(at, given);
        return (at, element with { Image = id, From = null });
    }

    /// <summary>The report with an image among its own, once for each content, and its id there.</summary>
    public static (Workpiece At, string Id) Taken(Workpiece at, GivenImage given)
    {
        var content = ImagePlan.Read(given.Data, out var why) ?? throw new EditException($"“{given.Name}” is no image: {why}");
        var id = content.Name[..16];
        var held = at.Report.Images;
        if (held.All(i => i.Id != id)) held = [.. held, new ReportImage(id, given.Name, Convert.ToBase64String(content.Bytes.Span))];
        if (held.Sum(i => i.Data.Length * 3L / 4) > ReportImage.MostBytesOfAll)
            throw new EditException($"With “{given.Name}” the images of the report have more than {ReportImage.MostBytesOfAll >> 20} MB.");
        return (at with { Report = at.Report with { Images = held } }, id);
    }

    /// <summary>Without the images that no element shows.</summary>
    public static Workpiece Pruned(Workpiece at)
    {
        var shown = at.Report.AllElements().OfType<ImageElement>().Select(e => e.Image)
            .Concat(at.Report.Sheets.Select(s => s.Background?.Image))
            .Append(at.Report.OwnLook?.Logo).ToHashSet();
        return at with { Report = at.Report with { Images = [.. at.Report.Images.Where(i => shown.Contains(i.Id))] } };
    }
}

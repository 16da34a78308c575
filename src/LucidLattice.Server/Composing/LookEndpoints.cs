using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Files;
using LucidLattice.Planning.Elements;
using LucidLattice.Server.Web;
using LucidLattice.Storage;

namespace LucidLattice.Server.Composing;

/// <summary>Every look and palette that is kept by name.</summary>
/// <param name="Looks">Of charts.</param>
/// <param name="Reports">Looks of whole reports.</param>
public sealed record KeptLooks(IReadOnlyList<KeptLook> Looks, IReadOnlyList<KeptPalette> Palettes, IReadOnlyList<CarriedLook> Reports);

/// <summary>Keeps the look of a chart.</summary>
/// <param name="IsDefault">True lets new charts begin with it.</param>
public sealed record KeepLook(string Name, Element Chart, bool IsDefault = false);

public sealed record KeepPalette(string Name, IReadOnlyList<string> Colors);

/// <summary>Looks of charts and palettes, for every report.</summary>
public static class LookEndpoints
{
    public static void MapLooks(this WebApplication app)
    {
        var looks = app.MapGroup("/api/looks").WithTags("Looks");
        looks.MapGet("/", Kept).WithName("listLooks")
                .WithSummary("The saved looks and palettes.");
        looks.MapPost("/", (KeepLook request, LookStore store) =>
        {
            var chart = request.Chart as ChartElement ?? throw ApiException.Bad("no-chart", "Only charts have looks that are kept.");
            store.Keep(Named(request.Name, store.Looks().Select(l => l.Name)), ChartLook.Of(chart), request.IsDefault);
            return Kept(store);
        }).WithName("keepLook")
                .WithSummary("Saves the look of a chart under a name.");
        looks.MapDelete("/", (string name, LookStore store) => store.Remove(name)
            ? Kept(store)
            : throw ApiException.NotFound($"There is no look called “{name}”.")).WithName("removeLook")
                .WithSummary("Removes a look of charts.");
        looks.MapPost("/reports", (CarriedLook request, LookStore store) =>
        {
            var name = Named(request.Look.Name, store.ReportLooks().Select(l => l.Look.Name));
            if (ReportLooks.WhyNot(request) is { } why) throw ApiException.Bad("bad-look", why);
            store.Keep(request with { Look = request.Look with { Id = "", Name = name } });
            return Kept(store);
        }).WithName("keepReportLook")
                .WithSummary("Saves the look of a report under a name.");
        looks.MapDelete("/reports", (string name, LookStore store) => store.RemoveReportLook(name)
            ? Kept(store)
            : throw ApiException.NotFound($"There is no look called “{name}”.")).WithName("removeReportLook")
                .WithSummary("Removes a look of reports.");
        looks.MapPost("/palettes", (KeepPalette request, LookStore store) =>
        {
            if (request.Colors.Count is 0 or > Palettes.MostColors || request.Colors.FirstOrDefault(c => !HexColors.IsColor(c)) is not null)
                throw ApiException.Bad("bad-palette",
                    $"A palette has 1 to {Palettes.MostColors} colours, each written as #0B5D5B.");
            store.KeepPalette(Named(request.Name, store.OwnPalettes().Select(p => p.Name)), request.Colors);
            return Kept(store);
        }).WithName("keepPalette")
                .WithSummary("Saves a palette under a name.");
        looks.MapDelete("/palettes", (string name, LookStore store) => store.RemovePalette(name)
            ? Kept(store)
            : throw ApiException.NotFound($"There is no palette called “{name}”.")).WithName("removePalette")
                .WithSummary("Removes a palette.");
    }

    private static KeptLooks Kept(LookStore store) => new(store.Looks(), store.OwnPalettes(), store.ReportLooks());

    private static string Named(string name, IEnumerable<string> kept)
    {
        var trimmed = name.Trim();
        if (trimmed.Length is 0 or > LookStore.LongestName)
            throw ApiException.Bad("bad-name", $"Give it a name of up to {LookStore.LongestName} letters.");
        var names = kept.ToList();
        if (names.Count >= LookStore.MostKept && !names.Contains(trimmed))
            throw ApiException.Bad("too-many-kept", $"Up to {LookStore.MostKept} are kept. Remove one of them first.");
        return trimmed;
    }
}

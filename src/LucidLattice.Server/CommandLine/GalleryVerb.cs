using System.Text;
using LucidLattice.Datasets;
using LucidLattice.Demo;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Output.Svg;
using LucidLattice.Output.Typesetting;
using LucidLattice.Reports.Running;
using LucidLattice.Sql;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice gallery</c>: every type and variant of chart from the demo data, one SVG file each, with an index page.</summary>
internal static class GalleryVerb
{
    public static int Run(Options options)
    {
        var folder = Directory.CreateDirectory(options.Required("out")).FullName;
        // The demo data are always the same, so they are made anew where no file is named.
        var made = options.Value("database") is null ? Path.GetTempFileName() : null;
        if (made is not null) DemoDatabase.Write(made, DemoDatabase.UsualBookings);
        var engine =
            new ReportEngine(new DatasetReader(SqlEngines.Over(new OneFile(options.Value("database") ?? made!))), new SkiaTypesetter(),
            NoReports.Instance);
        var run = engine.Run(
            new RunRequest(ChartVariants.Report(), options.Settings(), new DateTime(2026, 1, 1, 0, 0, 0, DateTimeKind.Utc)),
            CancellationToken.None);
        if (made is not null) File.Delete(made);
        RenderVerb.Print(run.Problems);
        if (run.Problems.Any(p => p.IsError) || run.Data is null) return 1;
        var index = new StringBuilder("""
            <!doctype html>
            <html lang="en"><head><meta charset="utf-8"><title>Gallery of charts</title></head><body>
            <h1>Gallery of charts</h1>
            <p>Made by <code>./lattice gallery --out docs/gallery</code> from the demo data.</p>

            """);
        foreach (var ((name, chart), page) in ChartVariants.All.Select((v, i) => (v, i + 1)))
        {
            var figure = run.Page(page).Items.OfType<FigureItem>().Single();
            // What answers to the pointer means nothing in a picture that stands alone.
            var still = new FigureItem(figure.AlternativeText, [.. figure.Items.Where(i => i is not RegionItem)]);
            File.WriteAllText(Path.Combine(folder, $"{name}.svg"),
                SvgWriter.Write(new PageDrawing(chart.Width, chart.Height, [still]), "", name) + "\n");
            index.Append($"<figure><img src=\"{name}.svg\" alt=\"{name}\"><figcaption>{name}</figcaption></figure>\n");
        }
        File.WriteAllText(Path.Combine(folder, "index.html"), index.Append("</body></html>\n").ToString());
        Console.WriteLine($"{Verbs.Count(ChartVariants.All.Count, "chart")} written to {folder}.");
        return 0;
    }
}

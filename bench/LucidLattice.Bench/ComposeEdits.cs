using LucidLattice.Authoring.Composing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Output.Svg;
using LucidLattice.Reports.Running;
using static LucidLattice.Bench.Benchmarks;

namespace LucidLattice.Bench;

/// <summary>Compose over a million rows: the server's part of what an author waits for.</summary>
internal static class ComposeEdits
{
    public static IEnumerable<Outcome> Run()
    {
        var ferries = Ferries.WithBookings(Ferries.Million);
        var cache = new SizedCache(2L << 30);
        var engine = ferries.Engine(cache);
        // A small report first: no author is the first one to run this code.
        View(Ferries.WithBookings(20_000).Engine(new SizedCache(1L << 28)), Ferries.Report);
        var progress = new RunProgress();
        var (rowsThere, seen) = (0.0, 0.0);
        var watch = System.Diagnostics.Stopwatch.StartNew();
        using (new Timer(_ => { if (rowsThere == 0 && progress.Stage > RunStage.Reading) rowsThere = watch.Elapsed.TotalMilliseconds; },
            null, 0, 1))
        {
            View(engine, Ferries.Report, progress);
            seen = watch.Elapsed.TotalMilliseconds;
        }
        yield return new Outcome("Compose, a million rows: first vantage after the rows are there", N(seen - rowsThere, "ms"),
            N(rowsThere, "ms, reading them"), "", "≤ 1 s", seen - rowsThere <= 1000);

        var section = Ferries.Report.Sheets[0].Sections[0];
        var text = (TextElement)section.Elements().First(e => e.Element is TextElement).Element;
        var chart = (ChartElement)section.Elements().First(e => e.Element is ChartElement).Element;
        yield return Edit("text", 100, i => new Replace { Item = new ElementItem(text with { Text = $"Bookings {i}" }) });
        yield return Edit("chart style", 100,
            i => new Replace { Item = new ElementItem(
                chart with { Words = chart.Words with { Title = new() { Text = $"People {i}" } } }) });
        yield return Edit("level (order of regions)", 600, i => new SetLevel { Level = section.Levels[0].Id, Descending = i % 2 == 0 });
        yield return Edit("sort", 600,
            i => new SetSection { Sort = [new SortKey { By = i % 2 == 0 ? "booked_on" : "fare", Descending = i % 3 == 0 }] });

        Outcome Edit(string what, double reach, Func<int, Edit> edit)
        {
            var times = Enumerable.Range(0, 8).Select(i => Time(() => View(engine, edit(i).Apply(Ferries.Report, ferries)))).ToList();
            var slow = times.Max();
            return new Outcome($"Compose, a million rows: edit of {what}, slowest of {times.Count}", N(slow, "ms"), "–", "",
                $"≤ {reach} ms", slow <= reach);
        }
    }

    private static void View(ReportEngine engine, ReportDefinition report, RunProgress? progress = null)
    {
        var run = engine.Run(Ferries.Request(report), CancellationToken.None, pages: false, forAuthor: true, progress);
        foreach (var band in ComposeViewer.View(run, new Dictionary<string, IReadOnlyList<string?>>(), Ferries.Typesetter).Bands)
            SvgWriter.Write(band.Drawing, "b-");
    }
}

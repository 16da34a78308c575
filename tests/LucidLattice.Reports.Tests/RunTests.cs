using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Data;
using LucidLattice.Drawing;
using LucidLattice.Layout;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>What runs keep, share, find, and must not do more often than needed.</summary>
public class RunTests
{
    private static readonly ReportDefinition Demo = Workshop.DemoReport("route-performance");

    private static RunRequest Request(ReportDefinition report, params (string Name, string Value)[] given) =>
        new(report, given.ToDictionary(g => g.Name, g => g.Value), Workshop.Now);

    private static ReportRun Run(ReportEngine engine, ReportDefinition report, params (string Name, string Value)[] given) =>
        engine.Run(Request(report, given), CancellationToken.None, forAuthor: true);

    [Fact]
    public void An_edit_repeats_only_the_steps_whose_input_it_changes()
    {
        var cache = new SizedCache(1L << 30);
        var counting = new CountingReader(Workshop.Database(Workshop.DemoFile));
        var engine = new ReportEngine(new CachedReader(counting, cache), Workshop.Measurer, new DemoCatalog(), cache);
        var first = Run(engine, Demo);
        var section = Demo.MainSection();

        var text = (TextElement)section.Elements().First(e => e.Element is TextElement).Element;
        var retitled =
            Run(engine, new Replace { Item = new ElementItem(text with { Text = "Other words" }) }.Apply(Demo, new DemoCatalog()));
        Assert.Same(first.First().Tree, retitled.First().Tree);
        Assert.All(first.First().Totals.ByAggregate.Zip(retitled.First().Totals.ByAggregate), pair => Assert.Same(pair.First, pair.Second));

        // One more total: only that one is new.
        var more = Run(engine,
            Demo.WithMainSection(
            section with {
            ReportFooter = Workshop.Band(
            [.. section.ReportFooter.Parts,
            Workshop.Part("px", 20, new TextElement { Id = "tx", Width = 200, Text = "{{ max(delay_minutes) }}" })]) }));
        Assert.Same(first.First().Tree, more.First().Tree);
        Assert.Equal(first.First().Totals.ByAggregate.Count + 1, more.First().Totals.ByAggregate.Count);
        Assert.Equal(first.First().Totals.ByAggregate.Count,
            more.First().Totals.ByAggregate.Count(t => first.First().Totals.ByAggregate.Contains(t)));

        // Another order, another filter value: another tree, and the right one.
        Assert.NotSame(first.First().Tree,
            Run(engine, new SetLevel { Level = section.Levels[0].Id, Descending = true }.Apply(Demo, new DemoCatalog())).First().Tree);
        var narrowed = Run(engine, Demo, ("region", "Northern Isles"));
        Assert.NotEqual(first.First().Tree.Order.Length, narrowed.First().Tree.Order.Length);
        Assert.Equal(1, counting.Reads);
        Assert.NotSame(first.First().Tree,
            engine.Run(Request(Demo) with { Refresh = true }, CancellationToken.None, forAuthor: true).First().Tree);
        Assert.Equal(2, counting.Reads);
    }

    /// <summary>Every answer of a run that used what others left is that of a run that did not.</summary>
    [Fact]
    public void Runs_with_and_without_a_cache_agree()
    {
        var cache = new SizedCache(1L << 30);
        var cached = new ReportEngine(new CachedReader(Workshop.Database(Workshop.DemoFile), cache), Workshop.Measurer,
            new DemoCatalog(), cache);
        var random = new Random(8);
        string[] sums = ["sum(passengers)", "avg(net_fare)", "count(DISTINCT vessel)", "sum(passengers) FILTER (WHERE delay_minutes > 10)",
            "min(departs)", "max(net_fare) / NULLIF(min(passengers), 0)", "sum(net_fare) / 0"];
        for (var round = 0; round < 12; round++)
        {
            var footer = Workshop.Band(
                Workshop.Part("px", 20,
                [.. Enumerable.Range(0, 3)
                .Select(i =>
                new TextElement { Id = $"x{i}", X = i * 150, Width = 150, Text = $"{{{{ {sums[random.Next(sums.Length)]} }}}}" })]));
            var levels = Demo.MainSection().Levels.Select(
                l => l with { Descending = random.Next(2) == 0,
                Footer = footer with {
                Parts = [.. footer.Parts.Select(
                p => p with { Id = p.Id + l.Id, Elements = [.. p.Elements.Select(e => ((TextElement)e) with { Id = e.Id + l.Id })] })] } })
                .ToList();
            var report = Demo.WithMainSection(Demo.MainSection() with { Levels = levels });
            (string, string)[] given = random.Next(2) == 0
                ? [("from", "2025-06-01"), ("to", "2025-07-15")]
                : [("from", "2025-02-01"), ("to", "2025-02-20"), ("region", "West Firth")];
            var (ours, plain) = (Run(cached, report, given), Workshop.Run(report, null, given));
            Assert.Equal(plain.Problems.Select(p => p.Message), ours.Problems.Select(p => p.Message));
            Assert.Equal(plain.PageCount, ours.PageCount);
            for (var page = 1; page <= plain.PageCount; page++)
                Assert.Equal(plain.Page(page).Texts().Select(t => t.Text), ours.Page(page).Texts().Select(t => t.Text));
        }
    }

    [Fact]
    public async Task Page_1_is_there_while_the_index_grows_and_says_how_many_there_are_once_that_is_known()
    {
        var run = Workshop.DemoEngine().Run(Request(Demo), CancellationToken.None, pages: false);
        var waiting = run.MainIndex().Has(1, CancellationToken.None);
        var beyond = run.MainIndex().Has(100_000, CancellationToken.None);
        Assert.False(waiting.IsCompleted);
        using var stop = new CancellationTokenSource();
        // Somebody looks at page 1 while the others are being found.
        var texts = new List<string>();
        var growing = Task.Run(() => run.MainIndex().Grow(new Effort(stop.Token)));
        Assert.True(await waiting);
        texts.AddRange(run.Page(1).Texts().Select(t => t.Text));
        await growing;
        Assert.False(await beyond);
        Assert.Contains($"Page 1 of {run.PageCount}", run.Page(1).Texts().Select(t => t.Text));
        Assert.Contains(texts, t => t.StartsWith("Page 1 of", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Whoever_waits_for_a_page_of_a_run_that_is_stopped_is_told_so()
    {
        var run = Workshop.DemoEngine().Run(Request(Demo), CancellationToken.None, pages: false);
        var waiting = run.MainIndex().Has(500, CancellationToken.None);
        Assert.ThrowsAny<OperationCanceledException>(() => run.MainIndex().Grow(new Effort(new CancellationToken(true))));
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => waiting);
    }

    /// <summary>Drawing every page and reading what is on it is the reference for what is found without drawing any.</summary>
    [Theory]
    [InlineData("Ternhope")]
    [InlineData("ternHOPE")]
    [InlineData("Holm – Brae")]
    [InlineData("2,0")]
    [InlineData("Jan 2025 06")]
    [InlineData("no such text anywhere")]
    public void Search_finds_the_pages_on_which_a_text_is_printed(string text)
    {
        var run = Workshop.Run(Demo, null, ("from", "2025-01-01"), ("to", "2025-03-31"));
        var found = ReportSearch.Find(run, text, int.MaxValue, CancellationToken.None);
        Assert.False(found.More);
        // Charts are not looked into, and repeated headers are found where they stand first.
        var expected = Enumerable.Range(1, run.PageCount)
            .Where(n => run.Page(n).Items.OfType<TextRun>()
            .Any(t => t.Text.Contains(text, StringComparison.OrdinalIgnoreCase) && t.Text != "Holm – Brae")).ToList();
        var pages = found.Hits.Select(h => h.Page).Distinct().ToList();
        Assert.Equal(pages.Order(), pages);
        if (text == "Holm – Brae") Assert.Contains(run.PageOf(2, 5)!.Value, pages);
        else Assert.Equal(expected, pages);
        var few = ReportSearch.Find(run, text, 3, CancellationToken.None);
        Assert.Equal(found.Hits.Take(3), few.Hits);
        Assert.Equal(found.Hits.Count > 3, few.More);
    }

    /// <summary>A text that goes on over pages, page bands, page numbers, and blanks.</summary>
    [Theory]
    [InlineData("word250")]
    [InlineData("word1900")]
    [InlineData("row 5")]
    [InlineData("page 2 of")]
    [InlineData("on 4")]
    [InlineData("Skerravoe")]
    [InlineData(" row")]
    [InlineData("from row ")]
    [InlineData("  ")]
    [InlineData(" Skerravoe")]
    public void Search_names_the_page_of_the_words_in_bands_and_long_texts_too(string text)
    {
        var longText = new TextElement { Id = "t", Width = 500, Height = 14,
            Text = string.Join(' ', Enumerable.Range(0, 2000).Select(i => $"word{i}")) };
        var section = new Section
        {
            Id = "s", Dataset = "d",
            ReportHeader = Workshop.Band(Workshop.Part("p", 20, longText)),
            Detail = Workshop.Band(Workshop.Part("d", 120,
                new TextElement { Id = "r", Width = 200, Height = 14, Text = "stands on {{ page_number() }}" })),
        };
        var report = Workshop.Report(section, new Field { Name = "n", Type = DataType.Whole });
        report = report with
        {
            Sheets = [report.Sheets[0] with
            {
                PageHeader = Workshop.Band(Workshop.Part("h", 20, new TextElement { Id = "ht", Width = 300, Height = 14,
                    Text = "Skerravoe" }, new TextElement { Id = "hn", X = 300, Width = 200, Height = 14, Text = "from row {{ n }}" })),
                PageFooter = Workshop.Band(Workshop.Part("f", 20, new TextElement { Id = "ft", Width = 300, Height = 14,
                    Text = "to row {{ n }}, page {{ page_number() }} of {{ page_count() }}" })),
            }],
        };
        var run = Workshop.Run(report, new MemoryRows([.. Enumerable.Range(5, 9).Select(n => new[] { Value.Of((long)n) })]));
        var found = ReportSearch.Find(run, text, int.MaxValue, CancellationToken.None).Hits;
        // Drawing every page is the reference; what a band says on the page before as well is found there.
        var (expected, before) = (new List<int>(), new HashSet<string>());
        for (var page = 1; page <= run.PageCount; page++)
        {
            var shown = run.Page(page).Texts().Select(t => t.Text).ToList();
            expected.AddRange(shown.Where(t => t.Contains(text, StringComparison.OrdinalIgnoreCase)
                && (t.StartsWith("stands", StringComparison.Ordinal) || !before.Contains(t))).Select(_ => page));
            before = [.. shown];
        }
        if (text.Trim().Length == 0) expected.Clear();
        Assert.Equal(expected, found.Select(h => h.Page));
        Assert.Equal(text is "  " or " Skerravoe", expected.Count == 0);
    }

    /// <summary>Words that are wrapped go on in the next line, and maybe on the next page: they are where they begin.</summary>
    [Fact]
    public void Words_that_are_wrapped_are_found_where_they_begin()
    {
        var words = Enumerable.Range(0, 3000).Select(i => $"word{i}").ToList();
        var run = Workshop.Run(Workshop.Report(new Section
        {
            Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20,
                new TextElement { Id = "t", Width = 300, Height = 14, Text = string.Join(' ', words) })),
        }), new MemoryRows());
        var last = Enumerable.Range(1, run.PageCount).Select(p => run.Page(p).Texts().Last().Text.Split(' ')[^1]).ToList();
        Assert.True(run.PageCount > 3);
        for (var page = 1; page < run.PageCount; page++)
        {
            var (end, next) = (last[page - 1], words[words.IndexOf(last[page - 1]) + 1]);
            Assert.Equal(page, Hit($"{end} {next}"));
            Assert.Equal(page + 1, Hit($"{next} "));
        }

        int Hit(string text) => ReportSearch.Find(run, text, 10, CancellationToken.None).Hits.Single().Page;
    }

    [Fact]
    public void Groups_are_found_on_the_page_that_shows_their_header_first()
    {
        var run = Workshop.Run(Demo);
        var frame = run.First().NewFrame();
        for (var level = 1; level <= 2; level++)
            for (var group = 0; group < run.First().Tree.Levels[level].Count; group++)
            {
                var key = run.First().KeyOf(level, group, frame).Text;
                var page = run.PageOf(level, group)!.Value;
                Assert.Contains(run.Page(page).Items.OfType<TextRun>(), t => t.Text == key);
                if (page > 1)
                    Assert.DoesNotContain(run.Page(page - 1).Items.OfType<TextRun>(), t => t.Text == key && t.Font.Bold && level == 1);
            }
    }

    [Fact]
    public void A_found_text_is_marked_where_it_stands()
    {
        var run = Workshop.Run(Demo, null, ("from", "2025-01-01"), ("to", "2025-01-31"));
        var page = TextHighlights.Mark(run.Page(1), "route", Workshop.Measurer);
        var marks = page.Items.OfType<RectItem>().Where(r => r.Fill == Palette.Found).ToList();
        var texts = page.Items.OfType<TextRun>().Where(t => t.Text.Contains("route", StringComparison.OrdinalIgnoreCase)).ToList();
        Assert.Equal(texts.Count, marks.Count);
        Assert.All(marks.Zip(texts),
            pair => Assert.InRange(pair.First.X + pair.First.Width, pair.Second.X, pair.Second.X + pair.Second.Width + 2));
    }

    // What follows counts what must not grow; nothing here depends on time.

    [Fact]
    public void A_row_costs_no_more_memory_to_read_than_its_place_in_the_columns()
    {
        long Allocated(int rows)
        {
            var dataset = Workshop.DemoReport("bookings-by-route").Datasets[0];
            var source = Workshop.Database(Workshop.DemoFile);
            var query = new DataQuery(dataset with { RowLimit = rows }, dataset.Fields, new Dictionary<string, Value>());
            source.Read(query, new RunProgress(), CancellationToken.None);
            var before = GC.GetAllocatedBytesForCurrentThread();
            var read = source.Read(query, new RunProgress(), CancellationToken.None);
            Assert.Equal(rows, read.Count);
            return GC.GetAllocatedBytesForCurrentThread() - before;
        }
        // Ten fields are 68 bytes a row, and a little for emptiness; the estimate of rows saves the growing.
        Assert.InRange((Allocated(50_000) - Allocated(10_000)) / 40_000.0, 0, 90);
    }

    [Fact]
    public void A_run_with_charts_in_every_group_asks_the_database_once()
    {
        var counting = new CountingReader(Workshop.Database(Workshop.DemoFile));
        var run = Workshop.Run(Demo, counting);
        for (var page = 1; page <= run.PageCount; page++) run.Page(page);
        Assert.Equal(1, counting.Reads);
    }

    [Fact]
    public void A_page_costs_the_same_whatever_the_number_of_pages()
    {
        int Texts(int rows)
        {
            var typesetter = new CountingTypesetter(Workshop.Measurer);
            var section = new Section { Id = "s", Columns = [new Column { Id = "c", Heading = "", Expression = "n", Width = 100 }],
                Detail = Workshop.Band(Workshop.Part("p", 16, new CellElement { Id = "e", Column = "c" })) };
            var run = new ReportEngine(new MemoryRows([.. Enumerable.Range(0, rows).Select(i => new[] { Value.Of((long)i) })]), typesetter,
                new DemoCatalog())
                .Run(Request(Workshop.Report(section, new Field { Name = "n", Type = DataType.Whole })), CancellationToken.None);
            // Where rows have one height, the index is found without setting any text.
            Assert.Equal(0, typesetter.Asked);
            run.Page(run.PageCount / 2);
            return typesetter.Asked;
        }
        Assert.Equal(Texts(500), Texts(20_000));
    }

    [Fact]
    public void A_text_that_comes_again_is_wrapped_once()
    {
        var typesetter = new CountingTypesetter(Workshop.Measurer);
        var section = new Section { Id = "s", Columns = [new Column { Id = "c", Heading = "", Expression = "words", Width = 60 }],
            Detail = Workshop.Band(Workshop.Part("p", 16, new CellElement { Id = "e", Column = "c" })) };
        string[] words =
            ["a text that goes over several lines in a narrow column", "another one that is just as long as the first one was"];
        new ReportEngine(new MemoryRows([.. Enumerable.Range(0, 3000).Select(i => new[] { Value.Of(words[i % 2]) })]), typesetter,
            new DemoCatalog())
            .Run(Request(Workshop.Report(section, new Field { Name = "words", Type = DataType.Text })), CancellationToken.None);
        Assert.Equal(2, typesetter.Wrapped);
    }

    private sealed class CountingTypesetter(ITypesetter inner) : ITypesetter
    {
        public int Asked { get; private set; }
        public int Wrapped { get; private set; }

        public double Width(Font font, ReadOnlySpan<char> text)
        {
            Asked++;
            return inner.Width(font, text);
        }

        public (double Ascent, double Descent) Extent(Font font) => inner.Extent(font);

        public IReadOnlyList<TextSpan> Spans(Font font, string text) => inner.Spans(font, text);

        public IReadOnlyList<LineBreak> Breaks(string text)
        {
            Wrapped++;
            return inner.Breaks(text);
        }

        public bool CanDraw(System.Text.Rune character) => inner.CanDraw(character);
    }
}

using LucidLattice.Testing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Layout.Tests;

/// <summary>Properties of reports of several sheets, sections under one another, beside one another and inside of one another, and of
/// columns of a page.</summary>
public class SectionTests
{
    private static readonly Field[] Fields = [new() { Name = "grp", Type = DataType.Text }, new() { Name = "sub", Type = DataType.Text },
        new() { Name = "id", Type = DataType.Whole, Kind = FieldKind.Key }];

    private sealed record Row(string? Group, string Sub, long Id);

    [Fact]
    public void Every_row_of_every_section_is_printed_shownOnit_belongs_and_nothing_lies_over_anything()
    {
        var random = new Random(11);
        var nested = 0;
        for (var round = 0; round < 60; round++)
        {
            var rows = Enumerable.Range(0, random.Next(0, 40))
                .Select(i => new Row(random.Next(9) == 0 ? null : "g" + random.Next(4), "s" + random.Next(3), i)).ToList();
            var generator = new Generator(random);
            var page = new PageSetup { Width = 560, Height = random.Next(160, 600), Left = 20, Right = 20, Top = 20, Bottom = 20 };
            var sheets = Enumerable.Range(1, random.Next(1, 4)).Select(n => generator.Sheet($"sheet{n}", page.BodyWidth)).ToList();
            nested += generator.Nested;
            var report = Workshop.Report(new Section { Id = "unused" }, Fields) with { Page = page, Sheets = sheets };
            var run = Workshop.Run(report,
                new MemoryRows(
                [.. rows.Select(r => new[] { r.Group is null ? Value.Null : Value.Of(r.Group), Value.Of(r.Sub), Value.Of(r.Id) })]));
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            foreach (var sheet in sheets) Check(run, run.Sheet(sheet.Id)!, rows, $"round {round}, {sheet.Id}");
        }
        Assert.True(nested > 60, "the generator nests");
    }

    private static void Check(ReportRun run, SheetPages sheet, List<Row> rows, string where)
    {
        var expected = new Dictionary<string, List<long>>();
        foreach (var section in sheet.Plan.Sheet.Sections) Print(section, rows, rows, expected);
        var printed = expected.Keys.ToDictionary(id => id, _ => new List<long>());
        while (!sheet.Index.IsComplete) run.Grow(CancellationToken.None);
        var (folio, shownOn) = (0, new List<(string Text, int Page)>());
        for (var number = 1; number <= sheet.Index.Count; number++)
        {
            var drawing = run.Page(sheet, number);
            var boxes = drawing.Flatten().OfType<TextRun>().Select(Boxes.Of).ToList();
            Boxes.AssertApart(boxes);
            Assert.All(boxes,
                b => Assert.True(b.Left >= 19.9 && b.Right <= drawing.Width - 19.9 && b.Top >= 19 && b.Bottom <= drawing.Height - 19,
                $"{where}, page {number}: “{b.Text}” is outside"));
            foreach (var box in boxes)
            {
                if (box.Text == $"{number}/{sheet.Index.Count}") folio++;
                if (box.Text.Split('#') is not [var id, var row]) continue;
                printed[id].Add(long.Parse(row, System.Globalization.CultureInfo.InvariantCulture));
                shownOn.Add((box.Text, number));
            }
        }
        Assert.Equal(sheet.Index.Count, folio);
        // What is looked for is found on the page that shows it, however deep it stands.
        Assert.Equal(shownOn.Order(), ReportSearch.Find(run, "#", int.MaxValue, CancellationToken.None).Hits
            .Where(h => h.Sheet == sheet.Plan.Sheet.Id).Select(h => (h.Text, h.Page)).Order());
        Assert.All(expected,
            e => Assert.True(e.Value.SequenceEqual(printed[e.Key]),
            $"{where}, {e.Key}: {string.Join(" ", e.Value)} became {string.Join(" ", printed[e.Key])}"));
    }

    /// <summary>What a section prints, as simply as it can be said: the rows of each group, and inside of a place the rows that match
    /// it.</summary>
    private static void Print(Section section, List<Row> rows, List<Row> all, Dictionary<string, List<long>> into)
    {
        var footer = section.Levels.Count > 0 ? section.Levels[0].Footer : new Band();
        foreach (var id in new[]
            { section.Id }.Concat(
            Inside(section.Detail).Concat(Inside(footer)).Concat(Inside(section.ReportFooter)).Select(s => s.Id))) into.TryAdd(id, []);
        // Groups without a key stand last.
        var ordered = rows.OrderBy(r => section.Levels.Count > 0 ? r.Group ?? "\uFFFF" : "", StringComparer.Ordinal)
            .ThenBy(r => section.Levels.Count > 1 ? r.Sub : "", StringComparer.Ordinal);
        foreach (var group in ordered.GroupBy(r => section.Levels.Count > 0 ? r.Group : ""))
        {
            foreach (var row in group)
            {
                into[section.Id].Add(row.Id);
                foreach (var inner in Inside(section.Detail)) Print(inner, Matching(inner, row), all, into);
            }
            foreach (var inner in Inside(footer)) Print(inner, Matching(inner, group.First()), all, into);
        }
        foreach (var inner in Inside(section.ReportFooter)) Print(inner, all, all, into);

        // What is empty is equal to nothing.
        List<Row> Matching(Section inner, Row around) =>
            inner.Match.Count == 0 ? all : [.. all.Where(r => r.Group is not null && r.Group == around.Group)];
        static IEnumerable<Section> Inside(Band band) => band.Parts.SelectMany(p => p.Sections);
    }

    /// <summary>Sheets with sections in all the ways in which they can stand.</summary>
    private sealed class Generator(Random random)
    {
        private int _made;

        public int Nested { get; private set; }

        public Sheet Sheet(string id, double width)
        {
            var columns = random.Next(3) == 0 ? new PageColumns(2) : null;
            if (columns is not null) width = (width - columns.Gap) / 2;
            var footer = Workshop.Band(Workshop.Part($"{id}f", 14, Text($"{id}ft", "{{ page_number() }}/{{ page_count() }}", 80)));
            return new Sheet { Id = id, Name = id, Columns = columns, PageFooter = footer,
                Sections = Sections(random.Next(1, 4), width, 0, matched: false) };
        }

        private List<Section> Sections(int count, double width, int depth, bool matched)
        {
            var sections = new List<Section>();
            while (sections.Count < count)
            {
                var room = (width - 12) / 2;
                if (room < 60 || random.Next(3) > 0) sections.Add(Section(width, depth, matched));
                else sections.AddRange(
                    [Section(room, depth, matched) with { Width = room },
                    Section(room, depth, matched) with { Width = room, Beside = true }]);
            }
            return sections;
        }

        private Section Section(double width, int depth, bool matched)
        {
            var id = $"n{++_made}";
            if (depth > 0) Nested++;
            var levels = new List<Level>();
            var count = random.Next(3);
            if (count > 0)
                levels.Add(new Level { Id = $"{id}l1", Name = $"{id} group", By = "grp", Header = Header("g", repeat: true),
                    Footer = WithSections("gf", 10, width, depth, matched: true) });
            if (count > 1)
                levels.Add(new Level { Id = $"{id}l2", Name = $"{id} sub", By = "sub", Header = Header("s", repeat: random.Next(2) == 0),
                    NewPage = random.Next(12) == 0 });
            return new Section
            {
                Id = id,
                Dataset = "d",
                Match = matched ? [new MatchKey { Own = "grp", Around = "grp" }] : [],
                Levels = levels,
                ReportHeader = Header("h", repeat: random.Next(2) == 0),
                Detail = WithSections("d", 12, width, depth == 0 && random.Next(6) == 0 ? depth : 2, matched: true,
                Text($"{id}t", $"{id}#{{{{ id }}}}", 50)),
                ReportFooter = WithSections("rf", 8, width, depth == 0 && random.Next(3) == 0 ? depth : 2, matched: false),
            };

            Band Header(string name, bool repeat) =>
                Workshop.Band(Workshop.Part($"{id}{name}", 12, Text($"{id}{name}t", name, 40)) with { Repeat = repeat });
        }

        private Band WithSections(string name, double height, double width, int depth, bool matched, params Element[] elements)
        {
            var part = Workshop.Part($"p{++_made}{name}", height, elements);
            return Workshop.Band(depth < 2 && random.Next(2) == 0 ? part with { Sections = Sections(1, width, depth + 1, matched) } : part);
        }

        private static TextElement Text(string id, string text, double width) =>
            new() { Id = id, Text = text, Width = width, Height = 11, Style = new Style { Size = 7 } };
    }
}

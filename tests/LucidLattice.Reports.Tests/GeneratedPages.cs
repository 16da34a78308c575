using LucidLattice.Testing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Reports.Tests;

/// <summary>Draws reports whose pages are hard to fill: bands of all heights with all their settings, sections inside of one another and
/// side by side, columns, crosstabs, on paper from a stamp to A3.</summary>
internal sealed class GeneratedPages(int seed)
{
    private static readonly double[] Heights = [0, 6, 10, 10, 12, 14, 24, 92];

    private readonly Random _random = new(seed);
    private int _ids;

    private static readonly Field[] Fields =
    [
        new() { Name = "g", Type = DataType.Text }, new() { Name = "h", Type = DataType.Text },
        new() { Name = "id", Type = DataType.Whole, Kind = FieldKind.Key }, new() { Name = "words", Type = DataType.Text },
    ];

    /// <summary>Each with a number of its own.</summary>
    public Value[][] Rows() =>
    [
        .. Enumerable.Range(0, Pick([0, 1, 2, 7, 30, 80])).Select(i => new[]
        {
            Value.Of("g" + _random.Next(4)), Chance(12) ? Value.Null : Value.Of("h" + _random.Next(3)), Value.Of((long)i),
            Value.Of(string.Join(' ', Enumerable.Repeat("word", _random.Next(12) * _random.Next(3)))),
        }),
    ];

    public ReportDefinition Report()
    {
        var first = Section(Pick([0, 1, 2, 2]), nested: Chance(4));
        var more = Chance(4) ? Enumerable.Range(0, _random.Next(1, 3)).Select(_ => Section(_random.Next(2), false) with
            { Beside = Chance(2) }).ToList() : [];
        var (report, paper) = (Workshop.Report(first, Fields), Paper());
        return report with
        {
            Page = paper,
            Sheets =
            [
                report.Sheets[0] with
                {
                    Sections = [report.Sheets[0].Sections[0], .. more.Select(s => s with { Dataset = "d" })],
                    PageHeader = Chance(3) ? Workshop.Band(Plain(8)) : new Band(),
                    PageFooter = Chance(3) ? Workshop.Band(Plain(8)) : new Band(),
                    Columns = more.Count == 0 && paper.Width > 400 && Chance(3) ? new PageColumns(_random.Next(2, 4), 6, Chance(2)) : null,
                },
            ],
        };
    }

    private PageSetup Paper()
    {
        var (width, height) = Pick([(90.0, 92.0), (200.0, 140.0), (420.0, 300.0), (595.28, 841.89), (841.89, 1190.55)]);
        var margin = Pick([2.0, 5, 10]);
        return new PageSetup { Width = width, Height = height, Left = margin, Top = margin, Right = margin, Bottom = margin };
    }

    private Section Section(int levels, bool nested, bool inner = false) => new()
    {
        Id = Id(), Dataset = "d",
        Match = inner ? [new MatchKey { Own = "g", Around = "g" }] : [],
        Sort = Chance(2) ? [new SortKey { By = "id", Descending = Chance(2) }] : [],
        Levels = [.. Enumerable.Range(0, levels).Select(l => Level(l == 0 ? "g" : "h", nested && l == levels - 1))],
        ReportHeader = Chance(2) ? Band("A", header: true) : new Band(),
        Detail = Chance(6) ? new Band() : Band("R", rows: true, inside: nested && levels == 0),
        ReportFooter = Chance(2) ? Band("Z", footer: true) : new Band(),
    };

    private Level Level(string by, bool nested) => Id() is var id ? new Level
    {
        Id = id, Name = "Level " + id, By = by, NewPage = Chance(8), Together = Chance(4), OmitEmpty = Chance(8),
        Header = Chance(6) ? new Band() : Band("H", header: true, inside: nested && Chance(2)),
        Footer = Chance(4) ? new Band() : Band("F", footer: true, inside: nested && Chance(2)),
    } : null!;

    private Band Band(string letter, bool header = false, bool footer = false, bool rows = false, bool inside = false)
    {
        var parts = Enumerable.Range(0, Pick([1, 1, 1, 2])).Select(_ => Part(letter, header, footer, rows)).ToList();
        if (inside) parts.Add(Plain(Pick(Heights)) with { Sections = [Section(_random.Next(2), false, inner: true)] });
        return Workshop.Band([.. parts]);
    }

    private BandPart Part(string letter, bool header, bool footer, bool rows)
    {
        var grows = Chance(3);
        var part = Plain(Pick(Heights), letter, grows ? "{{ words }}" : null) with
        {
            Repeat = header && Chance(3), OnRowLine = header && letter == "H" && Chance(6), AtFoot = footer && Chance(6),
            BreakBefore = Chance(20), BreakAfter = Chance(20), BreakEvery = rows && Chance(8) ? _random.Next(1, 5) : null,
            LeastRoom = Chance(10) ? 40 : null, Shrinks = Chance(6),
            When = Chance(8) ? Pick<string>(rows ? ["id % 2 = 0", "false", "g = 'g1'"] : ["count(*) > 2", "false"]) : null,
        };
        return header && Chance(8) ? part with { Elements = [.. part.Elements, Crosstab()] } : part;
    }

    private BandPart Plain(double height, string letter = "P", string? also = null)
    {
        var id = Id();
        var mark = letter is "R" ? $"#{id}/{{{{ id }}}};" : $"{letter}{id}";
        var more = also is null ? Array.Empty<Element>() : [Text(also, 20, wraps: true)];
        Element[] elements = height == 0 && also is null ? [] : [Text(mark, 0), .. more];
        return Workshop.Part(id, height, elements);
    }

    /// <summary>As high as its line, and with it no higher than the lowest part that holds one.</summary>
    private TextElement Text(string text, double x, bool wraps = false) => new()
    {
        Id = Id(), X = x, Width = 60, Height = 5, Text = text, Style = new Style { Size = 4, Wrap = wraps },
    };

    private CrosstabElement Crosstab() => new()
    {
        Id = Id(), Width = 80, Height = 10, Y = 5,
        Down = [new CrosstabField { Id = Id(), Name = "Down " + _ids, By = "h" }],
        Across = [new CrosstabField { Id = Id(), Name = "Across " + _ids, By = "g" }],
        Values = [new CrosstabValue { Expression = "count(*)" }],
    };

    private string Id() => $"e{_ids++}";

    private bool Chance(int of) => _random.Next(of) == 0;

    private T Pick<T>(IReadOnlyList<T> of) => of[_random.Next(of.Count)];
}

using LucidLattice.Testing;
using LucidLattice.Charts.Types;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Reports.Tests;

/// <summary>Draws reports over one table of odd values: levels, totals of every kind, charts and crosstabs, with parameters.</summary>
internal sealed class GeneratedReports(int seed)
{
    private static readonly string[] Names = ["g", "h", "s", "a", "b", "p", "x", "d", "t", "yes"];

    private static readonly DataType[] Types =
    [
        DataType.Text, DataType.Text, DataType.Text, DataType.Whole, DataType.Whole, DataType.Decimal, DataType.Double, DataType.Date,
        DataType.DateTime, DataType.Bool,
    ];

    private static readonly string[] Keys =
    [
        "g", "h", "a", "b", "yes", "date_trunc('month', d)", "extract(year FROM d)", "floor(p / 50) * 50", "coalesce(g, 'none')",
        "CASE WHEN a > 2 THEN 'high' ELSE 'low' END", "g || h", "upper(h)",
    ];

    private static readonly string[] Numbers = ["a", "b", "p", "x", "a + b", "p * 2"];

    private static readonly string[] Aggregates =
    [
        "sum({0})", "avg({0})", "min({0})", "max({0})", "count({0})", "count(*)", "median({0})", "count(DISTINCT {0})", "sum(DISTINCT {0})",
        "percentile_cont(0.9) WITHIN GROUP (ORDER BY {0})", "stddev_samp({0})", "sum({0}) FILTER (WHERE a > 1)",
        "count(DISTINCT {0}) FILTER (WHERE h IS NOT NULL)", "sum({0}) OVER ()",
    ];

    private readonly Random _random = new(seed);
    private int _ids;

    public static readonly IReadOnlyList<Field> Fields =
        [.. Names.Zip(Types, (name, type) => new Field { Name = name, Type = type, Scale = type == DataType.Decimal ? 2 : null })];

    /// <summary>Every report is over these rows, so that what is kept of one could be taken for another's.</summary>
    public static readonly Value[][] Rows = [.. Enumerable.Range(0, 240).Select(Row)];

    private static Value[] Row(int i)
    {
        var random = new Random(i);
        Value Or(Value value) => random.Next(9) == 0 ? Value.Null : value;
        T Of<T>(T[] values) => values[random.Next(values.Length)];
        return
        [
            Or(Value.Of("g" + random.Next(4))), Or(Value.Of(Of(["caf\u00e9", "Twin", "twin", "", "שלום"]))),
            Or(Value.Of(Of(OddValues.Texts))),
            Or(Value.Of((long)random.Next(6))), Or(Value.Of(10L * random.Next(4))), Or(Value.Of(random.Next(-9999, 9999) / 100m)),
            Or(Value.Of(random.Next(-99, 99) / 7.0)), Or(Value.Of(new DateOnly(2024, 1, 1).AddDays(random.Next(800)))),
            Or(Value.Of(new DateTime(2025, 1, 1).AddMinutes(random.Next(90_000)))), Or(Value.Of(random.Next(2) == 0)),
        ];
    }

    public ReportDefinition Report()
    {
        _ids = 0;
        var levels = Drawn(Keys, _random.Next(0, 4)).Select(LevelBy).ToList();
        var section = new Section
        {
            Id = "s",
            Filter = Pick<string?>([null, null, "g IN :places", "d IN :days", "a >= :least", "a >= :least AND g IN :places"]),
            Sort = [new SortKey { By = Pick(Keys), Descending = Chance(2) }],
            Levels = levels,
            ReportHeader = Workshop.Band([Texts(), .. Chance(2) ? [Chart()] : Array.Empty<BandPart>(),
                .. Chance(3) ? [Crosstab()] : Array.Empty<BandPart>()]),
            Detail = Chance(3) ? new Band() : Workshop.Band(Workshop.Part(Id(), 12, Text("{{ g }} {{ a }} {{ p }}"))),
            ReportFooter = Workshop.Band(Texts()),
        };
        return Workshop.Report(section, [.. Fields]) with
        {
            Language = Pick(["en-GB", "en-GB", "de-DE", "sv-SE"]),
            Parameters =
            [
                new Parameter { Name = "places", Type = DataType.Text, Shape = ParameterShape.Several, Default = "*", Every = "All" },
                new Parameter { Name = "days", Type = DataType.Date, Shape = ParameterShape.Period, Default = "DATE '2024-03-01'",
                    DefaultEnd = "DATE '2025-06-30'" },
                new Parameter { Name = "least", Type = DataType.Whole, Default = "1" },
            ],
        };
    }

    /// <summary>Values as a reader sets them: for some parameters, none.</summary>
    public Dictionary<string, string> Values()
    {
        var values = new Dictionary<string, string>();
        if (Chance(2)) values["places"] = Pick(["*", "[\"g1\"]", "[\"g0\",\"g3\"]", "[\"g2\",null]"]);
        if (Chance(2)) values["days"] = Pick(["2024-02-29/2024-02-29", "2025-01-01/", "/2024-12-31"]);
        if (Chance(2)) values["least"] = Pick(["0", "3", "99"]);
        return values;
    }

    /// <summary>The report after a small edit.</summary>
    public ReportDefinition Edited(ReportDefinition report) => report.MapSections(section => _random.Next(5) switch
    {
        0 => section with { Filter = Pick<string?>([null, "yes", "a >= :least", "h IS NOT NULL"]) },
        1 => section with { Sort = [new SortKey { By = Pick(Keys), Descending = Chance(2) }] },
        2 => section with { ReportFooter = Workshop.Band(Texts()) },
        3 when section.Levels.Count > 0 => section with { Levels = [LevelBy(Pick(Keys)), .. section.Levels.Skip(1)] },
        _ => section with { Levels = [.. section.Levels.Select(l => l with { Descending = !l.Descending })] },
    });

    private Level LevelBy(string by)
    {
        var (id, order) = (Id(), Pick<string?>([null, null, Total(), Total()]));
        return new Level
        {
            Id = id, Name = "Level " + id, By = by, Descending = Chance(3), OrderBy = order,
                First = order is not null && Chance(2) ? 2 : null,
            Others = Chance(2) ? "Others" : null, Keep = Chance(5) ? "count(*) > 3" : null, OmitEmpty = Chance(6),
            Header = Workshop.Band([Texts(), .. Chance(6) ? [Chart()] : Array.Empty<BandPart>()]),
            Footer = Workshop.Band(Texts(true)),
        };
    }

    private BandPart Texts(bool ordered = false) => Workshop.Part(Id(), 14, Text(
        $"{{{{ {Total()} }}}} {{{{ {Total()} }}}} {{{{ {(ordered ? Ordered() : Total())} }}}}"));

    private string Ordered() => Pick(
        ["sum(a) OVER (ROWS UNBOUNDED PRECEDING)", "rank() OVER (ORDER BY sum(b) DESC)", "lag(sum(p)) OVER ()", "group_name()", Total()]);

    private BandPart Chart() => Workshop.Part(Id(), 110, new ChartElement
    {
        Id = Id(), Width = 300, Height = 100, Chart = Pick(ChartTypes.All).Id,
        Category = new ChartCategory { By = Pick(Keys), Order = Pick([ChartOrder.Category, ChartOrder.LargestFirst]),
            Largest = Chance(3) ? 2 : null },
        Series = Chance(2) ? new ChartSplit { By = Pick(Keys) } : null,
        Values = [new ChartValue { Expression = Total(plain: true) }],
        Filter = Chance(3) ? "p > 0" : null,
    });

    private BandPart Crosstab() => Workshop.Part(Id(), 40, new CrosstabElement
    {
        Id = Id(), Width = 400, Height = 20, Down = [Field()], Across = [Field()],
        Values = [new CrosstabValue { Expression = Total(plain: true) }, new CrosstabValue { Expression = Total(plain: true) }],
    });

    private CrosstabField Field() => Id() is var id
        ? new CrosstabField { Id = id, Name = "Field " + id, By = Pick(Keys), Descending = Chance(3) } : null!;

    private static TextElement Text(string id, string text) => new() { Id = id, Text = text, Width = 400, Height = 12 };

    private TextElement Text(string text) => Text(Id(), text);

    /// <param name="plain">True for one that stands for the rows of a mark.</param>
    private string Total(bool plain = false)
    {
        var total = string.Format(null, Pick(Aggregates), Pick(Numbers));
        return plain && total.Contains("OVER", StringComparison.Ordinal) ? "sum(a)" : total;
    }

    private string Id() => $"e{_ids++}";

    private bool Chance(int of) => _random.Next(of) == 0;

    private T Pick<T>(IReadOnlyList<T> of) => of[_random.Next(of.Count)];

    private List<string> Drawn(string[] of, int count) => [.. of.OrderBy(_ => _random.Next()).Take(count)];
}

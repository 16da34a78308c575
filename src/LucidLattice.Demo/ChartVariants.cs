using LucidLattice.Model.Definitions;

namespace LucidLattice.Demo;

/// <summary>Every type of chart in its variants, over the ferry company's sailings: one chart a page, for the gallery.</summary>
public static class ChartVariants
{
    public const double Width = 460, Height = 250;

    private const string Month = "date_trunc('month', departs)", Day = "date_trunc('day', departs)";
    private static readonly ChartValue Passengers = new() { Expression = "sum(passengers)" };
    private static readonly ChartValue Fares = new() { Expression = "sum(net_fare)", Name = "Fares" };
    private static readonly ChartValue Delay = new() { Expression = "avg(delay_minutes)", Name = "Average delay" };

    /// <summary>By the name of their file.</summary>
    public static IReadOnlyList<(string Name, ChartElement Chart)> All { get; } =
    [
        ("columns", Of("columns", Month)),
        ("columns-largest-first", Of("columns", "route", order: ChartOrder.LargestFirst)),
        ("columns-largest-five", Of("columns", "route") with
            { Category = new() { By = "route", Largest = 5, Order = ChartOrder.LargestFirst, Others = "Other routes" } }),
        ("columns-beside", Of("columns", Month, "region")),
        ("columns-stacked", Of("columns", Month, "region") with { Arrangement = ChartArrangement.Stacked }),
        ("columns-shares", Of("columns", Month, "region") with { Arrangement = ChartArrangement.Shares }),
        ("columns-nested", Of("columns", "EXTRACT(MONTH FROM departs)") with
            { Category = new() { By = "EXTRACT(MONTH FROM departs)", Within = "EXTRACT(QUARTER FROM departs)" } }),
        ("columns-average", Of("columns", "route") with { Lines = [new() { Measure = MarkMeasure.Average }] }),
        ("columns-logarithmic", Of("columns", "status", values: [new() { Expression = "count(*)", Name = "Sailings" }]) with
            { Axes = new() { Left = new() { Logarithmic = true } } }),
        ("columns-depth", Of("columns", Month) with { Slices = new() { Depth = true } }),
        ("columns-colourful", Of("columns", "region") with { Colorful = true }),
        ("bars", Of("bars", "route", order: ChartOrder.LargestFirst)),
        ("bars-stacked", Of("bars", "route", "status", [new() { Expression = "count(*)", Name = "Sailings" }]) with
            { Arrangement = ChartArrangement.Stacked }),
        ("bars-shares", Of("bars", "route", "delay_cause", [new() { Expression = "count(*)", Name = "Sailings" }]) with
            { Arrangement = ChartArrangement.Shares, Filter = "delay_cause IS NOT NULL" }),
        ("bars-two-values", Of("bars", "region", values: [Passengers, new() { Expression = "sum(vehicles)" }])),
        ("lines", Of("lines", Month, "region")),
        ("lines-smooth", Of("lines", Month, "region") with { Curve = ChartCurve.Smooth }),
        ("lines-steps", Of("lines", Month) with { Curve = ChartCurve.Steps }),
        ("lines-days", Of("lines", Day, values: [Passengers with { Look = new() { Marker = ChartMarker.None, LineWidth = 1 },
            Trend = new() { Kind = TrendKind.Smoothed, Over = 7, Name = "Seven days" } }])),
        ("lines-trend", Of("lines", Month, values: [Passengers with { Trend = new() { Formula = true, Forward = 3 } }])),
        ("lines-trend-curve", Of("points", Month, values: [Passengers with
            { Trend = new() { Kind = TrendKind.Curve, Degree = 4, Formula = true } }])),
        ("lines-band", Of("lines", Month, values: [Delay]) with
            { Lines = [new() { At = "0", To = "5", Name = "On time", Color = "#788A37" }] }),
        ("areas", Of("areas", Month)),
        ("areas-stacked", Of("areas", Month, "region") with { Arrangement = ChartArrangement.Stacked }),
        ("areas-shares", Of("areas", Month, "region") with { Arrangement = ChartArrangement.Shares, Curve = ChartCurve.Smooth }),
        ("combined", Of("combined", Month, values: [Passengers, Delay with { Axis = ChartSide.Right }]) with
            { Words = new() { Right = new() { Text = "Average delay, minutes" } } }),
        ("combined-stacked", Of("combined", Month, "region", [Passengers,
            Delay with { Axis = ChartSide.Right, Look = new() { Dash = ChartDash.Dashed } }])
            with { Filter = "region IN ('Northern Isles', 'West Firth')", Arrangement = ChartArrangement.Stacked }),
        ("pie", Of("pie", "region")),
        ("pie-two-lines", Of("pie", "region") with
            { Labels = new() { Says = [LabelPart.Category, LabelPart.Value, LabelPart.Share] }, Slices = new() { LargestApart = true } }),
        ("pie-inside", Of("pie", "region") with
            { Labels = new() { Place = LabelPlace.Inside, Says = [LabelPart.Share] },
              Legend = new() { Place = LegendPlace.Right } }),
        ("pie-depth", Of("pie", "region") with { Slices = new() { Depth = true, Tilt = 40, Start = 45 } }),
        ("pie-rest", Of("pie", "route") with { Slices = new() { Smallest = 0.08 } }),
        ("doughnut", Of("doughnut", "region")),
        ("doughnut-thin", Of("doughnut", "region") with { Slices = new() { Hole = 0.8 }, Legend = new()
            { Place = LegendPlace.Right }, Labels = new() { Show = LabelShow.Never } }),
        ("lollipops", Of("lollipops", "route", order: ChartOrder.LargestFirst)),
        ("points", Of("points", Month, "region")),
        ("ranges", Of("ranges", Month,
        values: [new() { Expression = "percentile_cont(0.1) WITHIN GROUP (ORDER BY passengers)", Name = "From" },
            new() { Expression = "percentile_cont(0.9) WITHIN GROUP (ORDER BY passengers)", Name = "Passengers a sailing, middle 80%" }])),
        ("ranges-lying", Of("lyingRanges", "route", values: [new() { Expression = "min(passengers)", Name = "Fewest" },
            new() { Expression = "max(passengers)", Name = "Passengers of a sailing" }])),
        ("ribbon", Of("ribbon", Month,
        values: [new() { Expression = "percentile_cont(0.1) WITHIN GROUP (ORDER BY passengers)", Name = "From" },
            new() { Expression = "percentile_cont(0.9) WITHIN GROUP (ORDER BY passengers)", Name = "Passengers a sailing, middle 80%" }])),
        ("waterfall", Of("waterfall", "region")),
        ("waterfall-subtotals", Of("waterfall", "EXTRACT(MONTH FROM departs)") with
            { Category = new() { By = "EXTRACT(MONTH FROM departs)", Subtotals = ["6"] } }),
        ("pareto", Of("pareto", "delay_cause", values: [new() { Expression = "sum(delay_minutes)", Name = "Minutes late" }]) with
            { Filter = "delay_cause IS NOT NULL" }),
        ("histogram", Of("histogram", "passengers", values: [new() { Expression = "count(*)", Name = "Sailings" }])),
        ("histogram-width", Of("histogram", "passengers", "region", [new() { Expression = "count(*)", Name = "Sailings" }]) with
            { Category = new() { By = "passengers", Ranges = new() { Width = 50 } }, Arrangement = ChartArrangement.Stacked }),
        ("boxes", Of("boxes", "route")),
        ("boxes-series", Of("boxes", "region", "status") with { Filter = "passengers > 0" }),
        ("scatter", Of("scatter", "route", "region", [Passengers, Fares])),
        ("scatter-weeks", Of("scatter", "date_trunc('week', departs)", values: [Passengers,
            new() { Expression = "sum(net_fare)", Name = "Fares",
            Trend = new() { Formula = true } }])),
        ("bubbles", Of("bubbles", "route", "region", [Passengers, Delay, new() { Expression = "count(*)", Name = "Sailings" }])),
        ("heat-map", Of("heatMap", Month, "region")),
        ("heat-map-hours", Of("heatMap", "EXTRACT(HOUR FROM departs)", "region", [new() { Expression = "avg(passengers)" }])),
        ("calendar", Of("calendar", Day)),
        ("treemap", Of("treemap", "route", "region")),
        ("treemap-flat", Of("treemap", "vessel") with { Colorful = true }),
        ("funnel", Of("funnel", "region", order: ChartOrder.LargestFirst)),
        ("radar", Of("radar", Month, "region")),
        ("slope", Of("slope", Month, "region")),
        ("gauge", Of("gauge", "'All regions'", values: [Passengers, new() { Expression = "sum(passengers) * 1.1", Name = "Plan" }])),
        ("gauge-many", Of("gauge", "region", values: [Passengers, new() { Expression = "sum(passengers) * 1.1", Name = "Plan" }])),
        ("bullets", Of("bullets", "route", values: [Passengers, new() { Expression = "sum(passengers) * 1.1", Name = "Plan" }])),
        ("sparkline", Of("sparkline", Month) with { Height = 34, Width = 160, Words = Unnamed }),
        ("small-multiples", Of("columns", Month, "region") with { Arrangement = ChartArrangement.Apart }),
        ("small-multiples-lines", Of("lines", Month, "route") with
            { Arrangement = ChartArrangement.Apart, Labels = new() { Show = LabelShow.Never } }),
        ("small-multiples-pies", Of("doughnut", "status", "region", [new() { Expression = "count(*)", Name = "Sailings" }]) with
            { Arrangement = ChartArrangement.Apart, Labels = new() { Show = LabelShow.Never } }),
        ("framed", Of("columns", Month) with
            { Frame = new() { Background = "#F7F6F2", Border = "#C9CDCB", Shadow = true }, Palette = "blue", Words = new()
                {
                    Title = new() { Text = "Passengers of the year", Style = new() { Align = Alignment.Left } },
                    Subtitle = new() { Text = "All routes", Style = new() { Align = Alignment.Left } },
                    Note = new() { Text = "Sailings that sailed.", Style = new() { Align = Alignment.Left } },
                } }),
        ("columns-labels-on-two-lines", Of("columns", "region") with
            { Labels = new() { Template = "{{ value }}\n{{ share }}", Decimals = 1 }, Axes = new() { Left = new() { Hidden = true } } }),
        ("columns-coloured-by-value", Of("columns", Month) with
            { ColorBy = "CASE WHEN sum(passengers) < 40000 THEN '#AD8691' ELSE '#0B5D5B' END", Axes = new()
                { Category = new() { Angle = 45 } } }),
        ("bars-named-groups", Of("bars", "region") with
            { Category = new() { By = "region", Groups = new()
                { Groups = [new("Islands", ["Northern Isles"])], Remaining = "Mainland" } } }),
        ("lines-markers", Of("lines", Month, "region") with
            { Series = new() { By = "region", Looks = [
                new() { Of = "Northern Isles", Look = new() { Marker = ChartMarker.Square } },
                new() { Of = "West Firth", Name = "The west", Look = new() { Marker = ChartMarker.Triangle, Dash = ChartDash.Dashed } },
                new() { Of = "Eastern Sound", Look = new() { Marker = ChartMarker.Diamond, Dash = ChartDash.Dotted } }] },
                Legend = new() { Place = LegendPlace.Left, Border = "#C9CDCB" } }),
        ("combined-zero-together", Of("combined", Month, values: [Passengers, new()
            { Expression = "avg(delay_minutes) - 9", Name = "Delay against 9 minutes", Axis = ChartSide.Right }]) with
            { Axes = new() { ZeroTogether = true } }),
        ("words-on-every-side", Of("columns", "region") with
            { Words = new()
                {
                    Title = new() { Text = "Passengers", Side = ChartTextSide.Left, Style = new() { Align = Alignment.Right, Size = 14 } },
                    Subtitle = new() { Text = "by region", Side = ChartTextSide.Right, Style = new() { Italic = true } },
                    Value = new() { Text = "number", Side = ChartTextSide.Above, Style = new() { Align = Alignment.Left } },
                    Category = new() { Shown = TextShown.Never },
                    Small = new() { Font = FontFamily.Serif, Size = 9 },
                },
              Frame = new() { Border = "#0B5D5B", Sides = [FrameSide.Top, FrameSide.Bottom] } }),
    ];

    private static ChartWording Unnamed =>
        new() { Title = new() { Shown = TextShown.Never }, Category = new() { Shown = TextShown.Never } };

    /// <summary>A report with one page for each, as large as the chart.</summary>
    public static ReportDefinition Report()
    {
        var model = DemoReports.All.First(r => r.Id == "year-in-charts").Definition;
        var (sheet, section) = (model.Sheets[0], model.Sheets[0].Sections[0]);
        return model with
        {
            Title = "Gallery",
            Page = new PageSetup { Width = Width, Height = Height + 10, Left = 0, Right = 0, Top = 0, Bottom = 0 },
            Sheets = [sheet with
            {
                PageHeader = new(),
                PageFooter = new(),
                Sections = [new Section
                {
                    Id = section.Id,
                    Dataset = section.Dataset,
                    Filter = "departs >= :from AND departs < :to + INTERVAL '1' DAY",
                    ReportHeader = new Band
                    {
                        Parts = [.. All.Select(v => new BandPart { Id = $"p-{v.Name}", Height = Height + 2, Elements =
                            [v.Chart with { Id = v.Name }] })],
                    },
                }],
            }],
        };
    }

    private static ChartElement Of(string type, string by, string? split = null, IReadOnlyList<ChartValue>? values = null,
        ChartOrder order = ChartOrder.Category) => new()
    {
        Id = type,
        Width = Width,
        Height = Height,
        Chart = type,
        Category = new ChartCategory { By = by, Order = order, Pattern = by == Month ? "MMM" : by == Day ? "d MMM" : null },
        Series = split is null ? null : new ChartSplit { By = split },
        Values = values ?? [Passengers],
    };
}

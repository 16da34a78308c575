namespace LucidLattice.Model.Definitions;

/// <summary>Parts of a chart's look that can be taken over alone.</summary>
public enum LookPart { Colors, Labels, Axes, Legend, Words, Slices, Frame }

/// <summary>What a chart looks like, apart from what it shows: so that others can look the same.</summary>
public sealed record ChartLook
{
    public string? Palette { get; init; }
    public IReadOnlyList<string> Colors { get; init; } = [];
    public bool Colorful { get; init; }
    public ChartLabels Labels { get; init; } = new();
    public ChartAxes Axes { get; init; } = new();
    public ChartLegend Legend { get; init; } = new();

    /// <summary>Where words stand and how they look; the texts themselves stay with their charts.</summary>
    public ChartWording Words { get; init; } = new();
    public ChartSlices Slices { get; init; } = new();
    public ChartFrame Frame { get; init; } = new();
    public ChartCurve Curve { get; init; }

    public static ChartLook Of(ChartElement chart) => new()
    {
        Palette = chart.Palette, Colors = chart.Colors, Colorful = chart.Colorful, Labels = chart.Labels, Axes = chart.Axes,
        Legend = chart.Legend, Slices = chart.Slices, Curve = chart.Curve,
        // What is worked out from the rows of one chart means nothing over those of another.
        Frame = chart.Frame with { BackgroundBy = null, BorderBy = null },
        Words = new ChartWording
        {
            Title = chart.Words.Title with { Text = null }, Subtitle = chart.Words.Subtitle with { Text = null },
            Category = chart.Words.Category with { Text = null }, Value = chart.Words.Value with { Text = null },
            Right = chart.Words.Right with { Text = null }, Note = chart.Words.Note with { Text = null }, Small = chart.Words.Small,
        },
    };

    /// <summary>A chart with this look.</summary>
    /// <param name="parts">What is taken over; none means all of it.</param>
    public ChartElement On(ChartElement chart, IReadOnlyList<LookPart> parts)
    {
        bool Takes(LookPart part) => parts.Count == 0 || parts.Contains(part);
        if (Takes(LookPart.Colors)) chart = chart with { Palette = Palette, Colors = Colors, Colorful = Colorful };
        if (Takes(LookPart.Labels)) chart = chart with { Labels = Labels };
        if (Takes(LookPart.Axes)) chart = chart with { Axes = Axes, Curve = Curve };
        if (Takes(LookPart.Legend)) chart = chart with { Legend = Legend };
        if (Takes(LookPart.Slices)) chart = chart with { Slices = Slices };
        if (Takes(LookPart.Frame))
            chart = chart with { Frame = Frame with { BackgroundBy = chart.Frame.BackgroundBy, BorderBy = chart.Frame.BorderBy } };
        if (!Takes(LookPart.Words)) return chart;
        var said = chart.Words;
        return chart with
        {
            Words = new ChartWording
            {
                Title = Words.Title with { Text = said.Title.Text }, Subtitle = Words.Subtitle with { Text = said.Subtitle.Text },
                Category = Words.Category with { Text = said.Category.Text }, Value = Words.Value with { Text = said.Value.Text },
                Right = Words.Right with { Text = said.Right.Text }, Note = Words.Note with { Text = said.Note.Text },
                Small = Words.Small,
            },
        };
    }
}

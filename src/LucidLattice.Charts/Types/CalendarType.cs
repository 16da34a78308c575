using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Model.Locales;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Types;

/// <summary>A square for each day, weeks to the right and weekdays down (ISO 8601), as dark as its value; a row for each year.</summary>
public sealed class CalendarType : ChartType
{
    private const double Gap = ChartCanvas.Gap, MostSquare = 16, BetweenYears = 6;
    private const int MostYears = 12;

    public override string Id => "calendar";
    public override string Words => "a calendar of days";
    public override string Kind => "Calendar heat map";

    public override string? WhyNot(ChartNumbers numbers) =>
        numbers.Categories.Any(c => !c.Key.IsNull && c.Key.Type is not (DataType.Date or DataType.DateTime))
            ? "It needs dates along the axis."
            : numbers.Series.Count > 1 ? "A calendar shows one series." : base.WhyNot(numbers);

    public override void Draw(ChartContent content, Area area, ChartCanvas canvas)
    {
        var days = content.Numbers.Marks.Select((m, i) => (Mark: m, Index: i))
            .Where(m => m.Mark is { SeriesIndex: 0, Category.IsNull: false, Value.IsNull: false }
                && m.Mark.Category.Type is DataType.Date or DataType.DateTime)
            .Select(m => (m.Mark, m.Index, Day: m.Mark.Category.AsDateTime.Date)).ToList();
        if (days.Count == 0)
        {
            canvas.Text(canvas.Fit("No days", area.Width), area.CentreX, area.CentreY, 0.5);
            return;
        }
        var scale = new ColorScale(days.Min(d => d.Mark.Number), days.Max(d => d.Mark.Number), content.Colors[0]);
        area = ColorLegend.Draw(scale, v => content.FullFormats[0].Format(Value.Of(v)), content.Legend, area, canvas);
        var years = days.GroupBy(d => d.Day.Year).OrderBy(y => y.Key).Take(MostYears).ToList();
        var line = canvas.LineHeight();
        var names = LocaleNames.Of(content.Culture);
        var weekdays = names.ShortDays;
        var left = area.Left + Math.Max(weekdays.Max(d => canvas.Width(d)), canvas.Width("2000")) + Gap;
        var perYear = (area.Height - years.Count * (line + BetweenYears)) / years.Count;
        var square = Math.Min(MostSquare, Math.Min((area.Right - left) / 54, perYear / 7));
        if (square < 1) return;
        var top = area.Top + Math.Max(0, (area.Height - years.Count * (line + BetweenYears + 7 * square)) / 2);
        foreach (var year in years)
        {
            var first = new DateTime(year.Key, 1, 1);
            var offset = ((int)first.DayOfWeek + 6) % 7;
            (double X, double Y) Place(DateTime day)
            {
                var at = day.DayOfYear - 1 + offset;
                return (left + at / 7 * square, top + line + at % 7 * square);
            }
            canvas.Text(names.InDigits(year.Key.ToString(content.Culture)), area.Left, top + line / 2 + canvas.ToMiddle, 0, Palette.Ink);
            DrawMonths(year.Key, day => Place(day).X, top + line / 2 + canvas.ToMiddle, left + 54 * square, content, canvas);
            // Every day is there, so that days without rows are seen.
            for (var day = first; day.Year == year.Key; day = day.AddDays(1))
            {
                var (x, y) = Place(day);
                canvas.Items.Add(new RectItem(x, y, square * 0.88, square * 0.88, "#F7F6F2"));
                if (day == DateTime.MaxValue.Date) break;
            }
            foreach (var (mark, index, day) in year)
            {
                var (x, y) = Place(day);
                canvas.Items.Add(new RectItem(x, y, square * 0.88, square * 0.88, scale.Color(mark.Number)));
                canvas.Items.Add(new RegionItem(x, y, square, square, $"{content.Id}-{index}", content.Spoken(mark), content.Figure(mark),
                    content.Action(mark)));
            }
            DrawWeekdays(weekdays, left - Gap, top + line, square, canvas);
            top += line + 7 * square + BetweenYears;
        }
        canvas.Parts.Add(("plot", area with { Bottom = Math.Min(area.Bottom, top) }));
    }

    private static void DrawMonths(int year, Func<DateTime, double> x, double baseline, double right, ChartContent content,
        ChartCanvas canvas)
    {
        var end = 0.0;
        for (var month = 1; month <= 12; month++)
        {
            var name = LocaleNames.Of(content.Culture).ShortMonthsAlone[month - 1];
            var at = x(new DateTime(year, month, 1));
            if (at < end || at + canvas.Width(name) > right) continue;
            canvas.Text(name, at, baseline);
            end = at + canvas.Width(name) + 3;
        }
    }

    private static void DrawWeekdays(IReadOnlyList<string> names, double right, double top, double square, ChartCanvas canvas)
    {
        for (var day = 0; day < 7; day += (int)Math.Ceiling(canvas.LineHeight() / square))
        {
            var (name, baseline) = (names[(day + 1) % 7], top + square * (day + 0.44) + canvas.ToMiddle);
            if (canvas.IsFree(canvas.Box(name, right, baseline, 1))) canvas.Text(name, right, baseline, 1);
        }
    }
}

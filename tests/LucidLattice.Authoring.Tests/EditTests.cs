using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Charts;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using Xunit;

namespace LucidLattice.Authoring.Tests;

public class EditTests
{
    private static ReportDefinition Report => Workshop.DemoReport("route-performance");

    private static ReportDefinition Apply(ReportDefinition report, params Edit[] edits) =>
        edits.Aggregate(report, (r, edit) => edit.Apply(r, new DemoCatalog()));

    private static Element? Find(ReportDefinition report, string id) =>
        report.MainSection().Elements().Select(e => e.Element).FirstOrDefault(e => e.Id == id);

    private static IEnumerable<T> In<T>(ReportDefinition report, BandKind kind, int level = 0) where T : Element
        => report.MainSection().BandAt(new BandPlace(kind, level)).Parts.SelectMany(p => p.Elements).OfType<T>();

    [Fact]
    public void What_is_added_to_a_section_beside_another_one_is_as_wide_as_that_section()
    {
        var report = Workshop.DemoReport("routes-compared");
        var body = report.Page.BodyWidth;
        double ChartIn(string section)
        {
            var edited = new AddChart { Section = section, Band = BandKind.ReportHeader }.Apply(report, new DemoCatalog());
            return edited.FindSection(section)!.Elements().Select(e => e.Element).OfType<ChartElement>().Single().Width;
        }
        Assert.Equal(body, ChartIn("s1"), 1e-6);
        // Two lists in the footer of a region share its width; a sheet in two columns halves it.
        Assert.Equal((body - SectionPlaces.Gap) / 2, ChartIn("s2"), 1e-6);
        Assert.Equal((body - 20) / 2, ChartIn("s5"), 1e-6);
    }

    [Fact]
    public void An_edit_leaves_the_definition_that_it_was_given_as_it_was()
    {
        var before = ReportJson.Write(Report);
        var report = Report;
        Apply(report, new AddField { Field = "remark" }, new AddLevel { Field = "vessel" }, new Remove { Ids = ["c3"] },
            new Remove { Ids = ["l1"] });
        Assert.Equal(before, ReportJson.Write(report));
    }

    [Fact]
    public void A_new_level_takes_over_the_totals_that_the_report_has()
    {
        var report = Apply(Report, new AddLevel { Field = "vessel" });
        Assert.Equal("vessel", report.MainSection().Levels[2].By);
        Assert.Equal(["c3", "c4", "c5"], In<TotalElement>(report, BandKind.GroupFooter, 3).Select(t => t.Column));
        Assert.Equal(5, In<HeadingElement>(report, BandKind.GroupHeader, 3).Count());
        Assert.Empty(In<HeadingElement>(report, BandKind.GroupHeader, 2));
        Assert.Throws<EditException>(() => Apply(report, new AddLevel { Field = "vessel" }));
    }

    [Fact]
    public void A_new_level_may_begin_with_a_period_of_a_date()
    {
        var month = new AddLevel { Field = "departs", By = "date_trunc('month', departs)", Name = "Month", Pattern = "LLLL yyyy", At = 0 };
        var report = Apply(Report, month);
        var level = report.MainSection().Levels[0];
        Assert.Equal(("date_trunc('month', departs)", "Month", "LLLL yyyy"), (level.By, level.Name, level.Pattern));
        Assert.Equal("{{ date_trunc('month', departs) | LLLL yyyy }}", In<TextElement>(report, BandKind.GroupHeader, 1).First().Text);
        Assert.Throws<EditException>(() => Apply(report, month));
    }

    [Fact]
    public void Changing_what_a_level_groups_by_changes_what_its_header_prints()
    {
        var report = Apply(Report, new SetLevel { Level = "l2", By = "vessel", Descending = true });
        var level = report.MainSection().Levels[1];
        Assert.Equal(("vessel", "Vessel", true), (level.By, level.Name, level.Descending));
        Assert.Equal("{{ vessel }}", Assert.IsType<TextElement>(Find(report, "t4")).Text);
        var run = Workshop.Run(report);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        Assert.Equal("Ternhope", run.First().KeyOf(2, 0, run.First().NewFrame()).Text);
    }

    [Fact]
    public void A_field_dropped_on_a_footer_becomes_a_subtotal_of_its_column_or_a_text()
    {
        var report = Apply(Report, new Remove { Ids = ["rfc"] },
            new AddField { Field = "passengers", Band = BandKind.GroupFooter, Level = 1 });
        Assert.Contains(In<TotalElement>(report, BandKind.GroupFooter, 1), t => t.Column == "c3");
        report = Apply(report, new AddField { Field = "delay_minutes", Band = BandKind.ReportFooter },
            new AddField { Field = "region", Band = BandKind.GroupHeader, Level = 1 });
        Assert.Contains(In<TextElement>(report, BandKind.ReportFooter), t => t.Text == "Delay minutes: {{ sum(delay_minutes) }}");
        Assert.Equal(2, In<TextElement>(report, BandKind.GroupHeader, 1).Count(t => t.Text == "{{ region }}"));
        var onPage = Apply(report, new AddField { Field = "region", Band = BandKind.PageFooter });
        Assert.Contains(onPage.Sheets[0].PageElements(), e => e.Element is TextElement { Text: "{{ region }}" });
        Assert.Throws<EditException>(() => Apply(report, new AddField { Field = "nowhere" }));
    }

    [Fact]
    public void A_field_stands_where_it_is_let_go()
    {
        var report = Apply(Report, new AddField { Field = "vessel", Band = BandKind.GroupHeader, Level = 1, X = 240, Y = 3 });
        var text = Assert.Single(In<TextElement>(report, BandKind.GroupHeader, 1), t => t.Text == "{{ vessel }}");
        Assert.Equal((240, 3), (text.X, text.Y));
        // Far at the right it keeps within the page; an empty band gets a part.
        var empty = Apply(report, new Remove { Ids = [.. report.MainSection().ReportFooter.Parts.Select(p => p.Id)] },
            new AddField { Field = "vessel", Band = BandKind.ReportFooter, X = 9999, Y = 40 });
        var last = Assert.Single(In<TextElement>(empty, BandKind.ReportFooter));
        Assert.InRange(last.X + last.Width, 20, empty.Page.BodyWidth);
        Assert.Throws<EditException>(() => Apply(Report, new AddText { Text = "x", Band = BandKind.ReportHeader, X = double.NaN, Y = 1 }));
    }

    [Fact]
    public void A_heading_goes_alone_and_a_column_when_nothing_of_it_is_left()
    {
        var column = Report.MainSection().Columns.First(c => Bound(Report, c.Id).Count == 2).Id;
        var ids = Bound(Report, column);
        var one = Apply(Report, new Remove { Ids = [ids[0]] });
        Assert.Equal([ids[1]], Bound(one, column));
        Assert.Contains(one.MainSection().Columns, c => c.Id == column);
        Assert.DoesNotContain(Apply(one, new Remove { Ids = [ids[1]] }).MainSection().Columns, c => c.Id == column);
        Assert.DoesNotContain(Apply(Report, new Remove { Ids = ids }).MainSection().Columns, c => c.Id == column);

        static List<string> Bound(ReportDefinition report, string column) =>
            [.. report.MainSection().Elements().Select(e => e.Element).Where(e => e.Column == column).Select(e => e.Id)];
    }

    [Fact]
    public void What_is_pasted_into_an_empty_band_gets_a_part_there()
    {
        var report = Report with { Sheets = [Report.Sheets[0] with { PageHeader = new Band() }] };
        var text = new TextElement { Id = "t4", Width = 50, Height = 12, Y = 3, Text = "pasted" };
        var pasted = Apply(report, new Paste { Items = [new ElementItem(text)],
            To = new Spot { In = report.Sheets[0].Id, Band = BandKind.PageHeader } });
        var part = Assert.Single(pasted.Sheets[0].PageHeader.Parts);
        Assert.Equal((18.0, "pasted"), (part.LeastHeight(), Assert.IsType<TextElement>(Assert.Single(part.Elements)).Text));
        Assert.Equal(part.Elements[0].Id, Assert.Single(pasted.AllElements().OfType<TextElement>(), t => t.Text == "pasted").Id);
    }

    [Fact]
    public void A_second_gesture_for_totals_changes_their_kind_and_adds_none()
    {
        var before = Report.MainSection().Elements().Count(e => e.Element is TotalElement);
        var report = Apply(Report, new AddTotals { Column = "c3", Aggregate = "max" });
        Assert.Equal(before, report.MainSection().Elements().Count(e => e.Element is TotalElement));
        Assert.All(report.MainSection().Elements().Select(e => e.Element).OfType<TotalElement>().Where(t => t.Column == "c3"),
            t => Assert.Equal("max", t.Aggregate));
    }

    [Fact]
    public void A_column_goes_with_everything_that_belongs_to_it()
    {
        var report = Apply(Report, new Remove { Ids = ["c3"] });
        Assert.DoesNotContain(report.MainSection().Elements(), e => e.Element.Column == "c3");
        Assert.Equal(["c1", "c2", "c4", "c5"], report.MainSection().Columns.Select(c => c.Id));
        Assert.Empty(Workshop.Run(report).Problems);
    }

    [Theory]
    [InlineData(0, "c4,c1,c2,c3,c5")]
    [InlineData(2, "c1,c2,c4,c3,c5")]
    [InlineData(99, "c1,c2,c3,c5,c4")]
    [InlineData(-7, "c4,c1,c2,c3,c5")]
    public void A_column_moves_among_the_others(int to, string order)
        => Assert.Equal(order,
            string.Join(",",
            Apply(Report, new Move { Id = "c4", To = new Spot { In = "s1", Index = to } }).MainSection().Columns.Select(c => c.Id)));

    [Fact]
    public void Words_of_texts_headings_and_charts_are_typed_over()
    {
        var report = Apply(Report, new SetText { Element = "t1", Text = "New title" }, new SetText { Element = "h3", Text = "People" },
            new SetText { Element = "ch1", Text = "How many" });
        Assert.Equal("New title", Assert.IsType<TextElement>(Find(report, "t1")).Text);
        Assert.Equal("People", report.MainSection().Columns.Single(c => c.Id == "c3").Heading);
        Assert.Equal("How many", Assert.IsType<ChartElement>(Find(report, "ch1")).Words.Title.Text);
        Assert.Throws<EditException>(() => Apply(report, new SetText { Element = "e1", Text = "no" }));
        Assert.Throws<EditException>(() => Apply(report, new SetText { Element = "gone", Text = "no" }));
    }

    [Fact]
    public void A_part_grows_with_what_is_put_into_it_and_goes_with_its_last_element()
    {
        var chart = Assert.IsType<ChartElement>(Find(Report, "ch1"));
        var report = Apply(Report, new Replace { Item = new ElementItem(chart with { Height = 400 }) });
        Assert.Contains(report.MainSection().ReportHeader.Parts, p => p.Id == "p1b" && p.Height >= 400);
        Assert.DoesNotContain(Apply(report, new Remove { Ids = ["ch1"] }).MainSection().ReportHeader.Parts, p => p.Id == "p1b");
    }

    [Fact]
    public void A_filter_is_set_and_taken_away()
    {
        var report =
            Apply(Report, new SetSection { Filter = "vehicles > 5", Sort = [new SortKey { By = "passengers", Descending = true }] });
        Assert.Equal("vehicles > 5", report.MainSection().Filter);
        Assert.Equal("passengers", Apply(report, new SetSection { Filter = " " }).MainSection().Sort.Single().By);
        Assert.Null(Apply(report, new SetSection { Filter = " " }).MainSection().Filter);
    }

    [Fact]
    public void A_new_chart_starts_from_a_group_and_a_subtotal_or_counts_rows()
    {
        ChartElement New(ReportDefinition report, BandKind band, int level) =>
            report.MainSection().BandAt(new BandPlace(band, level)).Parts.SelectMany(p => p.Elements).OfType<ChartElement>().Last();
        var report = Apply(Report, new AddChart { Band = BandKind.ReportFooter }, new AddChart { Band = BandKind.GroupFooter, Level = 1 });
        Assert.Equal(("route", "sum(passengers)"),
            (New(report, BandKind.ReportFooter, 0).Category.By, New(report, BandKind.ReportFooter, 0).Values[0].Expression));
        Assert.Equal("route", New(report, BandKind.GroupFooter, 1).Category.By);
        var dataset = Report.Datasets[0] with {
            Fields = [new Field { Name = "vessel", Type = DataType.Text },
            new Field { Name = "sailing_id", Type = DataType.Whole, Kind = FieldKind.Key }] };
        var plain = Apply(StarterReport.Create("Plain", dataset), new AddChart { Band = BandKind.ReportHeader });
        Assert.Equal(("vessel", "count(*)"),
            (New(plain, BandKind.ReportHeader, 0).Category.By, New(plain, BandKind.ReportHeader, 0).Values[0].Expression));
    }

    [Theory]
    [InlineData("sum(passengers)", "route", "Passengers by route")]
    [InlineData("avg(delay_minutes)", "vessel", "Average delay minutes by vessel")]
    [InlineData("count(*)", "region", "Rows by region")]
    [InlineData("count(delay_cause)", "delay_cause", "Number of delay cause by delay cause")]
    [InlineData("sum(net_fare) / sum(passengers)", "route", "Sum(net_fare) / sum(passengers) by route")]
    public void Automatic_titles_are_short(string value, string category, string expected)
        => Assert.Equal(expected,
            new ChartWords(Report.Datasets[0].Fields, [])
            .Title(new ChartElement { Id = "c", Width = 1, Category = new ChartCategory { By = category },
            Values = [new ChartValue { Expression = value }] }));

    [Theory]
    [InlineData(ChartOrder.Category, "Eastern Sound,Northern Isles,West Firth")]
    [InlineData(ChartOrder.LargestFirst, "Eastern Sound,West Firth,Northern Isles")]
    [InlineData(ChartOrder.SmallestFirst, "Northern Isles,West Firth,Eastern Sound")]
    public void Marks_stand_in_the_order_that_was_chosen(ChartOrder order, string expected)
    {
        var chart = Assert.IsType<ChartElement>(Find(Report, "ch1"));
        var run = Workshop.Run(
            Apply(Report,
            new Replace {
            Item = new ElementItem(chart with { Category = new ChartCategory { By = "region", Order = order }, Link = null }) }));
        var marks = run.First().Marks(run.First().Plan.Charts.Single(c => c.Id == "ch1"), run.First().NewFrame());
        Assert.Equal(expected, string.Join(",", marks.Select(m => m.Label)));
        Assert.Equal(run.First().Tree.Order.Length, marks.Sum(m => m.Rows));
    }

    [Fact]
    public void A_starter_report_shows_a_date_names_money_and_what_adds_up()
    {
        var report = StarterReport.Create("Start {{ here", Report.Datasets[0]);
        Assert.Equal(["Region", "Route", "Vessel", "Departs", "Passengers", "Net fare"],
            report.MainSection().Columns.Select(c => c.Heading));
        var run = Workshop.Run(report);
        Assert.Empty(run.Problems);
        Assert.Contains(run.Page(1).Texts(), t => t.Text == "Start {{ here");
    }
}

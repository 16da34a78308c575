using LucidLattice.Testing;
using LucidLattice.Authoring.Composing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>From what is printed back to where it is made: places of pages, pages of groups while one composes, drawn frames.</summary>
public sealed class PagePlaceTests
{
    /// <summary>Property: at each text of a page that element is found which prints it, with the groups around it.</summary>
    [Theory]
    [InlineData("route-performance", 2)]
    [InlineData("regions-and-bookings", 1)]
    [InlineData("months-of-each-route", 3)]
    public void What_is_printed_is_found_at_its_place(string id, int number)
    {
        var run = Workshop.Run(Workshop.DemoReport(id));
        var sheet = run.Sheets[0];
        var elements = run.Report.AllElements().ToDictionary(e => e.Id);
        var found = new HashSet<string>();
        foreach (var text in run.Page(sheet, number).Texts().Where(t => t.Y > run.Report.Page.Top))
        {
            var place = sheet.At(number, text.X + text.Width / 2, text.Y - text.Font.Size / 3)!;
            Assert.NotNull(place.Element);
            found.Add(place.Element);
            // What says only words says these.
            if (elements[place.Element] is TextElement { More.Count: 0 } words && !words.Text.Contains("{{", StringComparison.Ordinal))
                Assert.StartsWith(text.Text.Split(' ')[0], words.Text);
        }
        Assert.True(found.Count >= 4);
        Assert.Null(sheet.At(number, 3, 3));
    }

    [Fact]
    public void The_groups_of_a_place_are_those_that_are_printed_there()
    {
        var run = Workshop.Run(Workshop.DemoReport("months-of-each-route"));
        for (var number = 2; number <= 4; number++)
        {
            var route = run.Page(number).Texts().First(t => t.Y > run.Report.Page.Top).Text;
            var june = run.Page(number).Texts().Single(t => t.Text == "June 2025");
            var place = run.Sheets[0].At(number, june.X + 5, june.Y - 2)!;
            Assert.Equal([route, "2025-06-01 00:00"], place.Keys);
        }
    }

    [Fact]
    public void Compose_prints_the_pages_of_groups_that_were_counted()
    {
        var report = Workshop.DemoReport("income-ledger");
        var counted = Workshop.Run(report);
        var pages = GroupPages.Of(counted);
        Assert.NotEmpty(pages);
        var view = ComposeViewer.View(counted, new Dictionary<string, IReadOnlyList<string?>>(), Workshop.Measurer, null, counted.PageCount,
            pages);
        var contents = view.Bands.First(b => b.Place.Kind == BandKind.ReportHeader).Drawing.Texts().Select(t => t.Text).ToHashSet();
        Assert.Contains(pages.Values.Max(p => p.First).ToString(System.Globalization.CultureInfo.InvariantCulture), contents);
        Assert.Empty(GroupPages.Of(Workshop.Run(Workshop.DemoReport("sailings-by-outcome"))));
    }

    [Fact]
    public void What_lies_behind_pages_is_shown_in_Compose()
    {
        ComposeView View(string id) => ComposeViewer.View(Workshop.Run(Workshop.DemoReport(id)),
            new Dictionary<string, IReadOnlyList<string?>>(), Workshop.Measurer);
        Assert.Contains(View("months-of-each-route").Behind!.Texts(), t => t.Text == "Skerravoe Ferries");
        Assert.Null(View("sailings-by-outcome").Behind);
    }

    [Theory]
    [InlineData(5, "p1", 5)]
    [InlineData(25, "p2", 5)]
    [InlineData(500, "p2", 480)]
    public void A_drawn_frame_goes_into_the_part_where_it_begins(double y, string part, double within)
    {
        var report = Workshop.Report(new Section
        {
            Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p1", 20), Workshop.Part("p2", 30)),
        }, new Field { Name = "n", Type = DataType.Whole });
        var edited = new AddElement
        {
            Section = "s", Band = BandKind.ReportHeader, Element = new BoxElement { Id = "new" }, Frame = new DrawnFrame(-5, y, 9_000, 1),
        }.Apply(report, new DemoCatalog());
        var holder = edited.AllSections().Single().ReportHeader.Parts.Single(p => p.Elements.Count > 0);
        var box = holder.Elements.Single();
        Assert.Equal((part, within), (holder.Id, box.Y));
        Assert.Equal((0, 4), (box.X, box.Height));
        Assert.Equal(report.Page.BodyWidth, box.Width, 6);
        Assert.True(holder.Height >= box.Y + box.Height);
    }
}

using LucidLattice.Testing;
using LucidLattice.Model.Files;
using LucidLattice.Authoring.Editing;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;
using Xunit;

namespace LucidLattice.Reports.Tests;

public class DefinitionTests
{
    [Fact]
    public void Demo_reports_survive_writing_and_reading_and_have_no_problems()
    {
        foreach (var (id, report) in Demo.DemoReports.All)
        {
            Assert.Equal(ReportJson.Write(report), ReportJson.Write(ReportFile.Read(ReportJson.Write(report))));
            Assert.Empty(ReportPlanner.Plan(report, new DemoCatalog()).Problems);
            Assert.Empty(ParameterValues.CheckDefaults(report));
            Assert.NotEmpty(id);
        }
    }

    /// <summary>Outside reference: the published JSON Schema, applied by NJsonSchema 11.6.2.</summary>
    [Fact]
    public async Task The_published_schema_is_that_of_the_records_and_accepts_the_demo_reports()
    {
        var published = File.ReadAllText(Path.Combine(Checkout.Root, "docs/report.schema.json"));
        Assert.Equal(ReportSchema.Write(), published);
        var schema = await NJsonSchema.JsonSchema.FromJsonAsync(published, TestContext.Current.CancellationToken);
        foreach (var (_, report) in Demo.DemoReports.All) Assert.Empty(schema.Validate(ReportJson.Write(report)));
        Assert.NotEmpty(schema.Validate("""{ "format": "lucid-lattice/report" }"""));
    }

    /// <summary>The example in the format's description is a report that runs.</summary>
    [Fact]
    public void The_example_in_the_documentation_runs()
    {
        var text = File.ReadAllText(Path.Combine(Checkout.Root, "docs/report-format.md"));
        var start = text.IndexOf("```json\n", StringComparison.Ordinal) + 8;
        var report = ReportFile.Read(text[start..text.IndexOf("```", start, StringComparison.Ordinal)]);
        var run = Workshop.Run(report);
        Assert.Empty(run.Problems);
        Assert.True(run.PageCount > 0);
    }

    [Theory]
    [InlineData("", "cannot be read")]
    [InlineData("[1]", "one JSON object")]
    [InlineData("{ \"format\": \"something\" }", "no report file")]
    [InlineData("{ \"format\": \"lucid-lattice/report\", \"version\": 99 }", "newer version")]
    [InlineData("{ \"format\": \"lucid-lattice/report\", \"version\": 1, \"title\": \"T\", \"colour\": 1 }", "colour")]
    [InlineData("{ \"format\": \"lucid-lattice/report\", \"version\": 1 }", "title")]
    [InlineData(
        "{ \"format\": \"lucid-lattice/report\", \"version\": 1, \"title\": \"T\", \"parameters\": [{ \"name\": \"a\", \"type\": "
        + "\"nonsense\" }] }", "parameters")]
    public void A_malformed_definition_is_refused_with_a_sentence(string json, string expected)
        => Assert.Contains(expected, Assert.Throws<DefinitionFormatException>(() => ReportFile.Read(json)).Message);

    [Fact]
    public void Problems_name_the_place_the_property_and_a_mend()
    {
        var report = Workshop.DemoReport("route-performance");
        var section = report.MainSection();
        section = section with { Filter = "statuss = 'sailed'",
            Columns = [.. section.Columns.Select(c => c.Id == "c3" ? c with { Expression = "passengers + vessel" } : c)] };
        section = section.MapElements((_, e) => e.Id == "t2" ? (TextElement)e with { Text = "From {{ :fron }}" } : e);
        var problems = ReportPlanner.Plan(report.WithMainSection(section), new DemoCatalog()).Problems;
        Assert.Contains(problems, p => p is { Code: "unknown-field", Place: "s1", Property: "filter", Position: 0 }
            && p.Mends![0].Contains("status"));
        Assert.Contains(problems, p => p is { Code: "type-mismatch", Place: "c3", Property: "expression", Position: 11 });
        Assert.Contains(problems, p => p is { Code: "unknown-parameter", Place: "t2", Property: "text" } && p.Mends![0].Contains(":from"));
    }

    [Fact]
    public void A_broken_filter_prints_nothing_rather_than_figures_over_all_rows()
    {
        var report = Workshop.DemoReport("route-performance");
        var run = Workshop.Run(report.WithMainSection(report.MainSection() with { Filter = "no_such_field = 1" }));
        Assert.Null(run.Data);
        Assert.Contains(run.Problems, p => p is { Code: "unknown-field", Property: "filter" });
    }

    [Fact]
    public void A_report_with_a_broken_element_still_prints_all_others()
    {
        var report = Workshop.DemoReport("route-performance");
        var section = report.MainSection().MapElements((_, e) => e.Id == "t1" ? (TextElement)e with { Text = "{{ nothing }}" } : e);
        var run = Workshop.Run(report.WithMainSection(section));
        Assert.Contains(run.Page(1).Texts(), t => t.Text == "see problems");
        Assert.Contains(run.Page(1).Texts(), t => t.Text == "Eastern Sound");
    }

    [Theory]
    [InlineData("from", "31.12.2025", "parameter-type")]
    [InlineData("from", "2025-02-30", "parameter-type")]
    [InlineData("route", "", "parameter-required")]
    [InlineData("rute", "x", "unknown-parameter")]
    public void A_wrong_parameter_value_is_a_problem_and_nothing_runs(string name, string value, string code)
    {
        var run = Workshop.Run(Workshop.DemoReport("sailings-in-detail"), null,
            name == "route" ? [(name, value)] : [("route", "Holm – Brae"), (name, value)]);
        Assert.Null(run.Data);
        Assert.Contains(run.Problems, p => p.Code == code && p.Place == name);
    }

    [Fact]
    public void A_colour_that_is_none_is_refused_since_it_would_reach_the_drawing()
    {
        var report = Workshop.DemoReport("route-performance");
        var section = report.MainSection().MapElements((_, e) => e.Id == "ch1" ? (ChartElement)e with { Colors = ["url(//x)"] } : e);
        Assert.Contains(ReportPlanner.Plan(report.WithMainSection(section), new DemoCatalog()).Problems,
            p => p is { Code: "bad-color", IsError: true });
    }

    [Fact]
    public void Any_run_of_edits_gives_a_report_that_has_no_errors_and_prints()
    {
        var dataset = Workshop.DemoReport("route-performance").Datasets[0];
        var random = new Random(23);
        for (var round = 0; round < 25; round++)
        {
            var report = StarterReport.Create("Edited", dataset);
            for (var step = 0; step < 25; step++)
            {
                try
                {
                    report = Random(report, random).Apply(report, new DemoCatalog());
                }
                catch (EditException)
                {
                    // A gesture that makes no sense here is refused, and nothing has changed.
                }
                Assert.DoesNotContain(ReportPlanner.Plan(report, new DemoCatalog()).Problems, p => p.IsError && p.Property != "link");
            }
            Assert.True(Workshop.Run(report).PageCount > 0);
        }
    }

    [Fact]
    public void One_gesture_adds_a_subtotal_to_every_footer()
    {
        var report = StarterReport.Create("Totals", Workshop.DemoReport("route-performance").Datasets[0]);
        foreach (var field in new[] { "region", "route" }) report = new AddLevel { Field = field }.Apply(report, NoReports.Instance);
        var column = report.MainSection().Columns.First(c => c.Expression == "passengers");
        report = new AddTotals { Column = column.Id }.Apply(report, NoReports.Instance);
        var places = report.MainSection().Elements().Where(e => e.Element is TotalElement && e.Element.Column == column.Id)
            .Select(e => e.Place).ToList();
        Assert.Equal([new(BandKind.GroupFooter, 2), new(BandKind.GroupFooter, 1), new(BandKind.ReportFooter)], places);
    }

    private static Edit Random(ReportDefinition report, Random random)
    {
        var section = report.MainSection();
        var fields = report.Datasets[0].Fields;
        T Of<T>(IReadOnlyList<T> list) =>
            list.Count == 0 ? throw new EditException("Nothing to choose from.") : list[random.Next(list.Count)];
        var field = Of(fields).Name;
        var place = Of(section.Bands().Select(b => b.Place).ToList());
        return random.Next(12) switch
        {
            0 or 1 => new AddField { Field = field, Band = place.Kind, Level = place.Level },
            2 => new AddLevel { Field = field, At = random.Next(4) },
            3 => new AddTotals { Column = Of(section.Columns).Id, Aggregate = "count" },
            4 => new AddChart { Band = place.Kind, Level = place.Level },
            5 => new Move { Id = Of(section.Columns).Id, To = new Spot { In = "s1", Index = random.Next(8) } },
            6 => new Remove { Ids = [Of(section.Columns).Id] },
            7 => new Move { Id = Of(section.Levels).Id, To = new Spot { In = "s1", Index = random.Next(4) } },
            8 => new Remove { Ids = [Of(section.Levels).Id] },
            9 => new Remove { Ids = [Of(section.Elements().Select(e => e.Element.Id).ToList())] },
            10 => new SetLevel { Level = Of(section.Levels).Id, By = field, NewPage = random.Next(2) == 0 },
            _ => new LinkChart { Chart = Of(section.Elements().Select(e => e.Element).OfType<ChartElement>().Select(c => c.Id).ToList()),
            Report = "sailings-in-detail" },
        };
    }
}

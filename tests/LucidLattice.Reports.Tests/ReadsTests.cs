using LucidLattice.Testing;
using LucidLattice.Datasets;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Runs that share a cache share results only where everything that a step reads is the same.</summary>
public class ReadsTests
{
    private static readonly Field[] Fields =
        [new() { Name = "name", Type = DataType.Text }, new() { Name = "seats", Type = DataType.Whole }];

    private readonly ReportEngine _engine = Engine(new SizedCache(1L << 26));

    private static ReportEngine Engine(SizedCache? cache)
    {
        var database = Workshop.Database(Workshop.DemoFile);
        return new ReportEngine(new DatasetReader(cache is null ? database : new CachedReader(database, cache), cache), Workshop.Measurer,
            new DemoCatalog(), cache);
    }

    private static ReportDefinition Vessels(string text, params Parameter[] parameters)
    {
        var detail = Workshop.Band(Workshop.Part("p", 14, new TextElement { Id = "t", Width = 400, Height = 12, Text = text }));
        var section = new Section { Id = "s", Sort = [new SortKey { By = "name" }], Detail = detail };
        var report = Workshop.Report(section, Fields);
        return report with { Parameters = parameters,
            Datasets = [report.Datasets[0] with { Source = new TableSource { Table = "vessels" } }] };
    }

    private static ReportDefinition WithField(ReportDefinition report, string expression, DataType type)
    {
        var dataset = report.Datasets[0];
        return report with {
            Datasets = [dataset with { Fields = [.. dataset.Fields, new Field { Name = "made", Type = type, Expression = expression }] }] };
    }

    private static Parameter Number(string name, string value) => new() { Name = name, Type = DataType.Whole, Default = value };

    private string Texts(ReportDefinition report, DateTime? now = null, params (string Name, string Value)[] given)
    {
        var request = new RunRequest(report, given.ToDictionary(g => g.Name, g => g.Value), now ?? Workshop.Now);
        var shared = Print(_engine.Run(request, CancellationToken.None));
        Assert.Equal(Print(Engine(null).Run(request, CancellationToken.None)), shared);
        return shared;

        static string Print(ReportRun run)
        {
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            return string.Join("; ", Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts()).Select(t => t.Text));
        }
    }

    [Fact]
    public void Parameters_are_told_apart_by_their_names_in_whatever_order_they_stand()
    {
        const string Total = "{{ sum(seats) FILTER (WHERE seats > :a) OVER () }}";
        var first = Texts(Vessels(Total, Number("a", "100"), Number("b", "200")));
        var second = Texts(Vessels(Total, Number("b", "100"), Number("a", "200")));
        Assert.NotEqual(first, second);
        Assert.Equal(second, Texts(Vessels(Total, Number("a", "200"))));
        Assert.Equal(first, Texts(Vessels(Total, Number("a", "1")), null, ("a", "100")));
    }

    [Fact]
    public void A_field_that_is_worked_out_from_a_parameter_follows_it()
    {
        var report = WithField(Vessels("{{ made }}", Number("a", "1"), Number("b", "7")), "seats + :a", DataType.Whole);
        var swapped =
            report with { Parameters = [report.Parameters[1] with { Default = "1" }, report.Parameters[0] with { Default = "7" }] };
        Assert.NotEqual(Texts(report), Texts(swapped));
        Assert.NotEqual(Texts(report), Texts(report, null, ("a", "2")));
        // What it does not read does not matter.
        Assert.Equal(Texts(report), Texts(report, null, ("b", "2")));
    }

    [Theory]
    [InlineData("CURRENT_TIMESTAMP", DataType.DateTime, true)]
    [InlineData("CURRENT_DATE", DataType.Date, false)]
    public void The_clock_of_a_dataset_goes_on(string clock, DataType type, bool withinTheDay)
    {
        var report = WithField(Vessels("{{ made | yyyy-MM-dd HH:mm:ss }}"), clock, type);
        if (type == DataType.Date) report = WithField(Vessels("{{ made | yyyy-MM-dd }}"), clock, type);
        var first = Texts(report);
        Assert.Equal(withinTheDay, first != Texts(report, Workshop.Now.AddSeconds(1)));
        Assert.NotEqual(first, Texts(report, Workshop.Now.AddDays(1)));
    }

    [Fact]
    public void The_language_decides_the_order()
    {
        // German phone books and Swedish ones put ä in other places (Unicode CLDR, collation of sv and de).
        var report = Vessels("{{ made }}");
        report = WithField(report, "CASE WHEN name LIKE 'S%' THEN 'zebra' ELSE 'ärla' END", DataType.Text);
        var section = report.MainSection();
        report = report.WithMainSection(section with { Sort = [new SortKey { By = "made" }] });
        var german = Texts(report with { Language = "de" });
        var swedish = Texts(report with { Language = "sv" });
        Assert.StartsWith("ärla", german);
        Assert.StartsWith("zebra", swedish);
        // The same for an order that the dataset has itself.
        var sorted = report.WithMainSection(section with { Sort = [] });
        sorted = sorted with { Datasets = [sorted.Datasets[0] with { Sort = [new SortKey { By = "made" }] }] };
        Assert.Equal(german, Texts(sorted with { Language = "de" }));
        Assert.Equal(swedish, Texts(sorted with { Language = "sv" }));
    }
}

using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Datasets;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Joins;
using LucidLattice.Sql.Sqlite;
using Xunit;

namespace LucidLattice.Sql.Tests;

/// <summary>Numbers that a join repeats are known, and a total over them warns.</summary>
public sealed class RepeatedFieldsTests
{
    private static readonly OneDatabase Demo = new(Workshop.DemoFile);

    private static Dataset Joined(params string[] tables)
    {
        var schema = SchemaReader.Read(Workshop.DemoFile);
        return tables.Aggregate(new Dataset { Id = "d1", Name = "D", Database = "x", Source = new JoinSource() },
            (dataset, table) => JoinProposal.Add(dataset, table, schema));
    }

    private static string[] TablesRepeated(Dataset dataset)
    {
        var repeated = new DatasetReader(SqlEngines.Over(Demo)).Repeated(dataset, CancellationToken.None);
        var tables = ((JoinSource)dataset.Source).Tables;
        return [.. dataset.Fields.Where(f => repeated.Contains(f.Name)).Select(f => tables.Single(t => t.Id == f.Table).Table).Distinct()
            .Order()];
    }

    /// <summary>From memory: what database designers call a fan trap, one-to-many joins below a number that is added up.</summary>
    [Theory]
    [InlineData("bookings sailings routes vessels ticket_classes", "")]
    [InlineData("sailings vessels routes", "")]
    [InlineData("sailings bookings", "sailings")]
    [InlineData("regions routes sailings bookings ticket_classes", "regions routes sailings")]
    [InlineData("sailings bookings vessels ticket_classes", "sailings vessels")]
    public void A_table_with_several_rows_for_one_repeats_everything_on_the_other_side_of_its_line(string tables, string repeated)
        => Assert.Equal(repeated, string.Join(' ', TablesRepeated(Joined(tables.Split(' ')))));

    [Fact]
    public void Two_lists_below_one_table_repeat_each_other()
    {
        var start = Joined("sailings", "bookings");
        var source = (JoinSource)start.Source;
        var again = new JoinedTable { Id = "b2", Table = "bookings",
            Join = new Join { To = source.Tables[0].Id, On = [new("sailing_id", "sailing_id")] } };
        var dataset = start with { Source = source with { Tables = [.. source.Tables, again] },
            Fields = [.. start.Fields, new Field { Name = "fare_again", Table = "b2", Column = "fare", Type = DataType.Decimal }] };
        Assert.Equal(["bookings", "sailings"], TablesRepeated(dataset));
        Assert.Contains("fare_again", new DatasetReader(SqlEngines.Over(Demo)).Repeated(dataset, CancellationToken.None));
    }

    [Fact]
    public void What_is_worked_out_from_repeated_fields_alone_is_repeated_in_datasets_on_top_too()
    {
        Field Worked(string name, string expression) => new() { Name = name, Type = DataType.Decimal, Expression = expression };
        var basis = Joined("sailings", "bookings");
        basis = basis with {
            Fields = [Worked("twice", "both * 2"), .. basis.Fields, Worked("both", "Passengers + delay_minutes"),
            Worked("mixed", "fare * passengers"), Worked("fixed", "1 + 1")] };
        var top = new Dataset { Id = "t", Name = "T", Database = "x", Source = new DerivedSource { Dataset = "d1", Base = basis },
            Fields = [new Field { Name = "people_aboard", Column = "passengers", Type = DataType.Whole },
            new Field { Name = "fare", Type = DataType.Decimal }] };
        var source = new DatasetReader(SqlEngines.Over(Demo));
        var repeated = source.Repeated(basis, CancellationToken.None);
        Assert.Equal([true, true, false, false], new[] { "twice", "both", "mixed", "fixed" }.Select(repeated.Contains));
        Assert.Equal(["people_aboard"], source.Repeated(top, CancellationToken.None));
    }

    /// <summary>The figure itself: added up over the join, passengers are too many; the warning stands where the total does.</summary>
    [Theory]
    [InlineData("sum(passengers)", true)]
    [InlineData("avg(passengers + 1)", true)]
    [InlineData("sum(passengers * people)", false)]
    [InlineData("max(passengers)", false)]
    [InlineData("count(passengers)", false)]
    [InlineData("sum(people)", false)]
    public void A_total_over_repeated_fields_alone_warns(string total, bool warns)
    {
        var report = StarterReport.Create("R", Joined("sailings", "bookings"));
        var text = new TextElement { Id = "total", Width = 200, Height = 12, Text = $"{{{{ {total} }}}}" };
        var section = report.MainSection();
        report = report.WithMainSection(
            section with { ReportFooter = new Band { Parts = [new BandPart { Id = "p9", Height = 20, Elements = [text] }] } });
        var engine = new ReportEngine(new DatasetReader(SqlEngines.Over(Demo)), Workshop.Measurer, new DemoCatalog());
        Assert.Equal(warns, engine.Check(report).Any(p => p is { Code: "counted-several-times", Place: "total", IsError: false }));
        Assert.Equal(warns,
            engine.Run(new RunRequest(report, new Dictionary<string, string>(), Workshop.Now), CancellationToken.None,
            pages: false).Problems.Any(p => p.Code == "counted-several-times"));
    }
}

using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Joins;
using Xunit;

namespace LucidLattice.Sql.Tests;

/// <summary>What the front end asks for while sentences are filled in: questions to readers, choices, pairs of columns, names.</summary>
public class AskedConditionTests
{
    private static readonly Dataset Bookings = new()
    {
        Id = "d",
        Name = "Bookings",
        Database = "x",
        Source = new TableSource { Table = "bookings" },
        Fields =
        [
            new Field { Name = "fare", Type = DataType.Decimal }, new Field { Name = "departs", Type = DataType.DateTime },
            new Field { Name = "route", Type = DataType.Text }, new Field { Name = "ticket class", Type = DataType.Text },
        ],
    };

    private static AskedCondition Ask(string field, ConditionOperator how, params string[] values) =>
        AskedCondition.Ask(Bookings, new FieldCondition { Field = field, Is = how, Values = values });

    [Fact]
    public void The_parameter_fits_the_operator_and_the_field()
    {
        var least = Ask("fare", ConditionOperator.More, "15").Parameters.Single();
        Assert.Equal(("least_fare", DataType.Decimal, ParameterShape.Single, "15", false),
            (least.Name, least.Type, least.Shape, least.Default, least.Required));
        var routes = Ask("route", ConditionOperator.OneOf).Parameters.Single();
        Assert.Equal(("route", ParameterShape.Several, "*", "every route"), (routes.Name, routes.Shape, routes.Default, routes.Every));
        var choices = Assert.IsType<DatasetChoices>(routes.Choices);
        Assert.Equal(("d", "route", true), (choices.Dataset, choices.Value, choices.Unfiltered));
        Assert.Equal("\"ticket class\"",
            Assert.IsType<DatasetChoices>(Ask("ticket class", ConditionOperator.Equal).Parameters.Single().Choices).Value);
        Assert.Equal("'Holm''s'", Ask("route", ConditionOperator.Equal, "Holm's").Parameters.Single().Default);
        var period = Ask("departs", ConditionOperator.Between, "2025-01-01", "2025-03-31").Parameters.Single();
        Assert.Equal((DataType.Date, ParameterShape.Period, "DATE '2025-01-01'", "DATE '2025-03-31'"),
            (period.Type, period.Shape, period.Default, period.DefaultEnd));
        var span = Ask("fare", ConditionOperator.Between, "1", "9");
        Assert.Equal(["least_fare", "most_fare"], span.Parameters.Select(p => p.Name));
        Assert.Equal(["least_fare", "most_fare"],
            Assert.IsType<AllOf>(span.Condition).Conditions.Cast<FieldCondition>().Select(c => c.Parameter));
    }

    [Fact]
    public void The_same_question_is_asked_once_and_another_of_its_name_gets_a_name_of_its_own()
    {
        var asked = Bookings with { Parameters = Ask("route", ConditionOperator.Equal).Parameters };
        Assert.Single(AskedCondition.Ask(asked, new FieldCondition { Field = "route", Is = ConditionOperator.NotEqual }).Parameters);
        Assert.Equal(["route", "route_2"],
            AskedCondition.Ask(asked, new FieldCondition { Field = "route", Is = ConditionOperator.OneOf }).Parameters.Select(p => p.Name));
    }

    /// <summary>Property: whatever a field is called, what is asked about it compiles, and its parameter has a name that is one.</summary>
    [Theory]
    [InlineData("net fare")]
    [InlineData("select \"x\"")]
    [InlineData("2nd")]
    [InlineData("Größe")]
    [InlineData("order")]
    [InlineData("and")]
    [InlineData("_")]
    [InlineData("日本")]
    public void Any_name_of_a_field_can_be_written_and_asked_for(string name)
    {
        var dataset = Bookings with { Fields = [new Field { Name = name, Type = DataType.Text }] };
        foreach (var how in new[] { ConditionOperator.Equal, ConditionOperator.OneOf, ConditionOperator.StartsWith })
        {
            var asked = AskedCondition.Ask(dataset, new FieldCondition { Field = name, Is = how });
            var problems = new List<Problem>();
            DatasetPlan.Prepare(dataset with { Filter = asked.Condition, Parameters = asked.Parameters }, asked.Parameters,
                problems);
            Assert.DoesNotContain(problems, p => p.IsError);
            Assert.Matches(@"^[\p{L}_][\p{L}\p{N}_]*$", asked.Parameters.Single().Name);
        }
        Assert.Equal(name, Assert.IsType<NameSyntax>(Parser.Parse(Names.Quoted(name))).Name);
    }

    [Fact]
    public void Choices_depend_on_the_parameters_before_that_name_a_field_of_the_same_rows()
    {
        Parameter[] parameters = [.. new[] { "route", "vessel", "fare" }.Select(n => new Parameter { Name = n, Type = DataType.Text })];
        Assert.Null(FieldChoices.Propose(parameters, "route", Bookings, "route", false).Filter);
        var last = FieldChoices.Propose(parameters, "fare", Bookings, "ticket class", true);
        Assert.Equal(("\"ticket class\"", "route IN :route", true), (last.Value, last.Filter, last.Unfiltered));
    }

    [Fact]
    public void Pairs_to_join_on_are_of_one_type_and_called_alike_or_fit_to_be_keys()
    {
        TableInfo Table(string name, params string[] columns) => new(name, false,
            [.. columns.Select(c => new Field
            {
                Name = c,
                Type = c.EndsWith("name", StringComparison.Ordinal) ? DataType.Text : DataType.Whole,
                Kind = c.EndsWith("_id", StringComparison.Ordinal) ? FieldKind.Key : FieldKind.Plain,
            })], 5, [], [], []);
        TableInfo[] schema =
        [
            Table("sailings", "sailing_id", "vessel_id", "seats"), Table("vessels", "vessel_id", "name", "seats"),
            Table("crews", "crew_id", "vessel_id", "sailing_id"),
        ];
        var tables = new[] { "sailings", "vessels", "crews" }.Select(t => new JoinedTable { Id = t[..1], Table = t }).ToList();
        var dataset = Bookings with { Source = new JoinSource { Tables = tables } };
        var pairs = JoinPairs.Find(dataset, "c", schema).Where(p => p.To == "s").ToList();
        // Columns of one name come first; a number that is no key is no reason to join.
        Assert.Equal(["vessel_id, as in sailings", "sailing_id, as in sailings"], pairs.Take(2).Select(p => p.Label));
        Assert.Contains("crew_id = sailing_id of sailings", pairs.Select(p => p.Label));
        Assert.DoesNotContain(pairs, p => p.Other == "seats");
        tables[2] = tables[2] with { Join = new Join { To = "s", On = [new KeyPair("sailing_id", "sailing_id")] } };
        var left = JoinPairs.Find(dataset with { Source = new JoinSource { Tables = tables } }, "c", schema);
        Assert.All(left, p => Assert.True(p.To == "s" && p.Column != "sailing_id" && p.Other != "sailing_id"));
        Assert.Empty(JoinPairs.Find(dataset, "s", schema));
    }
}

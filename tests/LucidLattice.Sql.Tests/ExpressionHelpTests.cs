using LucidLattice.Testing;
using LucidLattice.Datasets;
using LucidLattice.Demo;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Calls;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Copies;
using Xunit;

namespace LucidLattice.Sql.Tests;

/// <summary>What authors are offered while they write expressions.</summary>
public sealed class ExpressionHelpTests
{
    private static readonly DatasetReader Source = new(Workshop.Database(Workshop.DemoFile));

    private static ExpressionTrial Try(Dataset dataset, string? itself, string expression)
        => ExpressionTrial.TryOut(dataset, itself, expression, DatasetQuestion.Ask(dataset, new Dictionary<string, string>(), Workshop.Now),
            Source, CancellationToken.None);

    [Fact]
    public void Every_function_is_offered_and_every_form_is_understood()
    {
        Assert.Subset(FunctionList.All.Select(f => f.Name.ToUpperInvariant()).ToHashSet(), Functions.All.ToHashSet());
        Field[] fields = [new() { Name = "a", Type = DataType.Date }, new() { Name = "b", Type = DataType.Date },
            new() { Name = "n", Type = DataType.Whole }, new() { Name = "digits", Type = DataType.Whole },
            new() { Name = "exponent", Type = DataType.Whole },
            new() { Name = "text", Type = DataType.Text }, new() { Name = "part", Type = DataType.Text },
            new() { Name = "old", Type = DataType.Text }, new() { Name = "new", Type = DataType.Text },
            new() { Name = "id", Type = DataType.Whole }, new() { Name = "parent", Type = DataType.Whole },
            new() { Name = "name", Type = DataType.Text }];
        Parameter[] parameters = [new() { Name = "period", Type = DataType.Date, Shape = ParameterShape.Period },
            new() { Name = "parameter", Type = DataType.Text, Every = "every one" }];
        foreach (var help in FunctionList.All)
        {
            var form = help.Name switch
            {
                "CASE" => "CASE WHEN n > 1 THEN n ELSE 0 END",
                "CAST" => "CAST(n AS DECIMAL(12, 2))",
                "mod" => "mod(n, digits)",
                _ => help.Form.Replace(", …", ""),
            };
            var compiled = Compiler.Compile(form,
                new Scope { Fields = fields, Parameters = parameters, Allowed = Phase.Page, Totals = new AggregateList(),
                Running = new RequestList<RunningSpec>(), Ranks = new RequestList<RankSpec>(), Levels = ["Group"],
                LevelsOnPage = ["Level"] });
            Assert.Equal(help.Rows, compiled.Phase <= Phase.Row && !compiled.Reads.AllRows);
        }
    }

    [Fact]
    public void A_trial_shows_what_an_expression_gives_beside_what_it_uses()
    {
        var trial = Try(DemoDatasets.Sailings, null, "load_factor > 0.5");
        Assert.Equal((null, "yes or no", 5), (trial.Problem, trial.Type, trial.Results.Count));
        var input = Assert.Single(trial.Inputs);
        Assert.Equal("load_factor", input.Field);
        for (var row = 0; row < 5; row++)
            Assert.Equal(
                input.Values[row] is { } v
                ? (decimal.Parse(v, System.Globalization.CultureInfo.InvariantCulture) > 0.5m ? "true" : "false")
                : null, trial.Results[row]);
    }

    [Fact]
    public void A_trial_says_what_is_wrong_and_where_and_another_fields_mistake_does_not_spoil_it()
    {
        var dataset = DemoDatasets.Sailings with {
            Fields = [.. DemoDatasets.Sailings.Fields, new Field { Name = "broken", Type = DataType.Whole, Expression = "nonsense +" }] };
        var wrong = Try(dataset, null, "passengers + seets").Problem!;
        Assert.Equal(("unknown-field", 13), (wrong.Code, wrong.Position));
        Assert.Contains("seats", wrong.Mends!.Single());
        Assert.Null(Try(dataset, null, "passengers + seats").Problem);
        Assert.Equal("unknown-field", Try(dataset, "load_factor", "load_factor + 1").Problem!.Code);
        Assert.Equal("group-phase", Try(dataset, null, "sum(passengers)").Problem!.Code);
    }
}

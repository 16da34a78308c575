using LucidLattice.Testing;
using LucidLattice.Model.Files;
using LucidLattice.Authoring.Editing;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Demo;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Output.Svg;
using LucidLattice.Planning.Copies;
using LucidLattice.Reports.Running;
using LucidLattice.Sql;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>How changes of a kept dataset reach the reports made from it.</summary>
public sealed class DatasetCopyTests
{
    private static readonly DatasetReader Source = new(Workshop.Database(Workshop.DemoFile));

    private static ReportDefinition Kept(Dataset dataset) => StarterReport.OfKept("Made from it", dataset);

    private static string[] Pages(ReportDefinition report)
    {
        var run = Workshop.Run(report, Source,
            [.. report.Parameters.Where(p => p is { Required: true, Default: null }).Select(p => (p.Name, "Holm – Brae"))]);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        return [$"{run.PageCount}", .. Enumerable.Range(1, Math.Min(3, run.PageCount)).Select(n => SvgWriter.Write(run.Page(n), "p"))];
    }

    /// <summary>Property: what fields are called decides nothing but their names. Renaming every field of a report leaves every page as it
    /// was.</summary>
    [Theory]
    [InlineData("route-performance")]
    [InlineData("sailings-in-detail")]
    [InlineData("delays-by-cause")]
    [InlineData("sailings-by-outcome")]
    public void A_report_whose_fields_are_all_renamed_prints_the_same(string id)
    {
        var report = Workshop.DemoReport(id);
        // Captions follow names where there is no label, so each field is given the one that it has.
        report = report with {
            Datasets = [.. report.Datasets.Select(
            d => d with { CopyOf = "kept", Fields = [.. d.Fields.Select(f => f with { Label = f.Caption })] })] };
        var names =
            report.Datasets[0].Fields.ToDictionary(f => f.Name, f => f.Name.Length % 2 == 0 ? $"x_{f.Name}" : $"The \"{f.Name}\" itself");
        var renamed = ReportCopies.FollowRenames(report, "kept", names);
        Assert.All(renamed.Datasets[0].Fields, f => Assert.Contains(f.Name, names.Values));
        Assert.Equal(Pages(report), Pages(renamed));
        // And back again it is what it was, to the letter.
        var back = ReportCopies.FollowRenames(renamed, "kept", names.ToDictionary(n => n.Value, n => n.Key));
        Assert.Equal(ReportJson.Write(report), ReportJson.Write(back));
    }

    /// <summary>Property: an expression gives the same with its fields called otherwise, whatever it is made of.</summary>
    [Fact]
    public void Renamed_expressions_give_the_same()
    {
        Field[] fields = [new() { Name = "a", Type = DataType.Whole }, new() { Name = "b", Type = DataType.Whole },
            new() { Name = "n", Type = DataType.Whole }, new() { Name = "s", Type = DataType.Text },
            new() { Name = "t", Type = DataType.Text }, new() { Name = "z", Type = DataType.Text }];
        // a and b change places; a reserved word, a blank and quotes have to be quoted.
        var names =
            new Dictionary<string, string> { ["a"] = "b", ["b"] = "a", ["s"] = "select from", ["t"] = "case", ["z"] = "it's \"z\"" };
        var next = fields.Select(f => f with { Name = names.GetValueOrDefault(f.Name, f.Name) }).ToArray();
        Value[] row = [Value.Of(7L), Value.Of(-3L), Value.Null, Value.Of("Tern"), Value.Of("it's"), Value.Null];
        RowSet Rows(Field[] of) =>
            new([.. of.Select((f, i) => { var builder = new ColumnBuilder(f); builder.Add(row[i]); return builder.Build(); })], 1, []);
        var (before, after) = (Rows(fields), Rows(next));
        var generator = new ExpressionGenerator(5);
        var tried = 0;
        for (var i = 0; i < 600; i++)
        {
            var text = generator.Any();
            Value Of(string expression, Field[] of, RowSet rows) =>
                new Frame { Rows = rows,
                    Collation = new Collation("en") }.Try(Compiler.Compile(expression, new Scope { Fields = of, Allowed = Phase.Row }));
            Value expected;
            try
            {
                expected = Of(text, fields, before);
            }
            catch (ExpressionException)
            {
                continue;
            }
            var renamed = FieldNames.Renamed(text, fields, names);
            Assert.Equal(expected, Of(renamed, next, after));
            Assert.Equal(FieldNames.In(text, fields).Select(f => names.GetValueOrDefault(f, f)).Order(),
                FieldNames.In(renamed, next).Order());
            tried++;
        }
        Assert.True(tried > 300);
    }

    [Theory]
    [InlineData("'fare' || fare", "'fare' || price")]
    [InlineData("extract(year from fare)", "extract(year from price)")]
    [InlineData("sum(FARE) OVER (PARTITION BY fare) / year", "sum(price) OVER (PARTITION BY fare) / \"to year\"")]
    [InlineData("round(\"fare\", 2)", "round(price, 2)")]
    [InlineData("fare +", "fare +")]
    public void Only_fields_are_renamed(string text, string expected)
        => Assert.Equal(expected,
            FieldNames.Renamed(text, [new() { Name = "fare", Type = DataType.Decimal }, new() { Name = "year", Type = DataType.Whole }],
            new Dictionary<string, string> { ["fare"] = "price", ["year"] = "to year" }));

    [Fact]
    public void A_renamed_field_follows_into_the_datasets_own_expressions_conditions_and_order()
    {
        var dataset = ReportCopies.Rename(
            DemoDatasets.Sailings with {
            Filter = new AnyOf {
            Conditions = [new FieldCondition { Field = "seats", Is = ConditionOperator.NotEmpty },
            new ExpressionCondition { Expression = "seats > 3" }] } },
            new Dictionary<string, string> { ["seats"] = "places", ["departs"] = "leaves" });
        Assert.Equal("1.0 * passengers / NULLIF(places, 0)", dataset.Fields.Single(f => f.Name == "load_factor").Expression);
        var any = Assert.IsType<AnyOf>(dataset.Filter);
        Assert.Equal(["places", "places > 3"],
            [((FieldCondition)any.Conditions[0]).Field, ((ExpressionCondition)any.Conditions[1]).Expression]);
        Assert.Equal("leaves", Assert.Single(dataset.Sort).By);
        Assert.Equal("leaves", dataset.Starter!.Columns[0]);
        Assert.Equal("departs", dataset.Fields.Single(f => f.Name == "leaves").Column);
        Assert.Equal(ReportCopies.Renames(DemoDatasets.Sailings, dataset).OrderBy(r => r.Key).Select(r => $"{r.Key}>{r.Value}"),
            ["departs>leaves", "seats>places"]);
    }

    [Fact]
    public void What_would_break_is_known_before_and_following_mends_what_was_renamed()
    {
        var report = Kept(DemoDatasets.Sailings);
        var copy = report.Datasets[0];
        Assert.True(ReportCopies.StateOf(report, copy, DemoDatasets.Sailings).UpToDate);
        // A card that is moved on the canvas changes nothing.
        var join = (JoinSource)DemoDatasets.Sailings.Source;
        Assert.True(
            ReportCopies.StateOf(report, copy,
            DemoDatasets.Sailings with { Source = join with { Tables = [.. join.Tables.Select(t => t with { X = t.X + 9 })] } }).UpToDate);

        var changed = ReportCopies.Rename(DemoDatasets.Sailings, new Dictionary<string, string> { ["vessel"] = "ship" });
        changed = changed with {
            Fields = [.. changed.Fields.Where(f => f.Name is not ("net_fare" or "delay_cause")),
            new Field { Name = "half", Type = DataType.Decimal, Expression = "passengers / 2.0" }] };
        var state = ReportCopies.StateOf(report, copy, changed);
        Assert.False(state.UpToDate);
        Assert.Equal("ship", state.Changed.Single(c => c.Field == "vessel").Now);
        Assert.Equal(["net_fare"], state.Breaks.Select(b => b.Field));
        Assert.Equal(["column Net fare"], state.Breaks.Single().Uses);
        Assert.Equal(["Half"], state.Added);

        var followed = ReportCopies.Follow(report, copy, changed);
        Assert.True(ReportCopies.StateOf(followed, followed.Datasets[0], changed).UpToDate);
        Assert.Contains(followed.MainSection().Columns, c => c is { Heading: "Vessel", Expression: "ship" });
        var problems = Workshop.Run(followed, Source).Problems.Where(p => p.IsError).ToList();
        Assert.NotEmpty(problems);
        Assert.All(problems, p => Assert.Contains("net_fare", p.Message));
    }

    /// <summary>Property: where-used names a field exactly where a report would break without it, and nowhere else.</summary>
    [Theory]
    [InlineData("route-performance")]
    [InlineData("sailings-in-detail")]
    [InlineData("delays-by-cause")]
    [InlineData("bookings-by-route")]
    [InlineData("sailings-by-outcome")]
    public void Where_used_names_what_would_break(string id)
    {
        var report = Workshop.DemoReport(id);
        var dataset = report.Datasets[0];
        var uses = ReportCopies.Uses(report, dataset);
        var engine = new ReportEngine(Source, Workshop.Measurer, new DemoCatalog());
        // What is broken in the dataset itself is the dataset's own affair.
        int Errors(Dataset of) => engine.Check(report with { Datasets = [of] }).Count(p => p.IsError && p.Place != of.Id);
        Assert.Equal(0, Errors(dataset));
        foreach (var field in dataset.Fields)
            Assert.Equal(uses.ContainsKey(field.Name), Errors(dataset with { Fields = [.. dataset.Fields.Where(f => f != field)] }) > 0);
        Assert.NotEmpty(uses);
        Assert.All(uses.Values, places => Assert.Equal(places.Distinct(), places));
    }

    [Fact]
    public void Fields_are_found_again_by_where_they_come_from_before_their_names()
    {
        var join = new JoinSource
        {
            Tables =
            [
                new JoinedTable { Id = "r", Table = "routes" },
                new JoinedTable { Id = "f", Table = "ports", Join = new Join { To = "r", On = [new KeyPair("port_id", "from_port_id")] } },
                new JoinedTable { Id = "t", Table = "ports", Join = new Join { To = "r", On = [new KeyPair("port_id", "to_port_id")] } },
            ],
        };
        Field Port(string name, string table) => new() { Name = name, Table = table, Column = "name", Type = DataType.Text };
        Dataset Of(params Field[] fields) => new() { Id = "d", Name = "Routes", Database = "x", Source = join, Fields = fields };
        var old = Of(Port("leaves", "f"), Port("arrives", "t"),
            new Field { Name = "hours", Type = DataType.Decimal, Expression = "minutes / 60.0" },
            new Field { Name = "note", Type = DataType.Text, Label = "Remark" });
        // Names that changed places are told apart by the tables, the same table twice by its place in the join.
        var map = FieldMapping.Propose(old,
            Of(Port("arrives", "f"), Port("leaves", "t"),
            new Field { Name = "duration", Type = DataType.Decimal, Expression = "minutes / 60.0" },
            new Field { Name = "remark", Type = DataType.Text }));
        Assert.Equal(["leaves>arrives", "arrives>leaves", "hours>duration", "note>remark"], map.Select(m => $"{m.Key}>{m.Value}"));
        Assert.Equal(["leaves>", "arrives>", "hours>", "note>"], FieldMapping.Propose(old, Of()).Select(m => $"{m.Key}>{m.Value}"));
        // Each new field takes one place only.
        Assert.Equal(["leaves>leaves", "arrives>"],
            FieldMapping.Propose(Of(Port("leaves", "f"), Port("arrives", "t")), Of(Port("leaves", "f"))).Select(m => $"{m.Key}>{m.Value}"));
    }

    [Fact]
    public void A_start_that_names_fields_of_the_past_leaves_them_out()
    {
        var dataset = DemoDatasets.Bookings with {
            Starter = new Starter { Columns = ["gone", "route", "fare"], Totals = ["fare", "people", "gone"], GroupBy = "gone",
            ChartOf = "gone" } };
        var section = Kept(dataset).MainSection();
        Assert.Equal(["route", "fare"], section.Columns.Select(c => c.Expression));
        Assert.Empty(section.Levels);
        Assert.DoesNotContain(section.Elements(), e => e.Element is ChartElement);
        Assert.Single(section.Elements(), e => e.Element is TotalElement);
    }

    [Fact]
    public void Another_dataset_takes_the_place_of_one_with_the_fields_that_come_from_the_same_columns()
    {
        var report = Kept(DemoDatasets.Sailings);
        var other = DemoDatasets.Bookings with {
            Fields = [.. DemoDatasets.Bookings.Fields.Select(
            f => f.Name == "departs" ? f with { Name = "sailing_time", Column = "departs" } : f)] };
        var map = FieldMapping.Propose(report.Datasets[0], other);
        Assert.Equal(("sailing_time", "route", null), (map["departs"], map["route"], map["outcome"]));
        var edit = new ExchangeDataset { Old = "d1", Next = other,
            Fields = map.Where(m => m.Value is not null).ToDictionary(m => m.Key, m => m.Value!) };
        var exchanged = edit.Apply(report, NoReports.Instance);
        Assert.Equal(("d1", "bookings"), (exchanged.Datasets[0].Id, exchanged.Datasets[0].CopyOf));
        Assert.Contains(exchanged.MainSection().Columns, c => c.Expression == "sailing_time");
        Assert.Equal("route", exchanged.MainSection().Levels.Single().By);
        Assert.Throws<EditException>(() => (edit with { Old = "nowhere" }).Apply(report, NoReports.Instance));
        Assert.Throws<EditException>(
            () => (edit with { Fields = new Dictionary<string, string> { ["departs"] = "nowhere" } }).Apply(report, NoReports.Instance));
    }

    [Fact]
    public void A_report_starts_with_what_the_dataset_says_and_asks_what_it_asks()
    {
        var report = Kept(DemoDatasets.LateSailings);
        var section = report.MainSection();
        Assert.Equal(DemoDatasets.LateSailings.Starter!.Columns, section.Columns.Select(c => c.Expression));
        Assert.Equal("delay_cause", section.Levels.Single().By);
        Assert.Equal("delay_cause", section.Elements().Select(e => e.Element).OfType<ChartElement>().Single().Category.By);
        Assert.Equal(["least_delay", "regions"], report.Parameters.Select(p => p.Name));
        int Rows(params (string, string)[] given) => Workshop.Run(report, Source, given).First().Rows.Count;
        var usual = Rows();
        Assert.True(usual > Rows(("least_delay", "60")));
        // The regions to choose from are all of them, though the dataset keeps those that were chosen.
        var (choices, _) = new ReportEngine(Source, Workshop.Measurer, NoReports.Instance)
            .Choices(new RunRequest(report, new Dictionary<string, string> { ["regions"] = "[\"West Firth\"]" }, Workshop.Now), "regions",
            CancellationToken.None);
        Assert.Equal(3, choices!.Count);
        Assert.Equal(usual, choices.Sum(c => Rows(("regions", $"[\"{c.Value.Text}\"]"))));
    }

    /// <summary>Property: a dataset that starts from another one gives what both sets of conditions give together.</summary>
    [Fact]
    public void A_dataset_from_a_dataset_keeps_the_rows_that_both_keep()
    {
        var late = DatasetQuestion.Ask(DemoDatasets.LateSailings, new Dictionary<string, string> { ["least_delay"] = "20" }, Workshop.Now,
            Source);
        var rows = Source.Read(late.Query, new RunProgress(), CancellationToken.None);
        var flat = DemoDatasets.Sailings with { Filter = new ExpressionCondition { Expression = "delay_minutes > 20" } };
        var expected = Source.Read(DatasetQuestion.Ask(flat, new Dictionary<string, string>(), Workshop.Now).Query, new RunProgress(),
            CancellationToken.None);
        Assert.Equal(expected.Count, rows.Count);
        for (var i = 0; i < late.Query.Fields.Count; i++)
        {
            var same = expected.Columns[flat.Fields.ToList().FindIndex(f => f.Name == late.Query.Fields[i].Name)];
            Assert.Equal(Enumerable.Range(0, rows.Count).Select(r => same[r]),
                Enumerable.Range(0, rows.Count).Select(r => rows.Columns[i][r]));
        }
        // Written and read again, it is whole by itself.
        var report = Kept(DemoDatasets.LateSailings);
        Assert.Equal(ReportJson.Write(report), ReportJson.Write(ReportFile.Read(ReportJson.Write(report))));
        Assert.Equal("Sailings with income", ((DerivedSource)ReportFile.Read(ReportJson.Write(report)).Datasets[0].Source).Base!.Name);
    }

    [Theory]
    [InlineData("gone", DataType.Whole, "field-missing")]
    [InlineData("route", DataType.Whole, "type-mismatch")]
    public void A_field_that_the_other_dataset_does_not_have_so_is_said(string column, DataType type, string code)
    {
        var dataset = DemoDatasets.LateSailings with { Filter = null, Parameters = [],
            Fields = [new Field { Name = "x", Column = column, Type = type }] };
        Assert.Equal(code,
            Assert.Throws<DataException>(
            () => Source.Read(DatasetQuestion.Ask(dataset, new Dictionary<string, string>(), Workshop.Now).Query, new RunProgress(),
            CancellationToken.None)).Code);
        var orphan = dataset with { Source = new DerivedSource { Dataset = "nowhere" } };
        Assert.Equal("dataset-missing",
            Assert.Throws<DataException>(
            () => Source.Require(DatasetQuestion.Ask(orphan, new Dictionary<string, string>(), Workshop.Now).Query)).Code);
    }
}

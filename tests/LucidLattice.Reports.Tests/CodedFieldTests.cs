using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Demo;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Planning.Copies;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Value lists of coded fields, currencies, and what a field's kind decides.</summary>
public sealed class CodedFieldTests
{
    private static readonly DatasetReader Source = new(Workshop.Database(Workshop.DemoFile));

    private static Field Outcome => DemoDatasets.Sailings.Fields.Single(f => f.Name == "outcome");

    /// <summary>Property: rows sorted by the key stand as their values' places in the list say, then in their own order, empties
    /// last.</summary>
    [Fact]
    public void Rows_are_ordered_by_the_list_then_by_the_values_themselves()
    {
        var random = new Random(3);
        var collation = new Collation("en-GB");
        for (var round = 0; round < 60; round++)
        {
            var type = round % 2 == 0 ? DataType.Text : DataType.Whole;
            Value One(int n) => type == DataType.Text ? Value.Of($"code {n}") : Value.Of((long)n * 1000);
            var listed = Enumerable.Range(0, 8).OrderBy(_ => random.Next()).Take(random.Next(1, 7)).ToList();
            var field = new Field { Name = "f", Type = type, Codes = [.. listed.Select(n => new CodedValue(One(n).Invariant, $"L{n}"))] };
            var builder = new ColumnBuilder(field);
            var values = Enumerable.Range(0, random.Next(1, 60)).Select(_ => random.Next(6) == 0 ? Value.Null : One(random.Next(10)))
                .ToList();
            foreach (var value in values) builder.Add(value);
            var descending = random.Next(2) == 0;
            var key = CodedKey.Build(builder.Build(), values.Count, CodeBook.ForField(field)!, collation, descending);
            int Place(Value v) => listed.FindIndex(n => One(n).Equals(v)) is >= 0 and var at ? at : 99;
            var rows = Enumerable.Range(0, values.Count).ToArray();
            var order = Comparer<Value>.Create((a, b) => (Place(a), Place(b)) is var (x, y)
                && x != y ? x.CompareTo(y) : Value.Compare(a, b, collation));
            var full = rows.Where(r => !values[r].IsNull)
                .OrderBy(r => values[r], descending ? Comparer<Value>.Create((a, b) => order.Compare(b, a)) : order);
            Assert.Equal([.. full, .. rows.Where(r => values[r].IsNull)], key.Sort(rows));
        }
    }

    [Fact]
    public void Groups_columns_charts_and_titles_speak_in_labels_in_the_order_of_the_list()
    {
        var report = Workshop.DemoReport("sailings-by-outcome");
        var run = Workshop.Run(report, Source);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var chart = run.First().Plan.Charts.First(c => c.Level == 0);
        var numbers = chart.Numbers(run.First().Charts, run.First().NewFrame());
        Assert.Equal(Outcome.Codes.Select(c => (c.Code, c.Label, c.Color)),
            numbers.Categories.Select(c => (c.Key.Text, c.Label, c.Color)));
        var drawn = run.Page(1).Flatten().ToList();
        Assert.All(Outcome.Codes, c => Assert.Contains(drawn.OfType<RectItem>(), r => r.Fill == c.Color));
        Assert.Contains(drawn.OfType<TextRun>(), t => t.Text.Contains("Cancelled"));
        // A list in another order is another order of groups, without reading anything again.
        var turned = report with {
            Datasets = [.. report.Datasets.Select(
            d => d with { Fields = [.. d.Fields.Select(f => f.Name == "outcome" ? f with { Codes = [.. f.Codes.Reverse()] } : f)] })] };
        var again = Workshop.Run(turned, Source);
        Assert.Equal(numbers.Marks.Select(m => m.Label).Reverse(),
            again.First().Marks(again.First().Plan.Charts.First(c => c.Level == 0), again.First().NewFrame()).Select(m => m.Label));
    }

    [Fact]
    public void Labels_are_found_wrapped_and_looked_through_for_letters_that_no_font_has()
    {
        var run = Workshop.Run(Workshop.DemoReport("sailings-by-outcome"), Source);
        var found = ReportSearch.Find(run, "Cancelled", int.MaxValue, CancellationToken.None);
        Assert.Equal(73, found.Hits.Count);
        Assert.All(found.Hits.Take(3), h => Assert.Contains(run.Page(h.Page).Texts(), t => t.Text == "Cancelled"));

        var column = new Column { Id = "c", Heading = "State", Expression = "state", Width = 60 };
        var section = new Section { Id = "s", Columns = [column],
            Detail = Workshop.Band(Workshop.Part("p", 14, new CellElement { Id = "e", Column = "c" })) };
        var field = new Field { Name = "state", Type = DataType.Whole,
            Codes = [new("1", "a label that needs more than one line"), new("2", "\U0001F6A2")] };
        var labelled = Workshop.Run(Workshop.Report(section, field), new MemoryRows([[Value.Of(1L)], [Value.Of(3L)]]));
        var texts = labelled.Page(1).Texts().ToList();
        Assert.True(texts.Count > 3);
        Assert.Equal(texts[0].X, labelled.Report.Page.Left);
        Assert.Equal("3", texts[^1].Text);
        Assert.Contains("codes of “state”", labelled.Problems.Single(p => p.Code == "missing-glyphs").Message);
    }

    [Fact]
    public void Choices_of_a_coded_field_are_its_labels_in_the_order_of_the_list()
    {
        var report = StarterReport.OfKept("Codes",
            DemoDatasets.Sailings) with {
            Parameters = [new Parameter { Name = "outcome", Type = DataType.Text, Default = "'L'",
            Choices = new DatasetChoices { Dataset = "d1", Value = "outcome" } }] };
        var engine = new ReportEngine(Source, Workshop.Measurer, NoReports.Instance);
        var (choices, _) =
            engine.Choices(new RunRequest(report, new Dictionary<string, string>(), Workshop.Now), "outcome", CancellationToken.None);
        Assert.Equal(["On time", "Late", "Cancelled"], choices!.Select(c => c.Label));
        Assert.Equal("Late",
            engine.Run(new RunRequest(report, new Dictionary<string, string>(), Workshop.Now),
            CancellationToken.None).Parameters.Words(report, 0));
    }

    [Theory]
    [InlineData("x", "L", null, null, "bad-code")]
    [InlineData("1", "L", "green", null, "bad-color")]
    [InlineData("2", "L", null, null, "duplicate-code")]
    [InlineData("1", "L", null, "euro", "bad-currency")]
    public void What_is_wrong_with_a_list_is_said(string code, string label, string? color, string? currency, string expected)
    {
        var field =
            new Field { Name = "state", Type = DataType.Whole, Currency = currency, Codes = [new("2", "Two"), new(code, label, color)] };
        Assert.Equal(expected, Assert.Single(DatasetChecks.Check(DemoDatasets.Sailings with { Fields = [field] })).Code);
    }

    [Fact]
    public void Limits_of_nothing_are_said()
        => Assert.Equal(["rowLimit", "secondsLimit"],
            DatasetChecks.Check(DemoDatasets.Bookings with { RowLimit = 0, SecondsLimit = -3 }).Select(p => p.Property));

    /// <summary>Outside reference: UTS #35, part 3, “Number Patterns”: ¤ is the currency's sign, ¤¤ its ISO 4217 code.</summary>
    [Theory]
    [InlineData("¤#,##0.00", "EUR", "€1,234.50")]
    [InlineData("¤¤ #,##0.00", "GBP", "GBP 1,234.50")]
    [InlineData("#,##0.00 ¤", "GBP", "1,234.50 £")]
    [InlineData("#,##0.0¤", "XTS", "1,234.5XTS")]
    public void A_pattern_prints_the_currency(string pattern, string currency, string expected)
        => Assert.Equal(expected,
            ValueFormat.For(DataType.Decimal, pattern, FieldKind.Money, 2, Languages.Culture("en-GB"), currency).Format(Value.Of(1234.5m)));

    [Fact]
    public void A_money_field_prints_its_own_currency_its_total_too()
    {
        var column = new Column { Id = "c", Heading = "Fare", Expression = "fare", Width = 90, Pattern = "¤#,##0.00" };
        var section = new Section
        {
            Id = "s",
            Columns = [column],
            Detail = Workshop.Band(Workshop.Part("p1", 14, new CellElement { Id = "e1", Column = "c" })),
            ReportFooter = Workshop.Band(Workshop.Part("p2", 14, new TotalElement { Id = "e2", Column = "c" })),
        };
        var field = new Field { Name = "fare", Type = DataType.Decimal, Kind = FieldKind.Money, Currency = "GBP" };
        IEnumerable<string> Texts(Field of) =>
            Workshop.Run(Workshop.Report(section, of), new MemoryRows([[Value.Of(1.5m)], [Value.Of(2m)]])).Page(1).Texts()
                .Select(t => t.Text);
        Assert.Equal(["£1.50", "£2.00", "£3.50"], Texts(field));
        // Without one of its own, the report's, which is EUR by default.
        Assert.Equal("€3.50", Texts(field with { Currency = null }).Last());
    }

    [Fact]
    public void The_aggregate_that_is_added_suits_the_kind()
    {
        string Added(string field)
        {
            var report = StarterReport.Create("Kinds", DemoDatasets.Sailings with { Starter = null });
            report = new AddField { Field = field }.Apply(report, NoReports.Instance);
            var next = new AddField { Field = field, Band = BandKind.ReportFooter }.Apply(report, NoReports.Instance);
            var columns = next.MainSection().Columns.Where(c => c.Expression == field).Select(c => c.Id).ToHashSet();
            return next.MainSection().Elements().Select(e => e.Element).OfType<TotalElement>().Single(t => columns.Contains(t.Column!))
                .Aggregate;
        }
        Assert.Equal(("sum", "avg", "count"), (Added("passengers"), Added("load_factor"), Added("sailing_id")));
    }

    [Fact]
    public void Values_that_do_not_fit_are_counted_in_the_statistics_of_their_field()
    {
        var dataset = new Dataset { Id = "d", Name = "Odd", Database = "x",
            Source = new QuerySource { Sql = "SELECT '12' AS n UNION ALL SELECT 'twelve' UNION ALL SELECT NULL" },
            Fields = [new Field { Name = "n", Type = DataType.Whole }] };
        var rows = Source.Read(DatasetQuestion.Ask(dataset, new Dictionary<string, string>(), Workshop.Now).Query, new RunProgress(),
            CancellationToken.None);
        Assert.Equal((2, 1),
            (FieldStatistics.Measure(rows.Columns[0], rows.Count, "en").Empty,
            FieldStatistics.Measure(rows.Columns[0], rows.Count, "en").Misfits));
    }

    [Fact]
    public void An_author_can_lower_the_time_limit_but_not_raise_it()
    {
        var endless = new Dataset { Id = "d", Name = "Endless", Database = "x", SecondsLimit = 1,
            Source = new QuerySource {
            Sql = "WITH RECURSIVE r (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM r) SELECT count(*) AS n FROM r" },
            Fields = [new Field { Name = "n", Type = DataType.Whole }] };
        void Stopped(Dataset dataset, QueryLimits limits, string after)
        {
            var failure = Assert.Throws<DataException>(
                () => Workshop.Database(Workshop.DemoFile, limits)
                .Read(DatasetQuestion.Ask(dataset, new Dictionary<string, string>(), Workshop.Now).Query, new RunProgress(),
                CancellationToken.None));
            Assert.Equal("query-too-slow", failure.Code);
            Assert.Contains(after, failure.Message);
        }
        Stopped(endless, QueryLimits.Default, "after 1 second");
        Stopped(endless with { SecondsLimit = 500 }, QueryLimits.Default with { Time = TimeSpan.FromSeconds(0.5) }, "after 0.5 second");
    }
}

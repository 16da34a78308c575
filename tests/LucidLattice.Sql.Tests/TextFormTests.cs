using System.Text;
using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using Xunit;

namespace LucidLattice.Sql.Tests;

/// <summary>Texts are compared in normal form C wherever that is, and exported as they are stored.</summary>
public sealed class TextFormTests : IDisposable
{
    private readonly string _file = Workshop.TempFile(".sqlite");

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        File.Delete(_file);
    }

    /// <summary>Property: whichever form a side is stored in, joins, groups, conditions and SQL by hand with nfc() have the figures of the
    /// same data in one form.</summary>
    [Fact]
    public void Figures_do_not_depend_on_the_form_in_which_texts_are_stored()
    {
        string[] ports = ["Voe", "Åsa", "Ängö", "Île", "Ñe", "한글", "e\u0323\u0301"];
        var random = new Random(8);
        var forms = new[] { NormalizationForm.FormC, NormalizationForm.FormD };
        List<(string? Form, string Figures)> seen = [];
        for (var round = 0; round < 4; round++)
        {
            var rows = new Random(3);
            string In(string port) => port.Normalize(round == 0 ? NormalizationForm.FormC : round == 1 ? NormalizationForm.FormD
                : forms[random.Next(2)]).Replace("'", "''");
            File.Delete(_file);
            Workshop.Execute(_file, "CREATE TABLE ports (name TEXT, berths INTEGER); CREATE TABLE calls (port TEXT, n INTEGER); "
                + string.Concat(ports.Select((p, i) => $"INSERT INTO ports VALUES ('{In(p)}', {i + 1});"))
                + string.Concat(Enumerable.Range(0, 60)
                .Select(i => $"INSERT INTO calls VALUES ('{In(ports[rows.Next(ports.Length)])}', {i});")));
            var join = new Dataset
            {
                Id = "d", Name = "Calls", Database = "d",
                Source = new JoinSource { Tables = [new JoinedTable { Id = "c", Table = "calls" },
                    new JoinedTable { Id = "p", Table = "ports",
                        Join = new Join { To = "c", Kind = JoinKind.Left, On = [new KeyPair("name", "port")] } }] },
                Fields = [new() { Name = "port", Type = DataType.Text, Table = "c" }, new() { Name = "berths", Type = DataType.Whole,
                    Table = "p" }, new() { Name = "n", Type = DataType.Whole, Table = "c" }],
            };
            var joined = Read(join);
            var byHand = Read(new Dataset
            {
                Id = "d", Name = "By hand", Database = "d",
                Source = new QuerySource { Sql = "SELECT sum(n) AS n FROM calls WHERE nfc(port) = :port" },
                Fields = [new() { Name = "n", Type = DataType.Whole }],
            }, Value.Of("Åsa".Normalize()));
            var asked = Read(join with { Filter = new ExpressionCondition { Expression = "port = 'Åsa'" } });
            var figures = string.Join(",", Enumerable.Range(0, joined.Count).Select(r => joined.Columns[1][r].Invariant))
                + $"|{((TextColumn)joined.Columns[0]).Texts.Count}|{byHand.Columns[0][0].Invariant}|{asked.Count}";
            seen.Add((round.ToString(System.Globalization.CultureInfo.InvariantCulture), figures));
            Assert.DoesNotContain(",,", figures);
        }
        Assert.Single(seen.Select(s => s.Figures).Distinct());
    }

    [Fact]
    public void SQL_by_hand_over_texts_in_another_form_is_told_how_to_compare_and_exports_keep_that_form()
    {
        var stored = new[] { "A\u030Asa", "Åsa", "Voe", "A\u030Asa" };
        Workshop.Execute(_file,
            "CREATE TABLE calls (port TEXT); " + string.Concat(stored.Select(p => $"INSERT INTO calls VALUES ('{p}');")));
        var dataset = new Dataset
        {
            Id = "d", Name = "By hand", Database = "d",
            Source = new QuerySource { Sql = "SELECT port FROM calls WHERE port <> :port" },
            Fields = [new() { Name = "port", Type = DataType.Text }],
        };
        var rows = Read(dataset, Value.Of("Voe"));
        Assert.Contains("nfc(\"port\") = :parameter", rows.Problems.Single(p => p.Code == "foreign-texts").Mends!.Single());
        Assert.Single(((TextColumn)rows.Columns[0]).Texts);
        using var csv = new MemoryStream();
        RowsCsv.Write(Read(dataset with { Sort = [new SortKey { By = "port" }] }, Value.Of("")), ["port"], csv, CancellationToken.None);
        Assert.Equal(["port", stored[0], stored[1], stored[3], "Voe"],
            Encoding.UTF8.GetString(csv.ToArray()).TrimStart('\uFEFF').Split(["\r\n", "\n"], StringSplitOptions.RemoveEmptyEntries));
    }

    private RowSet Read(Dataset dataset, Value? port = null) => new DatasetReader(Workshop.Database(_file)).Read(
        new DataQuery(dataset, dataset.Fields, port is { } value ? new Dictionary<string, Value> { ["port"] = value } : []),
        new RunProgress(), CancellationToken.None);
}

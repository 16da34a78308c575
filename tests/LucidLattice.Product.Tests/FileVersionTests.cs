using System.Text.Json;
using System.Text.Json.Nodes;
using LucidLattice.Testing;
using LucidLattice.Datasets;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Files;
using LucidLattice.Model.Progress;
using LucidLattice.Output;
using LucidLattice.Planning.Copies;
using LucidLattice.Sql;
using Xunit;

namespace LucidLattice.Product.Tests;

/// <summary>Files of every version that ever shipped lie in tests/samples, and are never edited: they open, run and print the same for
/// ever.</summary>
public class FileVersionTests
{
    private static string Samples(string folder) => Path.Combine(Checkout.Root, "tests/samples", folder);

    private static IEnumerable<string> Names(string folder) =>
        Directory.GetFiles(Samples(folder), "*.json").Select(f => Path.GetFileNameWithoutExtension(f)!);

    public static TheoryData<string> Reports() => [.. Names("report-1").Where(n => !n.EndsWith(".figures"))];

    public static TheoryData<string> Datasets() => [.. Names("dataset-1")];

    private static DatasetReader Rows => new(Workshop.Database(Workshop.DemoFile));

    [Theory]
    [MemberData(nameof(Reports))]
    public void A_report_of_version_1_prints_the_same_figures_at_the_same_places(string name)
    {
        var report = ReportFile.Read(File.ReadAllText(Path.Combine(Samples("report-1"), name + ".json")));
        Assert.Equal(FileKinds.Report.Version, report.Version);
        (string, string)[] given = name == "sailings-in-detail" ? [("route", "Holm – Brae")] : [];
        var run = Workshop.Run(report, Rows, given);
        using var json = new MemoryStream();
        RunJson.Write(run, json, CancellationToken.None);
        AssertHolds(JsonNode.Parse(File.ReadAllText(Path.Combine(Samples("report-1"), name + ".figures.json"))),
            JsonNode.Parse(json.ToArray()), "");
        // Charts are drawn better from version to version; what they draw is among the figures above, and all around them stays.
        var page = run.Page(1);
        // A share without a pattern of its own is written as its language has it; in version 1 each had a blank before its sign.
        var around = new PageDrawing(page.Width, page.Height, [.. page.Items.Where(i => i is not FigureItem)]).Texts()
            .Where(t => !t.Text.EndsWith('%')).Select(t => FormattableString.Invariant($"{t.X:0.00} {t.Y:0.00} {t.Text}")).ToList();
        var expected = File.ReadAllLines(Path.Combine(Samples("report-1"), name + ".page-1.txt"));
        Assert.Equal(around, expected.Where(around.Contains));
        Assert.True(around.Count > 20);
    }

    public static TheoryData<string> ReportsOf2() => [.. Names("report-2")];

    /// <summary>A report that was there in version 1 already comes out of version 2 as the same; its charts are nested by
    /// subject.</summary>
    [Theory]
    [MemberData(nameof(ReportsOf2))]
    public void A_report_of_version_2_opens_as_the_one_of_version_1_does(string name)
    {
        var report = ReportFile.Read(File.ReadAllText(Path.Combine(Samples("report-2"), name + ".json")));
        Assert.Equal(FileKinds.Report.Version, report.Version);
        var flat = JsonNode.Parse(File.ReadAllText(Path.Combine(Samples("report-2"), name + ".json")))!.ToJsonString();
        Assert.All(report.AllElements().OfType<ChartElement>(), chart =>
        {
            Assert.Contains($"\"category\":{JsonValue.Create(chart.Category.By)!.ToJsonString()}", flat);
            Assert.Contains($"\"value\":{JsonValue.Create(chart.Values[0].Expression)!.ToJsonString()}", flat);
        });
        if (File.Exists(Path.Combine(Samples("report-1"), name + ".json")))
            Assert.Equal(ReportJson.Write(ReportFile.Read(File.ReadAllText(Path.Combine(Samples("report-1"), name + ".json")))),
                ReportJson.Write(report));
    }

    public static TheoryData<string> ReportsOf3() => [.. Names("report-3")];

    /// <summary>Version 4 says more of what is written on marks than yes or no; nothing else differs.</summary>
    [Theory]
    [MemberData(nameof(ReportsOf3))]
    public void A_report_of_version_3_keeps_its_labels(string name)
    {
        var old = JsonNode.Parse(File.ReadAllText(Path.Combine(Samples("report-3"), name + ".json")))!;
        foreach (var written in new[] { true, false })
        {
            foreach (var chart in Charts(old)) chart["labels"] = written;
            var report = ReportFile.Read(old.ToJsonString());
            Assert.Equal(FileKinds.Report.Version, report.Version);
            Assert.All(report.AllElements().OfType<ChartElement>(),
                c => Assert.Equal(written ? LabelShow.IfAllFit : LabelShow.Never, c.Labels.Show));
        }
        Assert.Equal(Charts(old).Count(), ReportFile.Read(old.ToJsonString()).AllElements().OfType<ChartElement>().Count());
    }

    public static TheoryData<string> ReportsOf4() => [.. Names("report-4")];

    /// <summary>Version 5 nests the words, the legend and the looks of series; what they say stays.</summary>
    [Theory]
    [MemberData(nameof(ReportsOf4))]
    public void A_report_of_version_4_keeps_its_words_legends_and_lines(string name)
    {
        var old = JsonNode.Parse(File.ReadAllText(Path.Combine(Samples("report-4"), name + ".json")))!;
        var (texts, charts) = (0, Charts(old).ToList());
        foreach (var chart in charts)
        {
            chart["legend"] = "right";
            chart["words"] ??= new JsonObject();
            chart["words"]!["align"] = "left";
            chart["words"]!["value"] = "of {{ braces";
            ((JsonObject)chart["values"]![0]!)["markers"] = false;
            ((JsonObject)chart["values"]![0]!)["color"] = "#112233";
        }
        var report = ReportFile.Read(old.ToJsonString());
        Assert.Equal(FileKinds.Report.Version, report.Version);
        var now = report.AllElements().OfType<ChartElement>().ToDictionary(c => c.Id);
        Assert.Equal(charts.Count, now.Count);
        foreach (var chart in charts)
        {
            var (words, opened) = (chart["words"]!, now[(string)chart["id"]!]);
            foreach (var (said, text) in new[] { ("title", opened.Words.Title), ("category", opened.Words.Category),
                ("subtitle", opened.Words.Subtitle), ("note", opened.Words.Note), ("right", opened.Words.Right) })
            {
                texts += words[said] is null ? 0 : 1;
                if ((string?)words[said] is not "") Assert.Equal((string?)words[said], text.Text);
                else Assert.Equal((null, TextShown.Never), (text.Text, text.Shown));
            }
            Assert.Equal("of {{{{ braces", opened.Words.Value.Text);
            Assert.Equal((LegendPlace.Right, Alignment.Left), (opened.Legend.Place, opened.Words.Title.Style!.Align));
            Assert.Equal((ChartMarker.None, "#112233"), (opened.Values[0].Look.Marker, opened.Values[0].Look.Color));
        }
        Assert.True(charts.Count == 0 || texts > 0);
    }

    private static IEnumerable<JsonObject> Charts(JsonNode? node) => node switch
    {
        JsonObject one => one.SelectMany(p => Charts(p.Value)).Concat((string?)one["type"] == "chart" ? [one] : []),
        JsonArray many => many.SelectMany(Charts),
        _ => [],
    };

    [Theory]
    [MemberData(nameof(Datasets))]
    public void A_dataset_of_version_1_has_no_envelope_and_gives_the_same_rows_with_one(string name)
    {
        var old = File.ReadAllText(Path.Combine(Samples("dataset-1"), name + ".json"));
        var dataset = DatasetFile.Read(old);
        var written = DatasetFile.Write(dataset);
        Assert.StartsWith($$"""{"format":"lucid-lattice/dataset","version":{{FileKinds.Dataset.Version}},""",
            string.Concat(written.Where(c => !char.IsWhiteSpace(c))));
        Assert.Equal(written, DatasetFile.Write(DatasetFile.Read(written)));
        Assert.Equal(RowsOf(JsonSerializer.Deserialize<Dataset>(old, ReportJson.Options)!), RowsOf(dataset));
    }

    [Theory]
    [InlineData("""{ "format": "lucid-lattice/dataset", "version": 99 }""", "newer version")]
    [InlineData("""{ "format": "lucid-lattice/report", "version": 1 }""", "no dataset file")]
    [InlineData("""{ "format": "lucid-lattice/dataset", "version": "two" }""", "should be a number")]
    [InlineData("""{ "version": 1 }""", "no dataset file")]
    [InlineData("[]", "one JSON object")]
    [InlineData("""{ "name": "N", "colour": 1 }""", "colour")]
    public void A_file_that_is_no_dataset_is_refused_in_words(string json, string expected)
        => Assert.Contains(expected, Assert.Throws<DefinitionFormatException>(() => DatasetFile.Read(json)).Message);

    [Theory]
    [InlineData("0")]
    [InlineData("-3")]
    [InlineData("1.5")]
    [InlineData("null")]
    [InlineData("1e40")]
    public void A_version_that_never_was_is_refused_in_words(string version)
        => Assert.Contains("version",
            Assert.Throws<DefinitionFormatException>(
            () => ReportFile.Read($$"""{ "format": "lucid-lattice/report", "version": {{version}}, "title": "T" }""")).Message);

    /// <summary>The list of upgrades is walked from the file's version to today's, and no step twice.</summary>
    /// <summary>The record says its version, and the list of upgrades leads to it.</summary>
    [Fact]
    public void The_version_of_reports_is_the_one_that_the_upgrades_lead_to()
        => Assert.Equal(ReportDefinition.CurrentVersion, FileKinds.Report.Version);

    [Fact]
    public void Older_files_pass_through_every_step_once()
    {
        var kind = new FileKind("test", "test",
            [f => f["steps"] = f["steps"] + "a", f => f["steps"] = f["steps"] + "b", f => f["steps"] = f["steps"] + "c"]);
        for (var version = 1; version <= 4; version++)
        {
            var opened = kind.Open($$"""{ "format": "test", "version": {{version}}, "steps": "" }""");
            Assert.Equal("abc"[(version - 1)..], (string?)opened["steps"]);
            Assert.Equal(4, (int)opened["version"]!);
        }
    }

    private static string RowsOf(Dataset dataset)
    {
        var question = DatasetQuestion.Ask(dataset, new Dictionary<string, string>(), Workshop.Now, Rows);
        using var csv = new MemoryStream();
        RowsCsv.Write(Rows.Read(question.Query, new RunProgress(), CancellationToken.None), [.. dataset.Fields.Select(f => f.Name)], csv,
            CancellationToken.None);
        return Convert.ToBase64String(System.Security.Cryptography.SHA256.HashData(csv.ToArray()));
    }

    /// <summary>Everything that the old output said is said now; a later version may say more.</summary>
    private static void AssertHolds(JsonNode? expected, JsonNode? found, string path)
    {
        switch (expected)
        {
            case JsonObject all:
                foreach (var (name, value) in all) AssertHolds(value, (found as JsonObject)?[name], $"{path}/{name}");
                break;
            case JsonArray list:
                Assert.True(found is JsonArray other && other.Count == list.Count, $"{path} has another number of entries");
                for (var i = 0; i < list.Count; i++) AssertHolds(list[i], found![i], $"{path}/{i}");
                break;
            default:
                Assert.True(JsonNode.DeepEquals(expected, found), $"{path}: {expected} became {found}");
                break;
        }
    }
}

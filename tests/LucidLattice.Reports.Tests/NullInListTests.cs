using System.Text.Json.Nodes;
using LucidLattice.Testing;
using LucidLattice.Model.Files;
using LucidLattice.Authoring.Editing;
using LucidLattice.Demo;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>A null among the things of a list is refused where the definition is read, with the list that it is in.</summary>
public sealed class NullInListTests
{
    /// <summary>Every list of every demo report, with a null at its end.</summary>
    [Fact]
    public void A_null_in_any_list_of_a_definition_is_refused_with_its_place()
    {
        var lists = 0;
        foreach (var (_, definition) in DemoReports.All)
        {
            var root = JsonNode.Parse(ReportJson.Write(definition))!;
            foreach (var list in Lists(root).ToList())
            {
                list.Add(null);
                var said = Assert.Throws<DefinitionFormatException>(() => ReportFile.Read(root.ToJsonString())).Message;
                Assert.Contains(" at ", said.Contains("Take it out") && !said.Contains(" at ") ? " at the top" : said);
                list.RemoveAt(list.Count - 1);
                lists++;
            }
            ReportFile.Read(root.ToJsonString());
        }
        Assert.True(lists > 500, $"only {lists} lists");
    }

    private static IEnumerable<JsonArray> Lists(JsonNode node) => node switch
    {
        JsonArray array => array.OfType<JsonNode>().SelectMany(Lists).Append(array),
        JsonObject thing => thing.Select(p => p.Value).OfType<JsonNode>().SelectMany(Lists),
        _ => [],
    };

    /// <summary>Bands of levels that are not there, in every edit that names a band.</summary>
    [Fact]
    public void A_band_of_a_level_that_is_not_there_is_refused()
    {
        var report = Workshop.DemoReport("seasons-and-regions");
        foreach (var (band, level) in new[] { (BandKind.GroupHeader, 3), (BandKind.GroupFooter, 0), (BandKind.GroupFooter, -1) })
        {
            Edit[] edits =
            [
                new AddText { Band = band, Level = level, Text = "x" }, new AddChart { Band = band, Level = level },
                new AddElement { Band = band, Level = level, Element = new BoxElement { Id = "x" } },
                new AddField { Field = "passengers", Band = band, Level = level },
                new AddSection { Place = SectionPlaceKind.Inside, Band = band, Level = level, Dataset = "d1" },
            ];
            foreach (var edit in edits)
            {
                var failed = Record.Exception(() => edit.Apply(report, NoReports.Instance));
                Assert.True(failed is EditException, $"{edit} in {band} {level}: {failed}");
            }
        }
    }
}

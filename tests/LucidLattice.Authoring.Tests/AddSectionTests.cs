using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Demo;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Lists that are added to a report: below, beside, inside of a band, on a sheet of their own.</summary>
public sealed class AddSectionTests
{
    private static readonly ReportDefinition Report = Workshop.DemoReport("route-performance");

    private static Dataset Kept => DemoDatasets.All.First(d => Report.Datasets.All(own => own.CopyOf != d.Id));

    /// <summary>Wherever it is put, ids stay unique, the report runs, and the rows of the new list are printed.</summary>
    [Theory]
    [InlineData(SectionPlaceKind.Below, BandKind.Detail, 0)]
    [InlineData(SectionPlaceKind.Beside, BandKind.Detail, 0)]
    [InlineData(SectionPlaceKind.Sheet, BandKind.Detail, 0)]
    [InlineData(SectionPlaceKind.Inside, BandKind.GroupHeader, 1)]
    [InlineData(SectionPlaceKind.Inside, BandKind.GroupFooter, 2)]
    [InlineData(SectionPlaceKind.Inside, BandKind.ReportFooter, 0)]
    public void A_list_is_put_where_it_is_wanted_with_its_dataset(SectionPlaceKind place, BandKind band, int level)
    {
        var changed = new AddSection { Place = place, Band = band, Level = level, Kept = Kept, Section = Report.Sheets[0].Sections[0].Id }
            .Apply(Report, NoReports.Instance);
        Assert.DoesNotContain(Workshop.DemoEngine().Check(changed), p => p.Code == "duplicate-id");
        var added = changed.AllSections().Single(s => Report.AllSections().All(old => old.Id != s.Id));
        Assert.Equal(Kept.Id, changed.DatasetOf(added)!.CopyOf);
        var run = Workshop.Run(changed);
        Assert.DoesNotContain(run.Problems, p => p.IsError && p.Code != "missing-value");
        // Added once more, the dataset is not taken twice.
        var again = new AddSection { Place = SectionPlaceKind.Below, Kept = Kept }.Apply(changed, NoReports.Instance);
        Assert.Equal(changed.Datasets.Count, again.Datasets.Count);
    }

    [Fact]
    public void A_list_inside_of_a_group_is_matched_on_fields_of_the_same_name()
    {
        var own = Report.Datasets[0];
        var changed = new AddSection { Place = SectionPlaceKind.Inside, Band = BandKind.GroupHeader, Level = 2, Dataset = own.Id }
            .Apply(Report, NoReports.Instance);
        var inner = changed.AllSections().Single(s => Report.AllSections().All(old => old.Id != s.Id));
        Assert.Equal(["region", "route"], inner.Match.Select(m => m.Own));
        // What is the same in all of its rows is no column, and neither is a number that only refers to something.
        var columns = inner.Columns.Select(c => c.Expression).ToList();
        Assert.Contains("departs", columns);
        Assert.Contains("net_fare", columns);
        Assert.DoesNotContain(columns, c => c is "region" or "route" or "sailing_id");
    }

    [Fact]
    public void What_cannot_be_is_said()
    {
        string Why(AddSection edit) => Assert.Throws<EditException>(() => edit.Apply(Report, NoReports.Instance)).Message;
        Assert.Contains("no dataset", Why(new AddSection { Place = SectionPlaceKind.Below, Dataset = "none" }));
        Assert.Contains("whose rows", Why(new AddSection { Place = SectionPlaceKind.Below }));
        Assert.Contains("holds no list", Why(new AddSection { Place = SectionPlaceKind.Inside, Band = BandKind.PageHeader,
            Dataset = Report.Datasets[0].Id }));
    }
}

using LucidLattice.Testing;
using LucidLattice.Layout;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Layout.Tests;

/// <summary>A few lines of a definition can ask for more pages, or for more on a page, than there is time and memory for.</summary>
public class EffortTests
{
    private static readonly Field[] Fields = [new() { Name = "n", Type = DataType.Whole }];

    private static Section Nested(int depth, double height)
    {
        var part = Workshop.Part($"p{depth}", height,
            height > 0 ? [new TextElement { Id = $"t{depth}", Width = 50, Height = 10, Text = "{{ n }}" }] : []);
        return new Section { Id = $"s{depth}", Dataset = "d",
            Detail = Workshop.Band(depth == 0 ? part : part with { Sections = [Nested(depth - 1, height)] }) };
    }

    [Theory]
    [InlineData(400, 12, "more than 500,000 pages")]
    [InlineData(400, 0, "more than 1,000,000 bands without height stand on page 1")]
    public void Lists_inside_of_lists_end_somewhere_and_it_is_said(int rows, double height, string why)
    {
        var run = Workshop.Run(Workshop.Report(Nested(3, height), Fields),
            new MemoryRows([.. Enumerable.Range(0, rows).Select(i => new[] { Value.Of((long)i) })]));
        var problem = Assert.Single(run.Problems, p => p.Code == "sheet-cut-off");
        Assert.Contains(why, problem.Message);
        Assert.True(run.IsComplete);
        Assert.InRange(run.PageCount, 1, Effort.MostPages);
        // What is there can be looked at.
        Assert.NotNull(run.Page(1));
        Assert.NotNull(run.Page(run.PageCount));
    }

    [Fact]
    public void Finding_what_has_no_height_can_be_stopped()
    {
        var effort = new Effort(new CancellationToken(true));
        Assert.Throws<OperationCanceledException>(() =>
        {
            for (var i = 0; i < Effort.MostPartsOnPage; i++) effort.Part();
        });
    }
}

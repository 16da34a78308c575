using LucidLattice.Testing;
using LucidLattice.Charts.Guides;
using LucidLattice.Drawing;
using Xunit;

namespace LucidLattice.Charts.Tests;

/// <summary>The colours of charts are told apart by readers who see few colours. Differences are CIEDE2000 (Sharma, Wu, Dalal 2005),
/// sight is simulated as by Machado, Oliveira and Fernandes 2009 at full severity, on linear sRGB.</summary>
public class PaletteTests
{
    private const double LeastDifference = 10;

    public static TheoryData<string> AllSights() => [.. ColorSight.Sights];

    [Theory]
    [MemberData(nameof(AllSights))]
    public void Any_two_of_the_first_eight_colours_are_told_apart(string sight)
    {
        for (var i = 0; i < Palette.Series.Length; i++)
            for (var j = i + 1; j < Palette.Series.Length; j++)
            {
                var difference = ColorSight.Difference(Palette.Series[i], Palette.Series[j], sight);
                Assert.True(difference >= LeastDifference,
                    $"{Palette.Series[i]} and {Palette.Series[j]} differ by {difference:0.0} with {sight}");
            }
    }

    /// <summary>Pairs of the published test data of Sharma, Wu and Dalal 2005 (from memory).</summary>
    [Theory]
    [InlineData(50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425)]
    [InlineData(50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615)]
    [InlineData(50, 0, 0, 50, -1, 2, 2.3669)]
    [InlineData(50, 2.5, 0, 73, 25, -18, 27.1492)]
    [InlineData(50, 2.5, 0, 61, -5, 29, 22.8977)]
    [InlineData(50, 2.5, 0, 56, -27, -3, 31.9030)]
    [InlineData(50, 2.5, 0, 58, 24, 15, 19.4535)]
    public void The_difference_is_that_of_the_published_pairs(
        double l1, double a1, double b1, double l2, double a2, double b2, double expected) =>
        Assert.Equal(expected, ColorSight.Difference((l1, a1, b1), (l2, a2, b2)), 4);

    /// <summary>A palette of somebody's own is held against the same bound, and the two that are nearest are named.</summary>
    [Fact]
    public void The_two_colours_of_a_palette_that_are_hardest_to_tell_apart_are_named()
    {
        Assert.Null(Palettes.Alike([.. Palette.Series]));
        Assert.Equal(["#0B5D5B", "#0C5E5C"], Palettes.Alike(["#0B5D5B", "#8FBEE0", "#0C5E5C"]));
        // Red and green of one lightness, as many readers see them.
        Assert.Equal(["#B04040", "#6B6B20"], Palettes.Alike(["#B04040", "#6B6B20", "#1F6FA8"]));
        Assert.Null(Palettes.Alike(["#B04040"]));
    }

    /// <summary>What is written on an area of any colour of charts can be read (WCAG 2.2, 1.4.3), and light areas have an outline that
    /// stands out from paper (1.4.11).</summary>
    [Fact]
    public void Texts_on_marks_can_be_read_and_light_marks_are_seen_on_paper()
    {
        Assert.All(Palette.Series, color => Assert.True(Tones.Contrast(color, Tones.TextOn(color)) >= 4.5, color));
        Assert.All(Palette.Series, color => Assert.True(Tones.Contrast(Tones.Outline(color) ?? color, "#FFFFFF") >= 3, color));
    }
}

using System.Text.Json;
using LucidLattice.Testing;
using LucidLattice.Charts.Scales;
using Xunit;

namespace LucidLattice.Charts.Tests;

public class TicksTests
{
    /// <summary>Outside reference: <c>ticks</c> of the npm package d3-array 3.2.4, run by node on the same ranges.</summary>
    [Fact]
    public void Ticks_are_those_of_d3_array_on_thousands_of_ranges()
    {
        var random = new Random(7);
        var ranges = Enumerable.Range(0, 4000).Select(_ =>
        {
            var size = Math.Pow(10, random.Next(-9, 13));
            var start = Math.Round((random.NextDouble() - 0.5) * size, 6);
            return new[] { start, start + Math.Round(random.NextDouble() * size, 6), random.Next(1, 12) };
        }).ToList();
        var expected = Node.Run(
            "import { ticks } from 'd3-array'; let text = ''; for await (const chunk of process.stdin) text += chunk; "
            + "console.log(JSON.stringify(JSON.parse(text).map(([a, b, n]) => ticks(a, b, n))));", JsonSerializer.Serialize(ranges));
        var reference = JsonSerializer.Deserialize<double[][]>(expected)!;
        for (var i = 0; i < ranges.Count; i++) Assert.Equal(reference[i], Ticks.Between(ranges[i][0], ranges[i][1], ranges[i][2]));
    }

    [Fact]
    public void A_nice_scale_covers_its_data_and_ends_on_ticks()
    {
        var random = new Random(11);
        for (var i = 0; i < 2000; i++)
        {
            var high = Math.Pow(10, random.NextDouble() * 12 - 4);
            var low = random.Next(2) == 0 ? 0 : -high * random.NextDouble();
            var ticks = Ticks.Nice(low, high, random.Next(2, 7));
            Assert.True(ticks.Length >= 2);
            Assert.True(ticks[0] <= low + 1e-9 && ticks[^1] >= high - 1e-9 * high, $"{low} to {high}: {string.Join(", ", ticks)}");
        }
    }
}

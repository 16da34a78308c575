using System.Buffers;
using LucidLattice.Output.Svg;
using static LucidLattice.Bench.Benchmarks;

namespace LucidLattice.Bench;

/// <summary>Any page of a million rows to SVG, with the index there.</summary>
internal static class AnyPage
{
    public static IEnumerable<Outcome> Run()
    {
        var run = Ferries.WithBookings(Ferries.Million).Run();
        var random = new Random(1);
        var buffer = new ArrayBufferWriter<byte>();
        double Draw(int page) => Time(() =>
        {
            buffer.ResetWrittenCount();
            SvgWriter.Write(run.Page(page), buffer, "p-");
        });
        for (var i = 0; i < 200; i++) Draw(1 + random.Next(run.PageCount));
        var times = Enumerable.Range(0, 2000).Select(_ => Draw(1 + random.Next(run.PageCount))).ToList();
        var slow = Percentile(times, 0.95);
        yield return new Outcome($"any of {run.PageCount:N0} pages drawn to SVG, 95th percentile", N(slow, "ms"), "–", "", "< 10 ms",
            slow < 10);
    }
}

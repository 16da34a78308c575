using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using LucidLattice.Model.Caching;
using LucidLattice.Server.Hosting;
using LucidLattice.Server.Workspace;
using Microsoft.Extensions.DependencyInjection;
using static LucidLattice.Bench.Benchmarks;

namespace LucidLattice.Bench;

/// <summary>Fifty readers page through shared and own runs for a minute, on loopback. Readers and server share this process and its
/// cores.</summary>
internal static class Readers
{
    private const int Count = 50;
    private const long MemoryLimit = 256L << 20;
    private static readonly TimeSpan Duration = TimeSpan.FromMinutes(1);
    private static readonly TimeSpan Look = TimeSpan.FromMilliseconds(100);

    public static IEnumerable<Outcome> Run() => [Read().GetAwaiter().GetResult()];

    private static async Task<Outcome> Read()
    {
        var folder = Directory.CreateTempSubdirectory("lattice-bench-").FullName;
        await using var app = WebHost.Build(AppData.Open(folder), "http://127.0.0.1:0", MemoryLimit);
        await app.StartAsync();
        using var client = new HttpClient(new SocketsHttpHandler { MaxConnectionsPerServer = Count })
            { BaseAddress = new Uri(app.Urls.First()) };
        var (times, errors) = (new List<double>(), 0);
        var until = Stopwatch.StartNew();
        await Task.WhenAll(Enumerable.Range(0, Count).Select(reader => Task.Run(async () =>
        {
            var random = new Random(reader);
            JsonElement? run = null;
            for (var turn = 0; until.Elapsed < Duration; turn++)
            {
                var start = Stopwatch.GetTimestamp();
                try
                {
                    // Now and then a reader asks for something else: half of them what others read too, half of them their own period.
                    if (run is null || turn % 40 == 0) run = await Start(client, reader, random);
                    else
                    {
                        var page = 1 + random.Next(run.Value.GetProperty("pageCount").GetInt32());
                        var response = await client.GetAsync($"/api/runs/{run.Value.GetProperty("id").GetString()}/pages/{page}");
                        if (response.StatusCode == System.Net.HttpStatusCode.Gone) run = null;
                        else if ((await response.EnsureSuccessStatusCode().Content.ReadAsByteArrayAsync()).Length < 500)
                            throw new InvalidOperationException("An empty page.");
                    }
                }
                catch (Exception e)
                {
                    Console.Error.WriteLine(e.Message);
                    Interlocked.Increment(ref errors);
                }
                lock (times) times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
                await Task.Delay(Look);
            }
        })));
        var kept = app.Services.GetRequiredService<SizedCache>().Bytes;
        Directory.Delete(folder, recursive: true);
        var slow = Percentile(times, 0.95);
        return new Outcome(
            $"{Count} readers for a minute, {times.Count:N0} requests, {errors} errors, {N(kept / 1048576.0, "MB")} kept of "
            + $"{MemoryLimit >> 20} allowed: 95th percentile", N(slow, "ms"), "–", "", "< 250 ms, no error", slow < 250 && errors == 0
            && kept <= MemoryLimit);
    }

    private static async Task<JsonElement> Start(HttpClient client, int reader, Random random)
    {
        var response = await (reader % 2 == 0
            ? client.PostAsJsonAsync("/api/reports/bookings-by-route/runs", new { })
            : client.PostAsJsonAsync("/api/reports/sailings-in-detail/runs",
            new { values = new { route = "Holm – Brae", from = $"2024-{1 + random.Next(12):00}-{1 + random.Next(28):00}" } }));
        var run = await response.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonElement>();
        while (!run.GetProperty("pagesComplete").GetBoolean())
            run = await client.GetFromJsonAsync<JsonElement>($"/api/runs/{run.GetProperty("id").GetString()}");
        return run;
    }
}

using System.Net.Http.Json;
using LucidLattice.Server.Web;
using Xunit;

namespace LucidLattice.Server.Tests;

/// <summary>Long work is done in turns, which come back whatever happens.</summary>
public sealed class WorkTurnsTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>Property: of any mix of work that ends, fails, is given up or takes too long, never more than the turns are under way,
    /// and in the end all turns are free.</summary>
    [Fact]
    public async Task Turns_come_back_however_work_ends()
    {
        var turns = new WorkTurns(3, TimeSpan.FromMilliseconds(60));
        var (random, under, most) = (new Random(5), 0, 0);
        var all = Enumerable.Range(0, 80).Select(async i =>
        {
            using var asker = new CancellationTokenSource();
            var kind = random.Next(4);
            if (kind == 0) asker.CancelAfter(random.Next(80));
            try
            {
                return await turns.Take(async token =>
                {
                    InterlockedMax(ref most, Interlocked.Increment(ref under));
                    try
                    {
                        await Task.Delay(kind == 1 ? Timeout.Infinite : 4, token);
                        return kind == 2 ? throw new InvalidOperationException("failed") : "done";
                    }
                    finally
                    {
                        Interlocked.Decrement(ref under);
                    }
                }, asker.Token);
            }
            catch (ApiException e)
            {
                return e.Code;
            }
            catch (OperationCanceledException)
            {
                return "left";
            }
            catch (InvalidOperationException)
            {
                return "failed";
            }
        }).ToList();
        var ends = await Task.WhenAll(all);
        Assert.Equal(3, most);
        Assert.Equal((0, 0), (turns.Working, turns.Waiting));
        foreach (var end in new[] { "done", "failed", "too-slow" }) Assert.Contains(end, ends);
    }

    private static void InterlockedMax(ref int most, int value)
    {
        for (var seen = Volatile.Read(ref most); value > seen; seen = Volatile.Read(ref most))
            if (Interlocked.CompareExchange(ref most, value, seen) == seen) return;
    }

    /// <summary>Authors' looks at SQL without an end are stopped, say so, and hold up neither readers nor, for longer than that, other
    /// authors.</summary>
    [Fact]
    public async Task Endless_looks_hold_nobody_up()
    {
        await using var server = new RunningServer(TimeSpan.FromSeconds(3));
        await server.InitializeAsync();
        // The first run of a process takes longer, since everything is compiled for it.
        await server.Run("route-performance", new { values = new { }, draft = false, refresh = false });
        object Look(string sql) => new
        {
            definition = new
            {
                id = "d", name = "Rows", database = "skerravoe", source = new { type = "query", sql },
                fields = new[] { new { name = "x", type = "whole" } },
            },
        };
        const string Endless = "WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT i AS x FROM n WHERE i < 0";
        var endless = Enumerable.Range(0, 2 * WorkTurns.AsManyAsProcessors)
            .Select(_ => server.Send(HttpMethod.Post, "/datasets/look", Look(Endless))).ToList();
        // Readers have turns of their own.
        var (status, run) = await server.Run("route-performance", new { values = new { }, draft = false, refresh = true });
        Assert.Equal((200, "ready"), (status, run.GetProperty("state").GetString()));
        foreach (var look in await Task.WhenAll(endless))
            Assert.Equal((422, "too-slow"), (look.Status, look.Body.GetProperty("code").GetString()));
        var after = await server.Send(HttpMethod.Post, "/datasets/look", Look("SELECT 1 AS x"));
        Assert.Equal((200, 1), (after.Status, after.Body.GetProperty("count").GetInt32()));
    }

    /// <summary>Whoever leaves gives the turn back at once, whatever the SQL is doing.</summary>
    [Theory]
    [InlineData("SELECT count(*) AS x FROM bookings a, bookings b, bookings c "
        + "WHERE instr(hex(zeroblob(200000)), a.fare || b.fare) > c.fare")]
    [InlineData("WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) "
        + "SELECT length(replace(hex(zeroblob(900000 + i)), '0', 'ab')) AS x "
        + "FROM n WHERE x < 0")]
    [InlineData("WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) "
        + "SELECT i AS x FROM n WHERE replace(hex(zeroblob(900000 + i)), "
        + "'0', 'a') LIKE '%' || i || '%aaaaaaaaaaab'")]
    public async Task Turns_of_those_who_left_are_free(string sql)
    {
        await using var server = new RunningServer(TimeSpan.FromMinutes(5));
        await server.InitializeAsync();
        var look = new
        {
            definition = new
            {
                id = "d", name = "Rows", database = "skerravoe", source = new { type = "query", sql },
                fields = new[] { new { name = "x", type = "whole" } },
            },
        };
        using var leaving = new CancellationTokenSource();
        var asked = Enumerable.Range(0, WorkTurns.AsManyAsProcessors + 1).Select(_ => server.Client.PostAsJsonAsync("/api/datasets/look",
            look,
            leaving.Token)).ToList();
        await Until(server, h => h.GetProperty("working").GetInt32() == WorkTurns.AsManyAsProcessors);
        await leaving.CancelAsync();
        foreach (var one in asked) await Assert.ThrowsAnyAsync<OperationCanceledException>(() => one);
        await Until(server, h => h.GetProperty("working").GetInt32() + h.GetProperty("waiting").GetInt32() == 0);
    }

    private static async Task Until(RunningServer server, Func<System.Text.Json.JsonElement, bool> holds)
    {
        // A condition is waited for; what never comes ends with the test's own time.
        while (!holds(await server.Get("/health"))) await Task.Delay(10, Cancel);
    }

    /// <summary>A rush of readers, half of whom leave, is over when it is over: no turns are taken, what is kept is within its limit, and
    /// what the program holds beyond what it counts is little.</summary>
    [Fact]
    public async Task A_storm_leaves_nothing_behind()
    {
        await using var server = new RunningServer();
        await server.InitializeAsync();
        await server.Run("bookings-by-route", new { values = new { }, draft = false, refresh = false });
        var before = Held(await server.Get("/health"));
        var random = new Random(7);
        await Task.WhenAll(Enumerable.Range(0, 150).Select(async i =>
        {
            using var leaving = new CancellationTokenSource();
            if (i % 2 == 0) leaving.CancelAfter(random.Next(300));
            try
            {
                var report = i % 3 == 0 ? "bookings-by-route" : "route-performance";
                using var answer = await server.Client.PostAsJsonAsync($"/api/reports/{report}/runs",
                    new { values = new Dictionary<string, string> { ["from"] = $"2025-{1 + i % 12:00}-{1 + i % 28:00}" }, draft = false,
                        refresh = i % 5 == 0 }, leaving.Token);
                var run = await answer.Content.ReadFromJsonAsync<System.Text.Json.JsonElement>(leaving.Token);
                if (i % 4 == 0) await server.Client.DeleteAsync($"/api/runs/{run.GetProperty("id").GetString()}", leaving.Token);
            }
            catch (OperationCanceledException)
            {
                // This one left.
            }
        }));
        await Until(server, h => h.GetProperty("working").GetInt32() + h.GetProperty("waiting").GetInt32() == 0);
        var after = await server.Get("/health");
        Assert.InRange(after.GetProperty("kept").GetInt64(), 0, after.GetProperty("keptAtMost").GetInt64());
        Assert.InRange(Held(after) - before, long.MinValue, 80L << 20);
    }

    /// <summary>What the program's objects take beyond what is counted as kept, in bytes.</summary>
    private static long Held(System.Text.Json.JsonElement health) =>
        GC.GetTotalMemory(forceFullCollection: true) - health.GetProperty("kept").GetInt64();
}

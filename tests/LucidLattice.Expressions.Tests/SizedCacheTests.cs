using LucidLattice.Testing;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Hashing;
using Xunit;

namespace LucidLattice.Expressions.Tests;

public class SizedCacheTests
{
    private sealed class Part(long bytes) : ISized
    {
        public long Bytes => bytes;
    }

    private sealed class Whole(params Part[] parts) : ISized
    {
        public long Bytes => Parts.Sum(p => p.Bytes);

        public IEnumerable<ISized> Parts { get; } = parts;
    }

    private static ContentHash Key(string name) => ContentHash.Of(name);

    [Fact]
    public void What_was_not_used_for_longest_goes_first_and_is_told()
    {
        var cache = new SizedCache(100);
        var gone = new List<string>();
        foreach (var key in new[] { "a", "b", "c" }) cache.Put(Key(key), new Part(30), () => gone.Add(key));
        Assert.NotNull(cache.Find<Part>(Key("a")));
        cache.Put(Key("d"), new Part(30), () => gone.Add("d"));
        Assert.Equal(["b"], gone);
        Assert.Equal((90, 3), (cache.Bytes, cache.Count));
        // The newest stays, whatever its size.
        cache.Put(Key("huge"), new Part(1000));
        Assert.Equal(["b", "c", "a", "d"], gone);
        Assert.NotNull(cache.Find<Part>(Key("huge")));
    }

    [Fact]
    public void Parts_that_entries_share_are_counted_once()
    {
        var cache = new SizedCache(1000);
        var shared = new Part(40);
        cache.Put(Key("rows"), shared);
        cache.Put(Key("run"), new Whole(shared, new Part(5)));
        cache.Put(Key("other run"), new Whole(shared, new Part(7)));
        Assert.Equal(52, cache.Bytes);
        cache.Remove(Key("rows"));
        Assert.Equal(52, cache.Bytes);
        cache.Remove(Key("run"));
        cache.Remove(Key("other run"));
        Assert.Equal(0, cache.Bytes);
    }

    /// <summary>Whatever happens, the sum is that of the distinct parts of what is there.</summary>
    [Fact]
    public void The_sum_is_right_after_any_sequence_of_changes()
    {
        var random = new Random(21);
        var parts = Enumerable.Range(0, 12).Select(_ => new Part(random.Next(1, 50))).ToArray();
        var cache = new SizedCache(220);
        var model = new Dictionary<string, Whole>();
        for (var step = 0; step < 4000; step++)
        {
            var key = "k" + random.Next(15);
            if (random.Next(4) == 0)
            {
                cache.Remove(Key(key));
                model.Remove(key);
            }
            else
            {
                var value = new Whole([.. parts.Where(_ => random.Next(4) == 0)]);
                model[key] = value;
                cache.Put(Key(key), value, () => model.Remove(key));
            }
            Assert.Equal(model.Values.SelectMany(v => v.Parts).Distinct().Sum(p => p.Bytes), cache.Bytes);
            Assert.Equal(model.Count, cache.Count);
            Assert.True(cache.Bytes <= cache.Limit || cache.Count == 1);
        }
    }

    [Fact]
    public async Task What_several_want_at_once_is_made_once()
    {
        var cache = new SizedCache(1000);
        var made = 0;
        using var go = new ManualResetEventSlim();
        var askers = Enumerable.Range(0, 8).Select(_ => Task.Run(() => cache.Get(Key("k"), () =>
        {
            go.Wait();
            Interlocked.Increment(ref made);
            return new Part(1);
        }, CancellationToken.None))).ToArray();
        using var impatient = new CancellationTokenSource();
        var waiting = Task.Run(() => cache.Get(Key("k"), () => new Part(2), impatient.Token));
        impatient.Cancel();
        // One who gives up waiting is not held, and holds nobody.
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => waiting);
        go.Set();
        var results = await Task.WhenAll(askers);
        Assert.Equal(1, made);
        Assert.Single(results.Distinct());
        // What fails is tried again by the next one.
        Assert.Throws<InvalidOperationException>(
            () => cache.Get<Part>(Key("f"), () => throw new InvalidOperationException(), CancellationToken.None));
        Assert.Equal(3, cache.Get(Key("f"), () => new Part(3), CancellationToken.None).Bytes);
    }
}

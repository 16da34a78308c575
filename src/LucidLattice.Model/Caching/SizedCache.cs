using LucidLattice.Model.Hashing;

namespace LucidLattice.Model.Caching;

/// <summary>
/// Keeps the results of steps by what they were made from, up to a memory limit. What was not used for longest goes first.
/// A result that several askers want at the same time is made once. Parts that entries share are counted once, so the
/// sum is what the cache really keeps from being freed.
/// </summary>
/// <param name="limit">In bytes. The newest entry is kept even if it alone is larger.</param>
public sealed class SizedCache(long limit)
{
    private sealed class Entry(ContentHash key, ISized value, Action? evicted)
    {
        public ContentHash Key { get; } = key;
        public ISized Value { get; } = value;
        public Action? Evicted { get; } = evicted;

        /// <summary>With the sizes that were counted, since a part may grow later.</summary>
        public List<ISized> Parts { get; } = [.. value.Parts];
    }

    private sealed class Gate
    {
        public SemaphoreSlim Open { get; } = new(1);
        public int Askers { get; set; }
    }

    private readonly Dictionary<ContentHash, LinkedListNode<Entry>> _entries = [];
    private readonly LinkedList<Entry> _byUse = [];
    private readonly Dictionary<ISized, (int Holders, long Bytes)> _parts = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<ContentHash, Gate> _gates = [];
    private readonly Lock _lock = new();

    /// <summary>What all entries take together, in bytes.</summary>
    public long Bytes { get; private set; }

    public long Limit => limit;

    public int Count
    {
        get
        {
            lock (_lock) return _entries.Count;
        }
    }

    /// <summary>The result for a key, made now if it is not there. Whoever waits for somebody else's making can be cancelled too.</summary>
    public T Get<T>(ContentHash key, Func<T> make, CancellationToken cancel) where T : class, ISized
    {
        Gate gate;
        lock (_lock)
        {
            if (Touch(key) is T found) return found;
            if (!_gates.TryGetValue(key, out gate!)) _gates[key] = gate = new Gate();
            gate.Askers++;
        }
        var entered = false;
        try
        {
            gate.Open.Wait(cancel);
            entered = true;
            lock (_lock)
                if (Touch(key) is T found) return found;
            var made = make();
            Put(key, made);
            return made;
        }
        finally
        {
            if (entered) gate.Open.Release();
            lock (_lock)
                if (--gate.Askers == 0) _gates.Remove(key);
        }
    }

    /// <summary>The entry of a key if it is there; it counts as used.</summary>
    public T? Find<T>(ContentHash key) where T : class, ISized
    {
        lock (_lock) return Touch(key) as T;
    }

    /// <summary>Adds an entry, or replaces it (its size may have changed).</summary>
    /// <param name="evicted">Called when the entry has to go to keep the limit; not when it is replaced or removed.</param>
    public void Put(ContentHash key, ISized value, Action? evicted = null)
    {
        List<Action> goodbyes = [];
        lock (_lock)
        {
            RemoveEntry(key);
            var entry = new Entry(key, value, evicted);
            _entries[key] = _byUse.AddFirst(entry);
            foreach (var part in entry.Parts)
            {
                var (holders, bytes) = _parts.TryGetValue(part, out var known) ? known : (0, part.Bytes);
                if (holders == 0) Bytes += bytes;
                _parts[part] = (holders + 1, bytes);
            }
            while (Bytes > limit && _byUse.Count > 1)
            {
                var oldest = _byUse.Last!.Value;
                RemoveEntry(oldest.Key);
                if (oldest.Evicted is not null) goodbyes.Add(oldest.Evicted);
            }
        }
        foreach (var goodbye in goodbyes) goodbye();
    }

    public void Remove(ContentHash key)
    {
        lock (_lock) RemoveEntry(key);
    }

    private ISized? Touch(ContentHash key)
    {
        if (!_entries.TryGetValue(key, out var node)) return null;
        _byUse.Remove(node);
        _byUse.AddFirst(node);
        return node.Value.Value;
    }

    private void RemoveEntry(ContentHash key)
    {
        if (!_entries.Remove(key, out var node)) return;
        _byUse.Remove(node);
        foreach (var part in node.Value.Parts)
        {
            var (holders, bytes) = _parts[part];
            if (holders > 1) _parts[part] = (holders - 1, bytes);
            else
            {
                _parts.Remove(part);
                Bytes -= bytes;
            }
        }
    }
}

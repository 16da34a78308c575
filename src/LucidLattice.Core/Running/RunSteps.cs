using LucidLattice.Core.Caching;
using LucidLattice.Core.Data;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Running;

/// <summary>
/// The steps of a run whose results can be used again by the next one: an author who changes a text needs no new sorting,
/// and one more subtotal needs only that one. A result is kept under everything that the step reads.
/// </summary>
/// <param name="cache">Null works everything out anew.</param>
/// <param name="newFrame">Makes frames that stand nowhere, without totals.</param>
/// <param name="parameters">All parameter values; they belong to the key of steps whose expressions name a parameter.</param>
/// <param name="now">The run clock, likewise.</param>
public sealed class RunSteps(SizedCache? cache, RowSet rows, Func<Frame> newFrame, Value[] parameters, DateTime now, string language)
{
    private readonly string _parameters = string.Join('\u001f', parameters.Select(p => $"{p.Type}:{p.Invariant}"));
    private readonly HashSet<ISized> _parts = new(ReferenceEqualityComparer.Instance);
    private readonly Lock _lock = new();

    /// <summary>How often something was divided by zero, in this run or when a result was first made.</summary>
    public int DivisionsByZero { get; private set; }

    /// <summary>How many values did not fit their type, likewise.</summary>
    public int Overflows { get; private set; }

    /// <summary>Everything that steps made for this run.</summary>
    public IReadOnlyCollection<ISized> Parts
    {
        get
        {
            lock (_lock) return [.. _parts];
        }
    }

    /// <summary>The result of a step.</summary>
    /// <param name="reads">All texts that decide the result: expressions, directions, patterns.</param>
    /// <param name="make">Gets a frame of its own.</param>
    public T Get<T>(IEnumerable<string> reads, Func<Frame, T> make, CancellationToken cancel) where T : class, ISized
    {
        Counted Make()
        {
            var frame = newFrame();
            var value = make(frame);
            return new Counted(value, frame.DivisionsByZero, frame.Overflows);
        }
        var counted = cache is null ? Make() : cache.Get(KeyOf(typeof(T).Name, reads), Make, cancel);
        lock (_lock)
        {
            DivisionsByZero += counted.DivisionsByZero;
            Overflows += counted.Overflows;
            _parts.UnionWith(((ISized)counted).Parts);
        }
        return (T)counted.Value;
    }

    private string KeyOf(string step, IEnumerable<string> reads)
    {
        var text = string.Join('\u001e', reads);
        // A text that holds the sign without meaning it only makes the key narrower than it has to be.
        var clock = text.Contains("CURRENT_TIMESTAMP", StringComparison.OrdinalIgnoreCase) ? now.Ticks : text.Contains("CURRENT_DATE", StringComparison.OrdinalIgnoreCase) ? now.Date.Ticks : 0;
        return $"{step}\u001d{rows.Reading}\u001d{language}\u001d{text}\u001d{(text.Contains(':') ? _parameters : "")}\u001d{clock}";
    }

    private sealed record Counted(ISized Value, int DivisionsByZero, int Overflows) : ISized
    {
        public long Bytes => Value.Bytes;

        IEnumerable<ISized> ISized.Parts => Value.Parts;
    }
}

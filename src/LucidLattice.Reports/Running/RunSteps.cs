using LucidLattice.Data;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Reports.Running;

/// <summary>
/// The steps of a run whose results can be used again by the next one: an author who changes a text needs no new sorting,
/// and one more subtotal needs only that one. A result is kept under everything that the step reads.
/// </summary>
/// <param name="cache">Null works everything out anew.</param>
/// <param name="newFrame">Makes frames that stand nowhere, without totals.</param>
public sealed class RunSteps(SizedCache? cache, RowSet rows, Func<Frame> newFrame, RunInputs inputs, string language)
{
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
    /// <param name="content">All that decides the result, besides the rows: records, expressions and identities of other steps.</param>
    /// <param name="make">Gets a frame of its own.</param>
    public T Get<T>(object content, Func<Frame, T> make, CancellationToken cancel) where T : class, ISized
    {
        var counted = cache is null
            ? Make()
            : cache.Get(IdentityOf((typeof(T), content)), Make, cancel);
        lock (_lock)
        {
            DivisionsByZero += counted.DivisionsByZero;
            Overflows += counted.Overflows;
            _parts.UnionWith(((ISized)counted).Parts);
        }
        return (T)counted.Value;

        Counted Make()
        {
            var frame = newFrame();
            var value = make(frame);
            return new Counted(value, frame.DivisionsByZero, frame.Overflows);
        }
    }

    /// <summary>The identity of a result calculated from the rows of this run.</summary>
    public ContentHash IdentityOf(object content) => inputs.IdentityOf(rows.Reading, language, content);

    private sealed record Counted(ISized Value, int DivisionsByZero, int Overflows) : ISized
    {
        public long Bytes => Value.Bytes;

        IEnumerable<ISized> ISized.Parts => Value.Parts;
    }
}

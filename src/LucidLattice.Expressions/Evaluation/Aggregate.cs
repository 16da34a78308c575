using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>
/// A kind of total: its name and words, what it takes and gives, and what it keeps while rows go by. A new kind is one file
/// with a class of this, and one line in <see cref="AggregateKinds"/>; whatever offers, checks, documents or works out totals
/// takes it from there.
/// </summary>
public abstract class Aggregate : IHashedContent
{
    /// <summary>As expressions and definitions write it: <c>sum</c>.</summary>
    public abstract string Name { get; }

    object? IHashedContent.HashedContent => Name;

    /// <summary>How it is written, and what it gives, for those who write expressions.</summary>
    public abstract FunctionHelp Help { get; }

    /// <summary>In the blank of a sentence, “the … of passengers”: “average”. Null keeps it out of sentences.</summary>
    public virtual string? Noun => null;

    /// <summary>As an author would ask for it: “Average it”.</summary>
    public virtual string? Gesture => null;

    /// <summary>A short title over its figures, from what it is taken of: “Average delay”.</summary>
    /// <param name="of">With a small first letter.</param>
    public abstract string Title(string of);

    /// <summary>True if it counts, so that neither the pattern nor the currency of what is counted suits it.</summary>
    public virtual bool Counts => false;

    /// <summary>True if it takes only numbers.</summary>
    public virtual bool NumbersOnly => true;

    /// <summary>True if a value that is there several times changes the result: a join that repeats rows then makes it wrong.</summary>
    public virtual bool MindsRepeats => false;

    /// <summary>True if DISTINCT makes sense with it.</summary>
    public virtual bool TakesDistinct => false;

    /// <summary>True if DISTINCT gives another result: the largest of different values is the largest of all.</summary>
    public bool DistinctChanges => TakesDistinct && MindsRepeats || Counts;

    /// <summary>True if what was gathered for some rows can be added to what was gathered for others; running totals need that.</summary>
    public virtual bool Merges => true;

    /// <summary>The type of the result.</summary>
    public abstract DataType TypeOf(Compiled? argument);

    /// <summary>Digits after the decimal sign that the result prints by default; null where the type decides.</summary>
    public virtual int? ScaleOf(AggregateSpec spec) => spec.Argument?.Scale;

    /// <summary>What the result means.</summary>
    public virtual FieldKind KindOf(AggregateSpec spec) => Counts ? FieldKind.Plain : spec.Argument?.Kind ?? FieldKind.Plain;

    /// <summary>A doubtful use of it, as a warning; null if there is none.</summary>
    public virtual (string Code, string Message)? Doubt(Compiled argument) => null;

    /// <summary>An empty accumulator for a number of groups.</summary>
    /// <exception cref="InvalidOperationException">It does not <see cref="Merges"/>.</exception>
    public virtual Accumulator Start(AggregateSpec spec, int groups, Collation collation) => throw new InvalidOperationException(Name);

    /// <summary>The totals of every group of every level.</summary>
    /// <param name="key">The key of an expression over all rows.</param>
    public virtual AggregateTotals Total(
        AggregateSpec spec, IReadOnlyList<GroupLevel> levels, int[] order, Frame frame, Func<Compiled, RowKey> key,
        CancellationToken cancel)
        => spec.Distinct
            ? DistinctTotals.Of(spec, levels, order, frame, key(spec.Argument!), cancel)
            : MergedTotals.Merge(spec, levels, order, frame, cancel);
}

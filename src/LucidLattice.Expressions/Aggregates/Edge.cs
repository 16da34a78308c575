using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Aggregates;

/// <summary>The value of a group's first or last row, in printed order, of those that a FILTER keeps; empty where that row has
/// none.</summary>
public sealed class Edge(bool isLast) : Aggregate
{
    public override string Name => isLast ? "last" : "first";
    public override FunctionHelp Help => new(Name, $"{Name}(a)", $"the value of the group's {Name} row", Rows: false);
    public override string Noun => $"{Name} value";
    public override string Gesture => $"Show the {Name}";
    public override bool NumbersOnly => false;

    public override string Title(string of) => $"{Name} {of}";

    public override DataType TypeOf(Compiled? argument) => argument!.Type;

    public override Accumulator Start(AggregateSpec spec, int groups, Collation collation) => new EdgeAccumulator(spec, groups, isLast);

    private sealed class EdgeAccumulator(AggregateSpec spec, int groups, bool isLast) : Accumulator(spec, groups)
    {
        private readonly Value[] _values = new Value[groups];
        private readonly bool[] _any = new bool[groups];

        public override long Bytes => Groups * 41L;

        protected override void AddRows(Frame frame, ReadOnlySpan<int> rows, int group)
        {
            if (rows.Length > 0) Offer(group, Argument(frame, isLast ? rows[^1] : rows[0]));
        }

        protected override void MergeGroup(Accumulator finer, int from, int into)
        {
            var other = (EdgeAccumulator)finer;
            if (other._any[from]) Offer(into, other._values[from]);
        }

        protected override Value ResultOf(int group) => _values[group];

        /// <summary>Rows and finer groups come in printed order.</summary>
        private void Offer(int group, Value value)
        {
            if (_any[group] && !isLast) return;
            (_values[group], _any[group]) = (value, true);
        }
    }
}

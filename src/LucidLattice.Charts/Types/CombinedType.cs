namespace LucidLattice.Charts.Types;

/// <summary>The first value as columns, the others as lines; each can be drawn otherwise.</summary>
public sealed class CombinedType : CartesianType
{
    private static readonly ColumnType Columns = new();
    private static readonly LineType Line = new();

    public override string Id => "combined";
    public override string Words => "columns with lines";
    public override string Kind => "Column and line chart";
    public override bool WearsLabels => true;
    public override bool HasColumns => true;
    public override bool Bends => true;
    public override bool Mixes => true;
    public override bool Combines => true;
    public override int ValuesNeeded => 2;

    public override void DrawMarks(Plot plot) => throw new NotSupportedException("Its layers have types of their own.");

    protected override CartesianType DrawerOf(int value) => value == 0 ? Columns : Line;
}

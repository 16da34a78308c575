using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using LucidLattice.Data;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Calls;

/// <summary>Functions over rows that name each other as parents.</summary>
internal static class ParentFunctions
{
    /// <summary>What was found out about rows is good for as long as they are there.</summary>
    private static readonly ConditionalWeakTable<DataColumn, ConcurrentDictionary<DataColumn, Lazy<ParentTree>>> Known = [];

    private static readonly Reads AllRows = Reads.Nothing with { AllRows = true };

    public static IReadOnlyList<Function> All { get; } =
    [
        new(new("ancestor", "ancestor(id, parent, 1, name)", "who stands at a depth above the row, from 1 at the top: its id, or its name",
            false), 3, 4, Ancestor),
        new(new("tree_depth", "tree_depth(id, parent)", "how deep the row stands below its top, which has 1", false), 2, 2, Depth),
    ];

    private static Compiled Ancestor(CallSyntax call, Compiled[] arguments)
    {
        var (id, parent) = Fields(call, arguments);
        Arguments.Require(call, 2, arguments[2], DataType.Whole, "a whole number, the depth from 1 at the top");
        var (depth, gives) = (arguments[2], arguments.Length == 4 ? arguments[3] : arguments[0]);
        if (gives.Field is not { } field) throw NoField(call, 3);
        return Compiled.Combined(gives.Type, arguments, frame =>
        {
            if (frame.Row < 0 || depth.Evaluate(frame) is not { IsNull: false } at) return Value.Null;
            if (Tree(frame.Rows, id, parent).At(frame.Row, at.Whole) is not { } found) return Value.Null;
            return field == id ? found.Id : found.Row < 0 ? Value.Null : frame.Rows.Columns[field][found.Row];
        }, AllRows) with { Codes = gives.Codes, Kind = gives.Kind, Scale = gives.Scale };
    }

    private static Compiled Depth(CallSyntax call, Compiled[] arguments)
    {
        var (id, parent) = Fields(call, arguments);
        return Compiled.Combined(DataType.Whole, arguments,
            frame => frame.Row < 0 ? Value.Null : Value.Of((long)Tree(frame.Rows, id, parent).DepthOf(frame.Row)), AllRows);
    }

    private static (int Id, int Parent) Fields(CallSyntax call, Compiled[] arguments)
    {
        var id = arguments[0].Field ?? throw NoField(call, 0);
        var parent = arguments[1].Field ?? throw NoField(call, 1);
        return arguments[0].Type == arguments[1].Type ? (id, parent)
            : throw Arguments.Wrong(call, 1, $"{arguments[0].Type.Words()}, as “{arguments[0].Text}” is", arguments[1].Type);
    }

    private static ExpressionException NoField(CallSyntax call, int argument) => new("not-a-field",
        $"{call.Name.ToLowerInvariant()} looks through all rows, so it takes fields alone.", call.Arguments[argument].Position,
        "Work it out as a field of the dataset first.");

    private static ParentTree Tree(RowSet rows, int id, int parent) => Known.GetOrCreateValue(rows.Columns[id])
        .GetOrAdd(rows.Columns[parent], with => new(() => new ParentTree(rows.Columns[id], with, rows.Count))).Value;
}

using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>An expression that is ready to be evaluated.</summary>
/// <param name="Type">The type of its values.</param>
/// <param name="Phase">The earliest phase in which it can be evaluated.</param>
/// <param name="Evaluate">Gives its value in a frame.</param>
public sealed record Compiled(DataType Type, Phase Phase, [property: ExcludedFromHash] Func<Frame, Value> Evaluate)
{
    /// <summary>What it was made from, which decides its values.</summary>
    public CompiledSource Source { get; init; } = CompiledSource.Unknown;

    /// <summary>As it was written; empty for what has no text of its own.</summary>
    [ExcludedFromHash]
    public string Text { get; init; } = "";

    /// <summary>The index of the field, if the expression is a bare field.</summary>
    public int? Field { get; init; }

    /// <summary>The indices of all fields that rows need for it.</summary>
    public IReadOnlySet<int> Fields { get; init; } = new HashSet<int>();

    /// <summary>What it reads besides fields.</summary>
    public Reads Reads { get; init; } = Reads.Nothing;

    /// <summary>True if it reads fields outside of any aggregate.</summary>
    public bool ReadsRow { get; init; }

    /// <summary>The digits after the decimal sign, as far as they are known: what a total of it prints by default.</summary>
    public int? Scale { get; init; }

    /// <summary>What a field that is passed through or totalled means.</summary>
    public FieldKind Kind { get; init; }

    /// <summary>The part of a date that it is, as EXTRACT names it (MONTH, QUARTER, ISODOW, DOW), which has a name as well as a number;
    /// null
    /// for anything else.</summary>
    public string? DatePart { get; init; }

    /// <summary>Of a length of time: false where it is known to be whole days or months.</summary>
    public bool HasTimeOfDay { get; init; }

    /// <summary>ISO 4217 code of a money field that is passed through or totalled; null for the report's.</summary>
    public string? Currency { get; init; }

    /// <summary>The value list, if the expression is a bare coded field.</summary>
    public CodeBook? Codes { get; init; }

    /// <summary>A compiled expression whose phase and fields follow from its operands.</summary>
    /// <param name="reads">What it reads besides what its operands do.</param>
    public static Compiled Combined(DataType type, IReadOnlyList<Compiled> operands, Func<Frame, Value> evaluate, Reads? reads = null) =>
        new(type, operands.Count == 0 ? Phase.Constant : operands.Max(o => o.Phase), evaluate)
    {
        Fields = operands.SelectMany(o => o.Fields).ToHashSet(),
        ReadsRow = operands.Any(o => o.ReadsRow),
        Reads = Reads.All(operands.Select(o => o.Reads)).With(reads ?? Reads.Nothing),
    };
}

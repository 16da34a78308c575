using LucidLattice.Core.Data;
using LucidLattice.Core.Expressions.Aggregates;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Expressions;

/// <summary>Where an evaluation stands: the row, the groups around it, the page. Reused from one evaluation to the next.</summary>
public sealed class Frame
{
    public RowSet Rows { get; init; } = RowSet.Empty;

    /// <summary>The row in the dataset's order; -1 if there is none.</summary>
    public int Row { get; set; } = -1;

    /// <summary>The current group of each level, the whole section at 0.</summary>
    public int[] Groups { get; init; } = [0];

    /// <summary>The totals of the section's groups.</summary>
    public Totals? Totals { get; set; }

    /// <summary>The totals of a chart's marks, and the mark that is asked for.</summary>
    public Totals? MarkTotals { get; set; }
    public int Mark { get; set; }

    /// <summary>In the order of the definition.</summary>
    public Value[] Parameters { get; init; } = [];

    /// <summary>The value of a parameter as people read it, in a pattern or in what suits it.</summary>
    public Func<int, string?, string> ParameterWords { get; init; } = (_, _) => "";
    public DateTime Now { get; init; }
    public Collation Collation { get; init; } = new("");

    /// <summary>From 1.</summary>
    public int PageNumber { get; set; }

    /// <summary>Null until the last page is known.</summary>
    public int? PageCount { get; set; }

    /// <summary>How often something was divided by zero; each time the result was NULL.</summary>
    public int DivisionsByZero { get; set; }

    /// <summary>How many values did not fit their type; each printed as nothing.</summary>
    public int Overflows { get; set; }

    /// <summary>The value of an expression, or NULL, counted, if it does not fit its type.</summary>
    public Value Try(Compiled expression)
    {
        try
        {
            return expression.Evaluate(this);
        }
        catch (Exception e) when (e is OverflowException or ArgumentOutOfRangeException)
        {
            Overflows++;
            return Value.Null;
        }
    }
}

/// <summary>An expression that is ready to be evaluated.</summary>
/// <param name="Type">The type of its values.</param>
/// <param name="Phase">The earliest phase in which it can be evaluated.</param>
/// <param name="Evaluate">Gives its value in a frame.</param>
public sealed record Compiled(DataType Type, Phase Phase, Func<Frame, Value> Evaluate)
{
    /// <summary>As it was written; empty for what has no text of its own.</summary>
    public string Text { get; init; } = "";

    /// <summary>The index of the field, if the expression is a bare field.</summary>
    public int? Field { get; init; }

    /// <summary>The indices of all fields that rows need for it.</summary>
    public IReadOnlySet<int> Fields { get; init; } = new HashSet<int>();

    /// <summary>True if it reads fields outside of any aggregate.</summary>
    public bool ReadsRow { get; init; }

    /// <summary>The digits after the decimal sign, as far as they are known: what a total of it prints by default.</summary>
    public int? Scale { get; init; }

    /// <summary>What a field that is passed through or totalled means.</summary>
    public Definitions.FieldKind Kind { get; init; }

    /// <summary>ISO 4217 code of a money field that is passed through or totalled; null for the report's.</summary>
    public string? Currency { get; init; }

    /// <summary>The value list, if the expression is a bare coded field.</summary>
    public CodeBook? Codes { get; init; }

    /// <summary>The text and all that decides its order and its labels: what was worked out for one is good for the other.</summary>
    public string Identity => Codes is null ? Text : $"{Text} [{Codes.Identity}]";
}

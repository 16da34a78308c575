using LucidLattice.Model.Hashing;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Parsing;

/// <summary>An expression's tree as it was written, before names and types are looked up. Positions count from 0.</summary>
public abstract record Syntax([property: ExcludedFromHash] int Position)
{
    /// <summary>The names of fields in the tree, with their places, in no order.</summary>
    public IEnumerable<NameSyntax> FieldNames() => this is NameSyntax name ? [name] : Children().SelectMany(c => c.FieldNames());

    /// <summary>The tree's nodes, each before what is inside of it.</summary>
    public IEnumerable<Syntax> Nodes() => Children().SelectMany(c => c.Nodes()).Prepend(this);

    private int _height;

    /// <summary>How many nodes stand above each other in the tree, from this one down to its lowest leaf. Whoever builds a tree asks each
    /// node once it is made, so that no answer looks further than one step.</summary>
    public int Height
    {
        get
        {
            if (_height == 0) _height = 1 + Children().Select(c => c.Height).DefaultIfEmpty(0).Max();
            return _height;
        }
    }

    private IEnumerable<Syntax> Children() => this switch
    {
        UnarySyntax u => [u.Operand],
        BinarySyntax b => [b.Left, b.Right],
        BetweenSyntax b => [b.Operand, b.Low, b.High],
        InSyntax i => [i.Operand, .. i.Choices],
        InParameterSyntax i => [i.Operand, i.Parameter],
        LikeSyntax l => [l.Operand, l.Pattern],
        IsNullSyntax i => [i.Operand],
        CaseSyntax c => [.. c.Branches.SelectMany(b => new[] { b.When, b.Then }), .. new[] { c.Operand, c.Else }.OfType<Syntax>()],
        CastSyntax c => [c.Operand],
        ExtractSyntax e => [e.Operand],
        CallSyntax c => [.. c.Arguments, .. new[] { c.Filter, c.Within, c.Over?.By }.OfType<Syntax>()],
        _ => [],
    };
}

public sealed record LiteralSyntax(Value Value, int Position) : Syntax(Position);
/// <param name="InQuotes">True for a name in double quotes.</param>
public sealed record NameSyntax(string Name, int Position, [property: ExcludedFromHash] bool InQuotes = false) : Syntax(Position);
public sealed record ParameterSyntax(string Name, int Position) : Syntax(Position);
public sealed record UnarySyntax(string Operator, Syntax Operand, int Position) : Syntax(Position);
/// <param name="Operator">A sign, AND, OR, or one of <see cref="SameOrNot"/>.</param>
public sealed record BinarySyntax(string Operator, Syntax Left, Syntax Right, int Position) : Syntax(Position);
public sealed record BetweenSyntax(Syntax Operand, Syntax Low, Syntax High, bool Not, int Position) : Syntax(Position);
public sealed record InSyntax(Syntax Operand, IReadOnlyList<Syntax> Choices, bool Not, int Position) : Syntax(Position);

/// <summary>Whether a value is among those of a parameter: its one value, one of several, a day of its period; every one takes
/// all.</summary>
public sealed record InParameterSyntax(Syntax Operand, ParameterSyntax Parameter, bool Not, int Position) : Syntax(Position);
/// <param name="Escape">In the pattern, what follows it stands for itself.</param>
public sealed record LikeSyntax(Syntax Operand, Syntax Pattern, bool Not, int Position, char? Escape = null) : Syntax(Position);
public sealed record IsNullSyntax(Syntax Operand, bool Not, int Position) : Syntax(Position);
public sealed record CaseSyntax(Syntax? Operand, IReadOnlyList<(Syntax When, Syntax Then)> Branches, Syntax? Else, int Position)
    : Syntax(Position);
public sealed record CastSyntax(Syntax Operand, DataType Type, int? Scale, int Position) : Syntax(Position);
public sealed record ExtractSyntax(string Part, Syntax Operand, int Position) : Syntax(Position);

/// <summary>A call; an aggregate has <see cref="Star"/>, <see cref="Distinct"/>, <see cref="Filter"/> or <see cref="Over"/> too.</summary>
public sealed record CallSyntax(string Name, IReadOnlyList<Syntax> Arguments, int Position) : Syntax(Position)
{
    public bool Star { get; init; }
    public bool Distinct { get; init; }
    public Syntax? Filter { get; init; }

    /// <summary>In <c>percentile_cont(0.9) WITHIN GROUP (ORDER BY delay)</c>: what is put in order.</summary>
    public Syntax? Within { get; init; }
    public OverSyntax? Over { get; init; }

    /// <summary>True if it has something that only makes sense over several rows.</summary>
    public bool NeedsRows => Star || Distinct || Filter is not null || Within is not null || Over is not null;
}

/// <summary>OVER () without a partition, or OVER (PARTITION BY level).</summary>
/// <param name="Running">With ROWS UNBOUNDED PRECEDING: from the first row up to where it stands.</param>
/// <param name="By">With ORDER BY: what ranks are given by.</param>
public sealed record OverSyntax(string? Level, [property: ExcludedFromHash] int Position, bool Running = false, Syntax? By = null,
    bool Descending = false);

/// <summary>Comparisons for which NULL is a value like others.</summary>
public static class SameOrNot
{
    public const string Distinct = "IS DISTINCT FROM", Same = "IS NOT DISTINCT FROM";
}

using System.Globalization;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>A line of a statement, as an aggregate is taken of it.</summary>
/// <param name="Condition">Holds for the rows of the line.</param>
/// <param name="Over">The OVER behind the aggregate.</param>
public readonly record struct StatementLine(string Condition, string Over);

/// <summary>
/// The lines that formulas of a section name: the groups of one level, and calculated rows. A formula is written out as an expression over
/// aggregates, the same that an author could write, so that it is checked, traced and cached like any other.
/// </summary>
public sealed class StatementLines
{
    /// <summary>What a total is called in a formula of its own.</summary>
    public const string Itself = "this";

    private readonly Dictionary<string, CalculatedRow> _rows = new(StringComparer.OrdinalIgnoreCase);
    private readonly Level _level;
    private readonly Func<Level, Compiled?> _keyOf;
    private readonly string _over;
    private int _terms;

    private StatementLines(Section section, int at, BandPlace place, Func<Level, Compiled?> keyOf)
    {
        _level = section.Levels[at];
        _keyOf = keyOf;
        var around = Math.Min(at, place.Level);
        _over = around == 0 ? " OVER ()" : $" OVER (PARTITION BY {Names.Quoted(section.Levels[around - 1].Name)})";
        foreach (var row in section.AllCalculated())
            _rows.TryAdd(row.Name, row);
    }

    /// <param name="keyOf">The key of a level; null if it is broken.</param>
    /// <returns>Null where there are no lines: the section has no levels.</returns>
    public static StatementLines? Of(Section section, BandPlace place, Func<Level, Compiled?> keyOf) =>
        IndexOf(section) is { } at ? new(section, at, place, keyOf) : null;

    /// <summary>The index of the level whose groups are the lines: the outermost one in whose bands calculated rows stand, or the
    /// first.</summary>
    public static int? IndexOf(Section section)
    {
        if (section.Levels.Count == 0) return null;
        for (var i = 0; i < section.Levels.Count; i++)
            if (section.Levels[i].Header.Parts.Concat(section.Levels[i].Footer.Parts).Any(p => p.Calculated is not null)) return i;
        return 0;
    }

    /// <summary>The condition that holds for the rows of a group of the lines.</summary>
    /// <exception cref="ExpressionException">No group can be called so.</exception>
    public string ConditionOf(string name, int position = 0)
    {
        if (_level.Groups?.Groups.FirstOrDefault(g => Is(g.Name, name)) is { } named)
            return $"({_level.By}) IN ({string.Join(", ", named.Keys.Select(k => Written(k, position)))})";
        if (_level.Label is not { Length: > 0 } label) return $"({_level.By}) = {Written(name, position)}";
        // Groups that are called by something else than their key are named by it.
        return $"CAST(({label}) AS text) = {Literals.Write(DataType.Text, name)}";
    }

    /// <summary>The groups that a formula names itself, apart from calculated rows; none of a formula that is none.</summary>
    public IEnumerable<string> GroupsIn(string formula)
    {
        try
        {
            var names = Parser.Parse(formula).FieldNames().Select(n => n.Name).Distinct();
            return [.. names.Where(n => !Is(n, Itself) && !_rows.ContainsKey(n))];
        }
        catch (ExpressionException)
        {
            return [];
        }
    }

    /// <summary>A formula with each line in it written by <paramref name="line"/>; an empty line is 0.</summary>
    /// <param name="itself">What <see cref="Itself"/> stands for; null where the formula is that of a whole row.</param>
    /// <exception cref="ExpressionException">The formula is none; the position counts in the whole formula.</exception>
    public string Write(string formula, string? itself, Func<StatementLine, string> line)
    {
        _terms = 0;
        return Written(formula, itself, line, []);
    }

    private string Written(string formula, string? itself, Func<StatementLine, string> line, IReadOnlyList<string> inside)
    {
        return Visit(Parser.Parse(formula));

        string Visit(Syntax syntax)
        {
            if (++_terms > CalculatedRow.MostTerms)
                throw new ExpressionException("formula-too-long",
                    $"The formula stands for more than {CalculatedRow.MostTerms} terms, those of the rows that it names included.",
                    syntax.Position, "Name fewer calculated rows.");
            return syntax switch
            {
                LiteralSyntax { Value: { Type: DataType.Whole or DataType.Decimal } number } =>
                    number.Decimal.ToString(CultureInfo.InvariantCulture),
                LiteralSyntax { Value: { Type: DataType.Text, Text: var name } } => Line(name, syntax.Position),
                NameSyntax name => Line(name.Name, name.Position),
                UnarySyntax { Operator: "-" } minus => $"(- {Visit(minus.Operand)})",
                BinarySyntax { Operator: "/" } ratio => $"(1.0 * {Visit(ratio.Left)} / nullif({Visit(ratio.Right)}, 0))",
                BinarySyntax { Operator: "+" or "-" or "*" } sum => $"({Visit(sum.Left)} {sum.Operator} {Visit(sum.Right)})",
                _ => throw new ExpressionException("not-a-formula",
                    "A formula over lines has numbers, names of lines, + - * / and parentheses alone.", syntax.Position,
                    "Write it as Revenue - \"Cost of sales\"."),
            };
        }

        string Line(string name, int position)
        {
            if (Is(name, Itself))
                return itself is not null ? $"coalesce({itself}, 0)" : throw new ExpressionException("formula-of-itself",
                    "“this” is a total itself, which a calculated row has not.", position, "Name a line.");
            if (!_rows.TryGetValue(name, out var row)) return $"coalesce({line(new(ConditionOf(name, position), _over))}, 0)";
            if (inside.Any(n => Is(n, name)))
                throw new ExpressionException("formula-of-itself", $"“{name}” is calculated from itself.", position,
                    "Remove it from the formula.");
            return Written(row.Formula, null, line, [.. inside, row.Name]);
        }
    }

    private string Written(string name, int position)
    {
        if (_keyOf(_level) is not { } key) return "NULL";
        var text = key.Codes?.Labels.FirstOrDefault(c => Is(c.Label, name)) is { Code: { } code } ? code : name;
        return ValueText.TryParse(text, key.Type, out var value) ? Literals.Write(key.Type,
            key.Type == DataType.DateTime ? value.Invariant.Replace('T', ' ') : value.Invariant)
            : throw new ExpressionException("unknown-line",
                $"“{name}” is neither a calculated row nor {key.Type.Words()}, as the groups of “{_level.Name}” are.", position,
                "Use the name of a group.");
    }

    private static bool Is(string one, string other) => string.Equals(one, other, StringComparison.OrdinalIgnoreCase);
}

namespace LucidLattice.Testing;

/// <summary>Makes random expressions over a row with whole numbers a, b, n (empty) and texts s, t, z (empty).</summary>
public sealed class ExpressionGenerator(int seed)
{
    private readonly Random _random = new(seed);

    public string Any() => _random.Next(3) switch { 0 => Number(5), 1 => Text(4), _ => Logic(4) };

    private string Number(int depth) => depth == 0 || _random.Next(4) == 0
        ? Of("a", "b", "n", "NULL", _random.Next(20).ToString(System.Globalization.CultureInfo.InvariantCulture))
        : _random.Next(8) switch
        {
            0 => $"(-{Number(depth - 1)})",
            1 => $"NULLIF({Number(depth - 1)}, {Number(depth - 1)})",
            2 => $"COALESCE({Number(depth - 1)}, {Number(depth - 1)})",
            3 => $"abs({Number(depth - 1)})",
            4 => $"mod({Number(depth - 1)}, {Number(depth - 1)})",
            5 => $"CASE WHEN {Logic(depth - 1)} THEN {Number(depth - 1)} ELSE {Number(depth - 1)} END",
            6 => $"length({Text(depth - 1)})",
            _ => $"({Number(depth - 1)} {Of("+", "-", "*")} {Number(depth - 1)})",
        };

    private string Text(int depth) => depth == 0 || _random.Next(4) == 0
        ? Of("s", "t", "z", "''", "'ern'", "'A'", "'it''s'", "' x '")
        : _random.Next(7) switch
        {
            0 => $"upper({Text(depth - 1)})",
            1 => $"lower({Text(depth - 1)})",
            2 => $"trim({Text(depth - 1)})",
            3 => $"substr({Text(depth - 1)}, {_random.Next(1, 7)}, {_random.Next(5)})",
            4 => $"replace({Text(depth - 1)}, {Of("'ern'", "'A'", "' '")}, {Text(depth - 1)})",
            5 => $"COALESCE({Text(depth - 1)}, {Text(depth - 1)})",
            _ => $"({Text(depth - 1)} || {Text(depth - 1)})",
        };

    private string Logic(int depth) => depth == 0 || _random.Next(3) == 0
        ? _random.Next(6) switch
        {
            0 => $"({Number(2)} {Of("=", "<>", "<", "<=", ">", ">=")} {Number(2)})",
            1 => $"({Text(1)} {Of("=", "<>")} {Text(1)})",
            2 => $"({Number(1)} {Of("", "NOT ")}BETWEEN {Number(1)} AND {Number(1)})",
            3 => $"({Number(1)} {Of("", "NOT ")}IN ({Number(1)}, {Number(1)}))",
            4 => $"({Text(1)} {Of("", "NOT ")}LIKE {Of("'%'", "'T%'", "'_e%'", "'%p_'", "'a_b%c'", "''")})",
            _ => $"({Number(2)} IS{Of("", " NOT")} NULL)",
        }
        : _random.Next(3) switch
        {
            0 => $"(NOT {Logic(depth - 1)})",
            1 => $"({Logic(depth - 1)} AND {Logic(depth - 1)})",
            _ => $"({Logic(depth - 1)} OR {Logic(depth - 1)})",
        };

    private string Of(params string[] choices) => choices[_random.Next(choices.Length)];
}

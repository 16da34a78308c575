namespace LucidLattice.Expressions.Parsing;

/// <summary>The smallest piece of an expression.</summary>
/// <param name="Text">Words in upper case; quoted names and texts without their quotes, doubled quotes made single.</param>
/// <param name="Position">Where it starts, from 0.</param>
/// <param name="Source">As it was written.</param>
public readonly record struct Token(TokenKind Kind, string Text, int Position, string Source)
{
    public bool Is(string word) => Kind is TokenKind.Word or TokenKind.Symbol && Text == word;
}

public enum TokenKind { Word, QuotedName, Number, Text, Parameter, Symbol, End }

namespace LucidLattice.Expressions.Evaluation;

/// <summary>What authors are offered while they write an expression.</summary>
/// <param name="Form">How it is written: <c>round(number, digits)</c>.</param>
/// <param name="Words">What it gives.</param>
/// <param name="Rows">False if it needs the rows of a group or a page around it, so that a calculated field cannot use it.</param>
public sealed record FunctionHelp(string Name, string Form, string Words, bool Rows = true);

using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Reports.Running;

/// <summary>Conditions over parameters alone, which are decided before any row is read.</summary>
/// <param name="values">Of the parameters, in the order of the definition.</param>
internal sealed class ParameterConditions(ReportDefinition report, Value[] values, DateTime now)
{
    private readonly Frame _frame = new() { Parameters = values, Now = now };
    private readonly Scope _scope = new() { Parameters = report.Parameters, Allowed = Phase.Constant };

    /// <summary>True if the condition cannot hold in this run. One that is broken, or that asks for more than parameters, may hold;
    /// planning
    /// says what is wrong with it.</summary>
    public bool IsNeverTrue(string? condition)
    {
        if (condition is not { Length: > 0 }) return false;
        try
        {
            return _frame.Try(Compiler.Condition(condition, _scope)) is not { IsNull: false, Bool: true };
        }
        catch (ExpressionException)
        {
            return false;
        }
    }
}

using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Reports.Running;

/// <summary>How much of the run clock a report asks for.</summary>
public static class ReportClock
{
    private const string Now = "CURRENT_TIMESTAMP";

    /// <summary>True if any of its expressions, texts or queries asks for the time of the run, and not for its day alone.</summary>
    public static bool AsksForTime(ReportDefinition report)
    {
        var asks = false;
        report.MapTexts((form, text) =>
        {
            asks = asks || (text.Contains(Now, StringComparison.OrdinalIgnoreCase) && AsksForTime(form, text));
            return text;
        });
        return asks;
    }

    private static bool AsksForTime(TextForm form, string text)
    {
        if (form == TextForm.Sql) return true;
        if (form == TextForm.Expression) return Reads(text);
        var asks = false;
        if (form == TextForm.Template)
            TextTemplate.MapExpressions(text, expression =>
            {
                asks |= Reads(expression);
                return expression;
            });
        return asks;
    }

    /// <summary>A name or a text in quotes that reads the same is another thing.</summary>
    private static bool Reads(string expression)
    {
        try
        {
            return Lexer.Read(expression).Any(t => t.Is(Now));
        }
        catch (ExpressionException)
        {
            return false;
        }
    }
}

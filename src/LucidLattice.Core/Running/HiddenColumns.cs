using LucidLattice.Core.Definitions;
using LucidLattice.Core.Expressions;
using LucidLattice.Core.Values;

namespace LucidLattice.Core.Running;

/// <summary>Columns that parameters hide: a report is run as if they were not there, so that those beside them move up.</summary>
internal static class HiddenColumns
{
    /// <param name="values">Of the parameters, in the order of the definition.</param>
    public static ReportDefinition Without(ReportDefinition report, Value[] values, DateTime now)
    {
        var asked = report.AllSections().SelectMany(s => s.Columns).Where(c => c.When is { Length: > 0 }).ToList();
        if (asked.Count == 0) return report;
        var frame = new Frame { Parameters = values, Now = now };
        var hidden = asked.Where(c => !IsShown(c.When!, report, frame)).Select(c => c.Id).ToHashSet();
        if (hidden.Count == 0) return report;
        return report.MapAllElements(e => e.Column is { } column && hidden.Contains(column) ? null : e)
            .MapSections(s => s with { Columns = [.. s.Columns.Where(c => !hidden.Contains(c.Id))] });
    }

    /// <summary>A condition that is broken hides nothing; planning says what is wrong with it.</summary>
    private static bool IsShown(string condition, ReportDefinition report, Frame frame)
    {
        try
        {
            return frame.Try(Compiler.Condition(condition, OfParameters(report))) is { IsNull: false, Bool: true };
        }
        catch (ExpressionException)
        {
            return true;
        }
    }

    /// <summary>What the condition of a column may use.</summary>
    private static Scope OfParameters(ReportDefinition report) => new() { Parameters = report.Parameters, Allowed = Phase.Constant };
}

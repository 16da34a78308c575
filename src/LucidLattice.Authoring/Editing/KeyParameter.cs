using LucidLattice.Charts;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Editing;

/// <summary>A parameter that takes the keys of groups or categories, and the condition by which it keeps just their rows.</summary>
/// <param name="Condition">An expression over rows; it holds for all of them while every one is taken.</param>
internal sealed record KeyParameter(Parameter Parameter, string Condition)
{
    /// <param name="by">What the keys are worked out by.</param>
    /// <param name="words">What they are called where they are no field alone.</param>
    /// <param name="several">True where one group may stand for several keys.</param>
    /// <param name="taken">Parameters whose names are taken.</param>
    /// <exception cref="EditException">The expression is wrong.</exception>
    public static KeyParameter Of(string by, string words, bool several, Dataset dataset, IReadOnlyList<Parameter> taken)
    {
        var type = TypeOf(by, dataset, taken);
        var fields = FieldNames.In(by, dataset.Fields).ToList();
        var (called, caption) = Called(by, words, fields, dataset);
        // A month is a period; hours are not, since a period is made of days.
        var isPeriod = !several && fields.Count == 1 && DateSteps.StepOf(by) is { Unit: >= TimeUnit.Day };
        var name = ParameterNames.Free(Names.Parameter(called), taken);
        return new KeyParameter(new Parameter
        {
            Name = name, Label = caption, Default = "*", Every = $"every {caption.ToLowerInvariant()}",
            Type = isPeriod ? DataType.Date : type == DataType.Null ? DataType.Text : type,
            Shape = isPeriod ? ParameterShape.Period : ParameterShape.Several,
            Choices = isPeriod ? null : new DatasetChoices { Dataset = dataset.Id, Value = by, Unfiltered = true },
        }, $"({(isPeriod ? Names.Quoted(fields[0]) : by)}) IN :{name}");
    }

    /// <summary>A field by its own name; a part of a date, as the calendar month, by that of the part; anything else by what its groups
    /// are called.</summary>
    private static (string Name, string Caption) Called(string by, string words, List<string> fields, Dataset dataset)
    {
        if (fields.Count != 1) return (words, words);
        if (Parser.Parse(by) is ExtractSyntax part)
            return (part.Part, char.ToUpperInvariant(part.Part[0]) + part.Part[1..].ToLowerInvariant());
        return (fields[0], dataset.Fields.First(f => f.Name == fields[0]).Caption);
    }

    private static DataType TypeOf(string by, Dataset dataset, IReadOnlyList<Parameter> parameters)
    {
        try
        {
            return Compiler.Compile(by, new Scope { Fields = dataset.Fields, Parameters = parameters, Allowed = Phase.Row }).Type;
        }
        catch (ExpressionException e)
        {
            throw new EditException($"What the rows are grouped by is not right: {e.Message}");
        }
    }
}

using System.Text.RegularExpressions;
using LucidLattice.Expressions.Aggregates;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets.Parameters;

/// <summary>Proposes a parameter that an expression names and nobody has made yet, with the type and the shape that follow from where it
/// stands.</summary>
public static class MissingParameter
{
    /// <summary>The first parameter of an expression that is not there; null if there is none, or if the expression cannot be
    /// read.</summary>
    /// <param name="dataset">The rows that the expression is about.</param>
    public static Parameter? Propose(string expression, Dataset dataset, IReadOnlyList<Parameter> parameters)
    {
        try
        {
            return Parser.Parse(expression).Nodes().Select(n => Named(n, dataset, parameters)).OfType<Parameter>().FirstOrDefault();
        }
        catch (ExpressionException)
        {
            return null;
        }
    }

    /// <summary>A parameter that the SQL of a query names. Its type is that of the column it stands beside, where a field is called
    /// so.</summary>
    public static Parameter ProposeForSql(string sql, string name, Dataset dataset)
    {
        var beside = Regex.Match(sql, $@"([\p{{L}}\p{{N}}_]+)[\s""\]`]*(=|<>|<=|>=|<|>|\bLIKE\b|\bBETWEEN\b)\s*:{Regex.Escape(name)}\b",
            RegexOptions.IgnoreCase | RegexOptions.CultureInvariant, TimeSpan.FromSeconds(1)).Groups[1].Value;
        var field = dataset.Fields.FirstOrDefault(f => string.Equals(f.ColumnName, beside, StringComparison.OrdinalIgnoreCase));
        var compared = field is { Expression: null or "" } ? Names.Quoted(field.Name) : $":{name}";
        var expression = $"{compared} = :{name}";
        return Propose(expression, dataset, []) is { } made ? made with { Choices = null, Name = name }
            : new Parameter { Name = name, Type = DataType.Text };
    }

    /// <summary>What a node asks of a parameter that is not there; null if it names none.</summary>
    private static Parameter? Named(Syntax node, Dataset dataset, IReadOnlyList<Parameter> parameters)
    {
        return node switch
        {
            InParameterSyntax { Parameter: var p } asked when IsMissing(p) => Make(p, asked.Operand, ParameterShape.Several),
            BetweenSyntax { Low: ParameterSyntax p } span when IsMissing(p) => Make(p, span.Operand, ParameterShape.Single),
            BetweenSyntax { High: ParameterSyntax p } span when IsMissing(p) => Make(p, span.Operand, ParameterShape.Single),
            InSyntax listed when listed.Choices.OfType<ParameterSyntax>().FirstOrDefault(IsMissing) is { } p =>
                Make(p, listed.Operand, ParameterShape.Single),
            BinarySyntax { Operator: "AND" or "OR" } => null,
            BinarySyntax { Left: ParameterSyntax p } pair when IsMissing(p) => Make(p, pair.Right, ParameterShape.Single),
            BinarySyntax { Right: ParameterSyntax p } pair when IsMissing(p) => Make(p, pair.Left, ParameterShape.Single),
            // In :year - 1 the number says less than what the whole is compared with.
            BinarySyntax { Right: BinarySyntax { Left: ParameterSyntax p } } pair when IsMissing(p) =>
                Make(p, pair.Left, ParameterShape.Single),
            ParameterSyntax p when IsMissing(p) => Make(p, null, ParameterShape.Single),
            _ => null,
        };

        bool IsMissing(ParameterSyntax p) =>
            parameters.All(known => !string.Equals(known.Name, p.Name, StringComparison.OrdinalIgnoreCase));

        Parameter Make(ParameterSyntax p, Syntax? beside, ParameterShape shape)
        {
            var value = beside switch
            {
                NameSyntax field => Names.Quoted(field.Name),
                ExtractSyntax { Operand: NameSyntax field } part =>
                    $"EXTRACT({part.Part.ToUpperInvariant()} FROM {Names.Quoted(field.Name)})",
                _ => null,
            };
            var type = TypeOf(value) ?? TypeBeside(beside)
                ?? (string.Equals(p.Name, "year", StringComparison.OrdinalIgnoreCase) ? DataType.Whole : DataType.Text);
            // Dates and measures are typed; what there are a few of is chosen.
            var isListed = value is not null && TypeOf(value) is not null && (type == DataType.Text || beside is ExtractSyntax
                || shape == ParameterShape.Several || IsKey(beside));
            return new Parameter
            {
                Name = p.Name, Type = type, Shape = shape, Required = shape == ParameterShape.Single,
                Label = char.ToUpperInvariant(p.Name[0]) + p.Name[1..].Replace('_', ' '),
                Default = shape == ParameterShape.Several ? "*" : type == DataType.Date ? "CURRENT_DATE" : null,
                Every = shape == ParameterShape.Several ? $"every {p.Name.Replace('_', ' ').ToLowerInvariant()}" : null,
                Choices = !isListed ? null : new DatasetChoices
                {
                    Dataset = dataset.Id, Value = value!, Unfiltered = true,
                    Order = type == DataType.Text ? ChoiceOrder.Label : ChoiceOrder.Value,
                    Initial = shape != ParameterShape.Single ? null : beside is ExtractSyntax ? InitialChoice.Last : InitialChoice.First,
                },
            };
        }

        // What cannot be compiled by itself, as a total, still tells whether it is a number.
        DataType? TypeBeside(Syntax? beside) => beside switch
        {
            LiteralSyntax literal => literal.Value.Type,
            CallSyntax { Name: "COUNT" } => DataType.Whole,
            CallSyntax { Name: "MIN" or "MAX", Arguments: [NameSyntax of] } => TypeOf(Names.Quoted(of.Name)),
            CallSyntax call when AggregateKinds.Find(call.Name) is not null => DataType.Decimal,
            BinarySyntax { Operator: "+" or "-" or "*" or "/" } => DataType.Decimal,
            UnarySyntax { Operator: "-" } => DataType.Decimal,
            _ => null,
        };

        bool IsKey(Syntax? beside) => beside is NameSyntax name
            && dataset.Fields.FirstOrDefault(f => f.Name == name.Name) is { Kind: FieldKind.Key } or { Codes.Count: > 0 };

        DataType? TypeOf(string? value)
        {
            if (value is null) return null;
            try
            {
                return Compiler.Compile(value, new Scope { Fields = dataset.Fields, Allowed = Phase.Row }).Type;
            }
            catch (ExpressionException)
            {
                return null;
            }
        }
    }
}

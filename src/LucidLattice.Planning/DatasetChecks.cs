using LucidLattice.Data;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning;

/// <summary>What can be wrong with a dataset's limits, and with the names, types, value lists and currencies of its fields, and of those
/// that it starts from.</summary>
public static class DatasetChecks
{
    public static IEnumerable<Problem> Check(Dataset dataset)
    {
        if (dataset.Source is DerivedSource { Base: { } basis })
            foreach (var problem in Check(basis)) yield return problem;
        if (dataset.RowLimit is < 1)
            yield return new("bad-limit", Severity.Error, $"“{dataset.Name}” keeps at most {dataset.RowLimit} rows, which is none.",
                dataset.Id, "rowLimit", Mends: ["Give 1 or more, or no limit."]);
        if (dataset.SecondsLimit is < 1)
            yield return new("bad-limit", Severity.Error,
                $"The query of “{dataset.Name}” may take {dataset.SecondsLimit} seconds, which is no time.", dataset.Id, "secondsLimit",
                Mends: ["Give 1 or more, or no limit."]);
        foreach (var twice in dataset.Fields.GroupBy(f => f.Name).Where(g => g.Count() > 1))
            yield return new("duplicate-name", Severity.Error, $"The dataset “{dataset.Name}” has two fields called “{twice.Key}”.",
                dataset.Id, "fields", Mends: ["Remove one of them."]);
        foreach (var field in dataset.Fields)
        {
            if (!field.Type.IsDeclarable() || field.Scale is < 0 or > ColumnBuilder.MostScale)
                yield return new("bad-type", Severity.Error, $"The field “{field.Name}” has no usable type or scale.", dataset.Id, "fields",
                    Mends: [$"A scale is 0 to {ColumnBuilder.MostScale}."]);
            if (field.Currency is { } currency && !Currencies.IsCode(currency))
                yield return Error("bad-currency", $"“{currency}”, the currency of “{field.Caption}”, is no ISO 4217 code.", field,
                    "Write it as EUR.");
            foreach (var code in field.Codes.Where(c => !ValueText.TryParse(c.Code, field.Type, out _)))
                yield return Error("bad-code", $"The code “{code.Code}” of “{field.Caption}” is not {field.Type.Words()}.", field,
                    $"Write it as {ValueText.Example(field.Type)}, or take it out.");
            foreach (var twice in field.Codes.GroupBy(c => c.Code).Where(g => g.Count() > 1))
                yield return Error("duplicate-code", $"The code “{twice.Key}” of “{field.Caption}” is listed {twice.Count()} times.", field,
                    "Keep one of them.");
            foreach (var code in field.Codes.Where(c => c.Color is not null && !HexColors.IsColor(c.Color)))
                yield return Error("bad-color", $"“{code.Color}”, the colour of “{code.Label}” of “{field.Caption}”, is no colour.", field,
                    "Write it as #0B5D5B.");
        }

        Problem Error(string code, string message, Field field, string mend) =>
            new(code, Severity.Error, message, dataset.Id, $"fields.{field.Name}", Mends: [mend]);
    }
}

using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets.Parameters;

/// <summary>
/// What SQL by hand can name of each parameter. <c>:x</c> is one value (NULL for every one), or several as a JSON array for
/// <c>IN (SELECT value FROM json_each(:x))</c>; a period is <c>:x_from</c> (the first day) and <c>:x_to</c> (the day after the
/// last); <c>:x_every</c> is 1 where every one was chosen, else 0: <c>WHERE :x_every OR region = :x</c>; and <c>:x_empty</c> is 1 where
/// rows without a value are asked for.
/// </summary>
public static class BoundValues
{
    public static IReadOnlyDictionary<string, Value> ByName(ReportDefinition report, IReadOnlyList<Value> values)
    {
        var bound = new Dictionary<string, Value>();
        for (var i = 0; i < report.Parameters.Count; i++)
        {
            var (name, value) = (report.Parameters[i].Name, values[i]);
            if (report.Parameters[i].Shape == ParameterShape.Period)
            {
                var period = value.Type == DataType.Period ? value.Period : new Period(null, null);
                bound[name + "_from"] = period.From is { } from ? Value.Of(from) : Value.Null;
                bound[name + "_to"] = period.End is { } end ? Value.Of(end) : Value.Null;
            }
            else
                bound[name] = value.Type switch
                {
                    DataType.Every or DataType.Empty => Value.Null,
                    DataType.List => Value.Of(value.Invariant),
                    _ => value,
                };
            bound[name + "_every"] = Value.Of(value.IsEvery);
            bound[name + "_empty"] = Value.Of(value.IsEmpty || (value.Type == DataType.List && value.List.Contains(Value.Empty)));
        }
        return bound;
    }

    /// <summary>All names, without values.</summary>
    public static IReadOnlyDictionary<string, Value> Names(ReportDefinition report) => ByName(report, new Value[report.Parameters.Count]);
}

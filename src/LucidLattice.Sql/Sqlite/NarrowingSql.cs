using System.Globalization;
using System.Text.Json;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Sql.Sqlite;

/// <summary>
/// Writes narrowings as SQLite conditions that never leave out a row that could be wanted. What SQLite stores in a column may
/// sort elsewhere than its declared type does: such values pass every condition, and are compared after reading. Of a column
/// without any, the conditions are plain, so that an index can answer them.
/// </summary>
public sealed class NarrowingSql
{
    /// <summary>Texts of these letters and signs alone are in normal form C already (Unicode Annex 15: all have the quick check value Yes,
    /// and none is a mark).</summary>
    public static readonly (char From, char To)[] Composed = [('\u0001', '\u02ff'), ('\u0388', '\u0482'), ('\u048a', '\u058f'),
        ('\u2002', '\u20cf'), ('\u2100', '\u2125'), ('\u4e00', '\u9fff'), ('\uac00', '\ud7a3')];

    /// <summary>A pattern of GLOB for texts that may not be in it.</summary>
    internal static readonly string PerhapsNotComposed = $"'*[^{string.Concat(Composed.Select(r => $"{r.From}-{r.To}"))}]*'";

    private readonly string _prefix = "narrow";
    private readonly Dictionary<string, object> _values = [];

    private NarrowingSql(IEnumerable<string> taken)
    {
        while (taken.Any(t => t.StartsWith(_prefix, StringComparison.OrdinalIgnoreCase))) _prefix += "_";
    }

    /// <param name="columnOf">The column of a field, as the SQL names it.</param>
    /// <param name="isPlain">True if no value of a field's column is an exception.</param>
    /// <param name="taken">Names of parameters that the SQL has already.</param>
    /// <returns>Conditions to be joined by AND, and the values of their parameters by name.</returns>
    public static (IReadOnlyList<string> Conditions, IReadOnlyDictionary<string, object> Values) Write(IEnumerable<Narrowing> narrowings,
        Func<Field, string> columnOf, Func<Field, bool> isPlain, IEnumerable<string> taken)
    {
        var sql = new NarrowingSql(taken);
        var conditions = new List<string>();
        foreach (var narrowing in narrowings)
        {
            var column = columnOf(narrowing.Field);
            if (narrowing.Kind == NarrowingKind.NotEmpty) conditions.Add($"{column} IS NOT NULL");
            else if (Exceptions(narrowing.Field, column) is { } exceptions
                && sql.Compare(narrowing, column).ToList() is { Count: > 0 } comparisons)
                conditions.AddRange(isPlain(narrowing.Field) ? comparisons : comparisons.Select(c => $"({c} OR {exceptions})"));
        }
        return (conditions, sql._values);
    }

    /// <summary>
    /// Tells values that SQLite may put elsewhere than their type's order does. It orders by how a value is stored: NULL before
    /// numbers before texts before bytes. Null if the type cannot be compared by SQLite at all.
    /// </summary>
    public static string? Exceptions(Field field, string column) => field.Type switch
    {
        // A number is compared as its text, and a text in its normal form.
        DataType.Text => $"{column} < '' OR {column} GLOB {PerhapsNotComposed}",
        // A text may be read as a number.
        DataType.Whole or DataType.Decimal or DataType.Double => $"{column} >= ''",
        // What can be read as a day starts with a digit, or with space: that comes before “/”, or, if it is none of ASCII's, after “:”.
        DataType.Date or DataType.DateTime when field.Dates == DateEncoding.Iso => $"{column} < '/' OR {column} >= ':'",
        _ => null,
    };

    private IEnumerable<string> Compare(Narrowing narrowing, string column) => narrowing.Field.Type switch
    {
        DataType.Text =>
            narrowing.Kind == NarrowingKind.OneOf ? [Among(column, JsonSerializer.Serialize(narrowing.Values.Select(v => v.Text)))] : [],
        DataType.Whole when narrowing.Values.All(v => v.Type == DataType.Whole) => narrowing.Kind == NarrowingKind.OneOf
            ? [Among(column, $"[{string.Join(',', narrowing.Values.Select(v => v.Invariant))}]")]
            : Range(narrowing, column, v => v.Whole, "<=", v => v.Whole),
        DataType.Date or DataType.DateTime =>
        Range(narrowing, column, v => Day(v.AsDateTime), "<",
            v => v.AsDateTime.Date == DateTime.MaxValue.Date ? ":" : Day(v.AsDateTime.AddDays(1))),
        _ => Range(narrowing, column, v => Math.BitDecrement(Math.BitDecrement(v.AsDouble - Room(narrowing.Field))), "<=",
        v => Math.BitIncrement(Math.BitIncrement(v.AsDouble + Room(narrowing.Field)))),
    };

    /// <summary>For the rounding to the field's scale; that of doubles is two steps more.</summary>
    private static double Room(Field field) => field.Type == DataType.Decimal ? Math.Pow(10, -(field.Scale ?? ColumnBuilder.MostScale)) : 0;

    /// <summary>Whatever is written after the day, texts sort by their days.</summary>
    private static string Day(DateTime day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private IEnumerable<string> Range(Narrowing narrowing, string column, Func<Value, object> low, string below, Func<Value, object> high)
    {
        if (narrowing.Kind != NarrowingKind.AtMost) yield return $"{column} >= {Bound(narrowing.Values.Select(low).MinBy(v => v, Order)!)}";
        if (narrowing.Kind != NarrowingKind.AtLeast)
            yield return $"{column} {below} {Bound(narrowing.Values.Select(high).MaxBy(v => v, Order)!)}";
    }

    private static readonly Comparer<object> Order = Comparer<object>.Create(
        (a, b) => a is string text ? string.CompareOrdinal(text, (string)b) : Comparer<object>.Default.Compare(a, b));

    private string Among(string column, string json) => $"{column} IN (SELECT value FROM json_each({Bound(json)}))";

    private string Bound(object value)
    {
        var name = $":{_prefix}{_values.Count}";
        _values.Add(name, value);
        return name;
    }
}

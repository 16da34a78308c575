using System.Globalization;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Locales;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets.Parameters;

/// <summary>The value of a parameter as people read it: in titles, in the trail, on the reader's strip.</summary>
public static class ParameterWords
{
    /// <summary>More values than this are counted instead of being named.</summary>
    private const int MostNamed = 6;

    /// <param name="label">What the choices call a value; null where they do not.</param>
    /// <param name="pattern">A Unicode LDML pattern for single values and for the days of periods; null for what suits them.</param>
    public static string Describe(Parameter parameter, Value value, Func<Value, string?> label, string? pattern, CultureInfo culture)
    {
        var empty = LocaleWords.Of(culture).Empty;
        string One(Value one) => one.IsEmpty ? empty : label(one) ?? OfOne(one, culture, pattern);
        return value.Type switch
        {
            DataType.Null => "",
            DataType.Every => parameter.Every ?? "",
            DataType.Empty => empty,
            DataType.List => Joined([.. value.List.Values.Select(One)], culture),
            DataType.Period => OfPeriod(value.Period, pattern, culture),
            _ => One(value),
        };
    }

    /// <summary>One value in the form that suits its type.</summary>
    public static string OfOne(Value value, CultureInfo culture, string? pattern = null)
        => value.IsNull
            ? ""
            : ValueFormat.For(value.Type, value.Type == DataType.Text ? null : pattern
            ?? (value.Type == DataType.Date ? "d MMMM yyyy" : null), value.Type == DataType.Whole ? FieldKind.Key : FieldKind.Plain,
            value.Type == DataType.Decimal ? value.Decimal.Scale : null, culture).Format(value);

    /// <summary>Whole years and months are named as such; what both ends share is said once.</summary>
    private static string OfPeriod(Period period, string? pattern, CultureInfo culture)
    {
        var english = culture.TwoLetterISOLanguageName == "en";
        string Day(DateOnly day, string form) => ValueFormat.For(DataType.Date, form, FieldKind.Plain, null, culture).Format(Value.Of(day));
        string Between(string from, string to) => from == to ? to : english ? $"{from} to {to}" : $"{from} – {to}";
        var full = pattern ?? "d MMMM yyyy";
        switch (period)
        {
            case { From: null, To: null }: return "";
            case { From: { } only, To: null }: return english ? $"from {Day(only, full)}" : $"{Day(only, full)} –";
            case { From: null, To: { } last }: return english ? $"until {Day(last, full)}" : $"– {Day(last, full)}";
        }
        var (from, to) = (period.From!.Value, period.To!.Value);
        if (pattern is not null) return Between(Day(from, pattern), Day(to, pattern));
        var wholeMonths = from.Day == 1 && to.Day == DateTime.DaysInMonth(to.Year, to.Month);
        if (wholeMonths && from.Month == 1 && to.Month == 12) return Between(Day(from, "yyyy"), Day(to, "yyyy"));
        var sameYear = from.Year == to.Year;
        if (wholeMonths)
            return sameYear && from.Month == to.Month
                ? Day(to, "LLLL yyyy")
                : Between(Day(from, sameYear ? "LLLL" : "LLLL yyyy"), Day(to, "LLLL yyyy"));
        if (from == to) return Day(to, full);
        return Between(Day(from, sameYear ? from.Month == to.Month ? "d" : "d MMMM" : full), Day(to, full));
    }

    private static string Joined(List<string> texts, CultureInfo culture)
    {
        var and = culture.TwoLetterISOLanguageName == "en" ? " and " : ", ";
        if (texts.Count > MostNamed)
            return $"{string.Join(", ", texts.Take(MostNamed - 1))}{and}{texts.Count - MostNamed + 1} "
                + $"{(culture.TwoLetterISOLanguageName == "en" ? "more" : "+")}";
        return WordList.Joined(texts, and);
    }
}

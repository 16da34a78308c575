namespace LucidLattice.Model.Values;

/// <summary>The type that a field, a parameter or an expression is declared to have.</summary>
public enum DataType
{
    /// <summary>64-bit whole number.</summary>
    Whole,

    /// <summary>Exact decimal number of up to 28 digits.</summary>
    Decimal,

    /// <summary>IEEE 754 double: fast, not exact.</summary>
    Double,
    Text,
    Date,

    /// <summary>Date and time of day, without a zone, to the microsecond.</summary>
    DateTime,

    /// <summary>Yes or no.</summary>
    Bool,

    /// <summary>A length of time, only inside expressions.</summary>
    Interval,

    /// <summary>The type of a bare NULL, which suits every other type.</summary>
    Null,

    /// <summary>Several values of a parameter.</summary>
    List,

    /// <summary>A first and a last day of a parameter.</summary>
    Period,

    /// <summary>The state of a parameter for which every one was chosen.</summary>
    Every,

    /// <summary>The state of a parameter that asks for rows without a value; among several values, that those are wanted too.</summary>
    Empty,
}

public static class DataTypes
{
    public static bool IsNumber(this DataType type) => type is DataType.Whole or DataType.Decimal or DataType.Double;

    /// <summary>True for the types that a field or a parameter can be declared to have.</summary>
    public static bool IsDeclarable(this DataType type) =>
        type is not (DataType.Interval or DataType.Null or DataType.List or DataType.Period or DataType.Every
            or DataType.Empty);

    public static bool IsTime(this DataType type) => type is DataType.Date or DataType.DateTime;

    /// <summary>The type's name in messages.</summary>
    public static string Words(this DataType type) => type switch
    {
        DataType.Whole => "a whole number",
        DataType.Decimal => "a decimal number",
        DataType.Double => "a number",
        DataType.Text => "a text",
        DataType.Date => "a date",
        DataType.DateTime => "a date and time",
        DataType.Bool => "yes or no",
        DataType.Interval => "a length of time",
        DataType.List => "a list of values",
        DataType.Period => "a period",
        _ => "nothing",
    };
}

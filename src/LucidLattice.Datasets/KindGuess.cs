using System.Text.RegularExpressions;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Datasets;

/// <summary>What a number of a table most likely means, by its name, by what it refers to, and by its type: a proposal that its author
/// changes in Data.</summary>
public static partial class KindGuess
{
    /// <summary>Words that name things, places or moments; adding them up means nothing.</summary>
    private static readonly HashSet<string> Keys =
        [
            "id", "key", "code", "no", "nr", "num", "number", "year", "month", "week", "quarter", "zip", "postcode",
            "postal", "phone", "fax", "version", "rank", "position", "order", "index", "seq", "sequence", "pk", "fk",
            "uid", "guid", "isbn", "ean", "sku", "iso",
        ];

    private static readonly HashSet<string> Rates =
        [
            "price", "rate", "tariff", "factor", "ratio", "percent", "percentage", "pct", "share", "temperature",
            "temp", "latitude", "longitude", "lat", "lon", "lng", "age", "score", "rating", "grade", "elevation",
            "altitude", "depth", "speed", "density", "avg", "average", "mean", "median", "per", "ph", "humidity",
            "pressure",
        ];

    private static readonly HashSet<string> Sums =
        [
            "amount", "total", "cost", "costs", "fare", "fares", "revenue", "income", "salary", "wage", "budget",
            "balance", "tax", "vat", "fee", "fees", "sales", "turnover", "payment", "paid", "discount", "debit",
            "credit", "net", "gross", "profit", "expense", "expenses", "charge", "freight", "subtotal", "price",
        ];

    /// <param name="isKey">True for a column of the primary key or of a reference to another table.</param>
    public static FieldKind Of(string name, DataType type, bool isKey)
    {
        if (!type.IsNumber()) return FieldKind.Plain;
        var words = Words(name);
        if (words.Count == 0) return isKey ? FieldKind.Key : FieldKind.Plain;
        if (isKey) return FieldKind.Key;
        // “unit_price” and “price_per_kilo” are rates; “order_total” is none.
        if (words.Any(Rates.Contains) && !Sums.Contains(words[^1]) || words[^1] is "price" or "rate") return FieldKind.Rate;
        if (type == DataType.Whole) return Keys.Contains(words[^1]) ? FieldKind.Key : FieldKind.Plain;
        return words.Any(Sums.Contains) ? FieldKind.Money : FieldKind.Plain;
    }

    /// <summary>True of a column that is called as keys are: “id”, “customer_id”, “product code”.</summary>
    public static bool IsKeyName(string name) => Words(name) is [.., var last] && Keys.Contains(last) && !Calendar.Contains(last);

    /// <summary>Numbers that are no amounts, and no keys of a table either.</summary>
    private static readonly HashSet<string> Calendar = ["year", "month", "week", "quarter"];

    /// <summary>The words of a name: “unitPrice”, “UNIT_PRICE” and “unit price” have the same two.</summary>
    private static List<string> Words(string name) =>
        [.. Word().Matches(name).Select(m => m.Value.ToLowerInvariant())];

    [GeneratedRegex(@"\p{Lu}+(?!\p{Ll})|\p{Lu}?\p{Ll}+|\p{Lo}+")]
    private static partial Regex Word();
}

using LucidLattice.Testing;
using LucidLattice.Model.Values;

namespace LucidLattice.Reports.Tests;

/// <summary>A row as the reference has it: its values by the names of their fields.</summary>
internal sealed record PlainRow(IReadOnlyDictionary<string, Value> Values)
{
    public Value this[string field] => Values[field];
}

/// <summary>A level as docs/report-format.md describes it.</summary>
/// <param name="OrderBy">A total by which groups stand in order; null for the order of their keys.</param>
/// <param name="First">Only so many groups, in their order; null for all.</param>
/// <param name="Others">True puts those beyond them together, false leaves them out.</param>
/// <param name="Keep">Groups for which it is false are left out.</param>
internal sealed record PlainLevel(Func<PlainRow, Value> Key, bool Descending, Func<IReadOnlyList<PlainRow>, Value>? OrderBy, int? First,
    bool Others, Func<IReadOnlyList<PlainRow>, bool>? Keep);

/// <summary>A group with the rows that it prints.</summary>
/// <param name="Key">NULL for rows without one.</param>
/// <param name="IsOthers">True for the group of all beyond the first.</param>
internal sealed record PlainGroup(Value Key, bool IsOthers, IReadOnlyList<PlainGroup> Groups, IReadOnlyList<PlainRow> Own)
{
    /// <summary>All of its rows, in the order in which they are printed.</summary>
    public IReadOnlyList<PlainRow> Rows => Groups.Count == 0 ? Own : [.. Groups.SelectMany(g => g.Rows)];
}

/// <summary>
/// Groups and totals worked out in the plainest way, from docs/report-format.md alone: no cache, no codes, no ranges, no fast path. It is
/// the judge where tests compare figures.
/// </summary>
internal static class PlainReport
{
    /// <summary>The whole of a list: its rows in the order of the dataset, grouped level by level, the outermost first.</summary>
    public static PlainGroup Whole(IReadOnlyList<PlainRow> rows, IReadOnlyList<PlainLevel> levels, Collation collation) =>
        Grouped(Value.Null, false, rows, levels, 0, collation);

    private static PlainGroup Grouped(Value key, bool isOthers, IReadOnlyList<PlainRow> rows, IReadOnlyList<PlainLevel> levels, int at,
        Collation collation)
    {
        if (at == levels.Count || rows.Count == 0) return new PlainGroup(key, isOthers, [], rows);
        var level = levels[at];
        var found = new List<(Value Key, List<PlainRow> Rows)>();
        foreach (var row in rows)
        {
            var own = level.Key(row);
            var group = found.FindIndex(g => g.Key.Equals(own));
            if (group < 0) found.Add((own, [row]));
            else found[group].Rows.Add(row);
        }
        found.Sort((a, b) => Compare(a.Key, b.Key, level.Descending && level.OrderBy is null, collation));
        if (level.OrderBy is { } total)
            found = [.. found.OrderBy(g => total(g.Rows), Comparer<Value>.Create((a, b) => Compare(a, b, level.Descending, collation)))];
        if (level.Keep is { } keep) found = [.. found.Where(g => keep(g.Rows))];
        var shown = level.First is { } first ? found.Take(first) : found;
        var groups = shown.Select(g => Grouped(g.Key, false, g.Rows, levels, at + 1, collation)).ToList();
        if (level is { First: { } most, Others: true } && found.Count > most)
        {
            var rest = found.Skip(most).SelectMany(g => g.Rows).ToHashSet();
            groups.Add(Grouped(Value.Null, true, [.. rows.Where(rest.Contains)], levels, at + 1, collation));
        }
        // A group of which nothing is left is not printed.
        return new PlainGroup(key, isOthers, [.. groups.Where(g => g.Rows.Count > 0)], []);
    }

    /// <summary>Empties last either way.</summary>
    private static int Compare(Value a, Value b, bool descending, Collation collation)
    {
        if (a.IsNull || b.IsNull) return a.IsNull.CompareTo(b.IsNull);
        var order = Value.Compare(a, b, collation);
        return descending ? -order : order;
    }

    /// <summary>A total of some rows, by the name of its function.</summary>
    public static Value Total(string name, IReadOnlyList<PlainRow> rows, Func<PlainRow, Value> of)
    {
        var values = rows.Select(of).Where(v => !v.IsNull).ToList();
        var numbers = values.Select(v => v.Decimal).ToList();
        switch (name)
        {
            case "count(*)": return Value.Of((long)rows.Count);
            case "count": return Value.Of((long)values.Count);
            case "count distinct": return Value.Of((long)values.Distinct().Count());
            case var _ when values.Count == 0: return Value.Null;
            case "sum": return Value.Of(numbers.Sum());
            case "sum distinct": return Value.Of(numbers.Distinct().Sum());
            case "avg": return Value.Of(numbers.Sum() / numbers.Count);
            case "min": return Value.Of(numbers.Min());
            case "max": return Value.Of(numbers.Max());
            case "median": return Value.Of(Percentile(numbers, 0.5m));
            case "p90": return Value.Of(Percentile(numbers, 0.9m));
            case "stddev_samp" when numbers.Count < 2: return Value.Null;
            case "stddev_samp":
                var mean = numbers.Select(n => (double)n).Average();
                return Value.Of(Math.Sqrt(numbers.Sum(n => Math.Pow((double)n - mean, 2)) / (numbers.Count - 1)));
            default: throw new ArgumentOutOfRangeException(nameof(name), name, null);
        }
    }

    /// <summary>Between the two nearest of n values in order, at (n − 1) · p.</summary>
    private static decimal Percentile(List<decimal> numbers, decimal p)
    {
        numbers.Sort();
        var at = (numbers.Count - 1) * p;
        var (low, share) = ((int)decimal.Floor(at), at - decimal.Floor(at));
        return numbers[low] + (share == 0 ? 0 : (numbers[low + 1] - numbers[low]) * share);
    }
}

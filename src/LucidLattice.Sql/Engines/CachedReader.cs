using LucidLattice.Data;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Progress;

namespace LucidLattice.Sql.Engines;

/// <summary>
/// Keeps the rows of recent queries by what they were made from: the file's stamp, the dataset and the bound values. Rows
/// that were read with more fields than are asked for serve as well; two askers of the same rows wait for one reading.
/// </summary>
public sealed class CachedReader(IRowReader source, SizedCache cache) : IRowReader
{
    /// <summary>Tables of up to this many rows are read whole, and then answer every choice of a reader from memory; of larger ones, only
    /// what is wanted is read.</summary>
    private const int RowsReadWhole = 200_000;

    /// <summary>By query, the sets of fields that may be in the cache.</summary>
    private readonly Dictionary<ContentHash, List<IReadOnlyList<Field>>> _read = [];
    private readonly Lock _lock = new();

    public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel)
    {
        // A new label or another value list is no reason to read again.
        query = query with
        {
            Fields = [.. query.Fields.Select(f => f.AsRead)],
            Wanted = [.. query.Wanted.Select(w => w with { Field = w.Field.AsRead })],
        };
        // Nobody can tell whether what such a source gave is still what it would give.
        if (source.Stamp(query.Dataset) is not { } stamp) return source.Read(query, progress, cancel);
        var whole = Origin(query with { Wanted = [] }, stamp);
        if (query.Refresh) Forget(whole);
        if (Kept(whole, query.Fields) is { } all) return all;
        if (query.Wanted.Count > 0 && source.RowsAtMost(query.Dataset) is <= RowsReadWhole) query = query with { Wanted = [] };
        var origin = query.Wanted.Count == 0 ? whole : Origin(query, stamp);
        if (query.Refresh) Forget(origin);
        if (Kept(origin, query.Fields) is { } found) return found;
        RowSet? made = null;
        var key = Key(origin, query.Fields);
        var rows = cache.Get(key, () => made = source.Read(query, progress, cancel), cancel);
        if (rows.IsRepeatable) Remember(origin, query.Fields);
        else if (ReferenceEquals(rows, made)) cache.Remove(key);
        return rows;
    }

    private RowSet? Kept(ContentHash origin, IReadOnlyList<Field> wanted)
    {
        foreach (var fields in FieldsRead(origin))
            if (wanted.All(fields.Contains) && cache.Find<RowSet>(Key(origin, fields)) is { } found) return Only(found, fields, wanted);
        return null;
    }

    public void Require(DataQuery query) => source.Require(query);

    public int? RowsAtMost(Dataset dataset) => source.RowsAtMost(dataset);

    public string? Stamp(Dataset dataset) => source.Stamp(dataset);

    public IReadOnlySet<string> Repeated(Dataset dataset, CancellationToken cancel) => source.Repeated(dataset, cancel);

    private static RowSet Only(RowSet rows, IReadOnlyList<Field> has, IReadOnlyList<Field> wanted)
        => has.SequenceEqual(wanted) ? rows : rows with { Columns = [.. wanted.Select(f => rows.Columns[has.IndexOf(f)])] };

    private IReadOnlyList<Field>[] FieldsRead(ContentHash origin)
    {
        lock (_lock) return _read.TryGetValue(origin, out var known) ? [.. known] : [];
    }

    private void Remember(ContentHash origin, IReadOnlyList<Field> fields)
    {
        lock (_lock)
        {
            // What the cache has let go is forgotten here too, once there is much of it.
            if (_read.Count > 1000) _read.Clear();
            if (!_read.TryGetValue(origin, out var known)) _read[origin] = known = [];
            if (!known.Any(f => f.SequenceEqual(fields))) known.Add(fields);
        }
    }

    private void Forget(ContentHash origin)
    {
        foreach (var fields in FieldsRead(origin)) cache.Remove(Key(origin, fields));
        lock (_lock) _read.Remove(origin);
    }

    private static ContentHash Key(ContentHash origin, IReadOnlyList<Field> fields) => ContentHash.Of(origin, fields);

    /// <summary>What a reading gives, whichever fields are asked for. Of parameters only those that the SQL can name matter, and a table
    /// names none.</summary>
    private static ContentHash Origin(DataQuery query, string stamp) => ContentHash.Of(stamp, query.Dataset.AsRead, query.Wanted,
        query.Dataset.Source is QuerySource ? query.Parameters : null);
}

file static class Lists
{
    public static int IndexOf<T>(this IReadOnlyList<T> list, T item)
    {
        for (var i = 0; i < list.Count; i++)
            if (Equals(list[i], item)) return i;
        return -1;
    }
}

using LucidLattice.Core.Caching;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Running;

namespace LucidLattice.Core.Data;

/// <summary>The rows that a query gave, as typed columns.</summary>
/// <param name="Columns">Each with a value for every row.</param>
/// <param name="Count">The number of rows.</param>
/// <param name="Problems">Values that did not fit, rows that were cut off.</param>
public sealed record RowSet(IReadOnlyList<DataColumn> Columns, int Count, IReadOnlyList<Problem> Problems) : ISized
{
    private static long _made;

    public static readonly RowSet Empty = new([], 0, []);

    /// <summary>Tells rows that were read at one time from those of any other: everything worked out from them is kept under it.</summary>
    public long Reading { get; init; } = Interlocked.Increment(ref _made);

    /// <summary>False if the same query may give other rows though nothing changed, because it uses chance or the clock.</summary>
    public bool IsRepeatable { get; init; } = true;

    /// <summary>The memory that the values take, in bytes.</summary>
    public long Bytes => Columns.Sum(c => c.Bytes);

    public IEnumerable<ISized> Parts => Columns;
}

/// <summary>What is asked of a database: some fields of a dataset, with the values of the parameters that its SQL names.</summary>
/// <param name="Refresh">True reads again what could be taken from a cache.</param>
public sealed record DataQuery(Dataset Dataset, IReadOnlyList<Field> Fields, IReadOnlyDictionary<string, Value> Parameters, bool Refresh = false)
{
    /// <summary>The parameters that the dataset's expressions may name, and their values.</summary>
    public IReadOnlyList<Parameter> Definitions { get; init; } = [];
    public IReadOnlyList<Value> Values { get; init; } = [];

    /// <summary>What holds for every row that the asker will keep; rows for which it does not may be left out.</summary>
    public IReadOnlyList<Narrowing> Wanted { get; init; } = [];

    /// <summary>The run clock, in the report's zone.</summary>
    public DateTime Now { get; init; }
    public string Language { get; init; } = "en-GB";

    /// <summary>Asks for fields on behalf of a report.</summary>
    public static DataQuery Of(ReportDefinition report, Dataset dataset, IReadOnlyList<Field> fields, Value[] values, DateTime now, bool refresh = false)
        => new(dataset, fields, BoundValues.Of(report, values), refresh) { Definitions = report.Parameters, Values = values, Now = now, Language = report.Language };
}

/// <summary>Where rows come from.</summary>
public interface IRowSource
{
    /// <exception cref="DataException">The data cannot be read; the message is meant for people.</exception>
    RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel);

    /// <summary>Makes sure that the fields are there to be read, without reading any rows.</summary>
    /// <exception cref="DataException">They are not; the message is meant for people.</exception>
    void Require(DataQuery query);

    /// <summary>Changes whenever the dataset's database changes: what was made at one stamp can be used as long as it stays. Null if nobody can tell.</summary>
    string? Stamp(Dataset dataset) => null;

    /// <summary>About how many rows a reading would go through if nothing was left out. Null if nobody can tell.</summary>
    int? RowsAtMost(Dataset dataset) => null;

    /// <summary>
    /// The names of fields whose values come several times because a join multiplied the rows of their table, so that a total
    /// counts them several times. Empty if nobody can tell.
    /// </summary>
    IReadOnlySet<string> Repeated(Dataset dataset, CancellationToken cancel) => new HashSet<string>();
}

/// <summary>Data that cannot be read: a missing file, SQL that fails or is refused, a limit that was reached.</summary>
public sealed class DataException(string code, string message) : Exception(message)
{
    /// <summary>Stable and for machines, as in <see cref="Problem"/>.</summary>
    public string Code { get; } = code;
}

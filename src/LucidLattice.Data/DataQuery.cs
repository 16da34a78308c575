using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Data;

/// <summary>What is asked of a database: some fields of a dataset, with the values of the parameters that its SQL names.</summary>
/// <param name="Refresh">True reads again what could be taken from a cache.</param>
public sealed record DataQuery(Dataset Dataset, IReadOnlyList<Field> Fields, IReadOnlyDictionary<string, Value> Parameters,
    bool Refresh = false)
{
    /// <summary>The parameters that the dataset's expressions may name, and their values.</summary>
    public IReadOnlyList<Parameter> Definitions { get; init; } = [];
    public IReadOnlyList<Value> Values { get; init; } = [];

    /// <summary>What holds for every row that the asker will keep; rows for which it does not may be left out.</summary>
    public IReadOnlyList<Narrowing> Wanted { get; init; } = [];

    /// <summary>The run clock, in the report's zone.</summary>
    public DateTime Now { get; init; }
    public string Language { get; init; } = "en-GB";
}

using LucidLattice.Model.Definitions;

namespace LucidLattice.Data;

/// <summary>Data that cannot be read: a missing file, SQL that fails or is refused, a limit that was reached.</summary>
public sealed class DataException(string code, string message) : Exception(message)
{
    /// <summary>Stable and for machines, as in <see cref="Problem"/>.</summary>
    public string Code { get; } = code;
}

using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Joins;

namespace LucidLattice.Sql.Engines;

/// <summary>What a SELECT statement gives and asks for.</summary>
/// <param name="Parameters">The names that the SQL asks for, without their colons.</param>
public sealed record SqlDescription(IReadOnlyList<Field> Fields, IReadOnlyList<string> Parameters);

/// <summary>
/// A kind of database: all that is asked of one, besides the rows. Whatever else the product does with a database goes
/// through here, so that a second kind is one new class.
/// </summary>
public interface ISqlEngine : IRowReader
{
    /// <summary>The tables and views of a database at a path, which may not be registered yet. As long as it does not change, it is
    /// looked at once.</summary>
    /// <exception cref="DataException">It cannot be read.</exception>
    IReadOnlyList<TableInfo> Tables(string path, CancellationToken cancel = default);

    /// <summary>The columns of a SELECT statement, with proposed types, and the names of its parameters.</summary>
    /// <exception cref="DataException">The SQL is not understood, or wants to do more than read.</exception>
    SqlDescription Describe(string path, string sql, CancellationToken cancel);

    /// <summary>What each join of a dataset does to the number of rows; empty for a dataset without joins.</summary>
    /// <exception cref="DataException">The join is not complete, or cannot be read.</exception>
    IReadOnlyList<JoinEffect> Effects(Dataset dataset, CancellationToken cancel);

    /// <summary>The SQL of a dataset as it is sent, for those who want to see it.</summary>
    string Sql(Dataset dataset, IReadOnlyList<Field> fields);
}

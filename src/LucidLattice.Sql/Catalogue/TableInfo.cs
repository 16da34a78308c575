using LucidLattice.Model.Definitions;

namespace LucidLattice.Sql.Catalogue;

/// <summary>A table or view as it is found in a database.</summary>
/// <param name="Rows">Null for views, which would have to be read to be counted, and for tables that take long to count.</param>
/// <param name="Keys">The columns of its primary key; without one, the column of a unique index.</param>
/// <param name="References">Its foreign keys.</param>
/// <param name="Optional">The columns that may be empty.</param>
/// <param name="Problem">Why its rows cannot be read, in a sentence; null if they can.</param>
public sealed record TableInfo(string Name, bool IsView, IReadOnlyList<Field> Fields, long? Rows, IReadOnlyList<string> Keys,
    IReadOnlyList<TableReference> References, IReadOnlyList<string> Optional, string? Problem = null);

/// <summary>A foreign key: the columns here, and the columns of the table that they name, in the same order.</summary>
public sealed record TableReference(string Table, IReadOnlyList<KeyPair> Columns);

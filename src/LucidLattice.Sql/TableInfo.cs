using LucidLattice.Core.Definitions;

namespace LucidLattice.Sql;

/// <summary>A table or view as it is found in a database.</summary>
/// <param name="Rows">Null for views, which would have to be read to be counted.</param>
/// <param name="Keys">The columns of its primary key.</param>
/// <param name="References">Its foreign keys.</param>
/// <param name="Optional">The columns that may be empty.</param>
public sealed record TableInfo(string Name, bool IsView, IReadOnlyList<Field> Fields, long? Rows, IReadOnlyList<string> Keys,
    IReadOnlyList<TableReference> References, IReadOnlyList<string> Optional);

/// <summary>A foreign key: the columns here, and the columns of the table that they name, in the same order.</summary>
public sealed record TableReference(string Table, IReadOnlyList<KeyPair> Columns);

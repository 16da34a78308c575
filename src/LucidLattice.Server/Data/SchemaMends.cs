using LucidLattice.Data;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Server.Data;

/// <summary>Says what mends a dataset whose database changed beneath it.</summary>
internal static class SchemaMends
{
    public static Problem Explain(DataException e, Dataset dataset) =>
        new(e.Code, Severity.Error, e.Message, dataset.Id, Mends: e.Code switch
    {
        "field-missing" => ["Take the field out, or give it the column's new name."],
        "database-missing" or "unknown-database" => ["Register the database again under the same name."],
        "dataset-missing" => ["Restore the dataset it starts from, or start from another one."],
        "sql-error" when dataset.Source is QuerySource => ["Change the SQL."],
        "sql-error" => ["Check that its tables are still there."],
        "query-too-slow" => ["Keep fewer rows, or join on keys."],
        _ => null,
    });
}

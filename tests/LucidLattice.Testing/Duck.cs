using DuckDB.NET.Data;

namespace LucidLattice.Testing;

/// <summary>DuckDB as an outside reference (package DuckDB.NET.Data.Full 1.5.6.1).</summary>
public static class Duck
{
    /// <summary>A table t in memory.</summary>
    public static DuckDBConnection Table(string columns, Action<DuckDBAppender> fill)
    {
        var duck = new DuckDBConnection("DataSource=:memory:");
        duck.Open();
        using var create = duck.CreateCommand();
        create.CommandText = $"CREATE TABLE t ({columns})";
        create.ExecuteNonQuery();
        using var appender = duck.CreateAppender("t");
        fill(appender);
        appender.Close();
        return duck;
    }

    public static List<object?[]> Rows(DuckDBConnection duck, string sql)
    {
        using var command = duck.CreateCommand();
        command.CommandText = sql;
        using var reader = command.ExecuteReader();
        var rows = new List<object?[]>();
        while (reader.Read())
            rows.Add([.. Enumerable.Range(0, reader.FieldCount).Select(i => reader.IsDBNull(i) ? null : reader.GetValue(i))]);
        return rows;
    }
}

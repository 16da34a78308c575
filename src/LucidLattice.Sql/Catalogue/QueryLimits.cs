namespace LucidLattice.Sql.Catalogue;

/// <summary>What a query may use before it is stopped.</summary>
/// <param name="Time">From the start of the query to its last row.</param>
/// <param name="Rows">The most rows that are read; a cut-off is reported as a problem.</param>
/// <param name="ValueBytes">The longest single text that the database engine may make.</param>
public sealed record QueryLimits(TimeSpan Time, int Rows, int ValueBytes)
{
    public static readonly QueryLimits Default = new(TimeSpan.FromSeconds(60), 20_000_000, 10_000_000);
}

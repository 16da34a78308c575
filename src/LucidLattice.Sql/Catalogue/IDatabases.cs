namespace LucidLattice.Sql.Catalogue;

/// <summary>The databases that reports may read.</summary>
public interface IDatabases
{
    /// <summary>How a registered database is reached, or null if none has this name.</summary>
    Connection? Find(string name);

    /// <summary>Which there are, where they are kept and how to add one, as sentences for the message that another one is unknown.</summary>
    string Known { get; }
}

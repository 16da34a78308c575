namespace LucidLattice.Sql.Catalogue;

/// <summary>The databases that reports may read.</summary>
public interface IDatabases
{
    /// <summary>How a registered database is reached, or null if none has this name.</summary>
    Connection? Find(string name);

    /// <summary>Which there are, where they are and how to add one: sentences for the message about an unknown one.</summary>
    string Known { get; }
}

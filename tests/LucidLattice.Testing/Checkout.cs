namespace LucidLattice.Testing;

/// <summary>The checkout that the tests run in.</summary>
public static class Checkout
{
    /// <summary>Its folder.</summary>
    public static string Root { get; } = FindRoot();

    private static string FindRoot()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "LucidLattice.slnx"))) folder = folder.Parent!;
        return folder.FullName;
    }
}

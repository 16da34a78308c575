using System.Reflection;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Server.Workspace;

/// <summary>Which build of the program this is: what was drawn by another one is drawn again.</summary>
public static class ProgramBuild
{
    /// <summary>From the contents of every assembly of the product, since any of them decides what a page looks like.</summary>
    public static ContentHash Identity { get; } = ContentHash.Of(
        Assemblies().Select(a => a.ManifestModule.ModuleVersionId.ToString("N")).Order(StringComparer.Ordinal).ToList());

    private static IEnumerable<Assembly> Assemblies()
    {
        var server = typeof(ProgramBuild).Assembly;
        return server.GetReferencedAssemblies().Where(a => a.Name!.StartsWith("LucidLattice.", StringComparison.Ordinal))
            .Select(Assembly.Load).Append(server);
    }
}

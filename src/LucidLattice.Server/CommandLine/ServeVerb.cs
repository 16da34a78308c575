namespace LucidLattice.Server.CommandLine;

internal static class ServeVerb
{
    public static async Task<int> Run(Options options) => await Task.FromResult(0);
}

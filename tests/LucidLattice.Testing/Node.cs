using System.Diagnostics;
using Xunit;

namespace LucidLattice.Testing;

/// <summary>Runs scripts over the packages of the front end, as outside references.</summary>
public static class Node
{
    /// <param name="script">Reads standard input and prints to standard output.</param>
    public static string Run(string script, string input)
    {
        using var process = Process.Start(new ProcessStartInfo("node", ["--input-type=module", "-e", script])
        { WorkingDirectory = Path.Combine(Checkout.Root, "web"), RedirectStandardInput = true, RedirectStandardOutput = true })!;
        var output = process.StandardOutput.ReadToEndAsync();
        process.StandardInput.Write(input);
        process.StandardInput.Close();
        process.WaitForExit();
        Assert.Equal(0, process.ExitCode);
        return output.Result;
    }
}

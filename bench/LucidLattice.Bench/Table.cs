using System.Diagnostics;
using System.Text.Json;

namespace LucidLattice.Bench;

/// <summary>Runs benchmarks, each in a fresh process so that none warms up or fills the memory of another, and prints a table.</summary>
internal static class Table
{
    public static int Print(IEnumerable<string> names)
    {
        var reached = true;
        Console.WriteLine("| What | Here | Yardstick | Ratio | Reach | |");
        Console.WriteLine("|---|---|---|---|---|---|");
        foreach (var name in names)
        {
            var start = new ProcessStartInfo(Environment.ProcessPath!) { RedirectStandardOutput = true };
            if (Path.GetFileNameWithoutExtension(Environment.ProcessPath) == "dotnet")
                start.ArgumentList.Add(typeof(Table).Assembly.Location);
            start.ArgumentList.Add("one");
            start.ArgumentList.Add(name);
            using var process = Process.Start(start)!;
            while (process.StandardOutput.ReadLine() is { } line)
            {
                if (!line.StartsWith('{')) continue;
                var o = JsonSerializer.Deserialize<Outcome>(line)!;
                reached &= o.Reached;
                Console.WriteLine($"| {o.What} | {o.Ours} | {o.Yardstick} | {o.Ratio} | {o.Reach} | {(o.Reached ? "yes" : "**no**")} |");
            }
            process.WaitForExit();
            if (process.ExitCode == 0) continue;
            Console.WriteLine($"| {name} | failed | | | | **no** |");
            reached = false;
        }
        return reached ? 0 : 1;
    }
}

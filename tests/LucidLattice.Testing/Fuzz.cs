using System.Globalization;
using System.Text.RegularExpressions;
using CsCheck;
using Xunit;

namespace LucidLattice.Testing;

/// <summary>
/// Runs a test on many made-up inputs. Usually they are the same each time, so that a change is judged by what it changed;
/// <c>./test.sh --soak SECONDS</c> draws new ones for as long as that and makes what fails as small as it can.
/// </summary>
public static partial class Fuzz
{
    /// <summary>The variable by which <c>./test.sh --soak</c> says for how many seconds each fuzzer draws new inputs.</summary>
    private const string SoakVariable = "LATTICE_SOAK_SECONDS";

    private const ulong UsualSeed = 20_261_127;

    /// <summary>0 outside of a soak.</summary>
    public static int SoakSeconds =>
        int.TryParse(Environment.GetEnvironmentVariable(SoakVariable), CultureInfo.InvariantCulture, out var seconds) ? seconds : 0;

    /// <param name="times">How many inputs there are outside of a soak.</param>
    /// <param name="print">How an input that fails is written.</param>
    /// <param name="test">Throws if something is wrong.</param>
    public static void Over<T>(Gen<T> inputs, int times, Func<T, string> print, Action<T> test)
    {
        if (SoakSeconds is > 0 and var seconds)
        {
            inputs.Sample(test, TestContext.Current.SendDiagnosticMessage, time: seconds, print: input => Shown(print(input)));
            return;
        }
        for (var i = 0u; i < times; i++)
        {
            var input = inputs.Generate(new PCG(i, UsualSeed), null, out _);
            try
            {
                test(input);
            }
            catch (Exception e)
            {
                throw new InvalidOperationException($"Input {i} of seed {UsualSeed} fails: {Shown(print(input))}", e);
            }
        }
    }

    /// <summary>A refusal is a sentence for its reader, without the words of the program's inside.</summary>
    public static void IsASentence(string? message)
    {
        Assert.False(string.IsNullOrWhiteSpace(message));
        Assert.DoesNotMatch(InnerWords(), message);
    }

    [GeneratedRegex(@"System\.|Exception|LucidLattice\.|`\d|Nullable|JsonElement|could not be converted|Parameter '")]
    private static partial Regex InnerWords();

    /// <summary>A short text itself; of a long one, the file that it is put into.</summary>
    private static string Shown(string input)
    {
        if (input.Length <= 600) return input;
        var path = Path.Combine(Path.GetTempPath(), $"lattice-fuzz-{(uint)input.GetHashCode():x8}.txt");
        File.WriteAllText(path, input);
        return path;
    }
}

using LucidLattice.Testing;
using Xunit;

namespace LucidLattice.Product.Tests;

/// <summary>What .editorconfig asks and no compiler checks. The front end's form is checked by its own tools in ./test.sh.</summary>
public class StyleTests
{
    private const int LongestLine = 140;

    [Fact]
    public void No_line_is_longer_than_a_screen_is_wide()
    {
        Assert.Contains($"max_line_length = {LongestLine}", File.ReadAllText(Path.Combine(Checkout.Root, ".editorconfig")));
        var wrong = from folder in new[] { "src", "tests", "bench" }
                    from file in Directory.EnumerateFiles(Path.Combine(Checkout.Root, folder), "*.cs", SearchOption.AllDirectories)
                    where !file.Contains("/obj/") && !file.Contains("/bin/")
                    from line in File.ReadLines(file).Select((text, index) => (text, index))
                    where line.text.Length > LongestLine
                    select $"{Path.GetRelativePath(Checkout.Root, file)}:{line.index + 1} has {line.text.Length} characters";
        Assert.Empty(wrong);
    }
}

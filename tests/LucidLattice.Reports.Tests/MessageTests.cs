using LucidLattice.Testing;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Files;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>What a newcomer reads says what is wrong, where, and what would be allowed.</summary>
public sealed class MessageTests
{
    private static readonly string Whole = ReportJson.Write(Workshop.DemoReport("sailings-in-detail"));

    /// <summary>No word of the machinery underneath.</summary>
    private static readonly string[] Machinery =
        [".NET", "member", "reader options", "System.", "LucidLattice.", "discriminator", "BytePosition"];

    [Theory]
    [InlineData("\"type\": \"cell\"", "\"type\": \"cel\"", "There is no type “cel”", "text, heading, cell")]
    [InlineData("\"type\": \"table\"", "\"type\": \"tabel\"", "There is no type “tabel”", "It can be table, join, query, derived")]
    [InlineData("\"title\": ", "\"titel\": ", "There is no property “titel”", "title")]
    [InlineData("\"scale\": 2", "\"scale\": \"2\"", "should be a number", "datasets[0].fields")]
    [InlineData("\"language\": \"en-GB\",", "\"language\": \"en-GB\",,", "line ", "character")]
    [InlineData("\"levels\": [", "// here\n\"levels\": [", "JSON has no comments", "line ")]
    [InlineData("\"language\": \"en-GB\"", "'language': \"en-GB\"", "double quotes", "line ")]
    [InlineData("\"type\": \"text\"", "\"type\": \"txt\"", "one of whole, decimal, double, text, date, dateTime, bool", "[0].type")]
    public void A_file_that_cannot_be_read_says_why_and_what_would_be_allowed(string right, string wrong, string said, string allowed)
    {
        Assert.Contains(right, Whole);
        var at = Whole.IndexOf(right, StringComparison.Ordinal);
        var broken = string.Concat(Whole.AsSpan(0, at), wrong, Whole.AsSpan(at + right.Length));
        var message = Assert.Throws<DefinitionFormatException>(() => ReportFile.Read(broken)).Message;
        Assert.Contains(said, message);
        Assert.Contains(allowed, message);
        Assert.DoesNotContain(Machinery, m => message.Contains(m, StringComparison.Ordinal));
    }

    /// <summary>Property: wherever a file is cut off, the message says so in words.</summary>
    [Fact]
    public void A_file_that_is_cut_off_anywhere_is_refused_in_words()
    {
        for (var at = 1; at < Whole.Length - 2; at += 37)
        {
            var message = Assert.Throws<DefinitionFormatException>(() => ReportFile.Read(Whole[..at])).Message;
            Assert.DoesNotContain(Machinery, m => message.Contains(m, StringComparison.Ordinal));
        }
    }

    [Theory]
    [InlineData("n == 1", "Write = to compare")]
    [InlineData("n = 1 && n = 2", "Write AND")]
    [InlineData("n = 1 || n = 2", "write OR")]
    [InlineData("!(n = 1)", "Write NOT")]
    [InlineData("status = \"sailed\"", "single quotes: 'sailed'")]
    [InlineData("“sailed” = status", "single quotes")]
    [InlineData("n::text = '1'", "CAST(")]
    [InlineData("n ^ 2 = 4", "power(a, b)")]
    [InlineData("n ~ 1", "AND, OR, NOT")]
    [InlineData("n => 1", ">= for “at least”")]
    [InlineData("n ? 1", "CASE WHEN")]
    [InlineData("zzzzzzzzzz = 1", "There are n, status")]
    [InlineData("statsu = 'x'", "Did you mean “status”?")]
    [InlineData("frobnicate(n) = 1", "coalesce, nullif")]
    [InlineData("EXTRACT(FORTNIGHT FROM CURRENT_DATE) = 1", "CENTURY")]
    [InlineData("date_trunc('fortnight', CURRENT_DATE) = CURRENT_DATE", "'century'")]
    [InlineData("CAST(n AS STRING) = 'x'", "INTEGER, DECIMAL")]
    [InlineData("n = INTERVAL '1' FORTNIGHT", "YEAR, QUARTER")]
    [InlineData("status + 'x' = 'y'", "Join texts with ||")]
    public void A_condition_that_is_not_understood_comes_with_what_to_write(string condition, string mend)
    {
        var scope = new Scope { Fields = [new() { Name = "n", Type = DataType.Whole }, new() { Name = "status", Type = DataType.Text }] };
        var error = Assert.Throws<ExpressionException>(() => Compiler.Condition(condition, scope));
        Assert.Contains(mend, error.Mend);
        Assert.InRange(error.Position, 0, condition.Length);
    }

    [Fact]
    public void Languages_time_zones_and_places_are_called_by_name()
    {
        var report = ReportFile.Read(Whole) with { Language = "xx-QQ", TimeZone = "Europe/Nowhere" };
        var problems = StructureChecks.Check(report).ToList();
        Assert.Equal(["unknown-language", "unknown-time-zone"], problems.Select(p => p.Code));
        Assert.DoesNotContain(StructureChecks.Check(ReportFile.Read(Whole)),
            p => p.Code.StartsWith("unknown-", StringComparison.Ordinal));
        foreach (var (_, demo) in Demo.DemoReports.All)
            foreach (var (place, element) in demo.AllSections().SelectMany(s => s.Elements()))
                Assert.EndsWith(place.Kind == BandKind.Detail ? " in the rows" : place.IsFooter ? "footer" : "header",
                    PlaceNames.Of(demo, element.Id));
        Assert.Equal("the column “Vessel”", PlaceNames.Of(report, "c2"));
        Assert.Null(PlaceNames.Of(report, "nothing"));
    }
}

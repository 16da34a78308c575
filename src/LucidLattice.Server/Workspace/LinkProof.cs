using System.Security.Cryptography;
using System.Text;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Server.Workspace;

/// <summary>Signs the values that links carry to parameters which only links may set (HMAC-SHA-256, RFC 2104), and checks them when they
/// come back.</summary>
public sealed class LinkProof(byte[] key) : ILinkProof
{
    public string Sign(string report, IReadOnlyDictionary<string, string> values)
    {
        // Lengths keep one text from running into the next.
        var text = new StringBuilder().Append(report.Length).Append(':').Append(report);
        foreach (var (name, value) in values.OrderBy(v => v.Key, StringComparer.Ordinal))
            text.Append(name.Length).Append(':').Append(name).Append(value.Length).Append(':').Append(value);
        return Convert.ToHexStringLower(HMACSHA256.HashData(key, Encoding.UTF8.GetBytes(text.ToString())));
    }

    /// <summary>The names of the parameters whose values are known to come from a link.</summary>
    public IReadOnlySet<string> Proven(string id, ReportDefinition report, IReadOnlyDictionary<string, string> values, string? proof)
    {
        var linkOnly = values.Where(v => report.Parameters.Any(p => p.Name == v.Key && p.SetBy == SetBy.Link)).ToDictionary();
        var fits = proof is not null
            && CryptographicOperations.FixedTimeEquals(Encoding.ASCII.GetBytes(Sign(id, linkOnly)), Encoding.UTF8.GetBytes(proof));
        return fits ? linkOnly.Keys.ToHashSet() : new HashSet<string>();
    }

    /// <summary>The author of a report, and whoever has the command line, may try any value.</summary>
    public static IReadOnlySet<string> Author(ReportDefinition report) =>
        report.Parameters.Where(p => p.SetBy == SetBy.Link).Select(p => p.Name).ToHashSet();
}

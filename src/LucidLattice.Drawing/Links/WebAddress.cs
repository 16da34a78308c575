using System.Text.RegularExpressions;

namespace LucidLattice.Drawing.Links;

/// <summary>A web address with places for values. Its scheme and its host are fixed, so no value can lead anywhere else.</summary>
public sealed partial class WebAddress
{
    private const int MostCharacters = 2_000;
    private readonly string _template;

    private WebAddress(string template) => _template = template;

    /// <summary>The names that stand in it.</summary>
    public IEnumerable<string> Names => Places().Matches(_template).Select(m => m.Groups[1].Value).Distinct();

    /// <param name="why">What is wrong, as a sentence; empty if nothing is.</param>
    public static WebAddress? Read(string template, out string why)
    {
        why = "";
        if (template.Length > MostCharacters) why = $"The address has more than {MostCharacters:N0} characters.";
        else if (!Start().IsMatch(template))
            why = "A web address begins with http:// or https:// and the name of its host, without values in them.";
        else if (template.Any(char.IsControl) || !Uri.TryCreate(Places().Replace(template, "x"), UriKind.Absolute, out var uri)
            || uri.Scheme is not ("http" or "https") || uri.UserInfo.Length > 0)
            why = "This is no web address.";
        else if (Places().Replace(template, "").Contains("{{", StringComparison.Ordinal))
            why = "A value in an address is written as {{ name }}, with the name that the link carries it under.";
        return why.Length == 0 ? new WebAddress(template) : null;
    }

    /// <summary>The address with its values, each escaped (RFC 3986, 2.1).</summary>
    public string Written(IReadOnlyDictionary<string, string> values) =>
        new Uri(Places().Replace(_template, m => Uri.EscapeDataString(values.GetValueOrDefault(m.Groups[1].Value, "")))).AbsoluteUri;

    [GeneratedRegex(@"\{\{\s*([\w]+)\s*\}\}")]
    private static partial Regex Places();

    [GeneratedRegex(@"^https?://[A-Za-z0-9.\-\[\]:]+(/|\?|#|$)")]
    private static partial Regex Start();
}

using LucidLattice.Drawing.Links;

namespace LucidLattice.Output;

/// <summary>Web addresses are made here and nowhere else.</summary>
public static class LinkAddress
{
    /// <summary>The address at which a reader sees what a click opens: <c>/read/ID?from=2025-01-01</c>.</summary>
    /// <param name="baseAddress">The server's address; empty for an address on the same server.</param>
    /// <param name="self">What opens the report that was clicked, with its values; null where nobody knows.</param>
    /// <returns>Null for what leads within a report of which nobody knows where it is.</returns>
    public static string? Write(LinkAction action, string baseAddress = "", LinkAction? self = null)
    {
        if (action.Address is not null) return action.Address;
        if (action.Report.Length == 0)
        {
            if (self is null) return null;
            action = self with { Values = self.Values.Concat(action.Values).GroupBy(v => v.Key).ToDictionary(v => v.Key, v => v
                .Last().Value),
                Sheet = action.Sheet ?? self.Sheet };
        }
        var values = action.Values.AsEnumerable();
        if (action.Sheet is not null) values = values.Append(new("~sheet", action.Sheet));
        if (action.Proof is not null) values = values.Append(new("~proof", action.Proof));
        var query = string.Join('&', values.Select(v => $"{Uri.EscapeDataString(v.Key)}={Uri.EscapeDataString(v.Value)}"));
        return $"{baseAddress.TrimEnd('/')}/read/{Uri.EscapeDataString(action.Report)}{(query.Length > 0 ? "?" + query : "")}";
    }
}

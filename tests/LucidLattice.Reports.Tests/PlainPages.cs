using LucidLattice.Testing;

namespace LucidLattice.Reports.Tests;

/// <summary>What a band prints, in printed order.</summary>
/// <param name="Text">By which it is found again.</param>
internal sealed record PlainBand(PlainBandKind Kind, double Height, string Text);

internal enum PlainBandKind { Header, Row, Footer }

/// <summary>
/// Where pages begin, worked out in the plainest way from docs/report-format.md: bands of one height each fill a page from its top; headers
/// stay with the first row below them, and footers up to a third of a page with the last row above them.
/// </summary>
internal static class PlainPages
{
    private const double Close = 0.01;

    /// <returns>The page of each band, from 1.</returns>
    public static List<int> Fill(IReadOnlyList<PlainBand> bands, double page)
    {
        var (pages, number, filled) = (new List<int>(), 1, 0.0);
        for (var i = 0; i < bands.Count; i++)
        {
            if (filled > 0 && filled + Together(bands, i, page) > page + Close) (number, filled) = (number + 1, 0);
            pages.Add(number);
            filled += bands[i].Height;
        }
        return pages;
    }

    /// <summary>The height of what stays together from a band on.</summary>
    private static double Together(IReadOnlyList<PlainBand> bands, int at, double page)
    {
        var (height, i) = (0.0, at);
        for (; i < bands.Count && bands[i].Kind == PlainBandKind.Header; i++) height += bands[i].Height;
        if (i == bands.Count) return height;
        height += bands[i].Height;
        // A row below its header, and a footer, were asked about with what stands above them.
        var isBelowHeader = i == at && at > 0 && bands[at - 1].Kind == PlainBandKind.Header;
        if (bands[at].Kind == PlainBandKind.Footer || isBelowHeader) return bands[at].Height;
        if (bands[i].Kind != PlainBandKind.Row) return height;
        var footers = 0.0;
        for (var f = i + 1; f < bands.Count && bands[f].Kind == PlainBandKind.Footer && footers + bands[f].Height <= page / 3; f++)
            footers += bands[f].Height;
        return height + footers;
    }
}

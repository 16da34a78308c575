namespace LucidLattice.Layout;

/// <summary>
/// What finding the pages of a run may cost, counted: sections inside of one another multiply, so that a few lines of a
/// definition could ask for more than any machine can do.
/// </summary>
/// <param name="enough">Tells that finding pages has taken long enough.</param>
public sealed class Effort(CancellationToken cancel, int pages = Effort.MostPages, CancellationToken enough = default)
{
    /// <summary>Pages of a run, of all sheets together.</summary>
    public const int MostPages = 500_000;

    /// <summary>Parts that are placed on one page; those without height could go on for ever.</summary>
    public const int MostPartsOnPage = 1_000_000;

    private int _pages;
    private int _parts;

    /// <summary>Begins a page.</summary>
    /// <exception cref="EffortException">There are too many.</exception>
    public void Page()
    {
        Look();
        _parts = 0;
        if (++_pages > pages) throw new EffortException($"it has more than {pages:N0} pages");
    }

    private void Look()
    {
        cancel.ThrowIfCancellationRequested();
        if (enough.IsCancellationRequested) throw new EffortException($"finding {_pages:N0} pages took too long");
    }

    /// <summary>Places a part.</summary>
    /// <exception cref="EffortException">There are too many on the page.</exception>
    public void Part()
    {
        if ((++_parts & 0xFFFF) == 0) Look();
        if (_parts > MostPartsOnPage)
            throw new EffortException($"more than {MostPartsOnPage:N0} bands without height stand on page {_pages:N0}");
    }
}

/// <summary>Finding pages would cost more than it may.</summary>
/// <param name="message">Why, as the end of a sentence.</param>
public sealed class EffortException(string message) : Exception(message);

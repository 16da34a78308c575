using LucidLattice.Core.Layout;

namespace LucidLattice.Core.Running;

/// <summary>
/// Where the pages of a run start. It grows from page 1 on, and can be asked while it grows: each page is a cursor of a
/// few numbers, from which the page is drawn, and by which a group or a row is found without drawing anything.
/// </summary>
public sealed class PageIndex : Caching.ISized
{
    private readonly Func<PageFlow> _flow;
    private readonly Lazy<PageFlow> _lookUp;
    private readonly Lock _lock = new();
    private readonly List<Cursor> _starts = [];
    private TaskCompletionSource _grown = new(TaskCreationOptions.RunContinuationsAsynchronously);
    private Exception? _failure;

    internal PageIndex(Func<PageFlow> flow) => (_flow, _lookUp) = (flow, new Lazy<PageFlow>(flow));

    /// <summary>The pages whose start is known.</summary>
    public int Count
    {
        get
        {
            lock (_lock) return _starts.Count;
        }
    }

    /// <summary>True once the last page is known.</summary>
    public bool IsComplete { get; private set; }

    public long Bytes => 40L * Count;

    /// <summary>Finds where every page starts. Called once, while others may ask already.</summary>
    /// <exception cref="OperationCanceledException">Stopped; whoever waits for a page is told so.</exception>
    public void Grow(CancellationToken cancel)
    {
        try
        {
            var flow = _flow();
            for (var cursor = PageFlow.Start; cursor.Stage != Stage.End;)
            {
                cancel.ThrowIfCancellationRequested();
                var next = flow.Fill(cursor, null);
                Add(cursor, isLast: next.Stage == Stage.End);
                cursor = next;
            }
        }
        catch (Exception e)
        {
            lock (_lock) _failure = e;
            Announce();
            throw;
        }
    }

    /// <summary>The cursor at which a page starts.</summary>
    /// <param name="number">From 1 to <see cref="Count"/>.</param>
    public Cursor Start(int number)
    {
        lock (_lock) return _starts[number - 1];
    }

    /// <summary>Waits until a page is known (true), or until it is certain that there is no such page (false).</summary>
    public async Task<bool> Has(int number, CancellationToken cancel)
    {
        while (true)
        {
            Task grown;
            lock (_lock)
            {
                if (number <= _starts.Count) return true;
                if (IsComplete) return false;
                if (_failure is not null) throw new OperationCanceledException("The pages were not counted to the end.");
                grown = _grown.Task;
            }
            await grown.WaitAsync(cancel);
        }
    }

    /// <summary>The page on which a band (or the first that prints anything after it) is found, from 1; null while that is not known.</summary>
    public int? PageOf(Cursor cursor)
    {
        cursor = _lookUp.Value.FirstPrinted(cursor);
        lock (_lock)
        {
            var found = _starts.BinarySearch(cursor, _lookUp.Value.PrintOrder);
            if (found >= 0) return found + 1;
            // What comes after the last start known so far may be on a page that is still to be found.
            return ~found < _starts.Count || IsComplete ? Math.Max(1, ~found) : null;
        }
    }

    private void Add(Cursor start, bool isLast)
    {
        bool first;
        lock (_lock)
        {
            _starts.Add(start);
            IsComplete = isLast;
            first = _starts.Count < 4;
        }
        // Waking somebody for each of many pages would cost more than finding the page.
        if (first || isLast || (_starts.Count & 63) == 0) Announce();
    }

    private void Announce()
    {
        TaskCompletionSource grown;
        lock (_lock) (grown, _grown) = (_grown, new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously));
        grown.SetResult();
    }
}

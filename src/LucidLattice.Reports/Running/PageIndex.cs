using LucidLattice.Layout;
using LucidLattice.Model.Caching;
using LucidLattice.Planning;

namespace LucidLattice.Reports.Running;

/// <summary>
/// Where the pages of a sheet start. It grows from page 1 on, and can be asked while it grows: each page is a cursor of a
/// few numbers, from which the page is drawn, and by which a group or a row is found without drawing anything.
/// </summary>
public sealed class PageIndex : ISized
{
    private readonly Func<IFlow> _flow;
    private readonly Lazy<IFlow> _lookUp;
    private readonly Comparer<FlowCursor> _printOrder;
    private readonly Room _room;
    private readonly Lock _lock = new();
    private readonly List<FlowCursor> _starts = [];

    /// <summary>The start of the only page of a sheet on which nothing is printed.</summary>
    private sealed record NothingAtAll : FlowCursor;

    private static readonly FlowCursor Nothing = new NothingAtAll();
    private TaskCompletionSource _grown = new(TaskCreationOptions.RunContinuationsAsynchronously);
    private Exception? _failure;

    /// <param name="flow">Makes flows of the sheet, since each moves.</param>
    /// <param name="room">That a page has.</param>
    internal PageIndex(Func<IFlow> flow, Room room)
    {
        (_flow, _lookUp, _room) = (flow, new Lazy<IFlow>(flow), room);
        _printOrder = Comparer<FlowCursor>.Create((a, b) => _lookUp.Value.Compare(a, b));
    }

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

    public long Bytes => 96L * Count;

    /// <summary>Why pages are missing at the end, as the end of a sentence; null if none are.</summary>
    public string? CutOff { get; private set; }

    /// <summary>Finds where every page starts. Called once, while others may ask already.</summary>
    /// <exception cref="OperationCanceledException">Stopped; whoever waits for a page is told so.</exception>
    public void Grow(Effort effort)
    {
        try
        {
            var flow = _flow();
            var room = _room with { Effort = effort };
            // A sheet on which nothing is printed has one page nevertheless.
            for (var cursor = flow.Start(null) ?? Nothing; cursor is not null;)
            {
                effort.Page();
                var next = cursor == Nothing ? null : flow.Fill(cursor, room, null).Next;
                Add(cursor, isLast: next is null);
                cursor = next;
            }
        }
        catch (EffortException e)
        {
            CutOff = e.Message;
            EndHere();
        }
        catch (Exception e)
        {
            lock (_lock) _failure = e;
            Announce();
            throw;
        }
    }

    /// <summary>Fills a page.</summary>
    /// <param name="number">From 1 to <see cref="Count"/>.</param>
    /// <returns>What of a section stands on the page.</returns>
    internal PageRows Fill(int number, SectionPlan rowsOf, Placer place)
    {
        FlowCursor start;
        lock (_lock) start = _starts[number - 1];
        if (start == Nothing) return default;
        var flow = _flow();
        var next = flow.Fill(start, _room, place).Next;
        return new PageRows(flow.ReachedAt(start, rowsOf) ?? default, flow.ReachedAt(next, rowsOf) ?? default);
    }

    /// <summary>What of a section stands on a page, without filling the page.</summary>
    internal PageRows Rows(int number, SectionPlan of)
    {
        lock (_lock)
        {
            if (_starts[number - 1] == Nothing) return default;
            return new PageRows(_lookUp.Value.ReachedAt(_starts[number - 1], of) ?? default,
                _lookUp.Value.ReachedAt(number < _starts.Count ? _starts[number] : null, of) ?? default);
        }
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

    /// <summary>The page on which a place (or the first that prints anything after it) is found, from 1; null while that is not
    /// known.</summary>
    /// <param name="locate">Gives the place as a cursor of the sheet's flow.</param>
    public int? PageOf(Func<IFlow, FlowCursor?> locate)
    {
        lock (_lock)
        {
            if (locate(_lookUp.Value) is not { } cursor) return null;
            var found = _starts.BinarySearch(cursor, _printOrder);
            if (found >= 0) return found + 1;
            // What comes after the last start known so far may be on a page that is still to be found.
            return ~found < _starts.Count || IsComplete ? Math.Max(1, ~found) : null;
        }
    }

    private void Add(FlowCursor start, bool isLast)
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

    /// <summary>Leaves it at the pages that are known; there is always one.</summary>
    private void EndHere()
    {
        lock (_lock)
        {
            if (_starts.Count == 0) _starts.Add(Nothing);
            IsComplete = true;
        }
        Announce();
    }

    private void Announce()
    {
        TaskCompletionSource grown;
        lock (_lock) (grown, _grown) = (_grown, new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously));
        grown.SetResult();
    }
}

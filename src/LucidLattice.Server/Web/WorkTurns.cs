namespace LucidLattice.Server.Web;

/// <summary>
/// Work that can take long is done in turns, as many side by side as there are processors, and none for longer than a limit. Whoever
/// leaves gives the turn back.
/// </summary>
/// <param name="most">How much is worked on side by side; the others wait for their turn.</param>
/// <param name="longest">The most time that a turn may take.</param>
public sealed class WorkTurns(int most, TimeSpan longest)
{
    /// <summary>The most time that a turn may take unless it is set.</summary>
    public static readonly TimeSpan UsualLongest = TimeSpan.FromMinutes(2);

    private readonly SemaphoreSlim _turns = new(most);
    private int _waiting;

    public static int AsManyAsProcessors => Math.Max(2, Environment.ProcessorCount);

    public TimeSpan Longest => longest;

    /// <summary>How many are being served.</summary>
    public int Working => most - _turns.CurrentCount;

    /// <summary>How many wait for their turn.</summary>
    public int Waiting => Volatile.Read(ref _waiting);

    /// <summary>Does something when it is its turn.</summary>
    /// <param name="work">Gets what tells it to stop: its asker has left, or its time is over.</param>
    /// <exception cref="ApiException">Its time was over (422).</exception>
    /// <exception cref="OperationCanceledException">Its asker has left.</exception>
    public async Task<T> Take<T>(Func<CancellationToken, Task<T>> work, CancellationToken asker)
    {
        Interlocked.Increment(ref _waiting);
        try
        {
            await _turns.WaitAsync(asker);
        }
        finally
        {
            Interlocked.Decrement(ref _waiting);
        }
        using var limited = CancellationTokenSource.CreateLinkedTokenSource(asker);
        limited.CancelAfter(longest);
        try
        {
            return await work(limited.Token);
        }
        catch (OperationCanceledException) when (limited.IsCancellationRequested && !asker.IsCancellationRequested)
        {
            throw new ApiException(StatusCodes.Status422UnprocessableEntity, "too-slow",
                $"This took more than {longest.TotalSeconds:0.#} seconds and was stopped, so that others get their turn. Ask for fewer "
                + "rows, or for less of them at once.");
        }
        finally
        {
            _turns.Release();
        }
    }
}

/// <summary>The turns of readers and those of authors: neither can keep the others from working.</summary>
public sealed record WorkLanes(WorkTurns Readers, WorkTurns Authors)
{
    public static WorkLanes Usual(TimeSpan? longest = null) => new(
        new WorkTurns(WorkTurns.AsManyAsProcessors, longest ?? WorkTurns.UsualLongest),
        new WorkTurns(WorkTurns.AsManyAsProcessors, longest ?? WorkTurns.UsualLongest));
}

public static class WorkTurnExtensions
{
    /// <summary>Lets an endpoint answer when it is its turn among authors. Its cancellation token also tells it that its time is over.
    /// </summary>
    public static RouteHandlerBuilder TakesTurn(this RouteHandlerBuilder route) => route.AddEndpointFilter((context, next) =>
    {
        var lanes = context.HttpContext.RequestServices.GetRequiredService<WorkLanes>();
        return new ValueTask<object?>(lanes.Authors.Take(token =>
        {
            for (var i = 0; i < context.Arguments.Count; i++)
                if (context.Arguments[i] is CancellationToken) context.Arguments[i] = token;
            return next(context).AsTask();
        }, context.HttpContext.RequestAborted));
    });
}

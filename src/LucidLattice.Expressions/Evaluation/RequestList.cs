using LucidLattice.Model.Hashing;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>What the expressions of a section (or of a chart) ask to be worked out beforehand; equal requests are worked out
/// once.</summary>
public class RequestList<T> : IHashedContent where T : class
{
    private readonly List<T> _requests = [];
    private readonly Dictionary<ContentHash, int> _places = [];

    public IReadOnlyList<T> Specs => _requests;

    object? IHashedContent.HashedContent => _requests;

    /// <summary>The index of a request, which is added if none of the same content is there.</summary>
    public int IndexOf(T request)
    {
        var identity = ContentHash.Of(request);
        if (_places.TryGetValue(identity, out var index)) return index;
        _places[identity] = index = _requests.Count;
        _requests.Add(request);
        return index;
    }
}

/// <summary>The aggregates that are worked out for every group.</summary>
public sealed class AggregateList : RequestList<AggregateSpec>;

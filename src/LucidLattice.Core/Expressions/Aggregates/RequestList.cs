namespace LucidLattice.Core.Expressions.Aggregates;

/// <summary>What the expressions of a section (or of a chart) ask to be worked out beforehand; equal requests are worked out
/// once.</summary>
public class RequestList<T>
{
    private readonly List<T> _requests = [];
    private readonly Dictionary<string, int> _byText = [];
    private readonly List<string> _texts = [];

    public IReadOnlyList<T> Specs => _requests;

    /// <summary>What tells each request from the others.</summary>
    public IReadOnlyList<string> Texts => _texts;

    /// <summary>The index of the request that <paramref name="text"/> stands for, added if it is new.</summary>
    public int IndexOf(string text, Func<T> make)
    {
        if (_byText.TryGetValue(text, out var index)) return index;
        _byText[text] = index = _requests.Count;
        _requests.Add(make());
        _texts.Add(text);
        return index;
    }
}

/// <summary>The aggregates that are worked out for every group.</summary>
public sealed class AggregateList : RequestList<AggregateSpec>;

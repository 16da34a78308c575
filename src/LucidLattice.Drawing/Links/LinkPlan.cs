using LucidLattice.Datasets.Parameters;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Drawing.Links;

/// <summary>What was clicked, as keys and their values: a mark's category, for one.</summary>
public readonly record struct Click(IReadOnlyDictionary<string, Value> Keys)
{
    public static readonly Click OnNothing = new(new Dictionary<string, Value>());

    public static Click On(string key, Value value) => new(new Dictionary<string, Value> { [key] = value });

    /// <summary>With one more key; one that is empty because there is none does no harm.</summary>
    public Click And(string key, Value value) => new(new Dictionary<string, Value>(Keys) { [key] = value });

    public Value this[string key] => Keys.GetValueOrDefault(key);
}

/// <summary>A key that a place offers to the links on it.</summary>
/// <param name="Words">For messages: “the clicked category”.</param>
/// <param name="Value">Gives it for a click in a frame.</param>
/// <param name="Clicked">True if it comes with the click, so that nothing can be opened where it is empty.</param>
public sealed record LinkKey(DataType Type, string Words, Func<Click, Frame, Value> Value, bool Clicked = false)
{
    /// <summary>The period that begins at each of its dates; null where it stands for a day or a moment.</summary>
    public TimeStep? Step { get; init; }

    /// <summary>True where ranges of numbers stand for what lies in them, so that only their ends are values.</summary>
    public bool IsRange { get; init; }

    /// <summary>True where it may stand for several values, which only a parameter that takes several can get.</summary>
    public bool MayBeSeveral { get; init; }

    /// <summary>True where nothing is a value too, as of a parameter that has none: the target gets nothing, not its default.</summary>
    public bool CarriesNothing { get; init; }
}

/// <summary>A link whose target was found and whose values are ready to be worked out.</summary>
/// <param name="Title">Of what opens, for people.</param>
/// <param name="Values">By the target's parameter.</param>
/// <param name="LinkOnly">The names of the target's parameters that only links may set.</param>
public sealed record LinkPlan(
    Link Definition, string Title, IReadOnlyList<(Parameter Parameter, LinkKey Key)> Values, IReadOnlySet<string> LinkOnly)
{
    /// <summary>The pieces of a web address; null where a report opens.</summary>
    public WebAddress? Address { get; init; }

    /// <summary>The key of the group that is gone to; null for none.</summary>
    public LinkKey? Group { get; init; }

    /// <summary>Further links on the same thing.</summary>
    public IReadOnlyList<LinkPlan> Also { get; init; } = [];

    /// <summary>What a click opens; null where a key that it carries is empty.</summary>
    /// <param name="proof">Vouches for values that only links may carry; null where nobody asks for it.</param>
    public LinkAction? Action(Click click, Frame frame, ILinkProof? proof) => Together(plan => plan.Alone(click, frame, proof));

    /// <summary>What a click opens on something that stands for fewer keys than a mark does, as a name in a legend: it carries those that
    /// it has.</summary>
    public LinkAction? ActionOfPart(Click click, Frame frame, ILinkProof? proof) => Together(plan => plan.AloneOfPart(click, frame, proof));

    /// <summary>What a click opens on a total, for which the keys that it adds up are every one: only where the target can be asked for
    /// every one of them, since it would show less otherwise.</summary>
    public LinkAction? ActionOfTotal(Click click, Frame frame, ILinkProof? proof) => Together(plan => plan.Values.All(v => !v.Key.Clicked
        || (v.Key.Value(click, frame) is { IsNull: false } value && (!value.IsEvery || v.Parameter.Every is not null)))
        ? plan.AloneOfPart(click, frame, proof) : null);

    /// <summary>The first link that can be followed, with the others that can.</summary>
    private LinkAction? Together(Func<LinkPlan, LinkAction?> action)
    {
        if (Also.Count == 0) return action(this);
        var all = Also.Prepend(this).Select(action).OfType<LinkAction>().ToList();
        return all.Count == 0 ? null : all[0] with { Also = [.. all.Skip(1)] };
    }

    // Without it, the target would show what its default says, not what was clicked.
    private LinkAction? Alone(Click click, Frame frame, ILinkProof? proof) =>
        Values.Any(v => v.Key.Clicked && v.Key.Value(click, frame).IsNull) ? null : AloneOfPart(click, frame, proof);

    private LinkAction? AloneOfPart(Click click, Frame frame, ILinkProof? proof)
    {
        if (Address is not null)
            return new LinkAction("", Title, OpenIn.NewTab, new Dictionary<string, string>())
            {
                Address = Address.Written(Values.ToDictionary(v => v.Parameter.Name, v => TextOf(v.Key.Value(click, frame)))),
            };
        var values = new Dictionary<string, string>();
        foreach (var (parameter, key) in Values)
        {
            var value = key.Value(click, frame);
            // Every one is carried where the target offers it too; elsewhere the target's default decides.
            if ((value.IsNull && !key.CarriesNothing) || (value.IsEvery && parameter.Every is null)) continue;
            values[parameter.Name] = ParameterText.Write(parameter, value);
        }
        var vouched = values.Where(v => LinkOnly.Contains(v.Key)).ToDictionary();
        return new LinkAction(Definition.Report, Title, Definition.Open, values,
            vouched.Count == 0 ? null : proof?.Sign(Definition.Report, vouched))
        {
            Sheet = Definition.Sheet,
            Group = Group?.Value(click, frame) is { IsNull: false } to ? new GroupAddress(Definition.Group!.Level, TextOf(to)) : null,
        };
    }

    private static string TextOf(Value value) => value.IsNull || value.IsEmpty ? "" : value.Invariant;
}

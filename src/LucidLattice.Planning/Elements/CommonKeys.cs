using LucidLattice.Charts;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>What links carry that is worked out, where a click stands for many rows: what these have in common.</summary>
/// <param name="marks">Gets the totals that tell.</param>
internal sealed class CommonKeys(ElementPlace place, string element, AggregateList marks)
{
    private readonly List<(string Text, DataType Type)> _found = [];

    /// <summary>The expressions that some links ask for, as what all rows have in common.</summary>
    public List<Compiled> Of(IEnumerable<Link?> links)
    {
        var compiled = new List<Compiled>();
        foreach (var text in links.OfType<Link>().SelectMany(l => l.All).SelectMany(l => l.Carries.Select(c => c.From).Append(l.Group?.Key))
            .OfType<ExpressionSource>().Select(e => e.Expression).Distinct())
        {
            var scope = place.Section.At(place.Place) with { MarkTotals = marks, Allowed = Phase.Group };
            Compiled? Total(string expression) => place.Section.Check(element, "link", () => Compiler.Compile(expression, scope), scope);
            if (Total($"min({text})") is not { } least || Total($"max({text})") is not { } most
                || Total($"count({text})") is not { } filled || Total("count(*)") is not { } all) continue;
            _found.Add((text, least.Type));
            compiled.Add(least with
            {
                Text = $"common {text}",
                Evaluate = frame => Shared(frame, least, most, filled, all),
                Source = CompiledSource.From("common", least, most, filled, all),
                Codes = null,
            });
        }
        return compiled;
    }

    /// <summary>A value that all rows have; that they have none, where none has; nothing where they differ.</summary>
    private static Value Shared(Frame frame, Compiled least, Compiled most, Compiled filled, Compiled all)
    {
        var count = frame.Try(filled);
        if (count.IsNull || count.Whole == 0) return Value.Empty;
        var (low, high) = (frame.Try(least), frame.Try(most));
        return count.Whole == frame.Try(all).Whole && low.Equals(high) ? low : Value.Null;
    }

    /// <summary>The key that carries an expression; null where it is wrong, which was said when it was compiled.</summary>
    public LinkKey? Key(string text)
    {
        var at = _found.FindIndex(c => c.Text == text);
        return at < 0 ? null : new LinkKey(_found[at].Type, text.Trim('"'), (click, _) => click[NameOf(at)], Clicked: true)
        {
            Step = DateSteps.StepOf(text),
        };
    }

    /// <summary>The name of the key that the rows have in common.</summary>
    public static string NameOf(int at) => $"common {at}";
}

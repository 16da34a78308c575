using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Authoring.Explaining;

/// <summary>What two versions of a report say differently about one thing.</summary>
/// <param name="Gone">Sentences that only the earlier one says.</param>
/// <param name="Come">Sentences that only the later one says.</param>
public sealed record Difference(string Heading, IReadOnlyList<string> Gone, IReadOnlyList<string> Come);

/// <summary>Two versions of a report, compared by what they say; what shows in no sentence, as places and looks, is named.</summary>
public static class ReportComparison
{
    public static IReadOnlyList<Difference> Compare(ReportDefinition before, ReportDefinition after, IReportCatalog catalog)
    {
        var (was, now) = (ReportExplainer.Explain(before, catalog), ReportExplainer.Explain(after, catalog));
        var differences = new List<Difference>();
        if (before.Title != after.Title)
            differences.Add(new("The title", [$"It was called “{before.Title}”."], [$"It is called “{after.Title}”."]));
        // The first thing is the report itself, whatever it is called.
        var headings = now.Select(e => e.Heading).Concat(was.Select(e => e.Heading)).Where(h => h != before.Title && h != after.Title)
            .Distinct().ToList();
        Add("The whole report", was[0].Sentences, now[0].Sentences);
        foreach (var heading in headings) Add(heading, Of(was, heading), Of(now, heading));
        if (Looks(before, after) is { } looks) differences.Add(looks);
        return differences;

        void Add(string heading, IReadOnlyList<string> earlier, IReadOnlyList<string> later)
        {
            var (gone, come) = (Without(earlier, later), Without(later, earlier));
            if (gone.Count + come.Count > 0) differences.Add(new(heading, gone, come));
        }
    }

    /// <summary>Two lists of one dataset have one heading.</summary>
    private static List<string> Of(IReadOnlyList<Explanation> all, string heading) =>
        [.. all.Skip(1).Where(e => e.Heading == heading).SelectMany(e => e.Sentences)];

    /// <summary>Sentences without those of another list, each taken as often as it stands there.</summary>
    private static List<string> Without(IReadOnlyList<string> sentences, IReadOnlyList<string> others)
    {
        var left = others.GroupBy(s => s).ToDictionary(g => g.Key, g => g.Count());
        var rest = new List<string>();
        foreach (var sentence in sentences)
            if (left.TryGetValue(sentence, out var count) && count > 0) left[sentence] = count - 1;
            else rest.Add(sentence);
        return rest;
    }

    /// <summary>Elements that are in both, and differ.</summary>
    private static Difference? Looks(ReportDefinition before, ReportDefinition after)
    {
        var was = before.AllElements().GroupBy(e => e.Id).ToDictionary(g => g.Key, g => g.First());
        var changed = after.AllElements().Where(e => was.TryGetValue(e.Id, out var old) && Written(old) != Written(e)).ToList();
        if (changed.Count == 0) return null;
        List<string> said = [.. changed.Take(20).Select(e => Sentence(was[e.Id], e, after))];
        if (changed.Count > said.Count) said.Add($"And {changed.Count - said.Count} more elements.");
        return new("Elements that were changed", [], said);
    }

    private static string Sentence(Element old, Element now, ReportDefinition report)
    {
        var what = new List<string>();
        if ((old.X, old.Y) != (now.X, now.Y)) what.Add("stands elsewhere");
        if ((old.Width, old.Height) != (now.Width, now.Height)) what.Add("has another size");
        var same = old with { X = now.X, Y = now.Y, Width = now.Width, Height = now.Height };
        if (Written(same) != Written(now))
            what.Add(Written(same with { Style = now.Style }) == Written(now) ? "looks different" : "was changed");
        var name = PlaceNames.Of(report, now.Id) ?? now.Id;
        return $"{char.ToUpperInvariant(name[0])}{name[1..]} {WordList.Joined(what)}.";
    }

    private static string Written(Element element) => ReportJson.WriteElement(element);
}

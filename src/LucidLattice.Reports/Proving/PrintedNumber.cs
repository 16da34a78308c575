using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Running;
using LucidLattice.Reports.Tracing;

namespace LucidLattice.Reports.Proving;

/// <summary>A number that a report prints once, for all of its rows.</summary>
/// <param name="Name">What it is, in words.</param>
/// <param name="Text">As it is printed.</param>
public sealed record PrintedNumber(string Name, Value Value, string Text)
{
    /// <summary>Everything in the report's headers and footers that says one value.</summary>
    public static IEnumerable<(SectionData Data, ElementPlan Plan)> All(ReportRun run) =>
        from data in run.Data?.Sections ?? []
        where data.Plan.Base == 0
        from band in data.Plan.Bands
        where band.Key.Kind is BandKind.ReportHeader or BandKind.ReportFooter
        from plan in band.Value.SelectMany(p => p.Elements)
        where plan.Said.Count(p => p.Value is not null) == 1 && plan.Said.Single(p => p.Value is not null).Value!.Type is not DataType.Text
        select (data, plan);

    /// <summary>The number of an element; null if the run prints no such number.</summary>
    public static PrintedNumber? Of(ReportRun run, string element)
    {
        var (data, plan) = All(run).FirstOrDefault(a => a.Plan.Id == element);
        if (plan is null) return null;
        var name = PlaceNames.Of(run.Report, element) ?? element;
        if (data.Tree.Order.Length == 0) return new PrintedNumber(name, Value.Null, "");
        var frame = NamedPlace.Find(run, element, []).FrameIn(data)!;
        var piece = plan.Said.Single(p => p.Value is not null);
        return new PrintedNumber(name, frame.Try(piece.Value!), piece.Text(frame));
    }

    /// <summary>True if two numbers are the same but for the last digits of doubles; nothing equals nothing, and the sum of no
    /// rows.</summary>
    public static bool Same(Value a, Value b)
    {
        if (a.IsNull || b.IsNull) return (a.IsNull || IsZero(a)) && (b.IsNull || IsZero(b));
        if (!a.Type.IsNumber() || !b.Type.IsNumber()) return a.Equals(b);
        if (a.Type != DataType.Double && b.Type != DataType.Double) return a.Decimal == b.Decimal;
        return Math.Abs(a.AsDouble - b.AsDouble) <= 1e-9 * Math.Max(Math.Abs(a.AsDouble), Math.Abs(b.AsDouble));
    }

    private static bool IsZero(Value value) => value.Type.IsNumber() && value.AsDouble == 0;
}

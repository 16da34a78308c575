using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>How a number shows its size among those of its column.</summary>
/// <param name="Least">The smallest and the largest number of the column; null for signs, which look at zero alone.</param>
public sealed record NumberScalePlan(NumberScale Scale, Compiled Value, Compiled? Least, Compiled? Most)
{
    /// <summary>Where the frame's number lies between the least and the largest: 0 to 1; and where zero does. Null where there is no
    /// number.</summary>
    private (double At, double Zero, double Number)? Place(Frame frame)
    {
        var value = frame.Try(Value);
        if (value.IsNull || Least is null || Most is null) return value.IsNull ? null : (0, 0, value.AsDouble);
        var (least, most) = (frame.Try(Least), frame.Try(Most));
        if (least.IsNull || most.IsNull) return null;
        // Bars begin at zero, so that their lengths can be compared.
        var (low, high) = Scale.Form == ScaleForm.Bars
            ? (Math.Min(0, least.AsDouble), Math.Max(0, most.AsDouble)) : (least.AsDouble, most.AsDouble);
        var range = high - low;
        return range <= 0 || !double.IsFinite(range) ? (0.5, 0, value.AsDouble)
            : ((value.AsDouble - low) / range, Math.Clamp(-low / range, 0, 1), value.AsDouble);
    }

    /// <summary>The colour behind the number; null for none.</summary>
    public string? Background(Frame frame) =>
        Scale.Form == ScaleForm.Colors && Place(frame) is { } place
            ? Palettes.Mixed(Scale.Low, Scale.High, Math.Clamp(place.At, 0, 1)) : null;

    /// <summary>The bar or the sign, in a rectangle of the page.</summary>
    public DrawItem? Drawing(Frame frame, double x, double y, double width, double height)
    {
        if (Scale.Form == ScaleForm.Colors || Place(frame) is not { } place || !double.IsFinite(place.Number)) return null;
        var color = place.Number < 0 ? Scale.Low : Scale.High;
        if (Scale.Form == ScaleForm.Bars)
        {
            var (from, to) = (Math.Min(place.At, place.Zero), Math.Max(place.At, place.Zero));
            return to <= from ? null : new RectItem(x + from * width, y + 1, (to - from) * width, Math.Max(1, height - 2), color);
        }
        if (place.Number == 0) return null;
        var (size, middle) = (Math.Min(6, height * 0.5), y + height / 2);
        var (tip, foot) = place.Number > 0 ? (middle - size / 2, middle + size / 2) : (middle + size / 2, middle - size / 2);
        return new PathItem(new DrawPath().MoveTo(x, foot).LineTo(x + size, foot).LineTo(x + size / 2, tip).Close(), color);
    }
}

using LucidLattice.Charts;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>The texts around a chart, ready to be filled in.</summary>
/// <param name="Small">Of all other texts; null is as usual.</param>
public sealed record ChartWordsPlan(
    ChartTextPlan Title, ChartTextPlan Subtitle, ChartTextPlan Category, ChartTextPlan Value, ChartTextPlan Right, ChartTextPlan Note,
    TextLook? Small);

/// <param name="Text">Null where nothing is printed.</param>
/// <param name="Usual">How it looks where its style does not say.</param>
public sealed record ChartTextPlan(TextPlan? Text, ChartText Settings, TextLook Usual)
{
    /// <param name="automatic">What is printed where the author leaves it open.</param>
    public PlacedText At(Frame frame, string automatic = "") => new(Settings.Shown == TextShown.Never ? "" : Text?.Text(frame) ?? automatic)
    {
        Look = Usual.With(Settings.Style), Side = Settings.Side, Align = Settings.Style?.Align ?? Alignment.Centre,
    };
}

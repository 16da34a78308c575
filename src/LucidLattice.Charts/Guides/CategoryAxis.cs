using LucidLattice.Charts.Scales;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Charts.Guides;

/// <summary>
/// The labels along the category axis. They stand side by side if they fit, are wrapped if their words fit,
/// are turned upright otherwise, and thinned out when even that has no room. Dates are thinned out at starts of the calendar.
/// </summary>
public sealed class CategoryAxis
{
    private const double BetweenDates = 8, OuterGap = 3;
    private readonly List<(int Index, IReadOnlyList<string> Lines)> _labels = [];
    private readonly IReadOnlyList<CategoryEntry> _entries;
    private readonly double _step, _lineHeight;
    private readonly ChartCanvas _canvas;
    private bool _isUpright;

    /// <summary>How far the labels rise to the right, in degrees, where the author says it.</summary>
    private double _angle;

    private CategoryAxis(IReadOnlyList<CategoryEntry> entries, double step, ChartCanvas canvas) =>
        (_entries, _step, _canvas, _lineHeight) = (entries, step, canvas, canvas.LineHeight());

    /// <summary>The room that the labels take below the axis, in points.</summary>
    public double Height { get; private set; }

    private bool IsNested => _entries.Any(e => e.Outer is not null);

    /// <param name="step">The distance from one category to the next.</param>
    /// <param name="mostHeight">The most room that the labels may take.</param>
    /// <param name="dates">The step between categories that are dates; null for names.</param>
    /// <param name="areRanges">True for ranges of numbers, of which some tell the others.</param>
    public static CategoryAxis Plan(IReadOnlyList<CategoryEntry> entries, double step, double mostHeight, TimeStep? dates,
        bool areRanges, ChartCanvas canvas, CategoryAxisSettings? settings = null)
    {
        var axis = new CategoryAxis(entries, step, canvas);
        var outer = axis.IsNested ? axis._lineHeight + OuterGap : 0;
        if (settings?.Angle is { } asked)
            axis.Angled(Math.Clamp(asked, -90, 90), mostHeight - outer, dates is not null, settings.Reversed);
        else if (!axis.Flat(mostHeight - outer) && !(dates is not null && axis.AtDates()) && !(areRanges && axis.Thinned()))
            axis.Turned(mostHeight - outer);
        axis.Height += outer;
        return axis;
    }

    private bool Flat(double mostHeight)
    {
        var room = _step - 3;
        var mostLines = Math.Min(3, Math.Max(1, (int)(mostHeight / _lineHeight)));
        var wrapped = new List<IReadOnlyList<string>>();
        foreach (var entry in _entries)
        {
            if (!Words(entry.Label).All(w => _canvas.Width(w) <= room)) return false;
            wrapped.Add(TextWrapper.Wrap(_canvas.Typesetter, _canvas.Small, entry.Label, room));
            if (wrapped[^1].Count > mostLines) return false;
        }
        for (var i = 0; i < wrapped.Count; i++) _labels.Add((i, wrapped[i]));
        Height = _lineHeight * wrapped.Max(w => w.Count);
        return true;
    }

    /// <summary>Labels at months, quarters or years, as far apart as they need to be.</summary>
    private bool AtDates()
    {
        var dated = _entries.Select((e, i) => (e.Label, Index: i, At: e.Key.IsNull ? (DateTime?)null : e.Key.AsDateTime))
            .Where(e => e.At is not null).ToList();
        if (dated.Count < 2) return false;
        var length = _step * _entries.Count;
        var widest = dated.Max(d => _canvas.Width(d.Label)) + BetweenDates;
        for (var count = length / widest; count >= 1; count /= 1.5)
        {
            var step = TimeTicks.Step(dated[0].At!.Value, dated[^1].At!.Value, count);
            var chosen = dated.Where(d => step.Floor(d.At!.Value) == d.At && Fits(d.Index, d.Label, length)).ToList();
            if (chosen.Count < 2) continue;
            if (!chosen.Zip(chosen.Skip(1)).All(p => (p.Second.Index - p.First.Index) * _step >= widest)) continue;
            foreach (var one in chosen) _labels.Add((one.Index, [one.Label]));
            Height = _lineHeight;
            return true;
        }
        return false;
    }

    /// <summary>Labels of every so many ranges, side by side.</summary>
    /// <param name="share">Of all, the most that may lie between two that are there.</param>
    private bool Thinned(double share = 0.5)
    {
        var length = _step * _entries.Count;
        var widest = _entries.Max(e => _canvas.Width(e.Label)) + BetweenDates;
        var every = (int)Math.Ceiling(widest / _step);
        if (every > _entries.Count * share) return false;
        for (var i = 0; i < _entries.Count; i += every)
            if (Fits(i, _entries[i].Label, length)) _labels.Add((i, [_entries[i].Label]));
        Height = _lineHeight;
        return _labels.Count > 0;
    }

    /// <summary>Turned as the author wants, and thinned out where they would touch.</summary>
    private void Angled(double angle, double mostHeight, bool areDates, bool isReversed)
    {
        if (angle == 0 && (_entries.Count > 1 && areDates && AtDates() || Thinned(1))) return;
        if (angle is 0 or 90)
        {
            Turned(mostHeight);
            return;
        }
        _angle = angle;
        var (sine, cosine) = Math.SinCos(Math.Abs(angle) * Math.PI / 180);
        var every = Math.Max(1, (int)Math.Ceiling(_lineHeight / sine / _step));
        var length = _step * _entries.Count;
        for (var i = First(_step, _lineHeight); (i + 0.5) * _step <= length - _lineHeight / 2 + 0.01; i += every)
        {
            // What rises ends at its place and begins left of it; what falls begins there.
            var beside = (angle > 0 != isReversed ? (i + 0.5) * _step : length - (i + 0.5) * _step)
                - (_canvas.Ascent() - _canvas.ToMiddle) * sine;
            var text = Fitted(_entries[i], Math.Min((mostHeight - _lineHeight * cosine) / sine,
                cosine < 0.01 ? double.MaxValue : Math.Max(0, beside) / cosine));
            _labels.Add((i, [text]));
            if (text.Length > 0) Height = Math.Max(Height, _canvas.Width(text) * sine + _lineHeight * cosine);
        }
    }

    private void DrawAngled(string text, double middle, double top)
    {
        var (sine, cosine) = Math.SinCos(Math.Abs(_angle) * Math.PI / 180);
        var x = middle + Math.Sign(_angle) * _canvas.ToMiddle * sine;
        _canvas.Text(text, x, top + _canvas.Ascent() * cosine, _angle > 0 ? 1 : 0, Palette.Ink, rotation: -_angle);
    }

    private bool Fits(int index, string label, double length)
    {
        var (middle, half) = (_step * (index + 0.5), _canvas.Width(label) / 2);
        return middle - half >= 0 && middle + half <= length;
    }

    private void Turned(double mostHeight)
    {
        _isUpright = true;
        var every = Math.Max(1, (int)Math.Ceiling(_lineHeight / _step));
        // What would reach beyond the axis is left away; so is every label of an axis that is thinner than one.
        for (var i = First(_step, _lineHeight); (i + 0.5) * _step <= _entries.Count * _step - _lineHeight / 2 + 0.01; i += every)
        {
            var text = Fitted(_entries[i], mostHeight);
            _labels.Add((i, [text]));
            Height = Math.Max(Height, _canvas.Width(text));
        }
    }

    /// <summary>A label in the room that there is. Of a date the end with its year stays, unless it begins with that.</summary>
    private string Fitted(CategoryEntry entry, double room)
    {
        const int YearLength = 4;
        var label = entry.Label;
        var isCutInFront = entry.Key.Type.IsTime() && label.Length > YearLength && !label.Take(YearLength).All(char.IsDigit);
        if (!isCutInFront || _canvas.Width(label) <= room) return _canvas.Fit(label, room);
        for (var from = 1; from <= label.Length - YearLength; from++)
            if ("…" + label[from..].TrimStart() is var end && _canvas.Width(end) <= room) return end;
        return "";
    }

    /// <param name="bands">The places of the categories.</param>
    /// <param name="top">The upper edge of the labels.</param>
    public void Draw(BandScale bands, double top, Func<CategoryEntry, LinkAction?> action, string id)
    {
        var ascent = _canvas.Ascent();
        foreach (var (index, lines) in _labels)
        {
            var middle = bands.Middle(index);
            for (var i = 0; i < lines.Count; i++)
            {
                if (_angle != 0) DrawAngled(lines[i], middle, top);
                else if (_isUpright) _canvas.Text(lines[i], middle + _canvas.ToMiddle, top, 1, Palette.Ink, rotation: -90);
                else _canvas.Text(lines[i], middle, top + ascent + i * _lineHeight, 0.5, Palette.Ink);
            }
            if (lines.All(l => l.Length == 0) || action(_entries[index]) is not { } opens) continue;
            var height = _angle != 0 ? Height - (IsNested ? _lineHeight + OuterGap : 0)
                : _isUpright ? _canvas.Width(lines[0]) : lines.Count * _lineHeight;
            _canvas.Items.Add(new RegionItem(bands.Start(index), top, bands.Step, Math.Max(1, height), $"{id}-label-{index}",
                _entries[index].Label, "", opens));
        }
        if (IsNested) DrawOuter(bands, top + Height - _lineHeight);
    }

    /// <summary>What the categories lie in, below a line as long as they reach.</summary>
    private void DrawOuter(BandScale bands, double top)
    {
        for (var (from, end) = (0, 0); from < _entries.Count; from = end)
        {
            while (end < _entries.Count && _entries[end].Outer == _entries[from].Outer) end++;
            var (a, b) = (bands.Middle(from), bands.Middle(end - 1));
            var (left, right) = (Math.Min(a, b) - bands.Step / 2 + 1, Math.Max(a, b) + bands.Step / 2 - 1);
            if (right <= left) continue;
            _canvas.Items.Add(new LineItem(left, top - OuterGap / 2, right, top - OuterGap / 2, 0.5, Palette.Muted));
            var text = _entries[from].Outer is { } outer ? _canvas.Fit(outer, right - left) : "";
            if (text.Length > 0 && _canvas.Width(text) <= right - left)
                _canvas.Text(text, (left + right) / 2, top + _canvas.Ascent(), 0.5, Palette.Ink);
        }
    }

    /// <summary>The first place that is as far from the end of the axis as half a line is thick.</summary>
    public static int First(double step, double lineHeight) => (int)Math.Ceiling(Math.Max(0, lineHeight / 2 / step - 0.5 - 1e-9));

    private static string[] Words(string label) => label.Split([' ', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries);
}

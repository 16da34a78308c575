using System.Collections.Concurrent;
using LucidLattice.Drawing;
using LucidLattice.Model.Locales;

namespace LucidLattice.Output.Typesetting;

/// <summary>
/// The two algorithms of Unicode that .NET does not offer, from the very ICU library that .NET itself runs on: the order of
/// texts of both directions (Annex 9) and the places where lines may end (Annex 14).
/// </summary>
internal static unsafe class Icu
{
    private const int LineBreaks = 2, Done = -1, FirstHardStatus = 100;
    private const byte FirstStrongDecides = 0xFE;

    private static readonly delegate* unmanaged<int, byte*, char*, int, int*, nint> OpenBreaks =
        (delegate* unmanaged<int, byte*, char*, int, int*, nint>)Export("ubrk_open");
    private static readonly delegate* unmanaged<nint, char*, int, int*, void> SetText =
        (delegate* unmanaged<nint, char*, int, int*, void>)Export("ubrk_setText");
    private static readonly delegate* unmanaged<nint, int> Next = (delegate* unmanaged<nint, int>)Export("ubrk_next");
    private static readonly delegate* unmanaged<nint, int> RuleStatus = (delegate* unmanaged<nint, int>)Export("ubrk_getRuleStatus");
    private static readonly delegate* unmanaged<nint> OpenBidi = (delegate* unmanaged<nint>)Export("ubidi_open");
    private static readonly delegate* unmanaged<nint, void> CloseBidi = (delegate* unmanaged<nint, void>)Export("ubidi_close");
    private static readonly delegate* unmanaged<nint, char*, int, byte, byte*, int*, void> SetParagraph =
        (delegate* unmanaged<nint, char*, int, byte, byte*, int*, void>)Export("ubidi_setPara");
    private static readonly delegate* unmanaged<nint, int*, int> CountRuns =
        (delegate* unmanaged<nint, int*, int>)Export("ubidi_countRuns");
    private static readonly delegate* unmanaged<nint, int, int*, int*, int> VisualRun =
        (delegate* unmanaged<nint, int, int*, int*, int>)Export("ubidi_getVisualRun");

    /// <summary>Iterators cost far more to make than to use, and each can serve one caller at a time.</summary>
    private static readonly ConcurrentBag<nint> Iterators = [];

    public static IReadOnlyList<LineBreak> Breaks(string text)
    {
        var error = 0;
        if (!Iterators.TryTake(out var iterator))
        {
            fixed (byte* root = "\0"u8) iterator = OpenBreaks(LineBreaks, root, null, 0, &error);
            IcuLibrary.Check(error);
        }
        var breaks = new List<LineBreak>();
        fixed (char* characters = text)
        {
            SetText(iterator, characters, text.Length, &error);
            IcuLibrary.Check(error);
            for (var at = Next(iterator); at != Done; at = Next(iterator))
                breaks.Add(new LineBreak(at, RuleStatus(iterator) >= FirstHardStatus));
            // The iterator must not look at the text once it may move.
            SetText(iterator, null, 0, &error);
        }
        Iterators.Add(iterator);
        return breaks;
    }

    /// <summary>The runs of a line from left to right.</summary>
    /// <param name="paragraph">0 for left to right, 1 for right to left; otherwise the first letter with a direction of its own decides
    /// that of the whole.</param>
    public static List<(int Start, int Length, bool RightToLeft)> VisualRuns(string text, byte paragraph = FirstStrongDecides)
    {
        var error = 0;
        var bidi = OpenBidi();
        try
        {
            var runs = new List<(int, int, bool)>();
            fixed (char* characters = text)
            {
                SetParagraph(bidi, characters, text.Length, paragraph, null, &error);
                IcuLibrary.Check(error);
                var count = CountRuns(bidi, &error);
                IcuLibrary.Check(error);
                for (var i = 0; i < count; i++)
                {
                    int start, length;
                    var direction = VisualRun(bidi, i, &start, &length);
                    runs.Add((start, length, direction == 1));
                }
            }
            return runs;
        }
        finally
        {
            CloseBidi(bidi);
        }
    }

    private static nint Export(string name) => IcuLibrary.Export("uc", name);
}

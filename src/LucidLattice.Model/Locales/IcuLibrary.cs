using System.Runtime.InteropServices;

namespace LucidLattice.Model.Locales;

/// <summary>The ICU library that .NET itself runs on, for what .NET does not offer of it.</summary>
public static class IcuLibrary
{
    private static readonly int Version = FindVersion();

    /// <summary>The address of a function.</summary>
    /// <param name="part">uc for characters and texts, i18n for numbers and dates.</param>
    /// <param name="name">Without the version that the library puts behind it.</param>
    /// <exception cref="DllNotFoundException">The library is not installed.</exception>
    public static nint Export(string part, string name)
    {
        var library = NativeLibrary.Load(Version == 0 ? $"libicu{part}.so" : $"libicu{part}.so.{Version}");
        return NativeLibrary.TryGetExport(library, $"{name}_{Version}", out var address) ? address : NativeLibrary.GetExport(library, name);
    }

    /// <exception cref="InvalidOperationException">A call failed. Negative numbers are warnings.</exception>
    public static void Check(int error)
    {
        if (error > 0) throw new InvalidOperationException($"ICU answered with error {error}.");
    }

    private static int FindVersion()
    {
        for (var version = 120; version >= 50; version--)
            if (NativeLibrary.TryLoad($"libicuuc.so.{version}", out _)) return version;
        return NativeLibrary.TryLoad("libicuuc.so", out _)
            ? 0
            : throw new DllNotFoundException("The ICU library (libicuuc), on which .NET relies too, is not there. Install libicu.");
    }
}

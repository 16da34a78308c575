namespace LucidLattice.Data;

/// <summary>The fault of a full disk, by one name for files of every kind.</summary>
public static class DiskFull
{
    /// <summary>ENOSPC, as .NET passes it on.</summary>
    private const int Code = 28;

    /// <summary>What .NET throws where a disk is full, for files that are written by other means.</summary>
    public static IOException Fault() => new("The disk is full.", Code);

    public static bool Is(Exception fault) => fault is IOException { HResult: Code };
}

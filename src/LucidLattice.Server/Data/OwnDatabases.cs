using LucidLattice.Server.Web;

namespace LucidLattice.Server.Data;

/// <summary>
/// Databases whose files were uploaded, and so may be replaced. A file is never changed where it lies: a new one takes its
/// place, so that whoever reads at the moment goes on with the old one.
/// </summary>
public static class OwnDatabases
{
    public static bool IsOwn(this AppData data, string name) => data.PathOf(name) is { } path && Path.GetDirectoryName(path) == data.Uploads;

    /// <summary>A path for a new file. Its name comes from here, so it cannot lie anywhere else.</summary>
    public static string FreePath(this AppData data) => Path.Combine(data.Uploads, Guid.NewGuid().ToString("N") + ".sqlite");

    /// <summary>Lets a file be the database of this name; the one before goes.</summary>
    public static void Put(this AppData data, string name, string path)
    {
        var before = data.IsOwn(name) ? data.PathOf(name) : null;
        data.Register(name, path);
        // Rows that were read from the old file are kept by its path and its time, so nobody takes them for the new ones.
        if (before is not null) File.Delete(before);
    }

    /// <summary>The name without spaces around it.</summary>
    /// <param name="replace">True if an uploaded database of this name may go.</param>
    /// <exception cref="ApiException">The name is empty or too long, or is taken.</exception>
    public static string NameFor(this AppData data, string name, bool replace = false)
    {
        var trimmed = name.Trim();
        if (trimmed.Length is 0 or > 80) throw ApiException.Bad("bad-name", "Give the database a name of up to 80 letters.");
        if (data.PathOf(trimmed) is null) return trimmed;
        if (!data.IsOwn(trimmed)) throw new ApiException(StatusCodes.Status409Conflict, "name-taken", $"There is already a database called “{trimmed}”, whose file is only ever read. Choose another name.");
        return replace ? trimmed : throw new ApiException(StatusCodes.Status409Conflict, "name-taken", $"There is already a database called “{trimmed}”. Replace it, or choose another name.");
    }
}

using System.Text;

namespace LucidLattice.Server.Web;

/// <summary>Definitions as files to be kept elsewhere.</summary>
internal static class Files
{
    /// <summary>A definition as it is kept, letter by letter, under a name of its own.</summary>
    public static IResult Json(string text, string name) => Results.File(Encoding.UTF8.GetBytes(text), "application/json", $"{name}.json");
}

using LucidLattice.Expressions.Evaluation;
using LucidLattice.Planning;

namespace LucidLattice.Layout;

/// <summary>A place in a flow, from which it goes on: small enough to keep one for each page.</summary>
public abstract record FlowCursor;

/// <summary>Room on a page that is to be filled from top to bottom; lengths in points.</summary>
/// <param name="Left">Where the body begins.</param>
/// <param name="Height">Of the body of a whole page.</param>
/// <param name="Empty">True if nothing is on the page (or in its column) yet, so that something has to be put there.</param>
/// <param name="Around">Where the band stands that the flow is inside of; null on a sheet.</param>
/// <param name="Rows">At most so many rows are begun (or innermost groups, where no rows are printed); null for as many as fit.</param>
/// <param name="Effort">Counts what is done; null where that is known to be little, as on a page that was filled before.</param>
public readonly record struct Room(
    double Left, double Top, double Bottom, double Height, bool Empty = true, Frame? Around = null, int? Rows = null,
    Effort? Effort = null);

/// <summary>What filling a room came to.</summary>
/// <param name="Bottom">Where the filled part ends.</param>
/// <param name="Empty">True if there is still nothing in it.</param>
/// <param name="Next">Where to go on, on a new page; null if there is nothing more.</param>
public readonly record struct Filled(double Bottom, bool Empty, FlowCursor? Next);

/// <summary>A place in a section.</summary>
/// <param name="Inside">In the sections inside of the part that stands there: a place in one of them.</param>
public sealed record FlowPlace(SectionPlan Section, Cursor At, FlowPlace? Inside = null);

/// <summary>Is given each part with its upper edge on the page, and the part of it that is shown (from, to), in points.</summary>
public delegate void Placer(SectionFlow flow, PartPlan part, double left, double top, double from, double to);

/// <summary>
/// Something that fills pages: a section, sections after or beside one another, columns of a page. Flows are composed, and so are
/// their cursors. The same flow finds where pages start (without drawing) and draws one page on demand, so both always agree.
/// </summary>
public interface IFlow
{
    /// <summary>Where it begins; null if there is nothing to print.</summary>
    /// <param name="around">The frame of the band that it is inside of; null on a sheet.</param>
    FlowCursor? Start(Frame? around);

    /// <summary>Fills a room from a cursor on. In an empty room it always comes further.</summary>
    /// <param name="place">Null to measure only.</param>
    Filled Fill(FlowCursor from, Room room, Placer? place);

    /// <summary>Below zero if <paramref name="a"/> is printed before <paramref name="b"/>, zero if they are the same place.</summary>
    int Compare(FlowCursor a, FlowCursor b);

    /// <summary>A place in one of the sections that the flow is made of, as a cursor of this flow; null if it is not in it.</summary>
    FlowCursor? Locate(FlowPlace place);

    /// <summary>How far a section has come at a place; null if the section is not in it.</summary>
    /// <param name="cursor">Null for its end.</param>
    Reached? ReachedAt(FlowCursor? cursor, SectionPlan section);
}

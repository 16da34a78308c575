using LucidLattice.Model.Definitions;

namespace LucidLattice.Charts.Scales;

/// <summary>
/// Where each mark begins and ends along the value axis. On top of one another, positive numbers go up and negative ones down from
/// zero; as shares, each is divided by the sum of absolute numbers of its category.
/// </summary>
public static class Stack
{
    /// <param name="marks">Category and number of each, in the order of series.</param>
    public static (double From, double To)[] Place(
        IReadOnlyList<(int Category, double Number)> marks, int categories, ChartArrangement arrangement)
    {
        var places = new (double, double)[marks.Count];
        var (up, down, whole) = (new double[categories], new double[categories], new double[categories]);
        if (arrangement == ChartArrangement.Shares)
            foreach (var (category, number) in marks) whole[category] += double.IsNaN(number) ? 0 : Math.Abs(number);
        for (var i = 0; i < marks.Count; i++)
        {
            var (category, number) = marks[i];
            if (double.IsNaN(number)) number = 0;
            if (arrangement == ChartArrangement.Beside)
            {
                places[i] = (0, number);
                continue;
            }
            if (arrangement == ChartArrangement.Shares) number = whole[category] == 0 ? 0 : number / whole[category];
            var side = number < 0 ? down : up;
            places[i] = (side[category], side[category] += number);
        }
        return places;
    }
}

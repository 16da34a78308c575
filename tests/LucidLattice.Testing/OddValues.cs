namespace LucidLattice.Testing;

/// <summary>Values that every feature has to meet: texts that look like something else, and numbers and times at their limits.</summary>
public static class OddValues
{
    public static readonly string[] Texts =
    [
        "", " before and after ", "*", "[\"x\"]", "[]", "it's \"quoted\"", @"back\slash", "{{ a }}", "a | b", "line\nbreak", "\ttab",
        "\ufffe",
        "\ud800", "caf\u00e9", "cafe\u0301", "Twin", "twin", "שלום", "mix שלום 123 abc", "١٢٣", "🚢⚓", "select", "a.b c", "=1+1",
    ];

    public static readonly string LongText = new('w', 10_000);

    public static readonly long[] Wholes = [0, 1, -1, 2010, long.MaxValue, long.MinValue, int.MaxValue];

    public static readonly decimal[] Decimals =
    [
        0m, 0.00m, -0.01m, 0.005m, 1.10m, 1.1m, 99_999_999_999_999.99m, 7.639999999999999m, 7_922_816_251_426_433.7593543950335m,
    ];

    public static readonly double[] Doubles = [0.0, -0.0, 1e-300, 1e300, 0.1, 1.0 / 3, -2.5];

    public static readonly DateOnly[] Dates =
        [new(2024, 2, 29), new(2020, 12, 31), new(2021, 1, 3), new(1, 1, 1), new(9999, 12, 31), new(2025, 3, 30)];

    public static readonly DateTime[] Times =
        [new(2025, 1, 1), new(2024, 12, 31, 23, 59, 59), new(2025, 3, 30, 1, 30, 0), new(1, 1, 1), new(9999, 12, 31, 23, 59, 59)];
}

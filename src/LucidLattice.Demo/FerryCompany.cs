namespace LucidLattice.Demo;

/// <summary>What there is to know about Skerravoe Ferries, an invented operator: everything that does not depend on chance.</summary>
internal static class FerryCompany
{
    public static readonly DateOnly FirstDay = new(2023, 7, 1);
    public static readonly DateOnly LastDay = new(2025, 12, 31);

    public static readonly string[] Regions = ["Eastern Sound", "Northern Isles", "West Firth"];

    public static readonly string[] Ports = ["Aith", "Brae", "Grutness", "Holm", "Linga", "Ness", "Norwick", "Skerra", "Tangwick", "Voe"];

    /// <param name="Demand">Passengers on an ordinary sailing.</param>
    /// <param name="Share">The share of all sailings.</param>
    public sealed record Route(string From, string To, int Region, int Minutes, int Demand, double Share, decimal Fare,
        DateOnly? Closes = null)
    {
        public string Name => $"{From} – {To}";
    }

    public static readonly Route[] Routes =
    [
        new("Aith", "Voe", 0, 35, 92, 1.1, 8.40m),
        new("Linga", "Ness", 0, 55, 128, 1.35, 12.90m),
        new("Norwick", "Aith", 0, 40, 58, 0.85, 9.20m),
        new("Brae", "Linga", 1, 45, 96, 1.2, 10.60m),
        new("Grutness", "Brae", 1, 80, 74, 0.8, 17.50m, new DateOnly(2025, 3, 31)),
        new("Holm", "Brae", 1, 60, 118, 1.3, 13.80m),
        new("Skerra", "Aith", 2, 70, 141, 1.4, 15.20m),
        new("Tangwick", "Skerra", 2, 50, 88, 1.05, 11.30m),
    ];

    public sealed record Vessel(string Name, int Seats, int Lanes, int Built, DateOnly? EntersService = null);

    public static readonly Vessel[] Vessels =
    [
        new("Ternhope", 250, 42, 1998),
        new("Maid of Voe", 180, 30, 1989),
        new("Sula Wind", 320, 58, 2024, new DateOnly(2024, 5, 1)),
        new("Fulmar Bay", 210, 34, 2006),
        new("Queen of the Firth", 290, 50, 2011),
    ];

    public static readonly (string Code, string Name, decimal Factor)[] TicketClasses =
        [("STD", "Standard", 1m), ("RES", "Island resident", 0.6m), ("FLX", "Flexible", 1.35m), ("GRP", "Group", 0.85m),
            ("CAB", "Quiet lounge", 1.8m)];

    /// <param name="Above">The place in the list of the office that it belongs to, from 1; null for the head office.</param>
    public sealed record Office(string Name, int? Above, int People);

    public static readonly Office[] Offices =
    [
        new("Head office", null, 24), new("Eastern Sound", 1, 6), new("Northern Isles", 1, 5), new("West Firth", 1, 7),
        new("Aith terminal", 2, 31), new("Voe terminal", 2, 22), new("Linga terminal", 2, 18), new("Brae terminal", 3, 27),
        new("Holm terminal", 3, 19), new("Skerra terminal", 4, 35), new("Tangwick terminal", 4, 14), new("Workshop at Aith", 5, 16),
        new("Linkspan crew", 5, 9), new("Ticket desk at Voe", 6, 4), new("Freight desk at Skerra", 10, 8),
    ];

    /// <summary>Firms that book for their people, and pay by the month.</summary>
    public static readonly (string Name, string Street, string Town)[] Firms =
    [
        ("Skerra Slate Works", "4 Quarry Road", "Skerra"), ("Linga Weavers", "17 Mill Brae", "Linga"),
        ("Norwick Dairy", "2 Kirk Lane", "Norwick"), ("Voe Boatbuilders", "Slip 3, Old Harbour", "Voe"),
    ];

    public static readonly string[] DelayCauses = ["Weather", "Technical", "Late arrival of vessel", "Loading", "Crew"];

    public static readonly string[] Remarks =
    [
        "Swell in the outer harbour; the linkspan was lowered twice before vehicles could leave.",
        "Held for a connecting bus.",
        "Bow thruster was reset at the berth and the engineer stayed on board for the crossing as a precaution.",
        "Fog; reduced speed from the skerries on.",
        "Vehicle deck full, eleven vehicles left for the next sailing.",
    ];

    /// <summary>How busy a day is, 1 being ordinary: summers and weekends are busy, one storm month is not.</summary>
    public static double Busy(DateOnly day)
    {
        var season = 1 + 0.45 * Math.Cos((day.DayOfYear - 200) / 365.25 * 2 * Math.PI);
        var weekday = day.DayOfWeek switch { DayOfWeek.Friday => 1.25, DayOfWeek.Saturday => 1.15, DayOfWeek.Sunday => 1.05,
            DayOfWeek.Tuesday => 0.85, _ => 0.95 };
        return season * weekday * (IsStorm(day) ? 0.7 : 1);
    }

    public static bool IsStorm(DateOnly day) => day is { Year: 2025, Month: 1 };
}

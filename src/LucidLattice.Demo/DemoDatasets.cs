using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;

namespace LucidLattice.Demo;

/// <summary>The datasets that ship with the demo data.</summary>
public static class DemoDatasets
{
    private static Field Of(string name, string table, string column, DataType type, FieldKind kind = FieldKind.Plain, string? label = null) => new() { Name = name, Table = table, Column = column == name ? null : column, Type = type, Kind = kind, Label = label };

    private static JoinedTable Table(string id, string table, string to, string column, string toColumn, double x, double y, JoinKind kind = JoinKind.Inner)
        => new() { Id = id, Table = table, X = x, Y = y, Join = new Join { To = to, Kind = kind, On = [new KeyPair(column, toColumn)] } };

    /// <summary>Every booking with its sailing, route, region and ticket class: five tables.</summary>
    public static Dataset Bookings { get; } = new()
    {
        Id = "bookings",
        Name = "Bookings",
        Description = "Every booking with its sailing, route, region and ticket class.",
        Database = DemoReports.Database,
        Source = new JoinSource
        {
            Tables =
            [
                new JoinedTable { Id = "b", Table = "bookings", X = 24, Y = 24 },
                Table("s", "sailings", "b", "sailing_id", "sailing_id", 264, 24),
                Table("r", "routes", "s", "route_id", "route_id", 504, 24),
                Table("g", "regions", "r", "region_id", "region_id", 744, 24),
                Table("t", "ticket_classes", "b", "ticket_class_id", "ticket_class_id", 264, 300),
            ],
        },
        Fields =
        [
            Of("booking_id", "b", "booking_id", DataType.Whole, FieldKind.Key, "Booking no."), Of("region", "g", "name", DataType.Text), Of("route", "r", "name", DataType.Text),
            Of("departs", "s", "departs", DataType.DateTime), Of("ticket_class", "t", "name", DataType.Text, label: "Ticket"), Of("booked_on", "b", "booked_on", DataType.Date),
            Of("people", "b", "people", DataType.Whole), Of("vehicles", "b", "vehicles", DataType.Whole), Of("fare", "b", "fare", DataType.Decimal, FieldKind.Money), Of("discount", "b", "discount", DataType.Decimal, FieldKind.Money),
            new Field { Name = "net_fare", Type = DataType.Decimal, Kind = FieldKind.Money, Expression = "fare - coalesce(discount, 0)" },
            new Field { Name = "days_ahead", Type = DataType.Whole, Label = "Booked days ahead", Expression = "CAST(departs AS DATE) - booked_on" },
        ],
    };

    /// <summary>Sailings that took place, with route, vessel and the cause of a delay.</summary>
    public static Dataset Sailings { get; } = new()
    {
        Id = "sailings-that-took-place",
        Name = "Sailings that took place",
        Description = "Sailings with route, vessel and the cause of a delay; cancelled ones left out.",
        Database = DemoReports.Database,
        Source = new JoinSource
        {
            Tables =
            [
                new JoinedTable { Id = "s", Table = "sailings", X = 24, Y = 24 },
                Table("r", "routes", "s", "route_id", "route_id", 264, 24),
                Table("g", "regions", "r", "region_id", "region_id", 504, 24),
                Table("v", "vessels", "s", "vessel_id", "vessel_id", 264, 260),
                Table("c", "delay_causes", "s", "delay_cause_id", "delay_cause_id", 504, 160, JoinKind.Left),
            ],
        },
        Fields =
        [
            Of("sailing_id", "s", "sailing_id", DataType.Whole, FieldKind.Key, "Sailing no."), Of("region", "g", "name", DataType.Text), Of("route", "r", "name", DataType.Text), Of("vessel", "v", "name", DataType.Text),
            Of("departs", "s", "departs", DataType.DateTime), Of("status", "s", "status", DataType.Text), Of("passengers", "s", "passengers", DataType.Whole), Of("seats", "v", "seats", DataType.Whole),
            Of("delay_minutes", "s", "delay_minutes", DataType.Whole, FieldKind.Duration), Of("delay_cause", "c", "name", DataType.Text),
            new Field { Name = "load_factor", Type = DataType.Decimal, Scale = 4, Kind = FieldKind.Share, Expression = "1.0 * passengers / NULLIF(seats, 0)" },
        ],
        Filter = new AllOf { Conditions = [new FieldCondition { Field = "status", Is = ConditionOperator.Equal, Values = ["sailed"] }] },
        Sort = [new SortKey { By = "departs" }],
    };

    /// <summary>By SQL: what each vessel was used for, month by month.</summary>
    public static Dataset VesselMonths { get; } = new()
    {
        Id = "vessel-months",
        Name = "Vessels by month",
        Description = "Sailings and passengers of each vessel in each month, by SQL.",
        Database = DemoReports.Database,
        Source = new QuerySource { Sql = "SELECT v.name AS vessel, strftime('%Y-%m-01', s.departs) AS month, count(*) AS sailings, sum(s.passengers) AS passengers\nFROM sailings s JOIN vessels v ON v.vessel_id = s.vessel_id\nWHERE s.status = 'sailed'\nGROUP BY v.name, month" },
        Fields = [new() { Name = "vessel", Type = DataType.Text }, new() { Name = "month", Type = DataType.Date }, new() { Name = "sailings", Type = DataType.Whole }, new() { Name = "passengers", Type = DataType.Whole }],
    };

    public static IReadOnlyList<Dataset> All { get; } = [Bookings, Sailings, VesselMonths];
}

namespace LucidLattice.Demo;

internal static class DemoSchema
{
    public const string Tables = """
        CREATE TABLE regions (region_id INTEGER PRIMARY KEY, name TEXT NOT NULL);
        CREATE TABLE ports (port_id INTEGER PRIMARY KEY, name TEXT NOT NULL);
        CREATE TABLE routes (route_id INTEGER PRIMARY KEY, region_id INTEGER NOT NULL REFERENCES regions, name TEXT NOT NULL,
            from_port_id INTEGER NOT NULL REFERENCES ports, to_port_id INTEGER NOT NULL REFERENCES ports,
            minutes INTEGER NOT NULL, closed_on DATE);
        CREATE TABLE vessels (vessel_id INTEGER PRIMARY KEY, name TEXT NOT NULL, seats INTEGER NOT NULL, lanes INTEGER NOT NULL,
            built INTEGER NOT NULL, in_service_from DATE);
        CREATE TABLE ticket_classes (ticket_class_id INTEGER PRIMARY KEY, code TEXT NOT NULL, name TEXT NOT NULL);
        CREATE TABLE delay_causes (delay_cause_id INTEGER PRIMARY KEY, name TEXT NOT NULL);
        CREATE TABLE offices (office_id INTEGER PRIMARY KEY, above_id INTEGER REFERENCES offices, name TEXT NOT NULL,
            people INTEGER NOT NULL);
        CREATE TABLE sailings (sailing_id INTEGER PRIMARY KEY,
            route_id INTEGER NOT NULL REFERENCES routes, vessel_id INTEGER NOT NULL REFERENCES vessels,
            departs DATETIME NOT NULL, status TEXT NOT NULL, passengers INTEGER, vehicles INTEGER, delay_minutes INTEGER,
            delay_cause_id INTEGER REFERENCES delay_causes, remark TEXT);
        CREATE TABLE bookings (booking_id INTEGER PRIMARY KEY,
            sailing_id INTEGER NOT NULL REFERENCES sailings, ticket_class_id INTEGER NOT NULL REFERENCES ticket_classes,
            booked_on DATE NOT NULL, people INTEGER NOT NULL, vehicles INTEGER NOT NULL,
            fare DECIMAL(10, 2) NOT NULL, discount DECIMAL(10, 2));
        CREATE TABLE firms (firm_id INTEGER PRIMARY KEY, name TEXT NOT NULL, street TEXT NOT NULL, town TEXT NOT NULL);
        CREATE TABLE firm_bookings (booking_id INTEGER PRIMARY KEY REFERENCES bookings, firm_id INTEGER NOT NULL REFERENCES firms);
        """;

    /// <summary>Two thirds of the group bookings are made by firms for their people.</summary>
    public const string FirmBookings = """
        INSERT INTO firm_bookings SELECT b.booking_id, 1 + b.booking_id * 31 % (SELECT count(*) FROM firms)
            FROM bookings b JOIN ticket_classes t ON t.ticket_class_id = b.ticket_class_id
            WHERE t.code = 'GRP' AND b.booking_id % 3 > 0;
        """;

    public const string IndicesAndViews = """
        CREATE INDEX bookings_of_sailing ON bookings (sailing_id, fare, discount);
        CREATE VIEW sailing_income AS
            SELECT sailing_id, count(*) AS bookings, round(sum(fare - coalesce(discount, 0)), 2) AS net_fare
            FROM bookings GROUP BY sailing_id;
        CREATE VIEW sailings_with_income AS
            SELECT s.sailing_id, g.name AS region, r.name AS route, v.name AS vessel, s.departs, s.status, s.passengers, s.vehicles,
                (SELECT round(sum(b.fare - coalesce(b.discount, 0)), 2) FROM bookings b WHERE b.sailing_id = s.sailing_id) AS net_fare,
                s.delay_minutes, c.name AS delay_cause, s.remark
            FROM sailings s
            JOIN routes r ON r.route_id = s.route_id
            JOIN regions g ON g.region_id = r.region_id
            JOIN vessels v ON v.vessel_id = s.vessel_id
            LEFT JOIN delay_causes c ON c.delay_cause_id = s.delay_cause_id;
        CREATE VIEW bookings_in_full AS
            SELECT b.booking_id, g.name AS region, r.name AS route, s.departs, t.name AS ticket_class, b.booked_on,
                b.people, b.vehicles, b.fare, b.discount
            FROM bookings b
            JOIN sailings s ON s.sailing_id = b.sailing_id
            JOIN routes r ON r.route_id = s.route_id
            JOIN regions g ON g.region_id = r.region_id
            JOIN ticket_classes t ON t.ticket_class_id = b.ticket_class_id;
        CREATE VIEW firm_charges AS
            SELECT f.firm_id, f.name AS firm, f.street, f.town, b.booking_id, s.departs, r.name AS route, b.people,
                CASE g.name WHEN 'Northern Isles' THEN 10 ELSE 20 END AS vat_rate, round(b.fare - coalesce(b.discount, 0), 2) AS net
            FROM firm_bookings fb
            JOIN firms f ON f.firm_id = fb.firm_id
            JOIN bookings b ON b.booking_id = fb.booking_id
            JOIN sailings s ON s.sailing_id = b.sailing_id
            JOIN routes r ON r.route_id = s.route_id
            JOIN regions g ON g.region_id = r.region_id;
        """;
}

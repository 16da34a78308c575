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
        CREATE TABLE accounts (account_no INTEGER PRIMARY KEY, above_no INTEGER REFERENCES accounts, name TEXT NOT NULL);
        CREATE TABLE ledger (entry_id INTEGER PRIMARY KEY, account_no INTEGER NOT NULL REFERENCES accounts, booked DATE NOT NULL,
            amount DECIMAL(12, 2) NOT NULL);
        """;

    /// <summary>The accounts of an income statement, and what was booked to them each month of two years: income above zero, expenses below
    /// it, with a season, some growth and a little noise. Dry-dock work came in one year alone, and one account is empty.</summary>
    public const string Ledger = """
        INSERT INTO accounts VALUES
            (4000, NULL, 'Revenue'), (4010, 4000, 'Passenger fares'), (4020, 4000, 'Vehicle fares'), (4030, 4000, 'Freight'),
            (4040, 4000, 'Shops on board'),
            (5000, NULL, 'Cost of sales'), (5010, 5000, 'Fuel'), (5020, 5000, 'Crew'), (5030, 5000, 'Harbour dues'),
            (5040, 5000, 'Catering supplies'),
            (6000, NULL, 'Operating expenses'), (6010, 6000, 'Maintenance'), (6020, 6000, 'Dry dock'), (6030, 6000, 'Insurance'),
            (6040, 6000, 'Offices and staff'), (6050, 6000, 'Depreciation'), (6060, 6000, 'Prior-year adjustments'),
            (7000, NULL, 'Finance'), (7010, 7000, 'Interest received'), (7020, 7000, 'Interest paid');
        WITH RECURSIVE months (n) AS (SELECT 0 UNION ALL SELECT n + 1 FROM months WHERE n < 23),
            bases (account_no, base, growth, season) AS (VALUES
                (4010, 412000, 0.061, 0.42), (4020, 268000, 0.044, 0.36), (4030, 131000, -0.027, 0.08), (4040, 57000, 0.083, 0.45),
                (5010, -186000, 0.094, 0.24), (5020, -204000, 0.031, 0.12), (5030, -61000, 0.02, 0.3), (5040, -24000, 0.07, 0.45),
                (6010, -58000, 0.052, -0.2), (6030, -31000, 0.015, 0), (6040, -74000, 0.028, 0), (6050, -47000, 0, 0),
                (7010, 2100, 0.2, 0), (7020, -11800, -0.06, 0))
        INSERT INTO ledger (account_no, booked, amount)
            SELECT b.account_no, date('2024-01-31', 'start of month', '+' || (m.n + 1) || ' months', '-1 day'),
                round(b.base * (1 + b.growth * (m.n / 12)) * (1 + b.season * (CASE m.n % 12 WHEN 5 THEN 0.7 WHEN 6 THEN 1.0 WHEN 7 THEN 0.9
                    WHEN 4 THEN 0.3 WHEN 8 THEN 0.2 WHEN 0 THEN -0.8 WHEN 1 THEN -0.7 ELSE -0.2 END))
                    * (1 + ((b.account_no * 37 + m.n * 91) % 17 - 8) / 200.0), 2)
            FROM bases b, months m ORDER BY m.n, b.account_no;
        INSERT INTO ledger (account_no, booked, amount) VALUES (6020, '2025-02-28', -286400), (6020, '2025-03-31', -154250.5);
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
        CREATE VIEW account_entries AS
            SELECT a.account_no, a.above_no, a.name AS account, l.booked, l.amount
            FROM accounts a LEFT JOIN ledger l ON l.account_no = a.account_no;
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

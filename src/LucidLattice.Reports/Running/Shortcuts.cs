namespace LucidLattice.Reports.Running;

/// <summary>Where figures are worked out and pages counted by a shorter way that gives the same. Runs take it where it pays; tests and
/// checks go each way, and compare.</summary>
public enum Shortcuts { WhereTheyPay, Always, Never }

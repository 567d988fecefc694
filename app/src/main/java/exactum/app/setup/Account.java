package exactum.app.setup;

/** An account of the chart; {@code role} is the part it plays in bookings, or null. */
public record Account(String code, String name, String kind, String role) {}

package exactum.app.demo;

import java.time.LocalDate;

/** The days of the demo. */
final class DemoDays {
    static final LocalDate FIRST = LocalDate.of(2025, 9, 1);

    /** The Monday on which it opens, with work waiting. */
    static final LocalDate OPENS = LocalDate.of(2026, 6, 1);

    /** The last day whose statement was worked through. */
    static final LocalDate LAST_WORKED = LocalDate.of(2026, 5, 28);

    /** Invoices from this day on nobody has paid by card: what becomes of them is part of the scene. */
    static final LocalDate LEFT_TO_THE_READER_FROM = LocalDate.of(2026, 5, 27);

    static final LocalDate ODD_FEE = LocalDate.of(2026, 5, 23);
    static final LocalDate WITHOUT_ADDRESS_FROM = LocalDate.of(2026, 4, 30);

    private DemoDays() {}
}

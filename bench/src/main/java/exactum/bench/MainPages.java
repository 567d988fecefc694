package exactum.bench;

import java.util.List;
import org.jooq.DSLContext;

/** The pages that people have open all day, one of each kind. */
final class MainPages {
    static final List<String> REPORTS = List.of(
            "aged?until=30+Nov+2025",
            "aged?until=31+Jan+2026&by=invoice",
            "aged",
            "instalments?from=1+Apr+2026&until=31+May+2026",
            "tax?from=1+Apr+2026&until=31+May+2026",
            "income?from=1+Apr+2026&until=31+May+2026",
            "cash-basis?from=1+Apr+2026&until=31+May+2026",
            "deferred?until=15+May+2026",
            "recurring?until=31+May+2026",
            "held?until=31+May+2026",
            "expected?until=31+May+2026");

    /** One whose rows are most of what there is. */
    static final String LARGE_REPORT = "instalments?from=1+Sep+2025&until=30+Apr+2026";

    private MainPages() {}

    static List<String> of(DSLContext db) {
        String customer = one(db, "select id::text from customer order by code limit 1");
        return List.of(
                "/day",
                "/customers",
                "/customers?q=customer+77",
                "/customers/" + customer,
                "/recurring",
                "/recurring/" + one(db, "select id::text from recurring_invoice order by id limit 1"),
                "/quotes",
                "/catalogue",
                "/invoices",
                "/invoices?standing=OVERDUE",
                "/invoices?q=customer+77",
                "/invoices/" + one(db, "select number from document where number is not null order by id limit 1"),
                "/invoices/new",
                "/billing-runs",
                "/messages",
                "/payments",
                "/payments/" + one(db, "select means_id::text from receipt order by means_id limit 1"),
                "/arrears",
                "/reminders",
                "/statements",
                "/bank-lines/" + one(db, "select id::text from bank_line order by id limit 1"),
                "/unmatched",
                "/tie-out",
                "/ledger",
                "/ledger/entries",
                "/ledger/accounts/1100",
                "/ledger/journal",
                "/reports",
                "/trail/customer/" + customer,
                "/find?q=ustomer+7");
    }

    private static String one(DSLContext db, String sql) {
        return db.fetchSingle(sql).get(0, String.class);
    }
}

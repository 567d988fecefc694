package exactum.app.frame;

import exactum.app.daysheet.Station;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;

/** The pages of the line by their stations, in the order of the work. */
final class Places {
    /** A page; its station is null for the day sheet. */
    record Place(Station station, String name, String path) {}

    private static final Place DAY = new Place(null, "Day sheet", "/day");
    private static final List<Place> ALL = List.of(
            DAY,
            new Place(Station.AGREE, "Customers", "/customers"),
            new Place(Station.AGREE, "Recurring invoices", "/recurring"),
            new Place(Station.AGREE, "Quotes", "/quotes"),
            new Place(Station.AGREE, "Mandates", "/mandates"),
            new Place(Station.AGREE, "Catalogue", "/catalogue"),
            new Place(Station.AGREE, "Set-up", "/setup"),
            new Place(Station.AGREE, "People", "/people"),
            new Place(Station.BILL, "Invoices", "/invoices"),
            new Place(Station.BILL, "Billing runs", "/billing-runs"),
            new Place(Station.BILL, "Readings", "/readings"),
            new Place(Station.BILL, "Forecast", "/forecast"),
            new Place(Station.BILL, "Messages", "/messages"),
            new Place(Station.COLLECT, "Payments", "/payments"),
            new Place(Station.COLLECT, "Arrears", "/arrears"),
            new Place(Station.COLLECT, "Reminders", "/reminders"),
            new Place(Station.COLLECT, "Debit runs", "/debit-runs"),
            new Place(Station.COLLECT, "Came back", "/came-back"),
            new Place(Station.COLLECT, "Card runs", "/card-runs"),
            new Place(Station.COLLECT, "Card payments", "/card-payments"),
            new Place(Station.COLLECT, "Refunds", "/refunds"),
            new Place(Station.COLLECT, "Chargebacks", "/chargebacks"),
            new Place(Station.COLLECT, "Notices", "/notices"),
            new Place(Station.BANK, "Statements", "/statements"),
            new Place(Station.BANK, "Payouts", "/payouts"),
            new Place(Station.BANK, "Paying-in slips", "/slips"),
            new Place(Station.BANK, "Unmatched", "/unmatched"),
            new Place(Station.BANK, "Standing rules", "/matching-rules"),
            new Place(Station.BANK, "Tie-out", "/tie-out"),
            new Place(Station.BOOKS, "Balances", "/ledger"),
            new Place(Station.BOOKS, "Entries", "/ledger/entries"),
            new Place(Station.BOOKS, "By hand", "/ledger/by-hand"),
            new Place(Station.BOOKS, "Journal", "/ledger/journal"),
            new Place(Station.BOOKS, "Months", "/months"),
            new Place(Station.BOOKS, "Reports", "/reports"),
            new Place(Station.BOOKS, "Second person", "/approvals"),
            new Place(Station.BOOKS, "Audit", "/audit"));
    private static final Map<String, String> UNDER = Map.of(
            "/bank-lines",
            "/unmatched",
            "/drafts",
            "/invoices",
            "/e-invoices",
            "/invoices",
            "/standing",
            "/recurring",
            "/held-money",
            "/payments",
            "/waiting",
            "/tie-out",
            "/trail",
            "/ledger/entries");

    private Places() {}

    /** The page that an address belongs to. */
    static Place of(String address) {
        String path = UNDER.entrySet().stream()
                .filter(e -> address.startsWith(e.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse(address);
        return ALL.stream()
                .filter(p -> path.equals(p.path()) || path.startsWith(p.path() + "/"))
                .max(Comparator.comparingInt(p -> p.path().length()))
                .orElse(DAY);
    }

    /** The pages of a station; none for the day sheet. */
    static List<Place> at(Station station) {
        return ALL.stream()
                .filter(p -> station != null && p.station() == station)
                .toList();
    }

    /** The stations in order, each with its first page. */
    static List<Place> stations() {
        return Arrays.stream(Station.values()).map(s -> at(s).getFirst()).toList();
    }
}

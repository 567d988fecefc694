package exactum.bench;

import exactum.core.ids.BusinessId;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.TreeMap;
import org.jooq.DSLContext;

/**
 * What has to be true whatever went wrong: the books hold each sale that the processor paid out exactly once, with its fee, and no
 * other; charges less refunds, fees and chargebacks are what payouts, the reserve and the clearing account hold; entries balance; no
 * open item is paid twice, and what was too much is on account.
 */
final class FaultsAccounted {
    private static final int HUNDRED = 100;
    private final DSLContext db;
    private final StandinProcess standin;
    private final Map<String, String> sales = new TreeMap<>();
    private long charges;
    private long fees;
    private long refunds;
    private long chargebacks;
    private long held;
    private long paidOut;

    FaultsAccounted(DSLContext db, StandinProcess standin) {
        this.db = db;
        this.standin = standin;
    }

    void check(BusinessId business, LocalDate day) throws Exception {
        readPayout(standin.payout(day));
        Map<String, String> booked = new TreeMap<>();
        db.fetch(
                        "select r.sale_ref, m.amount_minor, r.fee_minor from receipt r join means m on m.business_id = r.business_id and m.id = r.means_id where r.sale_ref is not null")
                .forEach(r -> booked.put(r.get(0, String.class), r.get(1) + " less " + r.get(2)));
        same("sales", sales, booked);
        same("refunds", refunds, count("select coalesce(sum(amount_minor), 0) from refund_order where state = 'sent'"));
        same(
                "chargebacks",
                chargebacks,
                count("select coalesce(sum(amount_minor), 0) from chargeback where state <> 'won'"));
        same("what is held", held, balance(business, "1065"));
        same(
                "what is left in clearing",
                charges - refunds - fees - chargebacks - paidOut - held,
                balance(business, "1060"));
        same("payouts on their way", paidOut, balance(business, "1061"));
        same("fees", fees, balance(business, "5000"));
        none(
                "entries that do not balance",
                "select entry_id from posting group by business_id, entry_id having sum(own_minor) <> 0");
        none(
                "open items that were paid more than once or count wrongly",
                "select c.*, a.paid from claim c left join (select business_id, claim_id, sum(amount_minor) as paid from allocation group by 1, 2) a on a.business_id = c.business_id and a.claim_id = c.id where c.left_minor < 0 or coalesce(a.paid, 0) + c.left_minor + c.closed_minor <> c.amount_minor");
        none(
                "open items that are being collected twice",
                "select claim_id from collection_item where live group by business_id, claim_id having count(*) > 1");
        none(
                "charges of which nobody knows what became",
                "select o.*, k.* from collection o join checkout k on k.business_id = o.business_id and k.collection_id = o.id where k.unanswered or k.card_id is not null and o.state in ('planned', 'in flight')");
        long surplus = count(
                "select coalesce(sum(amount_minor), 0) - (select coalesce(sum(means_minor), 0) from allocation) - (select coalesce(sum(amount_minor), 0) from refund) - (select coalesce(sum(amount_minor), 0) from take_back) from means");
        same("what was too much", surplus, count("select coalesce(sum(left_minor), 0) from means"));
    }

    /** How many sales there were, what of them went back or is contested, and how many of them were more than anybody owed. */
    String summary() {
        return "%,d sales of %,d.%02d, %,d refunds sent, %,d sent back, %,d refused, %,d credit notes, %,d chargebacks, %,d on account"
                .formatted(
                        sales.size(),
                        charges / HUNDRED,
                        charges % HUNDRED,
                        count("select count(*) from refund_order where state = 'sent'"),
                        count("select count(*) from refund_order where state = 'refused' and reference is not null"),
                        count("select count(*) from refund_order where state = 'refused' and reference is null"),
                        count("select count(*) from document where kind = 'credit note'"),
                        count("select count(*) from chargeback"),
                        count("select count(*) from means where left_minor > 0"));
    }

    /** The lines of a payout, of which those at a counter are not in the books. */
    private void readPayout(String csv) {
        String[] lines = csv.split("\n");
        if (csv.isEmpty()) return;
        Map<String, Integer> column = new HashMap<>();
        String[] head = lines[0].strip().split(",");
        for (int i = 0; i < head.length; i++) column.put(head[i], i);
        for (int i = 1; i < lines.length; i++) {
            String[] cells = lines[i].strip().split(",", -1);
            long gross = minor(cells[column.get("gross")]);
            long fee = minor(cells[column.get("fee")]);
            paidOut += gross - fee;
            if (cells[column.get("description")].startsWith("counter-")) continue;
            fees += fee;
            switch (cells[column.get("kind")]) {
                case "sale" -> charged(cells[column.get("sale")], gross, fee);
                case "refund", "correction" -> refunds -= gross;
                case "chargeback" -> chargebacks -= gross;
                case "reserve" -> held -= gross;
                default -> throw new IllegalStateException("nobody knows " + lines[i]);
            }
        }
    }

    private void charged(String sale, long gross, long fee) {
        charges += gross;
        if (sales.put(sale, gross + " less " + fee) != null) throw new IllegalStateException("paid out twice: " + sale);
    }

    private static long minor(String amount) {
        return new BigDecimal(amount).movePointRight(2).longValueExact();
    }

    private long balance(BusinessId business, String account) {
        return count("select coalesce(sum(amount_minor), 0) from posting where business_id = %s and account = '%s'"
                .formatted(business, account));
    }

    private long count(String sql) {
        return db.fetchSingle(sql).get(0, Long.class);
    }

    private void none(String what, String sql) {
        var found = db.fetch(sql);
        if (found.isNotEmpty()) throw new IllegalStateException(what + ": " + found.formatJSON());
    }

    private static void same(String what, Object expected, Object found) {
        if (!expected.equals(found))
            throw new IllegalStateException("%s: expected %s, found %s".formatted(what, expected, found));
    }
}

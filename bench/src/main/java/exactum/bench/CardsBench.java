package exactum.bench;

import exactum.app.cardruns.ChargeCardRun;
import exactum.app.cardruns.PlanCardRun;
import exactum.app.cards.AskProcessor;
import exactum.app.ledger.Ledger;
import exactum.app.security.Vault;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.Processors;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardRunId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.pg.ThrowawayPostgres;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.jooq.DSLContext;

/**
 * Cards on file charged as a run through the stand-in, of whose answers 1 of 100 is lost, and of which 3 of 100 cards refuse: each
 * is charged exactly once and all are accounted for. Held against a plain HTTP client that only makes the same calls to the same
 * stand-in in the same run.
 */
public final class CardsBench {
    private static final LocalDate DUE = LocalDate.of(2026, 6, 15);
    private static final int LOST_OF = 100;

    private CardsBench() {}

    private record Took(int charges, double seconds, double plain) {
        double ratio() {
            return seconds / plain;
        }

        void print() {
            System.out.printf(
                    Locale.ROOT,
                    "%,d cards: charged, booked and asked about in %.1f s, %.0f a second; the calls alone %.1f s%n",
                    charges,
                    seconds,
                    charges / seconds,
                    plain);
        }
    }

    public static void main(String[] arguments) throws Exception {
        int many = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 20_000;
        try (var postgres = ThrowawayPostgres.start();
                var standin = new StandinProcess()) {
            measure(postgres, standin, 1_000);
            Took small = measure(postgres, standin, many / 10);
            Took large = measure(postgres, standin, many);
            for (Took t : List.of(small, large)) t.print();
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f growth=%.2f heap_mb=%d charges_per_s=%.0f%n",
                    large.ratio(),
                    (large.seconds() / large.charges()) / (small.seconds() / small.charges()),
                    BenchGround.peakHeapMb(),
                    large.charges() / large.seconds());
        }
    }

    private static Took measure(ThrowawayPostgres postgres, StandinProcess standin, int cards) throws Exception {
        standin.loses(0);
        double plain = new PlainCharges(standin).seconds(standin.cards(cards));
        try (var ground = new BenchGround(postgres)) {
            BusinessId business = ground.businesses.getFirst();
            ground.rows.seed(business, cards, "2026-06-01");
            ground.rows.payByCardOnFile(business);
            ProcessorId processor = processor(
                    ground, business, new ProcessorAccount.Access(standin.address, standin.key, standin.secret));
            keep(ground, business, processor, standin.cards(cards));
            BillingBench.bill(ground, business);
            ground.rows.settleDown();
            standin.loses(LOST_OF);
            long began = System.nanoTime();
            CardRunId run = ground.bean(PlanCardRun.class).rehearse(business, Currency.getInstance("EUR"), DUE, "");
            ChargeCardRun charge = ground.bean(ChargeCardRun.class);
            if (!charge.start(business, run)) throw new IllegalStateException("nothing was charged");
            charge.execute(business, run);
            standin.loses(0);
            AskProcessor ask = ground.bean(AskProcessor.class);
            while (ask.askUnanswered(business) > 0) {}
            double seconds = (System.nanoTime() - began) / 1e9;
            account(ground, business, cards);
            return new Took(cards, seconds, plain);
        }
    }

    static ProcessorId processor(BenchGround ground, BusinessId business, ProcessorAccount.Access access) {
        return ground.bean(Processors.class)
                .addProcessor(
                        business,
                        "Cards",
                        access,
                        Currency.getInstance("EUR"),
                        new ProcessorAccount.Booking(
                                new AccountCode("1060"), new AccountCode("5000"), new AccountCode("1061")),
                        new FeeRule(new BigDecimal("2.4"), Money.of("EUR", "0.25")),
                        true);
    }

    static void keep(BenchGround ground, BusinessId business, ProcessorId processor, List<String> tokens)
            throws Exception {
        Vault vault = ground.bean(Vault.class);
        List<CustomerId> customers = ground.rows.customers(business);
        var rows = new StringBuilder();
        for (int i = 0; i < tokens.size(); i++)
            rows.append(
                    "%s\t%s\t%s\t%s\t\\\\x%s\t\\\\x%s\tVisa\t1111\t2031-12-31\tpage\tagreed\t2026-05-01\tusable\tbench%n"
                            .formatted(
                                    business.value(),
                                    UUID.randomUUID(),
                                    customers.get(i),
                                    processor,
                                    HexFormat.of().formatHex(vault.encrypt(tokens.get(i))),
                                    HexFormat.of().formatHex(vault.digest("card token", tokens.get(i)))));
        ground.rows.copyIn(
                "card_on_file (business_id, id, customer_id, processor_id, token_secret, token_digest, brand, last_four, expires, way, consent, agreed_on, state, made_by)",
                rows.toString());
    }

    /** Each is paid once, or refused and open; the ledger says the same. */
    private static void account(BenchGround ground, BusinessId business, int cards) {
        DSLContext db = ground.bean(DSLContext.class);
        long paid = count(db, "select count(*) from collection where state = 'collected'");
        long refused = count(db, "select count(*) from collection where state = 'rejected'");
        long sales = count(db, "select count(distinct sale_ref) from receipt where sale_ref is not null");
        long receipts = count(db, "select count(*) from receipt");
        long open = count(db, "select count(*) from claim where left_minor > 0");
        if (paid + refused != cards || sales != paid || receipts != paid || open != refused)
            throw new IllegalStateException("%d paid, %d refused, %d sales, %d receipts, %d open, of %d"
                    .formatted(paid, refused, sales, receipts, open, cards));
        if (refused != cards * 3L / 100) throw new IllegalStateException(refused + " refused");
        long receivable = count(
                db,
                "select coalesce(sum(p.amount_minor), 0) from posting p where p.business_id = " + business
                        + " and p.account = '"
                        + ground.bean(Ledger.class).accounts(business).of(AccountRole.RECEIVABLES)
                        + "'");
        long left = count(db, "select coalesce(sum(left_minor), 0) from claim where business_id = " + business);
        if (receivable != left) throw new IllegalStateException(receivable + " booked, " + left + " open");
    }

    private static long count(DSLContext db, String sql) {
        return db.fetchSingle(sql).get(0, Long.class);
    }
}

package exactum.bench;

import exactum.app.chargebacks.AnswerChargeback;
import exactum.app.chargebacks.TakeInChargebacks;
import exactum.app.refunds.Draw;
import exactum.app.refunds.RefundMoney;
import exactum.app.refunds.RefundWish;
import exactum.app.refunds.Route;
import exactum.app.refunds.SendRefunds;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ChargebackId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.RefundOrderId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.util.Currency;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.Record;

/** What may go wrong with money that goes back: refused, lost on the way, sent back later, contested before or after, decided twice. */
final class MoneyBackFaults {
    private static final Currency EURO = Currency.getInstance("EUR");
    private static final int TENTH = 10;
    /** More than is left, or contested meanwhile. */
    private static final Set<String> FORESEEN = Set.of(
            "refund.contested", "refund.more", "refund.open", "allocation.less", "allocation.no-money", "credit.more");

    private final BenchGround ground;
    private final StandinProcess standin;
    private final BusinessId business;
    private final ProcessorId processor;
    private final DSLContext db;

    MoneyBackFaults(BenchGround ground, StandinProcess standin, BusinessId business, ProcessorId processor) {
        this.ground = ground;
        this.standin = standin;
        this.business = business;
        this.processor = processor;
        db = ground.bean(DSLContext.class);
        ground.employNora();
    }

    void step(Random random) throws Exception {
        switch (random.nextInt(9)) {
            case 0 -> standin.behaves(random.nextBoolean() ? TENTH : 0, random.nextInt(2), random.nextBoolean());
            case 1, 2, 3 -> refund(random);
            case 4 -> sentBack(random);
            case 5, 6 -> contest(random);
            case 7 -> decide(random);
            default -> giveIn(random);
        }
    }

    /** What timers do with what is without word. */
    void hear() {
        db.fetch("select id from refund_order where state = 'asked' and route = 'card'")
                .forEach(r -> ground.bean(SendRefunds.class).send(business, new RefundOrderId(r.get(0, UUID.class))));
        ground.bean(TakeInChargebacks.class).fetch(ground.bean(FindSetup.class).processor(business, processor));
    }

    private Optional<Record> any(Random random, String sql) {
        var found = db.fetch(sql + " order by 1");
        return found.isEmpty() ? Optional.empty() : Optional.of(found.get(random.nextInt(found.size())));
    }

    /** A part of what a card payment settled, or all of it, goes back; now and then for a document that is open again then. */
    private void refund(Random random) {
        any(
                        random,
                        "select r.means_id, k.document_id, a.amount_minor from receipt r join allocation a on a.business_id = r.business_id and a.means_id = r.means_id join claim k on k.business_id = a.business_id and k.id = a.claim_id where r.sale_ref is not null and a.amount_minor > 0")
                .ifPresent(r -> {
                    long minor = r.get(2, Long.class);
                    Money amount = Money.zero(EURO).withMinor(random.nextBoolean() ? minor : minor / 2);
                    var document = new DocumentId(r.get(1, UUID.class));
                    Draw draw = random.nextBoolean()
                            ? new Draw.NewNote(document, Map.of(), amount)
                            : new Draw.Reopened(document, amount);
                    giveBack(new RefundWish(new MeansId(r.get(0, UUID.class)), draw, new Route.Card(), "seeded"));
                });
    }

    private void giveBack(RefundWish wish) {
        var id = new RefundOrderId(UUID.randomUUID());
        try {
            ground.asNora(() -> ground.bean(RefundMoney.class).refund(business, id, wish));
        } catch (Refusal refused) {
            if (!FORESEEN.contains(refused.code())) throw refused;
            return;
        }
        ground.bean(SendRefunds.class).send(business, id);
    }

    private void sentBack(Random random) throws Exception {
        if (random.nextInt(4) > 0) return;
        Optional<Record> sent =
                any(random, "select reference from refund_order where state = 'sent' and route = 'card'");
        if (sent.isPresent()) standin.sendsBack(sent.get().get(0, String.class));
    }

    private void contest(Random random) throws Exception {
        Optional<Record> sale = any(
                random,
                "select sale_ref from receipt r where sale_ref is not null and not exists (select 1 from chargeback c where c.sale_ref = r.sale_ref)");
        if (sale.isPresent()) standin.contests(sale.get().get(0, String.class), random.nextBoolean() ? "" : "1.00");
    }

    private void decide(Random random) throws Exception {
        Optional<Record> open = any(random, "select reference from chargeback where state in ('open', 'lost')");
        if (open.isPresent()) standin.decides(open.get().get(0, String.class), random.nextBoolean());
    }

    private void giveIn(Random random) {
        any(random, "select id from chargeback where state = 'open'").ifPresent(r -> {
            try {
                ground.bean(AnswerChargeback.class).accept(business, new ChargebackId(r.get(0, UUID.class)));
            } catch (Refusal noAnswerOrDecided) {
                return;
            }
        });
    }
}

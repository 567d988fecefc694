package exactum.app;

import exactum.app.cards.StartCardPayment;
import exactum.app.database.Ids;
import exactum.app.documents.Document;
import exactum.app.payouts.ImportPayouts;
import exactum.app.refunds.Draw;
import exactum.app.refunds.FindRefunds;
import exactum.app.refunds.RefundMoney;
import exactum.app.refunds.RefundOrder;
import exactum.app.refunds.RefundWish;
import exactum.app.refunds.Route;
import exactum.app.refunds.SendRefunds;
import exactum.app.settlement.FindPayments;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.RefundOrderId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;

/** What goes on between Larkwater Moorings and its card processor, as tests tell it: sales, refunds, payouts. */
final class CardDesk {
    private final World world;

    CardDesk(World world) {
        this.world = world;
    }

    /**
     * A payout file of the processor: sales as {@code reference:gross:fee}, without a reference a fee of its own; what else there
     * is with its kind before it and its own reference behind: {@code refund/sa_1@re_1:-50.00:0.00}.
     */
    PayoutId payout(String reference, String... lines) {
        Money net = World.euro("0.00");
        var rows = new StringBuilder();
        for (String line : lines) {
            String[] p = line.split(":");
            String[] named = p[0].replaceFirst("^[a-z]+/", "").split("@", -1);
            String kind = p[0].contains("/") ? p[0].split("/")[0] : p[0].isEmpty() ? "fee" : "sale";
            net = net.plus(World.euro(p[1])).minus(World.euro(p[2]));
            rows.append("%s,2026-06-01,2026-06-03,EUR,%%1$s,%s,2026-06-01,%s,%s,said,%s,%s\n"
                    .formatted(reference, kind, named[0], named.length > 1 ? named[1] : "", p[1], p[2]));
        }
        String file = "payout,sales_on,arrives_on,currency,net,kind,date,sale,reference,description,gross,fee\n"
                + rows.toString().formatted(net.plain());
        return world.bean(ImportPayouts.class)
                .fromFile(
                        world.moorings,
                        world.cards,
                        "payout.csv",
                        new ByteArrayInputStream(file.getBytes(StandardCharsets.UTF_8)));
    }

    /** Gives all of what lies on account back by a transfer that somebody makes at the bank. */
    RefundOrder giveBack(FindPayments.Held held) {
        FindPayments payments = world.bean(FindPayments.class);
        MeansId through = payments.through(world.moorings, held, held.credit().left())
                .orElseThrow(() -> new Refusal("refund.through", "Nothing can take it back."));
        return refund(
                through, new Draw.OnAccount(held.credit().means(), held.credit().left()), new Route.ByHand());
    }

    /** Gives money back, as the form does: booked, and sent to the processor if it goes to a card. */
    RefundOrder refund(MeansId through, Draw draw, Route route) {
        var id = new RefundOrderId(Ids.next());
        world.as(
                "ada",
                () -> world.bean(RefundMoney.class)
                        .refund(world.moorings, id, new RefundWish(through, draw, route, "")));
        world.bean(SendRefunds.class).send(world.moorings, id);
        return world.bean(FindRefunds.class).find(world.moorings, id).orElseThrow();
    }

    /** The payer presses pay and stands on the processor's page. */
    CardProcessor.Page cardPage(Document document) {
        StartCardPayment.Outcome outcome = world.bean(StartCardPayment.class)
                .start(world.link(document), world.open(document).minor(), "http://127.0.0.1:1/back");
        String url = ((StartCardPayment.Outcome.Opened) outcome).url();
        return world.processor.opened().stream()
                .filter(p -> url.endsWith(p.reference))
                .findFirst()
                .orElseThrow();
    }

    /** The processor tells of a sale; answers what was done about the notice. */
    String sale(String sale, String checkout, String amount, String fee) {
        return notice(sale, """
                {"type":"sale.succeeded","data":{"id":"%s","checkout":"%s","reference":"x","amount":"%s","currency":"EUR","fee":"%s","captured_on":"2026-06-01","card":"Visa ending 1111"}}""".formatted(sale, checkout, amount, fee));
    }

    /** The processor sends a notice, and it is acted on; answers what was done. */
    String notice(String id, String body) {
        return Notices.told(world, "msg_" + id, body);
    }
}

package exactum.app.refunds;

import exactum.app.web.TypedForm;
import exactum.core.bank.Iban;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedAmount;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.Map;

/** The form of a refund as a wish. */
final class RefundForm {
    static final String REST = "rest:";
    static final String LINES = "lines:";
    static final String PART = "part:";
    static final String OPEN = "open:";
    private final TypedForm form;
    private final Map<String, String> fields;
    private final RefundStart.Start start;

    private RefundForm(TypedForm form, Map<String, String> fields, RefundStart.Start start) {
        this.form = form;
        this.fields = fields;
        this.start = start;
    }

    static RefundWish read(Map<String, String> fields, RefundStart.Start start) {
        return TypedForm.read(fields, f -> new RefundForm(f, fields, start).wish());
    }

    private RefundWish wish() {
        return new RefundWish(start.chosen().payment().id(), draw(), route(), form.text("why", TextKind.NAME));
    }

    private Draw draw() {
        String draw = form.raw("draw");
        if (draw.startsWith(REST)) return onAccount(MeansId.valueOf(draw.substring(REST.length())));
        RefundStart.OfDocument document = start.documents().stream()
                .filter(d -> draw.endsWith(":" + d.number()))
                .findFirst()
                .orElseThrow(() -> new Refusal("refund.draw", "Say what the money is taken from. Nothing was refunded.")
                        .at("draw"));
        if (draw.startsWith(LINES))
            return new Draw.NewNote(
                    document.id(), quantities(document), document.left().withMinor(0));
        if (draw.startsWith(OPEN)) return new Draw.Reopened(document.id(), amount(document.settled()));
        return new Draw.NewNote(
                document.id(), Map.of(), amount(document.settled().min(document.left())));
    }

    private Draw onAccount(MeansId means) {
        Money left = start.rests().stream()
                .map(r -> r.credit())
                .filter(c -> c.means().equals(means))
                .map(c -> c.left())
                .findFirst()
                .orElse(start.chosen().refundable());
        return new Draw.OnAccount(means, amount(left.min(start.chosen().refundable())));
    }

    /** What was typed, or all there is. */
    private Money amount(Money all) {
        if (start.gone() != null) return start.gone().done().amount();
        return form.text("amount").isEmpty() ? all : form.money("amount", "amount", all.currency());
    }

    private Map<Integer, BigDecimal> quantities(RefundStart.OfDocument document) {
        Map<Integer, BigDecimal> wanted = new LinkedHashMap<>();
        for (RefundStart.Taken line : document.lines()) {
            String typed = fields.getOrDefault("q-%s-%d".formatted(document.number(), line.place()), "")
                    .strip();
            if (!typed.isEmpty()) wanted.put(line.place(), TypedAmount.parse(typed));
        }
        wanted.values().removeIf(q -> q.signum() == 0);
        if (wanted.isEmpty())
            throw new Refusal("refund.lines", "Say how much of which lines is taken back. Nothing was refunded.")
                    .at("draw");
        return wanted;
    }

    private Route route() {
        if (start.gone() != null) return start.gone();
        return switch (form.text("route", start.route())) {
            case "card" -> new Route.Card();
            case "hand" -> new Route.ByHand();
            case "transfer" -> new Route.Transfer(form.text("payee", start.customerName()), account());
            default -> throw new Refusal("refund.route", "Say where the money goes. Nothing was refunded.").at("route");
        };
    }

    private Iban account() {
        if (form.text("iban").isEmpty() && start.account() != null) return start.account();
        try {
            return new Iban(form.required("iban", "account number"));
        } catch (Refusal wrong) {
            throw wrong.at("iban");
        }
    }
}

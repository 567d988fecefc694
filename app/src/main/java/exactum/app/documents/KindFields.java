package exactum.app.documents;

import exactum.app.settlement.Channel;
import exactum.core.document.DocumentKind;
import exactum.core.ids.DocumentId;
import exactum.core.ids.Id;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedAmount;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** The fields that a paper of one kind has beside those of all: what a quote asks, how a cash sale is paid, what is taken back. */
public final class KindFields {
    private static final int DAYS = 30;

    /** How a cash sale can be paid where it is made. */
    static final List<Channel> PAID_BY =
            List.of(Channel.CASH, Channel.CHEQUE, Channel.CARD, Channel.TRANSFER, Channel.OTHER);

    private static final String ON_FILE = "ON_FILE";
    private final DocumentForm form;
    private final LocalDate today;

    KindFields(DocumentForm form, LocalDate today) {
        this.form = form;
        this.today = today;
    }

    /** Puts what a stored draft has into fields. */
    static void put(Map<String, String> f, Draft draft) {
        Particulars.Offer offer = draft.particulars().offer();
        if (offer != null) {
            f.put("expires", PaperForm.text(offer.expiresOn()));
            if (offer.signed()) f.put("signed", "on");
            if (offer.byItself()) f.put("byItself", "on");
            f.put("asks", offer.asks().name());
            if (offer.replaces() != null) f.put("replaces", offer.replaces().toString());
        }
        Particulars.Sale sale = draft.particulars().sale();
        if (sale != null) {
            f.put("paidBy", sale.onFile() ? ON_FILE : sale.channel().name());
            f.put("paidReference", sale.reference());
        }
        Particulars.Back back = draft.particulars().back();
        if (back == null) return;
        f.put("credits", draft.origin().credited().toString());
        f.put("then", back.then().name());
        if (back.again()) f.put("again", "on");
        if (back.minor() != null)
            f.put(
                    "byAmount",
                    Money.ofMinor(draft.content().currency().getCurrencyCode(), back.minor())
                            .text());
    }

    /** What the paper has of its kind alone; what is wrong becomes a problem of its field. */
    Particulars particulars() {
        return switch (form.kind()) {
            case QUOTE -> Particulars.of(offer());
            case CASH_SALE -> Particulars.of(sale());
            case CREDIT_NOTE -> credited() == null ? Particulars.NONE : Particulars.of(back());
            case INVOICE -> Particulars.NONE;
        };
    }

    Origin origin() {
        return form.kind() == DocumentKind.CREDIT_NOTE && credited() != null
                ? Origin.crediting(credited())
                : Origin.BY_HAND;
    }

    /** The last day of a quote. */
    public LocalDate expires() {
        return form.date("expires", form.date().plusDays(DAYS));
    }

    private Particulars.Offer offer() {
        LocalDate expires = expires();
        if (expires.isBefore(form.date()) || expires.isBefore(today))
            form.problem("expires", "It would expire before anybody could accept it.");
        boolean atOnce = form.fields().containsKey("byItself");
        if (atOnce && form.choice("asks", Particulars.Ask.NOTHING) == Particulars.Ask.AUTHORISED)
            form.problem("asks", "An invoice that is issued at once does not wait for a card. Leave one of both out.");
        return new Particulars.Offer(
                expires,
                form.fields().containsKey("signed"),
                form.choice("asks", Particulars.Ask.NOTHING),
                atOnce,
                id("replaces"));
    }

    private Particulars.Sale sale() {
        if (form.date().isAfter(today)) form.problem("date", "A cash sale is paid as it is made, so not after today.");
        if (form.get("paidBy").equals(ON_FILE)) return Particulars.Sale.ON_FILE;
        Channel channel = Arrays.stream(Channel.values())
                .filter(c -> PAID_BY.contains(c) && c.name().equals(form.get("paidBy")))
                .findFirst()
                .orElse(Channel.CASH);
        return new Particulars.Sale(channel, form.text("paidReference", TextKind.NAME), false);
    }

    private Particulars.Back back() {
        return new Particulars.Back(
                amount(),
                form.choice("then", Particulars.Then.APPLY),
                form.fields().containsKey("again"));
    }

    private Long amount() {
        if (form.get("byAmount").isEmpty()) return null;
        try {
            return Money.of(form.currency(), TypedAmount.parse(form.get("byAmount")))
                    .minor();
        } catch (Refusal wrong) {
            form.problem("byAmount", wrong.sentence());
        } catch (ArithmeticException tooFine) {
            form.problem("byAmount", "“%s” is no amount of money.".formatted(form.get("byAmount")));
        }
        return null;
    }

    /** The document that it takes back, or null. */
    DocumentId credited() {
        return id("credits");
    }

    private DocumentId id(String field) {
        return form.get(field).isEmpty() ? null : new DocumentId(Id.parse(form.get(field)));
    }
}

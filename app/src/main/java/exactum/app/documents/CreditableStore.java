package exactum.app.documents;

import static exactumdb.Tables.DOCUMENT;

import exactum.core.document.Adjustment;
import exactum.core.document.Creditable;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Issued documents as credit notes see them, in the database. */
@Component
class CreditableStore {
    private static final String LINES = """
            select l.credited_line as place, sum(l.quantity) as quantity, sum(l.amount_minor)::bigint as minor
              from document n join document_line l on l.business_id = n.business_id and l.document_id = n.id
             where n.business_id = {0} and n.origin_id = {1} and n.kind = 'credit note' and n.state = 'issued' and l.credited_line is not null group by 1
            """;
    private static final String TAXES = """
            select t.tax_code, t.tax_percent, sum(t.base_minor)::bigint as base, sum(t.tax_minor)::bigint as tax
              from document n join document_tax t on t.business_id = n.business_id and t.document_id = n.id
             where n.business_id = {0} and n.origin_id = {1} and n.kind = 'credit note' and n.state = 'issued' group by 1, 2
            """;
    private static final String REFUNDED = """
            select max(r.refund_on) from refund r where r.business_id = {0} and r.reverses is null and not exists (select 1 from refund u where u.business_id = r.business_id and u.reverses = r.id)
               and exists (select 1 from allocation a join claim c on c.business_id = a.business_id and c.id = a.claim_id where a.business_id = r.business_id and a.means_id = r.through_id and c.document_id = {1})
            """;
    private final DSLContext db;
    private final FindDocuments documents;

    CreditableStore(DSLContext db, FindDocuments documents) {
        this.db = db;
        this.documents = documents;
    }

    /** The document with what credit notes have of it. */
    Creditable of(BusinessId business, DocumentId id) {
        Document d = documents.get(business, id);
        boolean creditable = d.state() == DocumentState.ISSUED
                && (d.kind() == DocumentKind.INVOICE || d.kind() == DocumentKind.CASH_SALE);
        if (!creditable)
            throw new Refusal(
                    "credit.kind",
                    "%s cannot be credited: it is no invoice that stands. Nothing was made.".formatted(d.title()));
        String currency = d.gross().currency().getCurrencyCode();
        return new Creditable(
                d.number(),
                d.gross().currency(),
                d.amounts().mode(),
                changes(d),
                lines(business, d, currency),
                groups(business, d, currency));
    }

    private static List<Creditable.Change> changes(Document d) {
        Money sum = Money.sum(
                d.gross().currency(),
                d.lines().stream().map(Document.IssuedLine::amount).toList());
        var changes = new ArrayList<Creditable.Change>();
        for (Adjustment a : d.amounts().adjustments()) changes.add(new Creditable.Change(a, a.on(sum)));
        return changes;
    }

    private List<Creditable.Part> lines(BusinessId business, Document d, String currency) {
        Map<Integer, BigDecimal> quantities = new HashMap<>();
        Map<Integer, Money> amounts = new HashMap<>();
        db.fetch(LINES, DSL.inline(business.value()), DSL.val(d.id().value())).forEach(r -> {
            quantities.put(r.get("place", Integer.class), r.get("quantity", BigDecimal.class));
            amounts.put(r.get("place", Integer.class), Money.ofMinor(currency, r.get("minor", Long.class)));
        });
        var lines = new ArrayList<Creditable.Part>();
        for (int i = 0; i < d.lines().size(); i++) {
            Document.IssuedLine l = d.lines().get(i);
            lines.add(new Creditable.Part(
                    i + 1,
                    l.line(),
                    l.rate(),
                    l.amount(),
                    quantities.getOrDefault(i + 1, BigDecimal.ZERO),
                    amounts.getOrDefault(i + 1, d.gross().withMinor(0))));
        }
        return lines;
    }

    private List<Creditable.Group> groups(BusinessId business, Document d, String currency) {
        var taken = db.fetch(TAXES, DSL.inline(business.value()), DSL.val(d.id().value()));
        return d.taxes().stream()
                .map(t -> {
                    var of = taken.stream()
                            .filter(r -> r.get("tax_code", String.class)
                                            .equals(t.rate().code())
                                    && r.get("tax_percent", BigDecimal.class)
                                                    .compareTo(t.rate().percent())
                                            == 0)
                            .findFirst();
                    return new Creditable.Group(
                            t.rate(),
                            t.base(),
                            t.tax(),
                            Money.ofMinor(
                                    currency,
                                    of.map(r -> r.get("base", Long.class)).orElse(0L)),
                            Money.ofMinor(
                                    currency,
                                    of.map(r -> r.get("tax", Long.class)).orElse(0L)));
                })
                .toList();
    }

    /** The newest day on which money that paid the document was refunded; null for none. */
    LocalDate refundedOn(BusinessId business, DocumentId id) {
        return db.fetchSingle(REFUNDED, DSL.inline(business.value()), DSL.val(id.value()))
                .get(0, LocalDate.class);
    }

    /** Whether it billed a date of a recurring invoice. */
    boolean isOfOccurrence(BusinessId business, DocumentId id) {
        return db.fetchExists(
                DOCUMENT,
                DOCUMENT.BUSINESS_ID.eq(business),
                DOCUMENT.ID.eq(id),
                DOCUMENT.ORIGIN.eq(Origin.Kind.RECURRING.words()));
    }

    /** The rate at which the document was booked; none where it is in the business's own currency. */
    Optional<ExchangeRate> rate(BusinessId business, DocumentId id, Currency own) {
        return db.select(DOCUMENT.CURRENCY, DOCUMENT.RATE, DOCUMENT.RATE_SOURCE, DOCUMENT.DOCUMENT_DATE)
                .from(DOCUMENT)
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DOCUMENT.ID.eq(id))
                .and(DOCUMENT.RATE.isNotNull())
                .fetchOptional(r ->
                        new ExchangeRate(Currency.getInstance(r.value1()), own, r.value2(), r.value4(), r.value3()));
    }
}

package exactum.app.accountstatements;

import static exactumdb.Tables.ACCOUNT_STATEMENT;

import exactum.app.audit.Audit;
import exactum.core.account.StatementOfAccount;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Event;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What the ledger holds of a customer, and the statements that were sent. */
@Component
class AccountStore {
    private static final String MOVES = """
            select e.entry_date, e.event, coalesce(string_agg(distinct d.number, ', '), '') as numbers, sum(p.amount_minor) as minor
              from posting p join entry e on e.business_id = p.business_id and e.id = p.entry_id
              left join document d on d.business_id = p.business_id and d.id = p.document_id
             where p.business_id = {0} and p.customer_id = {1} and p.currency = {2} and p.account in ({3}, {4}) and p.entry_date between {5} and {6}
             group by e.business_id, e.id, e.entry_date, e.event having sum(p.amount_minor) <> 0 order by e.entry_date, e.id
            """;
    private static final String OPEN = """
            select d.id, d.number, d.document_date, min(c.due_date) as due, o.minor from (
              select p.document_id, sum(p.amount_minor) as minor from posting p
               where p.business_id = {0} and p.customer_id = {1} and p.currency = {2} and p.account = {3} and p.entry_date <= {4} and p.document_id is not null
               group by p.document_id having sum(p.amount_minor) <> 0) o
              join document d on d.business_id = {0} and d.id = o.document_id
              left join claim c on c.business_id = {0} and c.document_id = o.document_id and c.closed_minor < c.amount_minor
             group by d.id, d.number, d.document_date, o.minor order by due nulls last, d.number
            """;
    private final DSLContext db;

    AccountStore(DSLContext db) {
        this.db = db;
    }

    /** What customers owe, and what is theirs: the two accounts that a customer's balance is made of. */
    record Two(AccountCode receivables, AccountCode credit) {}

    /** A document that was open at the end of a day. */
    record Open(DocumentId document, String number, LocalDate date, LocalDate due, Money left) {}

    /** The currencies in which anything moved, by their codes. */
    List<String> currencies(BusinessId business, CustomerId customer, Two two) {
        return db.fetch(
                        "select distinct currency from posting where business_id = {0} and customer_id = {1} and account in ({2}, {3}) order by 1",
                        DSL.inline(business.value()),
                        DSL.val(customer.value()),
                        DSL.val(two.receivables().value()),
                        DSL.val(two.credit().value()))
                .map(r -> r.get(0, String.class));
    }

    /** What stood at the end of the day before. */
    Money before(BusinessId business, CustomerId customer, String currency, Two two, LocalDate day) {
        BigDecimal minor = db.fetchSingle(
                        "select coalesce(sum(amount_minor), 0) from posting where business_id = {0} and customer_id = {1} and currency = {2} and account in ({3}, {4}) and entry_date < {5}",
                        DSL.inline(business.value()),
                        DSL.val(customer.value()),
                        DSL.val(currency),
                        DSL.val(two.receivables().value()),
                        DSL.val(two.credit().value()),
                        DSL.val(day))
                .get(0, BigDecimal.class);
        return Money.ofMinor(currency, minor.longValueExact());
    }

    List<StatementOfAccount.Move> moves(
            BusinessId business, CustomerId customer, String currency, Two two, LocalDate from, LocalDate until) {
        return db.fetch(
                        MOVES,
                        DSL.inline(business.value()),
                        DSL.val(customer.value()),
                        DSL.val(currency),
                        DSL.val(two.receivables().value()),
                        DSL.val(two.credit().value()),
                        DSL.val(from),
                        DSL.val(until))
                .map(r -> new StatementOfAccount.Move(
                        r.get(0, LocalDate.class),
                        Event.of(r.get(1, String.class)),
                        r.get(2, String.class),
                        Money.ofMinor(currency, r.get(3, BigDecimal.class).longValueExact())));
    }

    /** What was open at the end of the day, by the ledger. */
    List<Open> open(BusinessId business, CustomerId customer, String currency, Two two, LocalDate day) {
        return db.fetch(
                        OPEN,
                        DSL.inline(business.value()),
                        DSL.val(customer.value()),
                        DSL.val(currency),
                        DSL.val(two.receivables().value()),
                        DSL.val(day))
                .map(r -> new Open(
                        new DocumentId(r.get(0, UUID.class)),
                        r.get(1, String.class),
                        r.get(2, LocalDate.class),
                        r.get(3, LocalDate.class),
                        Money.ofMinor(currency, r.get(4, BigDecimal.class).longValueExact())));
    }

    /** Keeps one that is sent; false if the same was sent on that day. */
    boolean keep(
            BusinessId business, UUID id, CustomerId customer, StatementOfAccount statement, LocalDate on, byte[] pdf) {
        return db.insertInto(ACCOUNT_STATEMENT)
                        .set(ACCOUNT_STATEMENT.BUSINESS_ID, business)
                        .set(ACCOUNT_STATEMENT.ID, id)
                        .set(ACCOUNT_STATEMENT.CUSTOMER_ID, customer)
                        .set(
                                ACCOUNT_STATEMENT.CURRENCY,
                                statement.opening().currency().getCurrencyCode())
                        .set(ACCOUNT_STATEMENT.FROM_DAY, statement.from())
                        .set(ACCOUNT_STATEMENT.UNTIL_DAY, statement.until())
                        .set(
                                ACCOUNT_STATEMENT.CLOSING_MINOR,
                                statement.closing().minor())
                        .set(ACCOUNT_STATEMENT.MADE_ON, on)
                        .set(ACCOUNT_STATEMENT.MADE_BY, Audit.who())
                        .set(ACCOUNT_STATEMENT.PDF, pdf)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** One that was sent. */
    record Sent(LocalDate from, LocalDate until, Money closing, byte[] pdf) {}

    Optional<Sent> find(BusinessId business, UUID id) {
        return db.selectFrom(ACCOUNT_STATEMENT)
                .where(ACCOUNT_STATEMENT.BUSINESS_ID.eq(business))
                .and(ACCOUNT_STATEMENT.ID.eq(id))
                .fetchOptional(r -> new Sent(
                        r.getFromDay(),
                        r.getUntilDay(),
                        Money.ofMinor(r.getCurrency(), r.getClosingMinor()),
                        r.getPdf()));
    }
}

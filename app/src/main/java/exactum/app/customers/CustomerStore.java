package exactum.app.customers;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.INVOICE;

import exactum.app.business.Business;
import exactumdb.tables.records.CustomerRecord;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Customers in the database. */
@Component
public class CustomerStore {
    private final DSLContext db;

    CustomerStore(DSLContext db) {
        this.db = db;
    }

    /** A customer as the list shows it. */
    public record Listed(Customer customer, int invoices, long openMinor, long overdueMinor) {}

    public Optional<Customer> find(UUID id) {
        return db.selectFrom(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(Business.ID))
                .and(CUSTOMER.ID.eq(id))
                .fetchOptional(CustomerStore::customer);
    }

    public Optional<Customer> findByCode(String code) {
        return db.selectFrom(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(Business.ID))
                .and(CUSTOMER.CODE.eq(code))
                .fetchOptional(CustomerStore::customer);
    }

    public Map<UUID, Customer> byId(Collection<UUID> ids) {
        return db.selectFrom(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(Business.ID))
                .and(CUSTOMER.ID.eq(DSL.any(ids.toArray(UUID[]::new))))
                .fetchMap(CUSTOMER.ID, CustomerStore::customer);
    }

    /** Customers whose code, name, e-mail, address or tax number holds each of the words, accents and case aside. */
    public List<Customer> search(String words, int most) {
        return db.selectFrom(CUSTOMER)
                .where(matches(words))
                .orderBy(CUSTOMER.NAME)
                .limit(most)
                .fetch(CustomerStore::customer);
    }

    /** The list with what each owes, overdue as of the day. */
    public List<Listed> list(String words, LocalDate today, int most) {
        Field<Long> open = DSL.field(
                "(select coalesce(sum(i.gross_minor - i.settled_minor), 0) from invoice i where i.business_id = customer.business_id and i.customer_id = customer.id)",
                Long.class);
        Field<Long> overdue = DSL.field(
                "(select coalesce(sum(n.amount_minor - n.settled_minor), 0) from invoice i join instalment n on n.business_id = i.business_id and n.invoice_id = i.id"
                        + " where i.business_id = customer.business_id and i.customer_id = customer.id and n.due_date < {0})",
                Long.class, DSL.val(today));
        Field<Integer> invoices = DSL.selectCount()
                .from(INVOICE)
                .where(INVOICE.BUSINESS_ID.eq(CUSTOMER.BUSINESS_ID))
                .and(INVOICE.CUSTOMER_ID.eq(CUSTOMER.ID))
                .asField();
        return db.select(CUSTOMER.fields())
                .select(invoices, open, overdue)
                .from(CUSTOMER)
                .where(matches(words))
                .orderBy(CUSTOMER.NAME)
                .limit(most)
                .fetch(r -> new Listed(customer(r.into(CUSTOMER)), r.get(invoices), r.get(open), r.get(overdue)));
    }

    public int count(String words) {
        return db.fetchCount(CUSTOMER, matches(words));
    }

    /** Which of the codes are taken. */
    public Set<String> takenCodes(Collection<String> codes) {
        return new HashSet<>(db.select(CUSTOMER.CODE)
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(Business.ID))
                .and(CUSTOMER.CODE.eq(DSL.any(codes.toArray(String[]::new))))
                .fetch(CUSTOMER.CODE));
    }

    /** The next free code of the form {@code C-0042}. */
    String nextCode() {
        Integer highest = db.select(DSL.max(DSL.field("substring(code from 3)::int", Integer.class)))
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(Business.ID))
                .and(CUSTOMER.CODE.likeRegex("^C-[0-9]{1,8}$"))
                .fetchSingle()
                .value1();
        return "C-%04d".formatted(highest == null ? 1 : highest + 1);
    }

    /** Inserts under the id; false where the id or the code is taken. */
    boolean insert(UUID id, CustomerDraft draft, LocalDate today) {
        return db.insertInto(CUSTOMER)
                        .set(row(id, draft, today))
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** Updates the revision that was seen; false if somebody was first. */
    boolean update(UUID id, int revision, CustomerDraft draft) {
        return db.update(CUSTOMER)
                        .set(CUSTOMER.NAME, draft.name())
                        .set(CUSTOMER.KIND, draft.kind())
                        .set(CUSTOMER.EMAIL, emptyToNull(draft.email()))
                        .set(CUSTOMER.ADDRESS, draft.address())
                        .set(CUSTOMER.COUNTRY, draft.country())
                        .set(CUSTOMER.CURRENCY, draft.currency())
                        .set(CUSTOMER.TAX_NUMBER, emptyToNull(draft.taxNumber()))
                        .set(CUSTOMER.REVISION, CUSTOMER.REVISION.plus(1))
                        .where(CUSTOMER.BUSINESS_ID.eq(Business.ID))
                        .and(CUSTOMER.ID.eq(id))
                        .and(CUSTOMER.REVISION.eq(revision))
                        .execute()
                == 1;
    }

    private static CustomerRecord row(UUID id, CustomerDraft draft, LocalDate today) {
        var row = new CustomerRecord();
        row.setBusinessId(Business.ID);
        row.setId(id);
        row.setCode(draft.code());
        row.setName(draft.name());
        row.setKind(draft.kind());
        row.setEmail(emptyToNull(draft.email()));
        row.setAddress(draft.address());
        row.setCountry(draft.country());
        row.setCurrency(draft.currency());
        row.setTaxNumber(emptyToNull(draft.taxNumber()));
        row.setCreatedOn(today);
        return row;
    }

    private static String emptyToNull(String text) {
        return text.isEmpty() ? null : text;
    }

    private static Condition matches(String words) {
        Condition all = CUSTOMER.BUSINESS_ID.eq(Business.ID);
        for (String word : words.strip().split("\\s+")) {
            if (!word.isEmpty())
                all = all.and(DSL.condition(
                        "customer.search like '%' || replace(replace(fold({0}), '%', '\\%'), '_', '\\_') || '%'",
                        DSL.val(word)));
        }
        return all;
    }

    private static Customer customer(CustomerRecord c) {
        return new Customer(
                c.getId(),
                c.getCode(),
                c.getName(),
                c.getKind(),
                c.getEmail(),
                c.getAddress(),
                c.getCountry(),
                c.getCurrency(),
                c.getTaxNumber(),
                c.getRevision());
    }
}

package exactum.app.customers;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.CUSTOMER_MERGED;

import exactum.app.database.CopyRows;
import exactum.app.database.PlannedAlone;
import exactum.app.database.SearchWords;
import exactum.app.database.Slice;
import exactum.app.database.UntilWritten;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import exactum.core.text.Folding;
import exactumdb.tables.records.CustomerRecord;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Record;
import org.jooq.Result;
import org.jooq.exception.NoDataFoundException;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Customers in the database. */
@Component
class CustomerStore implements FindCustomers {
    private static final Field<Long> OPEN = DSL.field(
            "(select coalesce(sum(c.left_minor), 0) from claim c where c.business_id = customer.business_id and c.customer_id = customer.id and c.left_minor > 0 and c.currency = customer.currency)",
            Long.class);
    private static final Field<Long> CREDIT = DSL.field(
            "(select coalesce(sum(m.left_minor), 0) from means m where m.business_id = customer.business_id and m.customer_id = customer.id and m.left_minor > 0 and m.kind in ('receipt', 'credit note') and m.currency = customer.currency)",
            Long.class);
    private static final Field<String> GROUP = DSL.field(
            "coalesce((select g.name from customer_group g where g.business_id = customer.business_id and g.id = customer.group_id), '')",
            String.class);
    private static final Field<Integer> DOCUMENTS = DSL.field(
            "(select count(*) from document d where d.business_id = customer.business_id and d.customer_id = customer.id and d.kind = 'invoice' and d.state = 'issued')",
            Integer.class);
    /** The codes that are made by us. */
    private static final String MADE = "^C-[0-9]{1,8}$";

    /** Of the mandate that is or was last used for all of a customer: an active one before others. */
    private static final Field<String> MANDATE_STATE = DSL.field(
            "coalesce((select m.state from mandate m join mandate_cover v on v.business_id = m.business_id and v.mandate_id = m.id and v.customer_id = customer.id"
                    + " where m.business_id = customer.business_id and m.replaced_by is null order by (m.state <> 'active'), m.made_on desc, m.id desc limit 1), '')",
            String.class);

    private final DSLContext db;
    private final DSLContext lists;
    private final UntilWritten<Totalled, Totals> totals = new UntilWritten<>();

    private record Totalled(BusinessId business, Filter filter, LocalDate today) {}

    CustomerStore(DSLContext db) {
        this.db = db;
        lists = PlannedAlone.of(db);
    }

    @Override
    public Optional<Customer> find(BusinessId business, CustomerId id) {
        return db.selectFrom(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(CUSTOMER.ID.eq(id))
                .fetchOptional(CustomerStore::customer);
    }

    @Override
    public Customer get(BusinessId business, CustomerId id) {
        return find(business, id).orElseThrow(() -> new NoDataFoundException("no customer " + id));
    }

    @Override
    public Optional<Customer> findByCode(BusinessId business, String code) {
        return db.selectFrom(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(CUSTOMER.CODE.eq(code))
                .fetchOptional(CustomerStore::customer);
    }

    @Override
    public Map<CustomerId, Customer> byId(BusinessId business, Collection<CustomerId> ids) {
        return db.selectFrom(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(DSL.condition(
                        "customer.id = any({0})",
                        DSL.val(ids.stream().map(CustomerId::value).distinct().toArray(UUID[]::new))))
                .fetchMap(CUSTOMER.ID, CustomerStore::customer);
    }

    @Override
    public List<Customer> search(BusinessId business, String words, int most) {
        return lists.selectFrom(CUSTOMER)
                .where(matches(business, words))
                .orderBy(CUSTOMER.NAME)
                .limit(most)
                .fetch(CustomerStore::customer);
    }

    @Override
    public List<Listed> list(BusinessId business, Filter filter, LocalDate today, Slice slice) {
        Field<Long> overdue = overdue(today);
        return lists.select(CUSTOMER.fields())
                .select(GROUP, DOCUMENTS, OPEN, overdue, CREDIT, MANDATE_STATE)
                .from(CUSTOMER)
                .where(matches(business, filter))
                .orderBy(CUSTOMER.NAME)
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch(r -> new Listed(
                        customer(r.into(CUSTOMER)),
                        r.get(GROUP),
                        r.get(DOCUMENTS),
                        Money.ofMinor(r.get(CUSTOMER.CURRENCY), r.get(OPEN)),
                        Money.ofMinor(r.get(CUSTOMER.CURRENCY), r.get(overdue)),
                        Money.ofMinor(r.get(CUSTOMER.CURRENCY), r.get(CREDIT)),
                        r.get(MANDATE_STATE)));
    }

    @Override
    public Totals totals(BusinessId business, Filter filter, LocalDate today) {
        return totals.of(new Totalled(business, filter, today), () -> addedUp(business, filter, today));
    }

    private Totals addedUp(BusinessId business, Filter filter, LocalDate today) {
        Result<? extends Record> sums = db.select(
                        DSL.field("c.currency", String.class),
                        DSL.sum(DSL.field("c.left_minor", Long.class)).as("open"),
                        DSL.coalesce(
                                        DSL.sum(DSL.field("c.left_minor", Long.class))
                                                .filterWhere(DSL.condition("c.due_date < {0}", DSL.val(today))),
                                        DSL.inline(BigDecimal.ZERO))
                                .as("overdue"))
                .from("claim c")
                .where("c.business_id = {0} and c.left_minor > 0", DSL.inline(business.value()))
                .and(
                        filter.isNarrow()
                                ? DSL.exists(DSL.selectOne()
                                        .from(CUSTOMER)
                                        .where("customer.id = c.customer_id")
                                        .and(matches(business, filter)))
                                : DSL.noCondition())
                .groupBy(DSL.field("c.currency"))
                .orderBy(DSL.field("c.currency"))
                .fetch();
        return new Totals(
                db.fetchCount(CUSTOMER, matches(business, filter)), sums(sums, "open"), sums(sums, "overdue"));
    }

    private static List<Money> sums(Result<? extends Record> rows, String column) {
        return rows.stream()
                .map(r -> Money.ofMinor(
                        r.get(0, String.class), r.get(column, BigDecimal.class).longValueExact()))
                .filter(Money::isPositive)
                .toList();
    }

    /** The next free code of the form {@code C-0042}. */
    String nextCode(BusinessId business) {
        Field<Integer> number = DSL.field("substring(code from 3)::int", Integer.class);
        var ever = DSL.select(number.as("number"))
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(CUSTOMER.CODE.likeRegex(MADE))
                .unionAll(DSL.select(number)
                        .from(CUSTOMER_MERGED)
                        .where(CUSTOMER_MERGED.BUSINESS_ID.eq(business))
                        .and(CUSTOMER_MERGED.CODE.likeRegex(MADE)))
                .asTable("ever");
        Integer highest = db.select(DSL.max(ever.field("number", Integer.class)))
                .from(ever)
                .fetchSingle()
                .value1();
        return "C-%04d".formatted(highest == null ? 1 : highest + 1);
    }

    /** Whom a code leads to whose customer was merged; none for any other code. */
    Optional<Customer> mergedInto(BusinessId business, String code) {
        return db.select(CUSTOMER.fields())
                .from(CUSTOMER_MERGED)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(CUSTOMER_MERGED.BUSINESS_ID))
                .and(DSL.condition("customer.id = customer_merged.into_id"))
                .where(CUSTOMER_MERGED.BUSINESS_ID.eq(business))
                .and(CUSTOMER_MERGED.CODE.eq(code))
                .fetchOptional(r -> customer(r.into(CUSTOMER)));
    }

    /** Inserts under the id; false where the id or the code is taken. */
    boolean insert(BusinessId business, CustomerId id, CustomerDraft draft, LocalDate today) {
        return db.insertInto(CUSTOMER)
                        .set(row(draft)
                                .setBusinessId(business)
                                .setId(id)
                                .setCode(draft.code())
                                .setCreatedOn(today))
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** Inserts all at once; none of their codes may be taken. */
    void insertAll(BusinessId business, List<TakeRows.Fresh> fresh, LocalDate today) {
        OffsetDateTime now = OffsetDateTime.now();
        CopyRows.into(
                db,
                fresh.stream()
                        .map(f -> row(f.incoming().draft())
                                .setBusinessId(business)
                                .setId(f.id())
                                .setCode(f.incoming().code())
                                .setInvoiceTo(to(f, Mail.INVOICES))
                                .setReminderTo(to(f, Mail.REMINDERS))
                                .setConfirmTo(to(f, Mail.CONFIRMATIONS))
                                .setGroupId(f.incoming().group())
                                .setCreatedOn(today)
                                .setChangedAt(now))
                        .toList());
    }

    private static String[] to(TakeRows.Fresh fresh, Mail mail) {
        return fresh.incoming().contacts().stream()
                .filter(c -> c.gets().contains(mail.words()))
                .map(Contacts.Contact::email)
                .toArray(String[]::new);
    }

    /** Updates the revision that was seen; false if somebody was first. */
    boolean update(BusinessId business, CustomerId id, int revision, CustomerDraft draft) {
        return db.update(CUSTOMER)
                        .set(row(draft))
                        .set(CUSTOMER.CHANGED_AT, OffsetDateTime.now())
                        .set(CUSTOMER.REVISION, CUSTOMER.REVISION.plus(1))
                        .where(CUSTOMER.BUSINESS_ID.eq(business))
                        .and(CUSTOMER.ID.eq(id))
                        .and(CUSTOMER.REVISION.eq(revision))
                        .execute()
                == 1;
    }

    private static CustomerRecord row(CustomerDraft draft) {
        return new CustomerRecord()
                .setName(draft.name())
                .setKind(draft.kind())
                .setEmail(emptyToNull(draft.email()))
                .setAddress(draft.address())
                .setServiceAddress(draft.serviceAddress())
                .setCountry(draft.country())
                .setCurrency(draft.currency())
                .setTaxNumber(emptyToNull(draft.taxNumber()))
                .setSearch(Folding.of(String.join(
                        " ",
                        draft.code(),
                        draft.name(),
                        draft.email(),
                        draft.address(),
                        draft.serviceAddress(),
                        draft.taxNumber())));
    }

    private static String emptyToNull(String text) {
        return text.isEmpty() ? null : text;
    }

    private static Field<Long> overdue(LocalDate today) {
        return DSL.field(
                "(select coalesce(sum(c.left_minor), 0) from claim c where c.business_id = customer.business_id and c.customer_id = customer.id and c.left_minor > 0 and c.due_date < {0} and c.currency = customer.currency)",
                Long.class, DSL.val(today));
    }

    private static Condition matches(BusinessId business, Filter filter) {
        Condition found = matches(business, filter.words());
        if (filter.group() != null) found = found.and(CUSTOMER.GROUP_ID.eq(filter.group()));
        if (filter.mandate().isEmpty()) return found;
        return found.and(MANDATE_STATE.eq(filter.mandate().equals("none") ? "" : filter.mandate()));
    }

    private static Condition matches(BusinessId business, String words) {
        return CUSTOMER.BUSINESS_ID.eq(business).and(SearchWords.in(CUSTOMER.SEARCH, words));
    }

    private static Customer customer(CustomerRecord c) {
        return new Customer(
                c.getId(),
                c.getCode(),
                c.getName(),
                c.getKind(),
                c.getEmail(),
                c.getAddress(),
                c.getServiceAddress(),
                c.getCountry(),
                Currency.getInstance(c.getCurrency()),
                c.getTaxNumber(),
                new Recipients(
                        c.getEmail(), List.of(c.getInvoiceTo()), List.of(c.getReminderTo()), List.of(c.getConfirmTo())),
                c.getRevision());
    }
}

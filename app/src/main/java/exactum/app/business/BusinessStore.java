package exactum.app.business;

import static exactumdb.Tables.APP_USER;
import static exactumdb.Tables.BUSINESS;
import static exactumdb.Tables.MEMBERSHIP;

import exactum.core.ids.BusinessId;
import exactumdb.tables.records.BusinessRecord;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.exception.NoDataFoundException;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Businesses and memberships in the database. */
@Component
class BusinessStore implements FindBusinesses {
    private final DSLContext db;

    BusinessStore(DSLContext db) {
        this.db = db;
    }

    @Override
    public Business get(BusinessId id) {
        return db.selectFrom(BUSINESS)
                .where(BUSINESS.ID.eq(id))
                .fetchOptional(BusinessStore::business)
                .orElseThrow(() -> new NoDataFoundException("no business " + id));
    }

    @Override
    public Optional<Business> findByCode(String code) {
        return db.selectFrom(BUSINESS).where(BUSINESS.CODE.eq(code)).fetchOptional(BusinessStore::business);
    }

    @Override
    public List<Business> all() {
        return db.selectFrom(BUSINESS).orderBy(BUSINESS.ID).fetch(BusinessStore::business);
    }

    @Override
    public List<Business> of(String login) {
        return db.select(BUSINESS.fields())
                .from(BUSINESS)
                .join(MEMBERSHIP)
                .on(MEMBERSHIP.BUSINESS_ID.eq(BUSINESS.ID))
                .join(APP_USER)
                .on(APP_USER.ID.eq(MEMBERSHIP.USER_ID))
                .where(APP_USER.LOGIN.eq(login))
                .orderBy(BUSINESS.ID)
                .fetch(r -> business(r.into(BUSINESS)));
    }

    @Override
    public Optional<Membership> membership(BusinessId business, String login) {
        return db.select(MEMBERSHIP.ROLES)
                .from(MEMBERSHIP)
                .join(APP_USER)
                .on(APP_USER.ID.eq(MEMBERSHIP.USER_ID))
                .where(MEMBERSHIP.BUSINESS_ID.eq(business))
                .and(APP_USER.LOGIN.eq(login))
                .fetchOptional(r -> new Membership(Role.ofAll(List.of(r.value1()))));
    }

    @Override
    public List<Member> members(BusinessId business) {
        return db.select(APP_USER.LOGIN, APP_USER.NAME, MEMBERSHIP.ROLES, MEMBERSHIP.JOINED_ON)
                .from(MEMBERSHIP)
                .join(APP_USER)
                .on(APP_USER.ID.eq(MEMBERSHIP.USER_ID))
                .where(MEMBERSHIP.BUSINESS_ID.eq(business))
                .orderBy(APP_USER.NAME, APP_USER.LOGIN)
                .fetch(r -> new Member(
                        r.value1(), r.value2(), new Membership(Role.ofAll(List.of(r.value3()))), r.value4()));
    }

    /** Adds a business and answers its id; nothing if its code is taken. */
    Optional<BusinessId> insert(Business b) {
        db.execute("lock table business in share row exclusive mode");
        Integer last = db.select(DSL.max(DSL.field("id", Integer.class)))
                .from(BUSINESS)
                .fetchSingle()
                .value1();
        var id = new BusinessId(last == null ? 1 : last + 1);
        int inserted = db.insertInto(BUSINESS)
                .set(row(b).setId(id))
                .onConflictDoNothing()
                .execute();
        return inserted == 1 ? Optional.of(id) : Optional.empty();
    }

    /** Changes what is said of a business; false if somebody changed it since it was shown. */
    boolean update(Business b) {
        return db.update(BUSINESS)
                        .set(row(b))
                        .set(BUSINESS.REVISION, BUSINESS.REVISION.plus(1))
                        .where(BUSINESS.ID.eq(b.id()))
                        .and(BUSINESS.REVISION.eq(b.revision()))
                        .execute()
                == 1;
    }

    /** What is looked up before it is added stays true until it is added. */
    void lock(BusinessId business) {
        db.select(BUSINESS.ID)
                .from(BUSINESS)
                .where(BUSINESS.ID.eq(business))
                .forUpdate()
                .fetch();
    }

    /** Lets a person work for the business; false if they do already. */
    boolean join(BusinessId business, String login, Set<Role> roles, LocalDate day) {
        return db.insertInto(
                                MEMBERSHIP,
                                MEMBERSHIP.BUSINESS_ID,
                                MEMBERSHIP.USER_ID,
                                MEMBERSHIP.ROLES,
                                MEMBERSHIP.JOINED_ON)
                        .select(DSL.select(
                                        DSL.val(business, MEMBERSHIP.BUSINESS_ID),
                                        APP_USER.ID,
                                        DSL.val(words(roles), MEMBERSHIP.ROLES),
                                        DSL.val(day))
                                .from(APP_USER)
                                .where(APP_USER.LOGIN.eq(login)))
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    void setRoles(BusinessId business, String login, Set<Role> roles) {
        db.update(MEMBERSHIP)
                .set(MEMBERSHIP.ROLES, words(roles))
                .where(of(business, login))
                .execute();
    }

    void leave(BusinessId business, String login) {
        db.deleteFrom(MEMBERSHIP).where(of(business, login)).execute();
    }

    private static Condition of(BusinessId business, String login) {
        return MEMBERSHIP
                .BUSINESS_ID
                .eq(business)
                .and(MEMBERSHIP.USER_ID.eq(
                        DSL.select(APP_USER.ID).from(APP_USER).where(APP_USER.LOGIN.eq(login))));
    }

    private static String[] words(Set<Role> roles) {
        return roles.stream().sorted().map(Role::words).toArray(String[]::new);
    }

    private static BusinessRecord row(Business b) {
        var row = new BusinessRecord();
        row.setCode(b.code())
                .setLegalName(b.identity().legalName())
                .setSenderName(b.identity().senderName())
                .setStatementName(b.identity().statementName())
                .setAddress(b.identity().address())
                .setCountry(b.identity().country())
                .setTaxNumber(b.identity().taxNumber())
                .setMailFrom(b.identity().mailFrom())
                .setCurrency(b.currency().getCurrencyCode())
                .setTimeZone(b.zone().getId())
                .setBrandColour(b.brand().colour())
                .setBrandAccent(b.brand().accent())
                .setBrandTypeface(b.brand().typeface())
                .setBrandLogo(b.brand().logo());
        return row;
    }

    private static Business business(BusinessRecord b) {
        return new Business(
                b.getId(),
                b.getCode(),
                new Business.Identity(
                        b.getLegalName(),
                        b.getSenderName(),
                        b.getStatementName(),
                        b.getAddress(),
                        b.getCountry(),
                        b.getTaxNumber(),
                        b.getMailFrom()),
                Currency.getInstance(b.getCurrency()),
                ZoneId.of(b.getTimeZone()),
                new Business.Brand(b.getBrandColour(), b.getBrandAccent(), b.getBrandTypeface(), b.getBrandLogo()),
                b.getRevision());
    }
}

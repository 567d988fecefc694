package exactum.app.catalogue;

import static exactumdb.Tables.CATALOGUE_ITEM;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.CUSTOMER_GROUP;
import static exactumdb.Tables.ITEM_PRICE;

import exactum.app.database.CopyRows;
import exactum.app.database.IdArray;
import exactum.app.database.SearchWords;
import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.Id;
import exactum.core.ids.ItemId;
import exactum.core.money.UnitPrice;
import exactum.core.price.Price;
import exactum.core.price.Prices;
import exactum.core.price.Tariff;
import exactum.core.text.Folding;
import exactumdb.tables.records.CatalogueItemRecord;
import exactumdb.tables.records.ItemPriceRecord;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Items and their prices in the database. */
@Component
class CatalogueStore implements FindCatalogue {
    private final DSLContext db;

    CatalogueStore(DSLContext db) {
        this.db = db;
    }

    @Override
    public List<CatalogueItem> items(BusinessId business) {
        return load(business, CATALOGUE_ITEM.RETIRED.isFalse());
    }

    @Override
    public List<CatalogueItem> named(BusinessId business, Collection<String> namesAndIds) {
        if (namesAndIds.isEmpty()) return List.of();
        return load(
                business,
                DSL.condition(
                        "not catalogue_item.retired and (catalogue_item.name = any({0}) or catalogue_item.id = any({1}))",
                        DSL.val(namesAndIds.toArray(String[]::new)),
                        DSL.val(namesAndIds.stream()
                                .filter(Id::isOne)
                                .map(UUID::fromString)
                                .toArray(UUID[]::new))));
    }

    @Override
    public List<CatalogueItem> list(BusinessId business, String words, Slice slice) {
        List<ItemId> wanted = db.select(CATALOGUE_ITEM.ID)
                .from(CATALOGUE_ITEM)
                .where(CATALOGUE_ITEM.BUSINESS_ID.eq(business))
                .and(found(words))
                .orderBy(CATALOGUE_ITEM.NAME, CATALOGUE_ITEM.CODE)
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch(CATALOGUE_ITEM.ID);
        return load(business, DSL.condition("catalogue_item.id = any({0})", IdArray.of(wanted)));
    }

    @Override
    public int count(BusinessId business, String words) {
        return db.fetchCount(CATALOGUE_ITEM, CATALOGUE_ITEM.BUSINESS_ID.eq(business), found(words));
    }

    private static Condition found(String words) {
        return CATALOGUE_ITEM.RETIRED.isFalse().and(SearchWords.in(CATALOGUE_ITEM.SEARCH, words));
    }

    @Override
    public Optional<CatalogueItem> find(BusinessId business, ItemId id) {
        return load(business, CATALOGUE_ITEM.ID.eq(id)).stream().findFirst();
    }

    @Override
    public Prices.Sale sale(BusinessId business, CustomerId customer, Currency currency, LocalDate day) {
        UUID group = customer == null
                ? null
                : db.select(CUSTOMER.GROUP_ID)
                        .from(CUSTOMER)
                        .where(CUSTOMER.BUSINESS_ID.eq(business))
                        .and(CUSTOMER.ID.eq(customer))
                        .fetchOptional(CUSTOMER.GROUP_ID)
                        .orElse(null);
        return new Prices.Sale(customer, group, currency, day);
    }

    private List<CatalogueItem> load(BusinessId business, Condition condition) {
        Map<ItemId, List<Price>> prices = db.select(ITEM_PRICE.fields())
                .select(CUSTOMER_GROUP.NAME)
                .from(ITEM_PRICE)
                .join(CATALOGUE_ITEM)
                .on(CATALOGUE_ITEM.BUSINESS_ID.eq(ITEM_PRICE.BUSINESS_ID))
                .and(CATALOGUE_ITEM.ID.eq(ITEM_PRICE.ITEM_ID))
                .leftJoin(CUSTOMER_GROUP)
                .on(CUSTOMER_GROUP.BUSINESS_ID.eq(ITEM_PRICE.BUSINESS_ID))
                .and(CUSTOMER_GROUP.ID.eq(ITEM_PRICE.GROUP_ID))
                .where(ITEM_PRICE.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(ITEM_PRICE.VALID_FROM.desc(), ITEM_PRICE.ID)
                .fetchGroups(ITEM_PRICE.ITEM_ID, CatalogueStore::price);
        return db.selectFrom(CATALOGUE_ITEM)
                .where(CATALOGUE_ITEM.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(CATALOGUE_ITEM.NAME, CATALOGUE_ITEM.CODE)
                .fetch(i -> item(i, prices.getOrDefault(i.getId(), List.of())));
    }

    private static CatalogueItem item(CatalogueItemRecord i, List<Price> prices) {
        return new CatalogueItem(
                i.getId(),
                i.getCode(),
                i.getName(),
                ItemKind.of(i.getKind()),
                i.getUnit(),
                i.getSentence(),
                i.getTaxCode(),
                i.getIncomeAccount(),
                List.of(i.getTags()),
                new Prices(prices),
                i.getRevision());
    }

    private static Price price(Record r) {
        String group = r.get(CUSTOMER_GROUP.NAME);
        return new Price(
                r.get(ITEM_PRICE.ID),
                r.get(ITEM_PRICE.CUSTOMER_ID),
                r.get(ITEM_PRICE.GROUP_ID),
                group == null ? "" : group,
                tariff(
                        r.get(ITEM_PRICE.TARIFF),
                        Currency.getInstance(r.get(ITEM_PRICE.CURRENCY)),
                        r.get(ITEM_PRICE.UP_TO),
                        r.get(ITEM_PRICE.STEP_PRICES)),
                r.get(ITEM_PRICE.VALID_FROM),
                r.get(ITEM_PRICE.VALID_UNTIL));
    }

    private static Tariff tariff(String kind, Currency currency, BigDecimal[] upTo, BigDecimal[] prices) {
        var steps = new ArrayList<Tariff.Step>();
        for (int i = 0; i < prices.length; i++)
            steps.add(new Tariff.Step(i < upTo.length ? upTo[i] : null, new UnitPrice(currency, prices[i])));
        return switch (kind) {
            case "graduated" -> new Tariff.Graduated(steps);
            case "by reach" -> new Tariff.ByReach(steps);
            default -> new Tariff.Flat(steps.getFirst().price());
        };
    }

    /** Adds an item; false if its code is taken. */
    boolean insert(BusinessId business, CatalogueItem i) {
        return db.insertInto(CATALOGUE_ITEM)
                        .set(CATALOGUE_ITEM.BUSINESS_ID, business)
                        .set(CATALOGUE_ITEM.ID, i.id())
                        .set(row(i))
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** Changes an item; false if somebody changed it since it was shown. */
    boolean update(BusinessId business, CatalogueItem i) {
        return db.update(CATALOGUE_ITEM)
                        .set(row(i))
                        .set(CATALOGUE_ITEM.REVISION, CATALOGUE_ITEM.REVISION.plus(1))
                        .where(CATALOGUE_ITEM.BUSINESS_ID.eq(business))
                        .and(CATALOGUE_ITEM.ID.eq(i.id()))
                        .and(CATALOGUE_ITEM.REVISION.eq(i.revision()))
                        .execute()
                == 1;
    }

    boolean isCodeOfAnother(BusinessId business, String code, ItemId id) {
        return db.fetchExists(
                CATALOGUE_ITEM,
                CATALOGUE_ITEM.BUSINESS_ID.eq(business),
                CATALOGUE_ITEM.CODE.eq(code),
                CATALOGUE_ITEM.ID.ne(id));
    }

    void retire(BusinessId business, ItemId id) {
        db.update(CATALOGUE_ITEM)
                .set(CATALOGUE_ITEM.RETIRED, true)
                .where(CATALOGUE_ITEM.BUSINESS_ID.eq(business))
                .and(CATALOGUE_ITEM.ID.eq(id))
                .execute();
    }

    private static CatalogueItemRecord row(CatalogueItem i) {
        var row = new CatalogueItemRecord();
        row.setCode(i.code())
                .setName(i.name())
                .setKind(i.kind().words())
                .setUnit(i.unit())
                .setSentence(i.sentence())
                .setTaxCode(i.taxCode())
                .setIncomeAccount(i.incomeAccount())
                .setTags(i.tags().toArray(String[]::new))
                .setSearch(Folding.of(i.code() + " " + i.name()));
        return row;
    }

    /** Nobody else changes the prices of the item until the transaction ends. */
    void lock(BusinessId business, ItemId item) {
        db.selectOne()
                .from(CATALOGUE_ITEM)
                .where(CATALOGUE_ITEM.BUSINESS_ID.eq(business))
                .and(CATALOGUE_ITEM.ID.eq(item))
                .forUpdate()
                .fetch();
    }

    void insert(BusinessId business, ItemId item, Price p) {
        db.insertInto(ITEM_PRICE).set(row(business, item, p)).execute();
    }

    private static ItemPriceRecord row(BusinessId business, ItemId item, Price p) {
        List<Tariff.Step> steps = switch (p.tariff()) {
            case Tariff.Flat flat -> List.of(new Tariff.Step(null, flat.price()));
            case Tariff.Graduated graduated -> graduated.steps();
            case Tariff.ByReach byReach -> byReach.steps();
        };
        return new ItemPriceRecord()
                .setBusinessId(business)
                .setItemId(item)
                .setId(p.id())
                .setCustomerId(p.customer())
                .setGroupId(p.group())
                .setCurrency(p.currency().getCurrencyCode())
                .setTariff(
                        p.tariff() instanceof Tariff.Flat
                                ? "flat"
                                : p.tariff() instanceof Tariff.Graduated ? "graduated" : "by reach")
                .setUpTo(steps.stream()
                        .map(Tariff.Step::upTo)
                        .filter(Objects::nonNull)
                        .toArray(BigDecimal[]::new))
                .setStepPrices(steps.stream().map(st -> st.price().amount()).toArray(BigDecimal[]::new))
                .setValidFrom(p.validFrom())
                .setValidUntil(p.validUntil());
    }

    /** Adds items with their prices, all at once; none of their codes may be taken. */
    void insertAll(BusinessId business, List<CatalogueItem> items) {
        CopyRows.into(
                db,
                items.stream()
                        .map(i -> row(i).setBusinessId(business).setId(i.id()))
                        .toList());
        CopyRows.into(
                db,
                items.stream()
                        .flatMap(i -> i.prices().prices().stream().map(p -> row(business, i.id(), p)))
                        .toList());
    }

    /** Puts others in the place of an item's prices. */
    void replacePrices(BusinessId business, CatalogueItem item) {
        db.deleteFrom(ITEM_PRICE)
                .where(ITEM_PRICE.BUSINESS_ID.eq(business))
                .and(ITEM_PRICE.ITEM_ID.eq(item.id()))
                .execute();
        CopyRows.into(
                db,
                item.prices().prices().stream()
                        .map(p -> row(business, item.id(), p))
                        .toList());
    }

    /** The next free code of the form {@code I-0042}, for items that are made without one. */
    String nextCode(BusinessId business) {
        Integer highest = db.select(DSL.max(DSL.field("substring(code from 3)::int", Integer.class)))
                .from(CATALOGUE_ITEM)
                .where(CATALOGUE_ITEM.BUSINESS_ID.eq(business))
                .and(CATALOGUE_ITEM.CODE.likeRegex("^I-[0-9]{1,8}$"))
                .fetchSingle()
                .value1();
        return "I-%04d".formatted(highest == null ? 1 : highest + 1);
    }

    /** What is sold now, of codes. */
    Map<String, CatalogueItem> byCode(BusinessId business, Collection<String> codes) {
        return load(business, ofCodes(codes).and(CATALOGUE_ITEM.RETIRED.isFalse())).stream()
                .collect(Collectors.toMap(CatalogueItem::code, i -> i));
    }

    /** Of codes, those of what is not sold any more. */
    List<String> retired(BusinessId business, Collection<String> codes) {
        return db.select(CATALOGUE_ITEM.CODE)
                .from(CATALOGUE_ITEM)
                .where(CATALOGUE_ITEM.BUSINESS_ID.eq(business))
                .and(ofCodes(codes))
                .and(CATALOGUE_ITEM.RETIRED)
                .fetch(CATALOGUE_ITEM.CODE);
    }

    private static Condition ofCodes(Collection<String> codes) {
        return DSL.condition("catalogue_item.code = any({0})", DSL.val(codes.toArray(String[]::new)));
    }

    Map<String, CustomerId> customersByCode(BusinessId business, Collection<String> codes) {
        return db.select(CUSTOMER.CODE, CUSTOMER.ID)
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(DSL.condition("customer.code = any({0})", DSL.val(codes.toArray(String[]::new))))
                .fetchMap(CUSTOMER.CODE, CUSTOMER.ID);
    }

    /** The codes of customers who have prices of their own. */
    Map<CustomerId, String> codes(BusinessId business) {
        return db.selectDistinct(CUSTOMER.ID, CUSTOMER.CODE)
                .from(ITEM_PRICE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(ITEM_PRICE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(ITEM_PRICE.CUSTOMER_ID))
                .where(ITEM_PRICE.BUSINESS_ID.eq(business))
                .fetchMap(CUSTOMER.ID, CUSTOMER.CODE);
    }

    void end(BusinessId business, ItemId item, UUID price, LocalDate until) {
        db.update(ITEM_PRICE)
                .set(ITEM_PRICE.VALID_UNTIL, until)
                .where(is(business, item, price))
                .execute();
    }

    void delete(BusinessId business, ItemId item, UUID price) {
        db.deleteFrom(ITEM_PRICE).where(is(business, item, price)).execute();
    }

    private static Condition is(BusinessId business, ItemId item, UUID price) {
        return ITEM_PRICE
                .BUSINESS_ID
                .eq(business)
                .and(ITEM_PRICE.ITEM_ID.eq(item))
                .and(ITEM_PRICE.ID.eq(price));
    }

    /** The names of customers, for prices that are theirs alone. */
    Map<CustomerId, String> names(BusinessId business, List<CustomerId> customers) {
        return db.select(CUSTOMER.ID, CUSTOMER.NAME)
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(customers.isEmpty() ? DSL.falseCondition() : CUSTOMER.ID.in(customers))
                .fetchMap(CUSTOMER.ID, CUSTOMER.NAME);
    }
}

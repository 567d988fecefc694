package exactum.app.reports;

import static exactumdb.Tables.CATALOGUE_ITEM;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.CUSTOMER_GROUP;
import static exactumdb.Tables.ENTRY;
import static exactumdb.Tables.TAG;

import exactum.core.ids.BusinessId;
import exactum.core.ids.ItemId;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** By what reports can be narrowed. */
@Component
class ReportChoiceStore {
    private static final int IN_A_MENU = 200;
    private final DSLContext db;

    ReportChoiceStore(DSLContext db) {
        this.db = db;
    }

    /** One that can be chosen. */
    public record Choice(String value, String words) {}

    /**
     * What can be chosen.
     *
     * @param customer what the chosen customer is called, or null
     */
    public record Choices(String customer, List<Choice> groups, List<Choice> items, List<Choice> tags) {}

    Choices of(BusinessId business, Asked asked) {
        return new Choices(
                asked.customer() == null
                        ? null
                        : db.select(CUSTOMER.NAME)
                                .from(CUSTOMER)
                                .where(CUSTOMER.BUSINESS_ID.eq(business))
                                .and(CUSTOMER.ID.eq(asked.customer()))
                                .fetchOne(CUSTOMER.NAME),
                db.select(CUSTOMER_GROUP.ID, CUSTOMER_GROUP.NAME)
                        .from(CUSTOMER_GROUP)
                        .where(CUSTOMER_GROUP.BUSINESS_ID.eq(business))
                        .orderBy(CUSTOMER_GROUP.NAME)
                        .fetch(r -> new Choice(r.value1().toString(), r.value2())),
                items(business, asked),
                db.select(TAG.DIMENSION, TAG.VALUE)
                        .from(TAG)
                        .where(TAG.BUSINESS_ID.eq(business))
                        .orderBy(TAG.DIMENSION, TAG.VALUE)
                        .fetch(r -> new Choice(r.value1() + ": " + r.value2(), r.value1() + ": " + r.value2())));
    }

    /** Those of a catalogue that fits into a menu; of a larger one the chosen one alone, which is found by its code. */
    private List<Choice> items(BusinessId business, Asked asked) {
        Condition shown = isLarge(business)
                ? CATALOGUE_ITEM.ID.eq(asked.item() == null ? new ItemId(new UUID(0, 0)) : asked.item())
                : DSL.noCondition();
        return db.select(CATALOGUE_ITEM.ID, CATALOGUE_ITEM.NAME)
                .from(CATALOGUE_ITEM)
                .where(CATALOGUE_ITEM.BUSINESS_ID.eq(business))
                .and(shown)
                .orderBy(CATALOGUE_ITEM.NAME)
                .fetch(r -> new Choice(r.value1().toString(), r.value2()));
    }

    /** Whether the catalogue is too large for a menu. */
    boolean isLarge(BusinessId business) {
        return db.fetchCount(DSL.selectOne()
                        .from(CATALOGUE_ITEM)
                        .where(CATALOGUE_ITEM.BUSINESS_ID.eq(business))
                        .limit(IN_A_MENU + 1))
                > IN_A_MENU;
    }

    Optional<ItemId> itemOf(BusinessId business, String code) {
        return db.select(CATALOGUE_ITEM.ID)
                .from(CATALOGUE_ITEM)
                .where(CATALOGUE_ITEM.BUSINESS_ID.eq(business))
                .and(CATALOGUE_ITEM.CODE.eq(code))
                .fetchOptional(CATALOGUE_ITEM.ID);
    }

    /** What a report is narrowed to, in words; empty for all. */
    String words(BusinessId business, Asked asked) {
        Choices choices = of(business, asked);
        String group = asked.group() == null ? null : asked.group().toString();
        String item = asked.item() == null ? null : asked.item().toString();
        return Stream.of(
                        Stream.ofNullable(choices.customer()),
                        choices.groups().stream()
                                .filter(c -> c.value().equals(group))
                                .map(Choice::words),
                        choices.items().stream()
                                .filter(c -> c.value().equals(item))
                                .map(Choice::words),
                        Stream.of(asked.tag(), asked.which()).filter(s -> !s.isEmpty()))
                .flatMap(s -> s)
                .collect(Collectors.joining(", "));
    }

    /** The day of the first entry where that is after a day, so that nothing can be told of it; else null. */
    LocalDate beginsAfter(BusinessId business, LocalDate day) {
        LocalDate first = db.select(DSL.min(ENTRY.ENTRY_DATE))
                .from(ENTRY)
                .where(ENTRY.BUSINESS_ID.eq(business))
                .fetchSingle()
                .value1();
        return first != null && first.isAfter(day) ? first : null;
    }
}

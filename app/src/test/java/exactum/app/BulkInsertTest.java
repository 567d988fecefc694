package exactum.app;

import static exactumdb.Tables.CUSTOMER;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.ids.Ids;
import exactum.app.rows.BulkInsert;
import exactumdb.tables.records.CustomerRecord;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import java.util.stream.IntStream;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Many rows in one statement hold what rows one by one would. */
@ExtendWith(RunningApp.class)
class BulkInsertTest {
    private static CustomerRecord row(UUID id, String code, String name) {
        return new CustomerRecord()
                .setBusinessId(1)
                .setId(id)
                .setCode(code)
                .setName(name)
                .setKind("person")
                .setEmail(null)
                .setCountry("IE")
                .setCurrency("EUR")
                .setCreatedOn(LocalDate.of(2026, 6, 1));
    }

    @Test
    void texts_nulls_quotes_and_fixed_widths_come_back_as_they_went(World world, DSLContext db) {
        var rows = IntStream.range(0, 1_000)
                .mapToObj(i -> row(Ids.next(), "BULK-" + i, "O'Neill {0} \"{\\}\", Ñ " + i))
                .toList();
        BulkInsert.execute(db, rows);
        var back = db.selectFrom(CUSTOMER)
                .where(CUSTOMER.ID.in(rows.stream().map(CustomerRecord::getId).toList()))
                .fetch();
        assertThat(back).hasSize(1_000).allSatisfy(r -> {
            assertThat(r.getCurrency()).isEqualTo("EUR");
            assertThat(r.getEmail()).isNull();
        });
        assertThat(back)
                .extracting(CustomerRecord::getName)
                .containsExactlyInAnyOrderElementsOf(
                        rows.stream().map(CustomerRecord::getName).toList());
        BulkInsert.execute(db, List.<CustomerRecord>of());
    }

    @Test
    void one_bad_row_leaves_none(World world, DSLContext db) {
        UUID id = Ids.next();
        assertThatThrownBy(() -> BulkInsert.execute(db, List.of(row(id, "BULK-X", "a"), row(id, "BULK-Y", "b"))))
                .hasMessageContaining("duplicate key");
        assertThat(db.fetchExists(CUSTOMER, CUSTOMER.ID.eq(id))).isFalse();
    }
}

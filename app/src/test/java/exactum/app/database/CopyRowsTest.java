package exactum.app.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.RunningApp;
import exactum.app.World;
import exactum.core.ids.CustomerId;
import exactumdb.tables.records.CustomerRecord;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.support.TransactionTemplate;

/** Many rows at once, by COPY: what goes in comes back, and one bad row leaves none. */
@ExtendWith(RunningApp.class)
class CopyRowsTest {
    private static CustomerRecord row(World world, CustomerId id, String code, String name) {
        return new CustomerRecord()
                .setBusinessId(world.business())
                .setId(id)
                .setCode(code)
                .setName(name)
                .setSearch("x")
                .setKind("person")
                .setEmail(null)
                .setCountry("IE")
                .setCurrency("EUR")
                .setCreatedOn(LocalDate.of(2026, 6, 1));
    }

    @Test
    void texts_nulls_quotes_and_fixed_widths_come_back_as_they_went(
            World world, DSLContext db, TransactionTemplate transaction) {
        var rows = IntStream.range(0, 1_000)
                .mapToObj(i ->
                        row(world, new CustomerId(Ids.next()), "BULK-" + i, "O'Neill\t{0} \"{\\}\",\n Ñ \\N \\. " + i))
                .toList();
        transaction.executeWithoutResult(s -> {
            CopyRows.into(db, rows);
            CopyRows.into(db, List.<CustomerRecord>of());
        });
        var back = db.fetch("select name, currency, email from customer where code like 'BULK-%'");
        assertThat(back).hasSize(1_000).allSatisfy(r -> {
            assertThat(r.get("currency")).isEqualTo("EUR");
            assertThat(r.get("email")).isNull();
        });
        assertThat(back.getValues("name", String.class))
                .containsExactlyInAnyOrderElementsOf(
                        rows.stream().map(CustomerRecord::getName).toList());
    }

    @Test
    void one_bad_row_leaves_none(World world, DSLContext db, TransactionTemplate transaction) {
        var id = new CustomerId(Ids.next());
        assertThatThrownBy(() -> transaction.executeWithoutResult(
                        s -> CopyRows.into(db, List.of(row(world, id, "BULK-X", "a"), row(world, id, "BULK-Y", "b")))))
                .hasStackTraceContaining("duplicate key");
        assertThat(db.fetchValue("select count(*) from customer where code like 'BULK-%'"))
                .isEqualTo(0L);
    }
}

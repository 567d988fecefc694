package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.may;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.bank.MatchCertain;
import exactum.app.customers.Customer;
import exactum.app.database.Slice;
import exactum.app.documents.Document;
import exactum.app.documents.Drafts;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.Standing;
import exactum.core.money.Money;
import exactum.core.settlement.Policy;
import java.util.EnumSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** How documents stand is said once: the same in the list, in its filters, in the counts and on the page. */
@ExtendWith(RunningApp.class)
class DocumentListTest {
    private static final Set<Standing> MADE = EnumSet.of(
            Standing.DRAFT,
            Standing.ISSUED,
            Standing.OVERDUE,
            Standing.PART_PAID,
            Standing.NOT_AT_BANK,
            Standing.PAID,
            Standing.VOID);

    @Test
    void counts_filters_and_rows_agree_for_every_standing(World world, ListDocuments documents) {
        world.bean(Drafts.class).save(world.moorings, world.draft(world.payer(), RunningApp.TODAY, world.power()));
        world.invoice(world.payer(), "10.00");
        world.invoice(world.payer(), "20.00", may(1));
        Customer partly = world.payer();
        world.invoice(partly, "30.00");
        world.payCash(partly, "12.00", new Policy.DueOrder());
        Customer wholly = world.payer();
        world.invoice(wholly, "40.00");
        world.payCash(wholly, "40.00", new Policy.DueOrder());
        Document atBank = world.invoice(world.payer(), "50.00");
        world.bankLine("50.00", "Écluse", atBank.number());
        world.bean(MatchCertain.class).matchAll(world.moorings);
        Document voided = world.invoice(world.payer(), "60.00");
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/invoices/" + voided.number() + "/void", "");
        }
        for (ListDocuments.Count count :
                documents.counts(world.moorings, ListDocuments.Filter.ALL.kinds(), RunningApp.TODAY)) {
            Standing standing = count.standing();
            var rows = documents.list(
                    world.moorings, new ListDocuments.Filter("", standing, null), RunningApp.TODAY, Slice.first(100));
            assertThat(rows).as(standing.words()).hasSize(count.count());
            assertThat(count.count()).as(standing.words()).isEqualTo(MADE.contains(standing) ? 1 : 0);
            assertThat(rows)
                    .as(standing.words())
                    .allSatisfy(r -> assertThat(r.standing()).isEqualTo(standing));
            assertThat(Money.sum(euro("0.00").currency(), count.open()))
                    .as(standing.words())
                    .isEqualTo(Money.sum(
                            euro("0.00").currency(),
                            rows.stream().map(ListDocuments.Listed::open).toList()));
        }
        assertThat(documents.counts(world.north, ListDocuments.Filter.ALL.kinds(), RunningApp.TODAY))
                .allSatisfy(c -> assertThat(c.count()).isZero());
    }
}

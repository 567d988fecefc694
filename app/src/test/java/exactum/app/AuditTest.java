package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.documents.Document;
import exactum.core.ids.BankLineId;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Who did what, in each business by itself; what was refused or done twice leaves nothing. */
@ExtendWith(RunningApp.class)
class AuditTest {
    private static long recorded(World world, String what) {
        return (Long) world.bean(DSLContext.class)
                .fetchValue(
                        "select count(*) from audit_record where what = {0} and business_id = {1}",
                        what, world.moorings.value());
    }

    @Test
    void what_a_person_does_is_recorded_under_their_name_and_shown(World world) {
        Document invoice = world.invoice(world.payer(), "50.00");
        BankLineId line = world.bankLine("50.00", "Écluse", invoice.number());
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            ada.follow("/bank-lines/" + line + "/match", "part0=account:4000&amount0=50.00&sure=on");
            world.closeMay(ada);
            String page = otto.get("/audit").body();
            assertThat(page).contains("ada").contains("matched a line").contains("closed a month");
            assertThat(otto.get("~/north-shore/audit").body()).doesNotContain("matched a line");
        }
        assertThat(recorded(world, "matched a line")).isOne();
    }

    @Test
    void what_was_refused_or_changed_nothing_is_not(World world) {
        BankLineId line = world.bankLine("50.00", "Écluse", "?");
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            ada.post("/bank-lines/" + line + "/match", "part0=account:1100&amount0=50.00");
            ada.post("/bank-lines/" + line + "/match", "part0=account:4000&amount0=51.00");
            otto.post("/bank-lines/" + line + "/match", "part0=account:4000&amount0=50.00");
            ada.post("/months/2026-07/close", "");
        }
        assertThat(recorded(world, "matched a line")).isZero();
        long closed = recorded(world, "closed a month");
        try (var ada = new Visitor(world, "ada")) {
            ada.post("/months/2026-06/close", "");
            ada.post("/months/2026-06/close", "");
        }
        assertThat(recorded(world, "closed a month")).isLessThanOrEqualTo(closed + 1);
    }
}

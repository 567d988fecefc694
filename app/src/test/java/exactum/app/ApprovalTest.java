package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.billing.CommitBillingRun;
import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.core.ids.RunId;
import java.util.Set;
import java.util.regex.Pattern;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Above an amount a second person looks, never the one who made it; a yes holds for exactly what was looked at. */
@ExtendWith(RunningApp.class)
class ApprovalTest {
    private static String asked(Visitor visitor, String page) {
        return Pattern.compile("/approvals/([0-9a-f-]{36})/approve")
                .matcher(visitor.get(page).body())
                .results()
                .findFirst()
                .orElseThrow()
                .group(1);
    }

    private static int invoices(World world) {
        return world.bean(DSLContext.class).fetchCount(org.jooq.impl.DSL.table("document"));
    }

    @Test
    void a_billing_run_above_the_amount_waits_for_somebody_else_and_goes_at_their_yes(
            World world, Approvals approvals, Memberships memberships) {
        memberships.join(world.moorings, "nils", Set.of(Role.APPROVER));
        world.berth(world.payer());
        approvals.setLimit(world.moorings, ApprovalKind.BILLING_RUN, World.euro("500.00"));
        try (var ada = new Visitor(world, "ada");
                var nils = new Visitor(world, "nils")) {
            String run = ada.follow("/billing-runs", "date=today");
            ada.follow(run + "/commit", "");
            assertThat(invoices(world)).isZero();
            assertThat(ada.get(run).body())
                    .contains("Waits for a second person")
                    .doesNotContain("data-act=\"issue\"")
                    .doesNotContain("/commit\"");
            assertThat(nils.get("/day").body()).contains("A second person is needed");
            String id = asked(nils, run);
            assertThat(ada.post("/approvals/" + id + "/approve", "").body()).contains("You made this yourself");
            assertThat(nils.post("/approvals/" + id + "/refuse", "").body()).contains("Why it is refused is missing");
            nils.follow("/approvals/" + id + "/approve", "note=Looks+right&back=" + run);
            world.bean(CommitBillingRun.class).execute(world.moorings, RunId.valueOf(run.replaceAll(".*/", "")));
            assertThat(invoices(world)).isOne();
            assertThat(nils.post("/approvals/" + id + "/approve", "").statusCode())
                    .isEqualTo(302);
            assertThat(nils.post("/approvals/" + id + "/refuse", "note=late").body())
                    .contains("approved by nils already");
            assertThat(ada.get("/audit?q=approved").body()).contains("Looks right");
        }
    }

    @Test
    void below_the_amount_nothing_waits_and_a_refusal_is_asked_for_again(World world, Approvals approvals) {
        world.berth(world.payer());
        approvals.setLimit(world.moorings, ApprovalKind.BILLING_RUN, World.euro("832.74"));
        try (var ada = new Visitor(world, "ada")) {
            String run = ada.follow("/billing-runs", "date=today");
            ada.follow(run + "/commit", "");
            assertThat(ada.get(run).body()).doesNotContain("Waits for a second person");
        }
    }

    @Test
    void the_nights_own_run_waits_too_and_the_next_night_looks_again(World world, Approvals approvals) {
        world.berth(world.payer());
        approvals.setLimit(world.moorings, ApprovalKind.BILLING_RUN, World.euro("0.00"));
        world.bill(RunningApp.TODAY);
        world.bill(RunningApp.TODAY);
        assertThat(invoices(world)).isZero();
        try (var ada = new Visitor(world, "ada")) {
            String day = ada.get("/day").body();
            assertThat(day).contains("A second person is needed");
            assertThat(day.split("A second person is needed", -1).length)
                    .as("once")
                    .isLessThanOrEqualTo(3);
        }
        assertThat((Long)
                        world.bean(DSLContext.class).fetchValue("select count(*) from approval where state = 'asked'"))
                .isOne();
    }

    @Test
    void a_typed_invoice_above_the_amount_is_saved_and_a_change_needs_another_yes(
            World world, Approvals approvals, Memberships memberships) {
        memberships.join(world.moorings, "nils", Set.of(Role.APPROVER));
        approvals.setLimit(world.moorings, ApprovalKind.DOCUMENT, World.euro("10.00"));
        var draft = world.draft(world.payer(), RunningApp.TODAY, world.power());
        var drafts = world.bean(exactum.app.documents.Drafts.class);
        assertThat(drafts.mayIssue(world.moorings, draft)).isFalse();
        try (var ada = new Visitor(world, "ada");
                var nils = new Visitor(world, "nils")) {
            String id = asked(nils, "/drafts/" + draft.id());
            nils.follow("/approvals/" + id + "/approve", "");
            assertThat(ada.get("/drafts/" + draft.id()).body()).contains("Approved by nils");
        }
        try (var ada = new Visitor(world, "ada")) {
            var gone = world.draft(world.payer(), RunningApp.TODAY, world.power());
            assertThat(drafts.mayIssue(world.moorings, gone)).isFalse();
            assertThat(ada.get("/day").body()).contains("A second person is needed");
            drafts.delete(world.moorings, gone.id(), false);
            assertThat(ada.get("/day").body()).doesNotContain("A second person is needed");
        }
        var saved = drafts.find(world.moorings, draft.id()).orElseThrow();
        assertThat(drafts.mayIssue(world.moorings, saved)).isTrue();
        var changed = world.draft(world.payer(), RunningApp.TODAY, world.power());
        assertThat(drafts.mayIssue(world.moorings, changed)).isFalse();
        assertThatThrownBy(() -> approvals.setLimit(world.moorings, ApprovalKind.DOCUMENT, World.euro("-1.00")))
                .hasMessageContaining("zero or more");
    }
}

package exactum.app.demo;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.arrears.FollowUp;
import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.byhand.BookByHand;
import exactum.app.customers.FindCustomers;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.Decisions;
import exactum.app.daysheet.PutAside;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.people.Invitations;
import exactum.app.security.Users;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.EntryByHand;
import exactum.core.money.Money;
import java.util.List;
import java.util.Set;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;

/** Who works at the harbours, and what they have left for each other on the Monday the demo opens. */
@Component
class Colleagues {
    private final Users users;
    private final Memberships memberships;
    private final Invitations invitations;
    private final Approvals approvals;
    private final Drafts drafts;
    private final Decisions decisions;
    private final PutAside put;
    private final BookByHand byHand;
    private final FollowUp follow;
    private final FindCustomers customers;

    Colleagues(
            Users users,
            Memberships memberships,
            Invitations invitations,
            Approvals approvals,
            Drafts drafts,
            Decisions decisions,
            PutAside put,
            BookByHand byHand,
            FollowUp follow,
            FindCustomers customers) {
        this.users = users;
        this.memberships = memberships;
        this.invitations = invitations;
        this.approvals = approvals;
        this.drafts = drafts;
        this.decisions = decisions;
        this.put = put;
        this.byHand = byHand;
        this.follow = follow;
        this.customers = customers;
    }

    /** Makes the users; Nora administers what is set up after this. */
    void arrive(String password) {
        users.add("nora", "Nora Byrne", password);
        users.add("otto", "Otto Lund", password);
        users.add("pia", "Pia Marsh", password);
        users.add("mara", "Mara Quill", password);
        users.add("jonas", "Jonas Weir", password);
        users.add("edda", "Edda Roan", password);
    }

    /** Gives them their roles at a harbour. */
    void work(BusinessId business, Harbour harbour) {
        memberships.join(business, "otto", Set.of(Role.AUDITOR));
        memberships.join(business, "mara", Set.of(Role.BILLING));
        memberships.join(business, "edda", Set.of(Role.APPROVER));
        memberships.join(business, "jonas", Set.of(Role.COLLECTIONS, Role.RECONCILIATION));
        if (harbour.currency().equals("GBP")) memberships.join(business, "pia", Set.of(Role.ADMINISTRATOR));
    }

    /** What waits for a colleague when the demo opens. */
    void leaveWork(BusinessId business, Harbour harbour, Draft large) {
        as("nora", () -> {
            approvals.setLimit(business, ApprovalKind.DOCUMENT, Money.of(harbour.currency(), "1000.00"));
            invitations.invite(business, "Tom Reed", Set.of(Role.BILLING));
        });
        as("mara", () -> drafts.mayIssue(business, large));
        List<Decision> late = late(business);
        as("jonas", () -> {
            put.hand(business, late.getFirst().key(), "nora", "You know them; they asked for a week more.");
            put.snooze(business, late.get(1).key(), DemoDays.OPENS.plusDays(3), "Promised for Thursday.");
            byHand.ask(business, accrual(harbour));
            follow.put(
                    business,
                    customers.search(business, "Edith Birchwood", 1).stream()
                            .findFirst()
                            .orElseGet(() -> customers.search(business, "", 1).getFirst()),
                    "jonas",
                    "ring them about the three berths",
                    DemoDays.OPENS);
        });
    }

    /** What the bank has not charged yet for May. */
    private static EntryByHand accrual(Harbour harbour) {
        Money rent = Money.of(harbour.currency(), "24.80");
        return new EntryByHand(
                DemoDays.OPENS.minusDays(1),
                "account charges of May, not on a statement yet",
                List.of(
                        new EntryByHand.Line(new AccountCode("5010"), rent, List.of()),
                        new EntryByHand.Line(new AccountCode("4100"), rent.negated(), List.of())));
    }

    private List<Decision> late(BusinessId business) {
        return decisions
                .whole(business, "jonas")
                .shown()
                .filter(d -> d.key().startsWith("overdue/"))
                .toList();
    }

    static void as(String login, Runnable deed) {
        SecurityContextHolder.getContext()
                .setAuthentication(UsernamePasswordAuthenticationToken.authenticated(login, null, List.of()));
        try {
            deed.run();
        } finally {
            SecurityContextHolder.clearContext();
        }
    }
}

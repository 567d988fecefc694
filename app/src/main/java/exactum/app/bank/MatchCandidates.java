package exactum.app.bank;

import exactum.app.business.FindBusinesses;
import exactum.app.documents.ListDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.FindSetup;
import exactum.app.slips.FindSlips;
import exactum.app.slips.Slip;
import exactum.app.waiting.FindWaiting;
import exactum.app.web.Texts;
import exactum.core.bank.StatementLine;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.WaitingId;
import exactum.core.matching.Candidate;
import exactum.core.matching.Matching;
import exactum.core.matching.Whose;
import exactum.core.settlement.MeansKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Everything that bank lines may be. */
@Component
class MatchCandidates {
    private final FindWaiting waiting;
    private final ListDocuments documents;
    private final FindPayments payments;
    private final FindSetup setup;
    private final FindBusinesses businesses;
    private final BusinessClock clock;
    private final StandingRules rules;
    private final FindSlips slips;

    MatchCandidates(
            FindWaiting waiting,
            ListDocuments documents,
            FindPayments payments,
            FindSetup setup,
            FindBusinesses businesses,
            BusinessClock clock,
            StandingRules rules,
            FindSlips slips) {
        this.waiting = waiting;
        this.documents = documents;
        this.payments = payments;
        this.setup = setup;
        this.businesses = businesses;
        this.clock = clock;
        this.rules = rules;
        this.slips = slips;
    }

    List<Candidate> of(BusinessId business, List<BankLine> lines, List<FindClaims.Open> owed) {
        var candidates = new ArrayList<Candidate>();
        owed.forEach(o -> candidates.add(new Candidate.Open(
                o.claim(),
                o.document(),
                o.number(),
                Whose.of(o.customer(), o.customerName()),
                null,
                o.due(),
                o.left(),
                o.early())));
        List<Slip> open = slips.open(business);
        Set<WaitingId> onSlips = open.stream()
                .flatMap(s -> s.items().stream())
                .map(Slip.Item::waiting)
                .collect(Collectors.toSet());
        open.forEach(s -> candidates.add(new Candidate.Waiting(
                new WaitingId(s.id()), WaitingKind.SLIP, List.of(s.number()), List.of(), s.day(), s.left())));
        waiting.open(business).stream()
                .filter(w -> !onSlips.contains(w.item().id()))
                .forEach(w -> candidates.add(new Candidate.Waiting(
                        w.item().id(),
                        w.item().kind(),
                        w.references(),
                        w.customerName().isEmpty() ? List.of() : List.of(w.customerName()),
                        w.item().since(),
                        w.item().left().amount())));
        paid(business, lines, candidates);
        if (lines.stream().anyMatch(l -> l.left().isNegative())) credits(business, candidates);
        rules.inForce(business).forEach(r -> candidates.add(new Candidate.Ruled(r.rule())));
        candidates.add(ourselves(business));
        return candidates;
    }

    private void paid(BusinessId business, List<BankLine> lines, List<Candidate> candidates) {
        List<StatementLine> said = lines.stream().map(BankLine::said).toList();
        Set<Integer> lengths = documents.numberKeyLengths(business);
        documents
                .settledByNumberKey(business, Matching.numberKeys(said, lengths), clock.today(business))
                .forEach(d -> {
                    List<FindPayments.Payment> by = payments.ofDocument(business, d.id());
                    candidates.add(
                            new Candidate.Paid(d.id(), d.number(), Whose.of(d.customer(), d.customerName()), how(by)));
                    by.stream()
                            .filter(p -> lines.stream().anyMatch(l -> l.left().isNegative()))
                            .filter(p -> p.amount().compareTo(p.takenBack().plus(p.refunded())) > 0)
                            .forEach(p -> candidates.add(received(p, d.number())));
                });
    }

    private void credits(BusinessId business, List<Candidate> candidates) {
        payments.onAccount(business)
                .forEach(h -> candidates.add(new Candidate.Credit(
                        h.credit().means(),
                        h.credit().kind() == MeansKind.CREDIT_NOTE
                                ? List.of(lastWord(h.credit().words()))
                                : List.of(),
                        Whose.of(h.customer(), h.customerName()),
                        h.credit().left(),
                        h.credit().words())));
    }

    private static String lastWord(String words) {
        return words.substring(words.lastIndexOf(' ') + 1);
    }

    private static Candidate received(FindPayments.Payment p, String number) {
        return new Candidate.Received(
                p.id(),
                List.of(number),
                Whose.of(p.customer(), p.customerName()),
                p.on(),
                p.amount().minus(p.takenBack()).minus(p.refunded()));
    }

    /** When and how it was paid, as the trade says it. */
    private static String how(List<FindPayments.Payment> by) {
        return by.stream()
                .filter(p -> !p.takenBack().equals(p.amount()))
                .map(p -> "%s by %s on %s"
                        .formatted(p.amount().withCurrency(), p.channel().words(), Texts.day(p.on())))
                .collect(Collectors.joining(", "));
    }

    private Candidate ourselves(BusinessId business) {
        return new Candidate.Ourselves(
                List.of(businesses.get(business).name()),
                setup.bankAccounts(business).stream()
                        .map(a -> setup.number(business, a.id()).value())
                        .collect(Collectors.toSet()));
    }
}

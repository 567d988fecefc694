package exactum.app.interest;

import exactum.app.audit.Audit;
import exactum.app.customers.Customer;
import exactum.app.documents.Draft;
import exactum.app.documents.DraftDeleted;
import exactum.app.documents.Drafts;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Origin;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Claims;
import exactum.app.setup.FindSetup;
import exactum.app.setup.Untaxed;
import exactum.app.web.Texts;
import exactum.core.arrears.LateInterest;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import exactum.core.working.Worked;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Charges a customer for what is late: the draft of an invoice with a line for each item, which a person looks at and issues. */
@Component
public class ChargeInterest {
    private final LateRules rules;
    private final LateItemStore items;
    private final Drafts drafts;
    private final Claims claims;
    private final FindSetup setup;
    private final Untaxed untaxed;
    private final BusinessClock clock;
    private final Audit audit;

    ChargeInterest(
            LateRules rules,
            LateItemStore items,
            Drafts drafts,
            Claims claims,
            FindSetup setup,
            Untaxed untaxed,
            BusinessClock clock,
            Audit audit) {
        this.rules = rules;
        this.items = items;
        this.drafts = drafts;
        this.claims = claims;
        this.setup = setup;
        this.untaxed = untaxed;
        this.clock = clock;
        this.audit = audit;
    }

    /**
     * What an item would be charged.
     *
     * @param fixed the fixed sum of its invoice; zero where there is none, or it was charged before or with another item
     */
    public record Charge(LateItemStore.Item item, Worked<Money> interest, Money fixed) {
        Money total() {
            return interest.value().plus(fixed);
        }
    }

    /** What would be charged through today; items that come to nothing are left out. */
    public record Rehearsal(LateRules.Charged charged, LateRule rule, List<Charge> charges, Money total) {}

    @Transactional(readOnly = true)
    public Rehearsal rehearse(BusinessId business, Customer customer, String currency) {
        LocalDate today = clock.today(business);
        LateRule rule = rules.of(business);
        LateRules.Charged charged = rules.charged(business, customer);
        var found = new ArrayList<Charge>();
        if (charged.is()) {
            LateInterest interest = rules.interest(business);
            List<LateItemStore.Item> late = items.late(business, customer.id(), currency, today);
            Set<DocumentId> withSum = new HashSet<>();
            for (LateItemStore.Item item : late) {
                boolean first = rule.fixedSum() && !item.fixedCharged() && withSum.add(item.document());
                Money fixed = first ? rule.law().compensation(debt(late, item.document())) : Money.ofMinor(currency, 0);
                found.add(new Charge(item, interest.on(item.owed(), today), fixed));
            }
            found.removeIf(c -> c.total().isZero());
        }
        Money total = found.stream().map(Charge::total).reduce(Money.ofMinor(currency, 0), Money::plus);
        return new Rehearsal(charged, rule, found, total);
    }

    private static Money debt(List<LateItemStore.Item> late, DocumentId document) {
        return late.stream()
                .filter(i -> i.document().equals(document))
                .map(LateItemStore.Item::left)
                .reduce(Money::plus)
                .orElseThrow();
    }

    /**
     * Makes the draft.
     *
     * @param seen what it came to when it was looked at
     * @throws Refusal if nothing is to be charged, or something else than was looked at
     */
    @Transactional
    public DocumentId charge(BusinessId business, Customer customer, String currency, Money seen) {
        claims.hold(business, customer.id());
        LocalDate today = clock.today(business);
        Rehearsal rehearsal = rehearse(business, customer, currency);
        if (!rehearsal.charged().is())
            throw new Refusal(
                    "interest.off",
                    "Nothing is charged, because %s."
                            .formatted(rehearsal.charged().why()));
        if (rehearsal.charges().isEmpty())
            throw new Refusal("interest.nothing", "Nothing is late that was not charged already. Nothing was made.");
        if (!rehearsal.total().equals(seen))
            throw new Refusal(
                    "interest.changed",
                    "It comes to %s now, not %s. Nothing was made. Look again."
                            .formatted(rehearsal.total().text(), seen.text()));
        DocumentId id = IssueDocuments.newId();
        drafts.save(
                business,
                new Draft(
                        id,
                        DocumentKind.INVOICE,
                        customer.id(),
                        today,
                        Draft.Content.of(seen.currency(), PriceMode.PLUS_TAX, lines(business, rehearsal, today)),
                        setup.chosenTerms(business).id(),
                        null,
                        new Origin(Origin.Kind.INTEREST, null),
                        false,
                        0));
        items.insert(business, id, today, rehearsal.charges());
        audit.record(business, "charged late payment", "%s: %s".formatted(customer.name(), seen.withCurrency()));
        return id;
    }

    private List<Line> lines(BusinessId business, Rehearsal rehearsal, LocalDate today) {
        String tax = untaxed.on(business, today).code();
        AccountCode account = rehearsal.rule().account();
        var lines = new ArrayList<Line>();
        for (Charge c : rehearsal.charges()) {
            if (!c.interest().value().isZero()) {
                lines.add(line(
                        "Interest on %s, due %s, after %s until %s"
                                .formatted(
                                        c.item().number(),
                                        Texts.day(c.item().due()),
                                        Texts.day(c.item().since()),
                                        Texts.day(today)),
                        c.interest().value(),
                        tax,
                        account));
                c.interest().working().steps().stream()
                        .filter(s -> s.text().contains("/ 365"))
                        .forEach(s -> lines.add(Line.text(s.text())));
            }
            if (!c.fixed().isZero())
                lines.add(line(
                        "Compensation for the recovery costs of %s, %s"
                                .formatted(
                                        c.item().number(),
                                        rehearsal.rule().law().words()),
                        c.fixed(),
                        tax,
                        account));
        }
        return lines;
    }

    private static Line line(String words, Money amount, String tax, AccountCode account) {
        return Line.of(
                words,
                BigDecimal.ONE,
                "",
                UnitPrice.of(amount.currency().getCurrencyCode(), amount.plain()),
                tax,
                account);
    }

    /** What was in a draft that is deleted can be charged again. */
    @EventListener
    void deleted(DraftDeleted what) {
        if (what.draft().origin().kind() == Origin.Kind.INTEREST)
            items.forget(what.business(), what.draft().id());
    }
}

package exactum.app.interest;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.FindBusinesses;
import exactum.app.customers.Customer;
import exactum.app.ledger.Ledger;
import exactum.app.setup.FreeAccounts;
import exactum.core.arrears.LateInterest;
import exactum.core.arrears.LateLaw;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountRole;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** By which rule late payment is charged, and whether a customer is charged at all. */
@Component
public class LateRules {
    private static final BigDecimal STATUTORY = BigDecimal.valueOf(8);
    private final LateRuleStore store;
    private final FindBusinesses businesses;
    private final Ledger ledger;
    private final FreeAccounts accounts;
    private final Audit audit;

    LateRules(LateRuleStore store, FindBusinesses businesses, Ledger ledger, FreeAccounts accounts, Audit audit) {
        this.store = store;
        this.businesses = businesses;
        this.ledger = ledger;
        this.accounts = accounts;
        this.audit = audit;
    }

    /** The rule; as long as none was saved, off, with what the law of the country says. */
    LateRule of(BusinessId business) {
        return store.find(business)
                .orElseGet(() -> new LateRule(
                        false,
                        businesses.get(business).identity().country().equals("GB") ? LateLaw.UK : LateLaw.EU,
                        STATUTORY,
                        true,
                        ledger.accounts(business).of(AccountRole.RECHARGED_FEES)));
    }

    List<LateRuleStore.Rate> rates(BusinessId business) {
        return store.rates(business);
    }

    /** What interest is reckoned by. */
    LateInterest interest(BusinessId business) {
        LateRule rule = of(business);
        var rates = new TreeMap<LocalDate, BigDecimal>();
        store.rates(business).forEach(r -> rates.put(r.from(), r.percent()));
        return new LateInterest(rule.law(), rule.points(), rates);
    }

    /**
     * Whether a customer is charged, and why: the laws are of businesses among each other, and a contract may say otherwise.
     *
     * @param why in words, as it follows “because”
     */
    public record Charged(boolean is, String why) {}

    Charged charged(BusinessId business, Customer customer) {
        if (!of(business).isOn()) return new Charged(false, "interest on late payment is switched off");
        return store.choice(business, customer.id())
                .map(c -> new Charged(c.charged(), "it was agreed: " + c.why()))
                .orElseGet(() -> customer.kind().equals("organisation")
                        ? new Charged(true, "they are a business")
                        : new Charged(false, "they are a person, and nothing was agreed"));
    }

    @Transactional
    public void save(
            BusinessId business, boolean isOn, LateLaw law, BigDecimal points, boolean fixedSum, String account) {
        var code = accounts.forLines(business).stream()
                .filter(a -> a.code().value().equals(account))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                                "interest.account",
                                "“%s” is no account that lines can be booked to. Nothing was saved.".formatted(account))
                        .at("account"))
                .code();
        LateRule before = of(business);
        var rule = new LateRule(isOn, law, points, fixedSum, code);
        store.put(business, rule);
        audit.record(
                business,
                "changed how late payment is charged",
                law.words(),
                Changes.of()
                        .and("charged", before.isOn(), isOn)
                        .and("law", before.law().words(), law.words())
                        .and("points", before.points().toPlainString(), points.toPlainString())
                        .and("fixed sum", before.fixedSum(), fixedSum)
                        .and("account", before.account(), code));
    }

    /** A reference rate from a day on; one of that day is replaced. */
    @Transactional
    public void rate(BusinessId business, LocalDate from, BigDecimal percent, String source) {
        store.put(business, new LateRuleStore.Rate(from, percent, source));
        audit.record(
                business,
                "saved a reference rate",
                "%s %% from %s, %s".formatted(percent.toPlainString(), from, source));
    }

    /** What was agreed with a customer; null for nothing, so that the law says. */
    @Transactional
    public void choose(BusinessId business, Customer customer, Boolean charged, String why) {
        if (charged != null && why.isEmpty())
            throw new Refusal("interest.why", "Where that was agreed is missing. Nothing was saved.").at("why");
        store.put(business, customer.id(), charged == null ? null : new LateRuleStore.Choice(charged, why));
        String words = charged == null ? "as the law says" : (charged ? "charged: " : "not charged: ") + why;
        audit.record(business, "chose whether late payment is charged", customer.name() + ", " + words);
    }
}

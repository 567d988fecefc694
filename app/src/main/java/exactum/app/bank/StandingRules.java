package exactum.app.bank;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.setup.FreeAccounts;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.matching.Asked;
import exactum.core.matching.StandingRule;
import exactum.core.problem.Refusal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Standing rules: tried over past lines before they are kept, in an order, counted, retired. */
@Component
public class StandingRules {
    private final RuleStore store;
    private final BankLineStore lines;
    private final FreeAccounts accounts;
    private final Audit audit;

    StandingRules(RuleStore store, BankLineStore lines, FreeAccounts accounts, Audit audit) {
        this.store = store;
        this.lines = lines;
        this.accounts = accounts;
        this.audit = audit;
    }

    /**
     * What a rule would have said of a past line.
     *
     * @param was what the line was matched to, or empty where it is unmatched
     * @param agrees whether that is what the rule says too
     */
    public record Past(BankLine line, String was, boolean agrees) {}

    /**
     * A rule that a person may want.
     *
     * @param like how many lines were treated like it
     */
    public record Offer(BankLine line, AccountCode account, int like) {}

    public List<KeptRule> inForce(BusinessId business) {
        return store.inForce(business);
    }

    public List<KeptRule> retired(BusinessId business) {
        return store.retired(business);
    }

    Optional<KeptRule> find(BusinessId business, UUID id) {
        return store.find(business, id);
    }

    /** The past lines that meet it, the newest first, with what they were. */
    @Transactional(readOnly = true)
    public List<Past> tried(BusinessId business, StandingRule.When when, AccountCode account, int most) {
        return lines.bookedLike(business, when, most).stream()
                .filter(b -> when.isMetBy(
                        new Asked(b.line().said(), b.line().amount(), b.line().account())))
                .map(b -> new Past(
                        b.line(),
                        b.was(),
                        account.equals(b.account())
                                || b.line().left().equals(b.line().amount())))
                .toList();
    }

    /** Where two lines of the same other party, or the same words, were booked to the same account, and no rule says so yet. */
    @Transactional(readOnly = true)
    public List<Offer> offers(BusinessId business, int most) {
        List<KeptRule> kept = store.inForce(business);
        return lines.treatedAlike(business, most).stream()
                .filter(o -> kept.stream()
                        .noneMatch(k -> k.rule()
                                .when()
                                .isMetBy(new Asked(
                                        o.line().said(),
                                        o.line().amount(),
                                        o.line().account()))))
                .toList();
    }

    /**
     * Keeps a rule, after the others.
     *
     * @throws Refusal if it would meet any line, or books to an account that no line is booked to by hand
     */
    @Transactional
    public UUID keep(BusinessId business, String name, StandingRule.When when, AccountCode account, String currency) {
        if (!when.isTelling())
            throw new Refusal(
                            "rule.any",
                            "Say what the other party is called, or what the line says; else every line would meet it. Nothing was saved.")
                    .at("counterparty");
        boolean isFree =
                accounts.forLines(business).stream().anyMatch(a -> a.code().equals(account));
        if (!isFree)
            throw new Refusal(
                            "rule.account",
                            "A line cannot be booked to account %s. Nothing was saved.".formatted(account))
                    .at("account");
        store.lock(business);
        boolean there = store.inForce(business).stream()
                .anyMatch(k -> k.rule().when().equals(when) && k.account().equals(account));
        if (there) throw new Refusal("rule.again", "There is such a rule already. Nothing was saved again.");
        UUID id = Ids.next();
        store.insert(business, new StandingRule(id, name, when, ""), account, currency);
        audit.record(business, "made a standing rule", name);
        return id;
    }

    /** Puts a rule before the one that goes before it. */
    @Transactional
    public void before(BusinessId business, UUID id) {
        store.lock(business);
        var ids = new ArrayList<>(
                store.inForce(business).stream().map(k -> k.rule().id()).toList());
        int at = ids.indexOf(id);
        if (at < 0) throw new NotHere();
        if (at == 0) return;
        Collections.swap(ids, at, at - 1);
        store.order(business, ids);
        audit.record(
                business,
                "put a standing rule earlier",
                store.find(business, id).orElseThrow().rule().name());
    }

    /** Takes a rule out of use; what it did stays. */
    @Transactional
    public void retire(BusinessId business, UUID id) {
        KeptRule rule = store.find(business, id).orElseThrow(NotHere::new);
        if (store.retire(business, id))
            audit.record(business, "retired a standing rule", rule.rule().name());
    }
}

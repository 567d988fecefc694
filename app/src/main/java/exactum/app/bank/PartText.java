package exactum.app.bank;

import exactum.app.settlement.FindClaims;
import exactum.app.slips.FindSlips;
import exactum.app.slips.Slip;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.WaitingId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.matching.Proposal;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;

/**
 * Parts of a line as forms name them, so that exactly what was shown is matched: {@code claim:…}, {@code customer:…}, {@code
 * waiting:…}, {@code return:…}, {@code refund:…}, {@code credit:…}, {@code account:…}, {@code own:}, each with its amount.
 */
@Component
class PartText {
    private static final String LET_GO = "~";
    private static final String SETTLES = "^";
    private static final Pattern ACROSS = Pattern.compile("(.*)\\^([A-Z]{3})(\\d{1,18})");
    private final FindClaims claims;
    private final StandingRules rules;
    private final MatchSettings settings;
    private final FindSlips slips;

    PartText(FindClaims claims, StandingRules rules, MatchSettings settings, FindSlips slips) {
        this.claims = claims;
        this.rules = rules;
        this.settings = settings;
        this.slips = slips;
    }

    /**
     * A part as it was named.
     *
     * @param kind and target as in {@code claim:…}
     * @param amount of the line, signed as the line
     * @param settles what an open item in another currency is settled by, or null
     */
    record Named(String kind, String target, Money amount, Money settles) {
        static Named of(String key, Money amount, Money settles) {
            String[] parts = key.split(":", 2);
            return new Named(parts[0], parts.length < 2 ? "" : parts[1], amount, settles);
        }
    }

    /** What a proposal's part is named on a form. */
    static String key(Proposal.Part part, Accounts accounts) {
        return switch (part) {
            case Proposal.Part.ForClaim p ->
                "claim:" + p.claim()
                        + (p.letGo().isZero() ? "" : LET_GO + p.letGo().minor())
                        + (p.isAcross()
                                ? SETTLES + p.settles().currency() + p.settles().minor()
                                : "");
            case Proposal.Part.IsWaiting p -> "waiting:" + p.item();
            case Proposal.Part.OnAccount p -> "customer:" + p.customer();
            case Proposal.Part.ComesBack p -> "return:" + p.means();
            case Proposal.Part.GivesBack p -> "refund:" + p.means();
            case Proposal.Part.OwnTransfer p -> "own:";
            case Proposal.Part.ByRule p -> "rule:" + p.rule();
            case Proposal.Part.BankCharge p -> "account:" + accounts.of(AccountRole.BANK_CHARGES);
        };
    }

    /** A part with its amount, on one line: {@code claim:…=11900}. */
    static String whole(Proposal.Part part, Accounts accounts) {
        return key(part, accounts) + "=" + part.amount().minor();
    }

    /** Reads what {@link #whole} wrote. */
    Named read(String whole, Money like) {
        int at = whole.lastIndexOf('=');
        if (at < 0) throw unknown();
        try {
            Money amount = like.withMinor(Long.parseLong(whole.substring(at + 1)));
            Matcher across = ACROSS.matcher(whole.substring(0, at));
            return across.matches()
                    ? Named.of(across.group(1), amount, Money.ofMinor(across.group(2), Long.parseLong(across.group(3))))
                    : Named.of(whole.substring(0, at), amount, null);
        } catch (IllegalArgumentException wrong) {
            throw unknown();
        }
    }

    /** The parts that were named; those of one customer are one payment. */
    List<Part> parts(BusinessId business, List<Named> named) {
        var parts = new ArrayList<Part>();
        Map<CustomerId, Money> sums = new LinkedHashMap<>();
        Map<CustomerId, List<Policy.Part>> chosen = new LinkedHashMap<>();
        for (Named n : named) {
            switch (n.kind()) {
                case "claim" -> {
                    FindClaims.Open open = open(business, n);
                    sums.merge(open.customer(), n.amount(), Money::plus);
                    chosen.computeIfAbsent(open.customer(), c -> new ArrayList<>())
                            .add(policyPart(business, open, n));
                }
                case "customer" -> sums.merge(CustomerId.valueOf(n.target()), n.amount(), Money::plus);
                case "rule" -> parts.add(byRule(business, n));
                case "waiting" -> parts.addAll(waiting(business, n));
                default -> parts.add(part(n));
            }
        }
        sums.forEach((customer, amount) -> parts.add(new Part.Payment(
                customer,
                amount,
                chosen.containsKey(customer) ? new Policy.Chosen(chosen.get(customer)) : new Policy.OnAccount())));
        return parts;
    }

    private FindClaims.Open open(BusinessId business, Named named) {
        return claims.find(business, ClaimId.valueOf(named.target().split(LET_GO)[0]))
                .filter(o -> o.left().isPositive())
                .orElseThrow(
                        () -> new Refusal(
                                "match.settled",
                                "What the line was to pay is settled already; taking it again would count the money twice. Nothing was matched."));
    }

    /** Waiting money, or all the payments of a slip, whose total must be what the bank has of it. */
    private List<Part> waiting(BusinessId business, Named n) {
        Slip slip = slips.find(business, uuid(n.target())).orElse(null);
        if (slip == null) return List.of(new Part.Waiting(WaitingId.valueOf(n.target()), n.amount()));
        if (!slip.left().equals(n.amount()) || slip.undone())
            throw new Refusal(
                    "match.slip",
                    "Slip %s comes to %s, and the bank has %s. Nothing was matched. A slip is banked whole: put the difference in as a part of its own, or make the slip right."
                            .formatted(
                                    slip.number(),
                                    slip.left().text(),
                                    n.amount().text()));
        return slip.items().stream()
                .filter(i -> !i.left().isZero())
                .map(i -> (Part) new Part.Waiting(i.waiting(), i.left()))
                .toList();
    }

    private Part byRule(BusinessId business, Named n) {
        KeptRule rule = rules.find(business, uuid(n.target()))
                .filter(r -> !r.isRetired())
                .orElseThrow(() ->
                        new Refusal("match.rule", "The standing rule is not in use any more. Nothing was matched."));
        return new Part.ToAccount(
                rule.account(), n.amount(), List.of(), rule.rule().id());
    }

    private static UUID uuid(String text) {
        try {
            return UUID.fromString(text);
        } catch (IllegalArgumentException none) {
            throw unknown();
        }
    }

    /** What the proposal let go is let go only as far as the business still lets go of it. */
    private Policy.Part policyPart(BusinessId business, FindClaims.Open open, Named named) {
        boolean same = open.left().currency().equals(named.amount().currency());
        if (same && named.target().contains(LET_GO)) {
            Money letGo = settings.of(business).letGo();
            if (letGo.currency().equals(named.amount().currency()))
                return new Policy.Part(open.claim(), named.amount(), null, letGo);
        }
        if (same) return Policy.Part.of(open.claim(), named.amount());
        if (named.settles() == null) {
            throw new Refusal(
                    "match.currency",
                    "%s is in %s and the line in %s. Nothing was matched. Say how much of it the line settles."
                            .formatted(
                                    open.number(),
                                    open.left().currency(),
                                    named.amount().currency()));
        }
        return Policy.Part.across(open.claim(), named.settles(), named.amount());
    }

    private static Part part(Named n) {
        return switch (n.kind()) {
            case "return" -> new Part.Return(MeansId.valueOf(n.target()), n.amount());
            case "refund" -> new Part.Refund(MeansId.valueOf(n.target()), n.amount());
            case "credit" -> new Part.CreditNote(DocumentId.valueOf(n.target()), n.amount());
            case "account" -> new Part.ToAccount(AccountCode.valueOf(n.target()), n.amount());
            case "own" -> new Part.OwnTransfer(n.amount());
            default -> throw unknown();
        };
    }

    private static Refusal unknown() {
        return new Refusal("match.unknown", "The form names something that a line cannot be. Nothing was matched.");
    }
}

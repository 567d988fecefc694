package exactum.app.bank;

import exactum.app.setup.Account;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.matching.Grade;
import exactum.core.matching.Proposal.Part;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Stops what would count money twice: income booked while an open item fits, a payment made of money that waits for the bank
 * already, a payout booked as income.
 */
@Component
class CountedTwice {
    private final ProposeMatches propose;
    private final FindSetup setup;

    CountedTwice(ProposeMatches propose, FindSetup setup) {
        this.propose = propose;
        this.setup = setup;
    }

    /**
     * Asks first where the line most probably is something else that is known.
     *
     * @param sure whether a person has said that it is none of that
     * @throws Refusal that names both
     */
    void require(BusinessId business, BankLine line, List<PartText.Named> named, boolean sure) {
        if (sure || !line.left().isPositive()) return;
        List<PartText.Named> fresh = named.stream()
                .filter(n -> List.of("claim", "customer", "own").contains(n.kind()) || isIncome(business, n))
                .toList();
        if (fresh.isEmpty()) return;
        boolean asPayment =
                fresh.stream().noneMatch(n -> List.of("account", "own").contains(n.kind()));
        propose.propose(business, List.of(line)).getFirst().proposals().stream()
                .filter(p -> p.grade() != Grade.LOOK)
                .filter(p -> p.parts().stream().anyMatch(part -> isKnown(part, asPayment)))
                .filter(p -> p.parts().stream().noneMatch(part -> isAmong(part, named)))
                .findFirst()
                .ifPresent(p -> {
                    throw new Refusal(
                            "match.twice",
                            "This would count the money twice: the line is %s (%s), and you put in %s. Nothing was matched. Match it to that, or tick “it is none of these” if you are sure."
                                    .formatted(p.words(), p.reasons().getFirst(), words(business, fresh.getFirst())));
                });
    }

    private static boolean isKnown(Part part, boolean asPayment) {
        return part instanceof Part.IsWaiting || !asPayment && part instanceof Part.ForClaim;
    }

    private static boolean isAmong(Part part, List<PartText.Named> named) {
        String id = switch (part) {
            case Part.ForClaim p -> p.claim().toString();
            case Part.IsWaiting p -> p.item().toString();
            default -> "";
        };
        return named.stream().anyMatch(n -> n.target().startsWith(id) && !id.isEmpty());
    }

    private boolean isIncome(BusinessId business, PartText.Named n) {
        return n.kind().equals("account")
                && account(business, n).filter(a -> a.kind().equals("income")).isPresent();
    }

    private Optional<Account> account(BusinessId business, PartText.Named n) {
        return setup.account(business, AccountCode.valueOf(n.target()));
    }

    private String words(BusinessId business, PartText.Named n) {
        return switch (n.kind()) {
            case "account" -> account(business, n).map(Account::label).orElse(n.target());
            case "customer" -> "a payment on account";
            case "own" -> "an own transfer";
            default -> "a payment for another open item";
        };
    }
}

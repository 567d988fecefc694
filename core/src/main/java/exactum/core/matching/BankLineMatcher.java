package exactum.core.matching;

import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;

/** Says what a bank line may be, best first. Never sure on an amount alone (common practice, no source). */
public final class BankLineMatcher {
    private static final List<String> CHARGE_CODES = List.of("/MDOP/CHRG", "/MDOP/COMM", "/MDOP/FEES");

    private BankLineMatcher() {}

    /** A payout that is not yet joined to a bank line. */
    public record OpenPayout(UUID id, String reference, Money net) {}

    /** The proposals for the line, highest score first; empty if it is nothing we know. */
    public static List<Proposal> propose(StatementLine line, List<OpenPayout> payouts) {
        var proposals = new ArrayList<Proposal>();
        for (OpenPayout payout : payouts) {
            if (payout.net().currency().equals(line.amount().currency())) payoutProposal(line, payout, proposals);
        }
        if (line.amount().isNegative() && CHARGE_CODES.stream().anyMatch(line.bankCode()::endsWith)) {
            proposals.add(new Proposal(
                    Proposal.Kind.BANK_CHARGE,
                    null,
                    line.amount(),
                    Money.zero(line.amount().currency()),
                    List.of("the bank marks it as a charge of its own (%s)".formatted(line.bankCode())),
                    100));
        }
        proposals.sort(Comparator.comparingInt(Proposal::score).reversed());
        return List.copyOf(proposals);
    }

    private static void payoutProposal(StatementLine line, OpenPayout payout, List<Proposal> proposals) {
        boolean named = line.remittance().contains(payout.reference())
                || line.endToEndId().equals(payout.reference());
        boolean equal = payout.net().equals(line.amount());
        if (!named && !equal) return;
        var reasons = new ArrayList<String>();
        if (named) reasons.add("it carries the payout’s reference " + payout.reference());
        reasons.add(
                equal
                        ? "its sum is the payout’s net to the cent"
                        : "its sum differs from the payout’s net of "
                                + payout.net().text());
        int score = named && equal ? 100 : named ? 70 : 40;
        proposals.add(new Proposal(
                Proposal.Kind.PAYOUT, payout.id(), payout.net(), line.amount().minus(payout.net()), reasons, score));
    }
}

package exactum.core.matching;

import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.stream.Stream;

/** Says what a bank line may be, best first. Never sure on an amount alone (common practice, no source). */
public final class BankLineMatcher {
    private static final List<String> CHARGE_CODES = List.of("/MDOP/CHRG", "/MDOP/COMM", "/MDOP/FEES");

    private BankLineMatcher() {}

    /** A payout that is not yet joined to a bank line. */
    public record OpenPayout(UUID id, String reference, Money net) {}

    /** An invoice on which something is open. */
    public record OpenInvoice(UUID id, String number, String customer, Money open) {}

    /** The proposals for the line, highest score first; empty if it is nothing we know. */
    public static List<Proposal> propose(StatementLine line, List<OpenPayout> payouts, List<OpenInvoice> invoices) {
        var proposals = new ArrayList<Proposal>();
        for (OpenPayout payout : payouts) {
            if (payout.net().currency().equals(line.amount().currency())) payoutProposal(line, payout, proposals);
        }
        for (OpenInvoice invoice : invoices) {
            if (line.amount().isPositive()
                    && invoice.open().currency().equals(line.amount().currency())
                    && words(line).contains(invoice.number())) proposals.add(invoiceProposal(line, invoice));
        }
        if (line.amount().isNegative() && CHARGE_CODES.stream().anyMatch(line.bankCode()::endsWith)) {
            proposals.add(new Proposal(
                    Proposal.Kind.BANK_CHARGE,
                    null,
                    "bank charge",
                    line.amount(),
                    Money.zero(line.amount().currency()),
                    List.of("the bank marks it as a charge of its own (%s)".formatted(line.bankCode())),
                    100));
        }
        proposals.sort(Comparator.comparingInt(Proposal::score).reversed());
        return List.copyOf(proposals);
    }

    /**
     * The words of what the payer wrote, in capitals, where an invoice number may be one: {@code lw-2026-0042, berth} has
     * LW-2026-0042.
     */
    public static List<String> words(StatementLine line) {
        return Stream.of((line.remittance() + " " + line.endToEndId())
                        .toUpperCase(Locale.ROOT)
                        .split("[^\\p{L}\\p{N}-]+"))
                .filter(w -> !w.isEmpty())
                .distinct()
                .toList();
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
                Proposal.Kind.PAYOUT,
                payout.id(),
                "payout " + payout.reference(),
                payout.net(),
                line.amount().minus(payout.net()),
                reasons,
                score));
    }

    /** In part if the line is less than what is open; more than that would leave a remainder. */
    private static Proposal invoiceProposal(StatementLine line, OpenInvoice invoice) {
        int compared = line.amount().compareTo(invoice.open());
        Money explained = compared < 0 ? line.amount() : invoice.open();
        String sum = compared == 0
                ? "its sum is what is open, to the cent"
                : "%s is open".formatted(invoice.open().text());
        return new Proposal(
                Proposal.Kind.TRANSFER,
                invoice.id(),
                (compared < 0 ? "part of invoice " : "invoice ") + invoice.number() + " of " + invoice.customer(),
                explained,
                line.amount().minus(explained),
                List.of("the payer wrote the number " + invoice.number(), sum),
                compared == 0 ? 100 : 70);
    }
}

package exactum.app.bank;

import exactum.app.settlement.FindPayments;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.WaitingId;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Warns where money leaves by another account of ours than the one that its payment came in on. */
@Component
public class OtherAccount {
    private final ChargeAccountStore accounts;
    private final FindPayments payments;

    OtherAccount(ChargeAccountStore accounts, FindPayments payments) {
        this.accounts = accounts;
        this.payments = payments;
    }

    /**
     * Asks first where a return or a refund stands on another account.
     *
     * @param sure whether a person has said that it is right all the same
     * @throws Refusal that names the other account
     */
    void require(BusinessId business, BankLine line, List<PartText.Named> named, boolean sure) {
        if (sure || !line.left().isNegative()) return;
        for (PartText.Named part : named) {
            of(business, line, of(business, part)).ifPresent(cameIn -> {
                throw new Refusal(
                        "match.other-account",
                        "The payment came in on %s, and this line is on another account. Nothing was matched. Put it together, and tick “it is right all the same” if it is."
                                .formatted(cameIn));
            });
        }
    }

    /** The names of the accounts that payments came in on, where a line of money out is on none of them. */
    public Optional<String> of(BusinessId business, BankLine line, List<MeansId> payments) {
        Map<BankAccountId, String> cameIn = accounts.cameInOn(business, payments);
        return cameIn.isEmpty() || cameIn.containsKey(line.account())
                ? Optional.empty()
                : Optional.of(String.join(", ", cameIn.values()));
    }

    /** The payments that money goes back of. */
    private List<MeansId> of(BusinessId business, PartText.Named part) {
        return switch (part.kind()) {
            case "return" -> List.of(MeansId.valueOf(part.target()));
            case "refund" ->
                payments
                        .held(business, MeansId.valueOf(part.target()))
                        .flatMap(held ->
                                payments.through(business, held, part.amount().abs()))
                        .stream()
                        .toList();
            case "credit" ->
                payments.ofDocument(business, DocumentId.valueOf(part.target())).stream()
                        .map(FindPayments.Payment::id)
                        .toList();
            case "waiting" ->
                accounts
                        .refundedThrough(
                                business, WaitingId.valueOf(part.target()).value())
                        .stream()
                        .toList();
            default -> List.of();
        };
    }
}

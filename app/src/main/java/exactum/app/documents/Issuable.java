package exactum.app.documents;

import exactum.core.document.Line;
import exactum.core.document.Totals;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.einvoice.EInvoiceRules;
import java.util.List;
import java.util.Set;

/** What has to hold of a draft before it can be issued, each with the field that is at fault. */
final class Issuable {
    private Issuable() {}

    /** It comes to something that can be paid, and holds security deposits by themselves or none. */
    static void requirePayable(Draft draft, Totals totals, AccountCode deposits) {
        if (!totals.gross().isPositive()) {
            throw new Refusal(
                    "document.nothing",
                    "It comes to %s, which cannot be paid. Nothing was made."
                            .formatted(totals.gross().text()));
        }
        if (totals.gross().minor() > Money.MOST) throw new ArithmeticException("more than a document may come to");
        long held = draft.content().lines().stream()
                .filter(l -> deposits.equals(l.account()))
                .count();
        long sold = draft.content().lines().stream().filter(l -> !l.isText()).count();
        if (held > 0 && held < sold) {
            throw new Refusal(
                    "document.deposit",
                    "A security deposit stands on a document of its own. Nothing was made. Bill the rest apart.");
        }
    }

    static void requireAccounts(List<Line> lines, Set<AccountCode> accounts) {
        for (Line line : lines) {
            if (!line.isText() && !accounts.contains(line.account())) {
                throw new Refusal(
                        "document.account",
                        "Nothing can be sold to account %s. Nothing was made. Choose an income account."
                                .formatted(line.account()));
            }
        }
    }

    /** What a receiver of the e-invoice would refuse, at the field that causes it. */
    static void requireGood(List<EInvoiceRules.Problem> problems) {
        for (EInvoiceRules.Problem problem : problems) throw refusal(problem);
    }

    private static Refusal refusal(EInvoiceRules.Problem problem) {
        String sentence = problem.sentence() + " Nothing was made.";
        return switch (problem.cause()) {
            case SELLER, SELLER_TAX_NUMBER ->
                new Refusal("setup.identity.e-invoice", sentence + " Change it in Set-up.").at("delivery");
            case BUYER, BUYER_TAX_NUMBER ->
                new Refusal("einvoice.buyer", sentence + " Change it on their page.").at("customer");
            case LINE -> new Refusal("einvoice.line", sentence).at("text" + Math.max(0, problem.line() - 1));
            case TAX -> new Refusal("einvoice.tax", sentence).at("tax0");
            case CURRENCY -> new Refusal("einvoice.currency", sentence).at("currency");
        };
    }
}

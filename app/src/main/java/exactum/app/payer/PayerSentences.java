package exactum.app.payer;

import exactum.app.cards.StartCardPayment;
import exactum.app.cards.Wish;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.links.PaymentLink;
import exactum.app.web.Habit;
import exactum.app.web.Wordings;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.util.List;
import org.springframework.stereotype.Component;

/** What a payer is told in their language; nothing was charged in any of these cases. */
@Component
class PayerSentences {
    private final Wordings words;
    private final FindCustomers customers;

    PayerSentences(Wordings words, FindCustomers customers) {
        this.words = words;
        this.customers = customers;
    }

    String say(Visit visit, String code, String... with) {
        return words.say(in(visit), code, with);
    }

    /** Why a payment did not begin. */
    String of(Visit visit, StartCardPayment.Outcome outcome, Wish wish) {
        boolean chose = !wish.equals(Wish.USUAL);
        return switch (outcome) {
            case StartCardPayment.Outcome.AmountChanged changed ->
                money(visit, chose ? "payer.say.chosen" : "payer.say.changed", changed.now());
            case StartCardPayment.Outcome.TooMuch much -> money(visit, "payer.say.too-much", much.most());
            case StartCardPayment.Outcome.Refused refused -> say(visit, "payer.refused.kept", refused.why());
            case StartCardPayment.Outcome.TooLittle little -> money(visit, "payer.say.too-little", little.fee());
            default -> say(visit, "payer.say.unreachable");
        };
    }

    /** Why what a payer typed is refused. */
    String typed(Visit visit, Refusal refused) {
        return words.refusal(in(visit), refused);
    }

    /** Why nothing is collected. */
    String of(Visit visit, Refusal refused) {
        return say(visit, refused.code().equals("debit.in-flight") ? "payer.say.in-flight" : "payer.say.refused");
    }

    private String money(Visit visit, String code, Money amount) {
        return say(visit, code, in(visit).money(amount));
    }

    private static Habit in(Visit visit) {
        return (Habit) visit.model().getAttribute("in");
    }

    /** The addresses that the payer's mail goes to, told no more than that they are theirs: {@code e•••@lakeside.example}. */
    String masked(PaymentLink link) {
        List<String> to =
                customers.get(link.business(), link.customer()).recipients().of(Mail.INVOICES);
        return to.isEmpty()
                ? null
                : String.join(
                        ", ",
                        to.stream()
                                .map(a -> a.charAt(0) + "•••" + a.substring(a.indexOf('@')))
                                .toList());
    }
}

package exactum.core.card;

import exactum.core.bank.PayoutReport;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A connection to a card processor, in our terms. Whatever could move money carries a key: the same key again does and answers
 * the same. Each method throws {@link NoAnswer} where the processor is away or talks nonsense. No method takes the number of a
 * card: cards are entered at the processor's own page.
 */
public interface ProcessorPort {

    /** What a connection can do beyond taking a payment on a page. */
    enum Ability {
        /** Keeps a card and charges it later. */
        KEEP("keeps cards"),
        /** Checks a card without charging it. */
        VERIFY("checks cards without charging"),
        /** Promises an amount first and takes it later. */
        AUTHORISE("authorises"),
        /** Takes several parts of one authorisation. */
        SEVERAL_CAPTURES("captures in parts"),
        /** Takes the lines of an invoice with a charge. */
        LINE_DETAIL("takes lines with a charge"),
        /** Takes cards that are given by phone. */
        BY_PHONE("takes cards by phone"),
        /** Offers wallets on its page. */
        WALLETS("offers wallets"),
        /** Takes evidence on contested sales. */
        EVIDENCE("takes evidence"),
        /** Pays out before the day, for a fee. */
        EARLY_PAYOUT("pays out early");

        private final String words;

        Ability(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** Who the account is for and what it can do. */
    record About(String name, Currency currency, boolean isTest, Set<Ability> can) {
        public About {
            can = Set.copyOf(can);
        }
    }

    About about();

    /** What a charge is for: our number and the customer's code travel with it. */
    record Order(String number, String customer, Money amount) {}

    /** What a page is opened for. */
    enum Purpose {
        PAY,
        AUTHORISE,
        VERIFY
    }

    /**
     * A page that is wanted.
     *
     * @param keep whether the card is kept, which the payer agreed to
     * @param byPhone whether it is one of us who types what the cardholder says
     * @param returnTo where the browser is led afterwards
     * @param lines what the order is made of, which add up to its amount; empty where it is not one whole document
     */
    record PageWanted(Purpose purpose, Order order, boolean keep, boolean byPhone, String returnTo, List<Line> lines) {
        public PageWanted {
            lines = List.copyOf(lines);
        }
    }

    /** A page of the processor where one card is entered. */
    record Page(String reference, String url) {}

    /**
     * What became of a page.
     *
     * @param isOpen whether a card can still be entered
     * @param sale what was paid on it, or null
     * @param charge what was promised on it, or null
     * @param card the card that is kept, or null
     * @param lastDecline why the last card was refused, or null
     */
    record PageState(boolean isOpen, Sale sale, Charge charge, KeptCard card, Decline lastDecline) {}

    Page open(String key, PageWanted wanted);

    PageState page(String reference);

    /** Takes a page back, so that nothing can be done on it; answers what it is by then, perhaps paid. */
    PageState close(String reference);

    /**
     * A card that the processor keeps.
     *
     * @param token stands for it
     * @param lastFour digits, which may be shown
     * @param expires the month through whose last day it is good
     * @param network the scheme's reference of the payment in which the cardholder agreed, for those that follow
     */
    record KeptCard(String token, String brand, String lastFour, YearMonth expires, String network) {
        /** As it may be shown: {@code Visa ending 1111}. */
        public String shown() {
            return brand + " ending " + lastFour;
        }
    }

    KeptCard card(String token);

    /** The processor keeps it no longer. */
    void forget(String token);

    /**
     * A charge of a kept card.
     *
     * @param isPresent whether the payer asks for it at this moment; else we do, as they agreed
     * @param capture whether it is taken at once; else it is promised only
     * @param lines what the order is made of, empty where the connection takes none
     */
    record ChargeWanted(
            Order order, String token, String network, boolean isPresent, boolean capture, List<Line> lines) {
        public ChargeWanted {
            lines = List.copyOf(lines);
        }
    }

    /** A line of an order, for business cards (level 3 data): description of at most 26 characters, quantity, amounts. */
    record Line(String description, String quantity, String unit, Money net, Money tax) {}

    /** What came of a charge. */
    sealed interface Answer {
        record Approved(Charge charge) implements Answer {}

        record Declined(Decline decline) implements Answer {}
    }

    /**
     * A charge that was approved.
     *
     * @param authorised what was promised
     * @param captured what was taken of it
     * @param released what was let go of it
     * @param validUntil the last day on which the rest can be taken
     * @param sales what was taken, each as it is paid out
     */
    record Charge(
            String reference,
            Money authorised,
            Money captured,
            Money released,
            LocalDate validUntil,
            List<Sale> sales) {
        public Charge {
            sales = List.copyOf(sales);
        }

        /** What can still be taken. */
        public Money rest() {
            return authorised.minus(captured).minus(released);
        }
    }

    /**
     * Money that was taken.
     *
     * @param page the page on which it was, or null
     * @param key the key of the charge that it was, or null
     * @param fee what the processor keeps of it
     * @param card as it may be shown
     */
    record Sale(
            String reference, String page, String key, Money amount, Money fee, LocalDate capturedOn, String card) {}

    Answer charge(String key, ChargeWanted wanted);

    /** What came of the charge with the key; empty if the processor never had it. */
    Optional<Answer> chargeUnder(String key);

    Charge find(String charge);

    /**
     * Takes a part of what was promised.
     *
     * @param isLast whether the rest is let go with it
     */
    Charge capture(String key, String charge, Money amount, boolean isLast);

    /** Lets go what was promised and not taken. */
    Charge release(String key, String charge);

    /**
     * Money that was given back to a card.
     *
     * @param fee what the processor gives back of its fee, zero where it keeps it
     */
    record Refunded(String reference, String sale, Money amount, Money fee, LocalDate on) {}

    Refunded refund(String key, String sale, Money amount);

    /** How a chargeback stands with the processor. */
    enum Contest {
        OPEN,
        ANSWERED,
        ACCEPTED,
        WON,
        LOST
    }

    /**
     * Money that a cardholder's bank took back.
     *
     * @param fee what the processor takes for it
     * @param answerBy the last day on which evidence is taken; null where a payout told of it alone
     */
    record Chargeback(
            String reference,
            String sale,
            Money amount,
            Money fee,
            String reason,
            LocalDate on,
            LocalDate answerBy,
            Contest contest) {}

    /** The chargebacks after the one last read, the oldest first. */
    List<Chargeback> chargebacksAfter(String lastRead);

    Chargeback chargeback(String reference);

    /** Answers a chargeback with one PDF. */
    Chargeback answer(String key, String reference, byte[] evidence);

    /** Gives in. */
    Chargeback accept(String key, String reference);

    /** What a payout before its day would send now, less the fee. */
    record EarlyOffer(Money amount, Money fee, LocalDate arrivesOn) {
        /** What would land. */
        public Money net() {
            return amount.minus(fee);
        }
    }

    /** Empty where there is nothing to send. */
    Optional<EarlyOffer> earlyOffer();

    /** Sends it for the fee that was offered; the reference of the payout. */
    String sendEarly(String key, Money fee);

    /** The references of the payouts after the one last read, the oldest first. */
    List<String> payoutsAfter(String lastRead);

    PayoutReport payout(String reference);
}

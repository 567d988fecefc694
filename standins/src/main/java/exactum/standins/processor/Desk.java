package exactum.standins.processor;

import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.Collection;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Component;

/** The merchant's accounts at the processor, one a currency: keys, where notices go, and the knobs that make trouble on purpose. */
@Component
public class Desk {
    private static final List<String> CURRENCIES = List.of("EUR", "GBP");
    private final Shelf<Account> shelf;

    Desk(Shelves shelves) {
        shelf = shelves.of("processor/desk", Account.class);
        for (String currency : CURRENCIES) {
            if (shelf.find(currency).isEmpty())
                shelf.put(currency, new Account(currency, "key_" + random(), secret(), "", "", "", 0, null, null));
        }
    }

    /**
     * What is set of an account.
     *
     * @param noticesTo address of the merchant's endpoint, or empty
     * @param oddFee and oddFeeName a fee that the next payout carries on its own, or empty
     * @param swallow how many of the next notices never leave
     * @param faults what goes wrong on purpose besides, or null for nothing
     * @param manner how it holds back and gives back, or null for the usual
     */
    public record Account(
            String currency,
            String apiKey,
            String signingSecret,
            String noticesTo,
            String oddFee,
            String oddFeeName,
            int swallow,
            Faults faults,
            Manner manner) {
        public Account {
            if (faults == null) faults = Faults.NONE;
            if (manner == null) manner = Manner.USUAL;
        }

        Account noticesTo(String address) {
            return new Account(currency, apiKey, signingSecret, address, oddFee, oddFeeName, swallow, faults, manner);
        }

        Account oddFee(String fee, String name) {
            return new Account(currency, apiKey, signingSecret, noticesTo, fee, name, swallow, faults, manner);
        }

        Account swallow(int notices) {
            return new Account(currency, apiKey, signingSecret, noticesTo, oddFee, oddFeeName, notices, faults, manner);
        }

        Account with(Faults others) {
            return new Account(currency, apiKey, signingSecret, noticesTo, oddFee, oddFeeName, swallow, others, manner);
        }

        Account with(Manner other) {
            return new Account(currency, apiKey, signingSecret, noticesTo, oddFee, oddFeeName, swallow, faults, other);
        }

        int reservePercent() {
            return manner.reservePercent();
        }

        boolean givesFeesBack() {
            return manner.givesFeesBack();
        }
    }

    public Collection<Account> accounts() {
        return shelf.all();
    }

    public Account account(String currency) {
        return shelf.find(currency).orElseThrow();
    }

    /** The account that a key opens. */
    Optional<Account> withKey(String apiKey) {
        return shelf.all().stream().filter(a -> a.apiKey().equals(apiKey)).findFirst();
    }

    synchronized void change(String currency, UnaryOperator<Account> change) {
        shelf.put(currency, change.apply(account(currency)));
    }

    /** Whether the next notice of an account is one that never leaves; counts it. */
    synchronized boolean swallowsNext(String currency) {
        int left = account(currency).swallow();
        if (left > 0) change(currency, a -> a.swallow(left - 1));
        return left > 0;
    }

    /** Whether the next refund of an account is refused; counts it. */
    synchronized boolean refusesNextRefund(String currency) {
        Manner manner = account(currency).manner();
        if (manner.refusedRefunds() > 0) change(currency, a -> a.with(manner.refusingOneLess()));
        return manner.refusedRefunds() > 0;
    }

    private static String random() {
        byte[] bytes = new byte[16];
        new SecureRandom().nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }

    private static String secret() {
        byte[] bytes = new byte[32];
        new SecureRandom().nextBytes(bytes);
        return "whsec_" + Base64.getEncoder().encodeToString(bytes);
    }
}

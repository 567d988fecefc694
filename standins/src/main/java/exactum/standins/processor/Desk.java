package exactum.standins.processor;

import exactum.standins.StandinSettings;
import exactum.standins.shelf.Shelf;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The merchant's account at the processor: its keys, where notices go, and the knobs that make trouble on purpose. */
@Component
public class Desk {
    private static final String KEY = "desk";
    private final Shelf<State> shelf;

    Desk(StandinSettings settings, JsonMapper json) {
        shelf = new Shelf<>(settings.home().resolve("processor/desk"), State.class, json);
        if (shelf.find(KEY).isEmpty()) shelf.put(KEY, new State("key_" + random(), secret(), "", "", "", 0));
    }

    /**
     * What is set.
     *
     * @param noticesTo address of the merchant's endpoint, or empty
     * @param oddFee and oddFeeName a fee that the next payout carries on its own, or empty
     * @param swallow how many of the next notices never leave
     */
    public record State(
            String apiKey, String signingSecret, String noticesTo, String oddFee, String oddFeeName, int swallow) {}

    public State state() {
        return shelf.find(KEY).orElseThrow();
    }

    synchronized void setNoticesTo(String address) {
        State s = state();
        shelf.put(KEY, new State(s.apiKey(), s.signingSecret(), address, s.oddFee(), s.oddFeeName(), s.swallow()));
    }

    synchronized void setOddFee(String fee, String name) {
        State s = state();
        shelf.put(KEY, new State(s.apiKey(), s.signingSecret(), s.noticesTo(), fee, name, s.swallow()));
    }

    synchronized void setSwallow(int notices) {
        State s = state();
        shelf.put(KEY, new State(s.apiKey(), s.signingSecret(), s.noticesTo(), s.oddFee(), s.oddFeeName(), notices));
    }

    /** Whether the next notice is one that never leaves; counts it. */
    synchronized boolean swallowsNext() {
        int left = state().swallow();
        if (left > 0) setSwallow(left - 1);
        return left > 0;
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

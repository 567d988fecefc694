package exactum.standins.processor;

import exactum.core.money.Money;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.web.server.ResponseStatusException;

/** The lines of an order, as business cards name them: each net with its tax, together what is charged. */
final class OrderLines {
    private static final int LONGEST = 26;

    private OrderLines() {}

    /** Refuses lines that do not add up to the amount, or are described at too great a length; none are good. */
    static void check(Object lines, String currency, Object amount) {
        if (!(lines instanceof List<?> all) || all.isEmpty()) return;
        Money total = Money.of(currency, "0.00");
        for (Object each : all) {
            Map<?, ?> line = (Map<?, ?>) each;
            if (String.valueOf(line.get("description")).length() > LONGEST)
                throw wrong("A line is described too long.");
            total = total.plus(Money.of(currency, String.valueOf(line.get("net"))))
                    .plus(Money.of(currency, String.valueOf(line.get("tax"))));
        }
        if (!total.equals(Money.of(currency, String.valueOf(amount))))
            throw wrong("The lines come to " + total.plain() + ".");
    }

    private static ResponseStatusException wrong(String why) {
        return new ResponseStatusException(HttpStatus.UNPROCESSABLE_CONTENT, why);
    }
}

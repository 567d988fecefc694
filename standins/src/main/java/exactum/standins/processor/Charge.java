package exactum.standins.processor;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * A charge of a card: promised, and taken once or in parts. Amounts are decimals as text.
 *
 * @param key the merchant's key; the same key is the same charge
 * @param page where the card was entered, or null
 * @param token the kept card that was charged, or null
 * @param declineCode null where it was approved
 */
public record Charge(
        String id,
        String key,
        String account,
        String page,
        String token,
        String reference,
        String customer,
        String authorised,
        String captured,
        String released,
        LocalDate authorisedOn,
        LocalDate validUntil,
        String card,
        String declineCode,
        String declineWords,
        List<String> sales) {
    static final int DAYS_VALID = 7;

    Money money(String amount) {
        return Money.of(account, amount);
    }

    Money rest() {
        return money(authorised).minus(money(captured)).minus(money(released));
    }

    boolean isDeclined() {
        return declineCode != null;
    }

    Charge capturing(String sale, Money amount, boolean last) {
        var all = new ArrayList<>(sales);
        all.add(sale);
        Money taken = money(captured).plus(amount);
        Money gone = last ? money(authorised).minus(taken) : money(released);
        return with(taken.plain(), gone.plain(), all);
    }

    Charge releasing() {
        return with(captured, money(released).plus(rest()).plain(), sales);
    }

    private Charge with(String taken, String gone, List<String> all) {
        return new Charge(
                id,
                key,
                account,
                page,
                token,
                reference,
                customer,
                authorised,
                taken,
                gone,
                authorisedOn,
                validUntil,
                card,
                declineCode,
                declineWords,
                List.copyOf(all));
    }
}

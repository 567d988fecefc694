package exactum.app.demo;

import exactum.app.bank.BankLine;
import exactum.app.bank.FindBankLines;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** The water of the harbour, paid each month from the current account and booked to its upkeep: a line that repeats. */
@Component
class WaterRates {
    private static final String AUTHORITY = "Lake Water Authority";
    private static final AccountCode UPKEEP = new AccountCode("5100");
    private static final Map<LocalDate, String> PAID = Map.of(
            LocalDate.of(2026, 3, 16), "water rates march",
            LocalDate.of(2026, 4, 15), "water rates april");
    private static final int BOOKED_ON_DAY = 20;
    private final FindBankLines lines;
    private final Match match;
    private final Street street;

    WaterRates(FindBankLines lines, Match match, Street street) {
        this.lines = lines;
        this.match = match;
        this.street = street;
    }

    void on(BusinessId business, Harbour harbour, LocalDate day) {
        if (PAID.containsKey(day)) street.pay(harbour.currency(), AUTHORITY, "186.40", PAID.get(day));
        if (day.getDayOfMonth() == BOOKED_ON_DAY) book(business);
    }

    private void book(BusinessId business) {
        for (BankLine line : lines.unmatched(business, Integer.MAX_VALUE)) {
            if (!line.said().counterparty().equals(AUTHORITY)) continue;
            match.match(business, new LineRef.OfBank(line.id()), List.of(new Part.ToAccount(UPKEEP, line.left())));
        }
    }
}
